/**
 * Makes src/core/files/grids.json and checks/grids.json anew: national and state grids with their shift to WGS 84,
 * from the EPSG register as Debian's proj-bin and gdal-bin carry it, and what GDAL answers for places in each.
 * Run by hand (`npx tsx scripts/make-grids.ts`) when the register changes; needs gdal-bin, proj-bin and sqlite3.
 */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import proj4 from 'proj4';

const DB = '/usr/share/proj/proj.db';
const out = (command: string, args: readonly string[], input = ''): string => {
  try {
    return execFileSync(command, args, { input, encoding: 'utf8', stdio: ['pipe', 'pipe', 'ignore'] });
  } catch {
    return '';
  }
};
const rows = (sql: string) => JSON.parse(out('sqlite3', ['-json', DB, sql]) || '[]') as Record<string, never>[];

/** Grids by the register's own names, so that a new zone comes along by itself. */
const NAMES = [
  'NAD83 / % (ftUS)',
  'NAD83 / % (ft)',
  'NAD83(CSRS) / UTM zone %N',
  'NAD83(CSRS) / MTM zone %',
  'NAD83 / UTM zone %N',
  'ETRS89 / UTM zone %N',
  'ED50 / UTM zone %N',
  'GDA94 / MGA zone %',
  'GDA2020 / MGA zone %',
  'AGD66 / AMG zone %',
  'AGD84 / AMG zone %',
  'Hartebeesthoek94 / Lo%',
  'DHDN / 3-degree Gauss-Kruger zone %',
  'MGI / Austria %',
  'RGF93 v1 / CC%',
  'SIRGAS 2000 / UTM zone %',
  'POSGAR 2007 / Argentina %',
  'ETRF2000-PL / CS2000%',
];
/** Metric state planes have no word of their own in their names. */
const RANGES = [
  [26929, 26998],
  [32100, 32161],
] as const;
const SINGLE = [
  2056, 2100, 2154, 2157, 2169, 2180, 2193, 2393, 3003, 3004, 3005, 3006, 3021, 3034, 3035, 3057, 3059, 3067, 3111,
  3301, 3308, 3310, 3338, 3346, 3347, 3400, 3401, 3577, 3763, 3765, 3794, 3812, 3844, 3857, 5070, 5514, 7801, 7899,
  9473, 21781, 23700, 27200, 27572, 27700, 28992, 29902, 29903, 31287, 31370, 31700, 32198,
];

/** A grid whose plain shift misses GDAL's answer by more than this is left out, metres. */
const FARTHEST_OFF = 12;

interface Area {
  readonly west: number;
  readonly south: number;
  readonly east: number;
  readonly north: number;
}

/** Places within the middle half of where a grid is used. */
const places = ({ west, south, east, north }: Area): [number, number][] => {
  const span = east < west ? east + 360 - west : east - west;
  return [0.5, 0.3, 0.7].flatMap((u) =>
    [0.5, 0.3, 0.7].map((v): [number, number] => [west + span * u, south + (north - south) * v]),
  );
};

const ask = (code: number, at: readonly (readonly [number, number])[]): number[][] =>
  out(
    'gdaltransform',
    ['-s_srs', 'EPSG:4326', '-t_srs', `EPSG:${code}`, '-output_xy'],
    at.map((p) => p.join(' ')).join('\n'),
  )
    .trim()
    .split('\n')
    .map((line) => line.split(' ').map(Number));

/** Seven numbers of a shift as proj4 reads them, from one line of PROJ's pipeline; null when it is no plain shift. */
function shiftOf(pipeline: string): number[] | null {
  if (/gridshift|nadgrids|molobadekas|molodensky|xyzgridshift|deformation|tinshift/.test(pipeline)) return null;
  const step = /\+step (\+inv )?\+proj=helmert (.*?)(?= \+step|$)/.exec(pipeline);
  if (!step) return /helmert/.test(pipeline) ? null : [0, 0, 0, 0, 0, 0, 0];
  const value = (key: string) => Number(new RegExp(`\\+${key}=(\\S+)`).exec(step[2]!)?.[1] ?? 0);
  const turn = /coordinate_frame/.test(step[2]!) ? -1 : 1;
  const sign = step[1] ? -1 : 1;
  return ['x', 'y', 'z', 'rx', 'ry', 'rz', 's'].map((key) => value(key) * sign * (key.startsWith('r') ? turn : 1) || 0);
}

/** Every plain shift that the register knows for a grid, with the accuracy it states, metres. */
function shifts(code: number): { shift: number[]; stated: number }[] {
  const text = out('projinfo', [
    '-s',
    `EPSG:${code}`,
    '-t',
    'EPSG:4326',
    '-o',
    'PROJ',
    '--single-line',
    '--spatial-test',
    'intersects',
  ]);
  return text.split('-------------------------------------').flatMap((part) => {
    const pipeline = /^\+proj=.*$/m.exec(part)?.[0];
    const stated = Number(/, ([\d.]+) m, /.exec(part)?.[1]);
    const shift = pipeline && !/Ballpark/.test(part) ? shiftOf(pipeline) : null;
    return shift && Number.isFinite(stated) ? [{ shift, stated }] : [];
  });
}

const round = (value: number, decimals: number) => Math.round(value * 10 ** decimals) / 10 ** decimals;

