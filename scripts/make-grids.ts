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

/** A piece of a grid where every plain shift misses GDAL's answer, or is said to miss, by more than this is left out, metres. */
const FARTHEST_OFF = 12;
/** One shift serves a whole grid if it misses GDAL's answer by no more than this anywhere, metres. */
const RIGHT = 1;

interface Area {
  readonly west: number;
  readonly south: number;
  readonly east: number;
  readonly north: number;
}

/** Places all over an area, its middle first, its edges just within. */
const places = ({ west, south, east, north }: Area): [number, number][] =>
  [0.5, 0.01, 0.25, 0.75, 0.99].flatMap((u) =>
    [0.5, 0.01, 0.25, 0.75, 0.99].map((v): [number, number] => [west + (east - west) * u, south + (north - south) * v]),
  );

/** An area cut where other areas begin and end: within a piece the register's choice of a shift does not change. */
function pieces({ west, south, east, north }: Area, by: readonly Area[]): Area[] {
  const cuts = (from: number, to: number, at: readonly number[]) =>
    [from, ...new Set(at.filter((one) => one > from && one < to)), to].sort((a, b) => a - b);
  const lons = cuts(
    west,
    east,
    by.flatMap((one) => [one.west, one.east].map((lon) => (lon < west && lon + 360 < east ? lon + 360 : lon))),
  );
  const lats = cuts(
    south,
    north,
    by.flatMap((one) => [one.south, one.north]),
  );
  return lats
    .slice(1)
    .flatMap((top, j) =>
      lons.slice(1).map((right, i) => ({ west: lons[i]!, south: lats[j]!, east: right, north: top })),
    );
}

const ask = (code: number, at: readonly (readonly [number, number])[]): number[][] =>
  out(
    'gdaltransform',
    ['-s_srs', 'EPSG:4326', '-t_srs', `EPSG:${code}`, '-output_xy'],
    at.map((p) => p.join(' ')).join('\n'),
  )
    .trim()
    .split('\n')
    .map((line) => line.split(' ').map(Number));

/**
 * Seven numbers of a shift as proj4 reads them, from one line of PROJ's pipeline; null when it is no plain shift. One that
 * turns about a point of its own (EPSG method 1061 and its kin) is the same turn about the centre, moved by what the
 * point itself is turned: t + p - (1 + s) R p.
 */
function shiftOf(pipeline: string): number[] | null {
  if (/gridshift|nadgrids|molodensky|xyzgridshift|deformation|tinshift/.test(pipeline)) return null;
  const step = /\+step (\+inv )?\+proj=(?:helmert|molobadekas) (.*?)(?= \+step|$)/.exec(pipeline);
  if (!step) return /helmert|molobadekas/.test(pipeline) ? null : [0, 0, 0, 0, 0, 0, 0];
  const value = (key: string) => Number(new RegExp(`\\+${key}=(\\S+)`).exec(step[2]!)?.[1] ?? 0);
  const turn = /coordinate_frame/.test(step[2]!) ? -1 : 1;
  const sign = step[1] ? -1 : 1;
  const [rx, ry, rz] = ['rx', 'ry', 'rz'].map((key) => value(key) * turn) as [number, number, number];
  const [px, py, pz] = ['px', 'py', 'pz'].map(value) as [number, number, number];
  const [a, b, c] = [rx, ry, rz].map((seconds) => (seconds / 3600) * (Math.PI / 180)) as [number, number, number];
  const scale = 1 + value('s') / 1e6;
  const turned = [px - c * py + b * pz, c * px + py - a * pz, -b * px + a * py + pz];
  const moved = ['x', 'y', 'z'].map((key, i) => value(key) + [px, py, pz][i]! - scale * turned[i]!);
  return [...moved, rx, ry, rz, value('s')].map((one) => one * sign || 0);
}

/** Every plain shift that the register knows for a grid, with the accuracy it states, metres, and where it is meant. */
function shifts(code: number): { shift: number[]; stated: number; where: Area }[] {
  const text = out('projinfo', [
    '-s',
    `EPSG:${code}`,
    '-t',
    'EPSG:4326',
    '-o',
    'PROJ,WKT2_2019',
    '--single-line',
    '--spatial-test',
    'intersects',
  ]);
  return text.split('-------------------------------------').flatMap((part) => {
    const pipeline = /^\+proj=.*$/m.exec(part)?.[0];
    const stated = Number(/, ([\d.]+) m, /.exec(part)?.[1]);
    const shift = pipeline && !/Ballpark/.test(part) ? shiftOf(pipeline) : null;
    // A mere change of projection states no area: it holds everywhere.
    const [south, west, north, east] = [...part.matchAll(/BBOX\[([^\]]+)\]/g)].at(-1)?.[1]?.split(',').map(Number) ?? [
      -90, -180, 90, 180,
    ];
    return shift && Number.isFinite(stated)
      ? [{ shift, stated, where: { south: south!, west: west!, north: north!, east: east! } }]
      : [];
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
  const all: Area = { ...known, east: known.east < known.west ? known.east + 360 : known.east };
  const metre = Number(
    /\+to_meter=(\S+)/.exec(plain)?.[1] ??
      (plain.includes('+units=us-ft') ? 1200 / 3937 : plain.includes('+units=ft') ? 0.3048 : 1),
  );
  const tried = shifts(code).map(({ shift, stated, where }) => {
    // A sphere that stands for WGS 84 must not be shifted to it.
    const shifted = plain.includes('@null') ? '' : ` +towgs84=${shift.map((one) => round(one, 6)).join(',')}`;
    return { shifted, definition: `${plain}${ellipsoid}${shifted}`, stated, where };
  });
  const sign = turned ? -1 : 1;
  const lots = pieces(
    all,
    tried.map(({ where }) => where),
  ).map((area) => {
    const at = places(area);
    const answers = ask(code, at);
    const off = tried.map(({ definition }) =>
      at.map((p, i) => {
        const [x, y] = proj4(definition).forward([...p]);
        return Math.hypot(sign * x! - answers[i]![0]!, sign * y! - answers[i]![1]!) * metre;
      }),
    );
    return { area, at, answers, most: off.map((far) => (far.every(Number.isFinite) ? Math.max(...far) : Infinity)) };
  });
  const within = (one: number, far: number) => Math.max(1, Math.ceil(Math.max(tried[one]!.stated, far)));
  const [best] = tried
    .map((_, i) => ({ i, most: Math.max(...lots.map(({ most }) => most[i]!)) }))
    .sort((a, b) => a.most - b.most);
  if (!best) return null;
  const isOne = best.most <= RIGHT;
  // Where no one shift is right everywhere each piece has its own; those of one shift beside each other are one.
  const parts = isOne
    ? []
    : together(
        lots.flatMap(({ area, most }) => {
          const far = Math.min(...most);
          const one = most.indexOf(far);
          return far > FARTHEST_OFF || tried[one]!.stated > FARTHEST_OFF ? [] : [{ area, one, far }];
        }),
      );
  if (!isOne && parts.length === 0) return null;
  const main = isOne ? best.i : parts[0]!.one;
  const wkt = out('gdalsrsinfo', ['-o', 'wkt_esri', '--single-line', `EPSG:${code}`]).trim();
  const esri = /^PROJCS\["([^"]+)"/.exec(wkt)?.[1] ?? '';
  const grid = {
    code,
    name: known.name,
    esri,
    base: Number(known.base),
    datum: /DATUM\["([^"]+)"/.exec(wkt)?.[1] ?? '',
    is: tried[main]!.definition,
    ...(turned && { turned }),
    within: isOne ? within(main, best.most) : Math.max(...parts.map(({ one, far }) => within(one, far))),
    area: [known.west, known.south, known.east, known.north],
    ...(!isOne && {
      parts: parts.map(({ area: { west, south, east, north }, one, far }) => ({
        shift: tried[one]!.shifted.replace(' +towgs84=', ''),
        within: within(one, far),
        area: [west, south, east, north],
      })),
    }),
  };
  const asked = isOne ? [all] : parts.map(({ area }) => area);
  return {
    grid,
    checks: asked.map((area, i) => {
      const place = places(area)[0]!.map((one) => round(one, 6)) as [number, number];
      return { code, ...(i === 0 && { wkt }), place, grid: ask(code, [place])[0]!.map((one) => round(one, 3)) };
    }),
  };
}

type Part = { readonly area: Area; readonly one: number; readonly far: number };

/** Parts of one shift that lie side by side, or on top of each other with the same sides, as one. */
function together(parts: readonly Part[]): Part[] {
  const merge = (list: readonly Part[], fits: (a: Area, b: Area) => boolean) =>
    list.reduce<Part[]>((sum, part) => {
      const at = sum.findIndex(({ one, area }) => one === part.one && fits(area, part.area));
      if (at < 0) return [...sum, part];
      const { area, one, far } = sum[at]!;
      const grown = { ...area, east: part.area.east, north: part.area.north };
      return sum.with(at, { area: grown, one, far: Math.max(far, part.far) });
    }, []);
  const rows = merge(parts, (a, b) => a.south === b.south && a.north === b.north && a.east === b.west);
  return merge(rows, (a, b) => a.west === b.west && a.east === b.east && a.north === b.south);
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
  `{\n "source": "${out('gdalinfo', ['--version']).trim().split(',')[0]}",\n "checks": [\n${lines(made.flatMap(({ checks }) => checks))}\n ]\n}\n`,
);
process.stdout.write(`${made.length} grids\n`);