function gridOf(code: number) {
  const [known] = rows(
    `select c.name, c.geodetic_crs_code base, e.west_lon west, e.south_lat south, e.east_lon east, e.north_lat north from projected_crs c join usage u on u.object_table_name='projected_crs' and u.object_auth_name='EPSG' and u.object_code=c.code join extent e on e.auth_name=u.extent_auth_name and e.code=u.extent_code where c.auth_name='EPSG' and c.code=${code}`,
  ) as unknown as ({ name: string; base: number } & Area)[];
  const written = out('gdalsrsinfo', ['-o', 'proj4', `EPSG:${code}`]).trim();
  if (!known || !written) return null;
  const turned = written.includes('+axis=wsu');
  const plain = written
    .replace(/\+(towgs84|axis|datum|no_defs|type)\S*/g, '')
    .replace(/\s+/g, ' ')
    .trim();
  const datum = /\+datum=(\S+)/.exec(written)?.[1];
  const ellipsoid = datum === 'NAD83' ? ' +ellps=GRS80' : datum === 'WGS84' ? ' +ellps=WGS84' : '';
  const at = places(known);
  const answers = ask(code, at);
  if (answers.some(([x]) => !Number.isFinite(x))) return null;
  const metre = Number(
    /\+to_meter=(\S+)/.exec(plain)?.[1] ??
      (plain.includes('+units=us-ft') ? 1200 / 3937 : plain.includes('+units=ft') ? 0.3048 : 1),
  );
  const off = (definition: string) =>
    at.map((p, i) => {
      const [x, y] = proj4(definition).forward([...p]);
      const sign = turned ? -1 : 1;
      return Math.hypot(sign * x! - answers[i]![0]!, sign * y! - answers[i]![1]!) * metre;
    });
  const tried = shifts(code).map(({ shift, stated }) => {
    // A sphere that stands for WGS 84 must not be shifted to it.
    const shifted = plain.includes('@null') ? '' : ` +towgs84=${shift.map((one) => round(one, 6)).join(',')}`;
    const definition = `${plain}${ellipsoid}${shifted}`;
    const distances = off(definition);
    return { definition, stated, middle: distances[0]!, most: Math.max(...distances) };
  });
  const best = tried.sort((a, b) => a.middle - b.middle)[0];
  if (!best || best.middle > FARTHEST_OFF || best.most > FARTHEST_OFF) return null;
  const wkt = out('gdalsrsinfo', ['-o', 'wkt_esri', '--single-line', `EPSG:${code}`]).trim();
  const esri = /^PROJCS\["([^"]+)"/.exec(wkt)?.[1] ?? '';
  const grid = {
    code,
    name: known.name,
    esri,
    base: Number(known.base),
    datum: /DATUM\["([^"]+)"/.exec(wkt)?.[1] ?? '',
    is: best.definition,
    ...(turned && { turned }),
    within: Math.max(1, Math.ceil(Math.max(best.stated, best.most))),
    area: [known.west, known.south, known.east, known.north],
  };
  const check = {
    code,
    wkt,
    place: at[0]!.map((one) => round(one, 6)),
    grid: ask(code, [[round(at[0]![0], 6), round(at[0]![1], 6)]])[0]!.map((one) => round(one, 3)),
  };
  return { grid, check };
}

const codes = [
  ...rows(
    `select code from projected_crs where auth_name='EPSG' and deprecated=0 and (${NAMES.map((name) => `name like '${name}'`).join(' or ')} or ${RANGES.map(([from, to]) => `code between ${from} and ${to}`).join(' or ')})`,
  ).map(({ code }) => Number(code)),
  ...SINGLE,
];
const made = [...new Set(codes)]
  .sort((a, b) => a - b)
  .flatMap((code) => gridOf(code) ?? (process.stderr.write(`left out EPSG:${code}\n`), []));
const [version] = rows("select value from metadata where key='EPSG.VERSION'") as unknown as { value: string }[];
/** Systems of degrees that the register takes for WGS 84 without a shift. */
const degrees = rows(
  "select code from geodetic_crs where auth_name='EPSG' and type='geographic 2D' and deprecated=0 and code in (4326,4258,4269,4617,4283,7844,4167,4148,4674,5340,4171,4619,4640,4659,4669,4765,6706,4189)",
).flatMap(({ code }) => {
  const [best] = shifts(Number(code)).filter(({ shift }) => shift.every((one) => one === 0));
  const wkt = out('gdalsrsinfo', ['-o', 'wkt_esri', '--single-line', `EPSG:${code}`]);
  const within = Number(code) === 4326 ? 0 : best?.stated;
  return within === undefined ? [] : [{ code: Number(code), datum: /DATUM\["([^"]+)"/.exec(wkt)?.[1] ?? '', within }];
});
const lines = (list: readonly object[]) => list.map((one) => `  ${JSON.stringify(one)}`).join(',\n');
writeFileSync(
  new URL('../src/core/files/grids.json', import.meta.url),
  `{\n "source": "EPSG register ${version!.value}",\n "degrees": [\n${lines(degrees)}\n ],\n "grids": [\n${lines(made.map(({ grid }) => grid))}\n ]\n}\n`,
);
writeFileSync(
  new URL('../checks/grids.json', import.meta.url),
  `{\n "source": "${out('gdalinfo', ['--version']).trim().split(',')[0]}",\n "checks": [\n${lines(made.map(({ check }) => check))}\n ]\n}\n`,
);
process.stdout.write(`${made.length} grids\n`);
