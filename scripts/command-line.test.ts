import { execFile, type ExecFileException } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { sample } from '../checks/sample.ts';
import { readCloserank, writeCloserank } from '../src/core/files/closerank.ts';
import { writeDayFile } from '../src/core/files/day-file.ts';
import { Unreadable } from '../src/core/files/problems.ts';
import { planCommand } from './plan.ts';

interface Ended {
  readonly code: number;
  readonly out: string;
  readonly problem: string;
}
const node = (args: readonly string[], env: Record<string, string> = {}) =>
  new Promise<Ended>((resolve) => {
    execFile(
      process.execPath,
      args,
      { env: { ...process.env, ...env } },
      (failed: ExecFileException | null, out, problem) =>
        resolve({ code: failed ? Number(failed.code ?? 1) : 0, out, problem }),
    );
  });
/** The command as it is typed, in a process of its own. */
const typed = (...args: string[]) =>
  node(['--no-warnings', '--import', './scripts/same-pdf.mjs', '--import', 'tsx', 'scripts/plan.ts', ...args]);
/** The same without a process: a start costs seconds. */
const plan = (...args: string[]): Promise<Ended> =>
  planCommand(args).then(
    (out) => ({ code: 0, out, problem: '' }),
    (problem: Error) => ({
      code: 1,
      out: '',
      problem: problem instanceof Unreadable ? problem.message : problem.stack!,
    }),
  );
const folder = mkdtempSync(join(tmpdir(), 'close-rank-'));
const write = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};

/** Every file that an export makes of a hedge without fabric, drip or fence: a paper of nothing is not made. */
const FILES = [
  'as-planted.csv',
  'as-planted.dxf',
  'as-planted.geojson',
  'as-planted.gpx',
  'as-planted.kml',
  'bundle-tags.pdf',
  'day-sheet.pdf',
  'days.csv',
  'days.ics',
  'days.pdf',
  'order-by-supplier.csv',
  'order-by-supplier.pdf',
  'order-by-supplier.xlsx',
  'order-list.csv',
  'order-list.xlsx',
  'packing-list.pdf',
  'packing-list.xlsx',
  'peg-sheets.csv',
  'peg-sheets.pdf',
  'plan.geojson',
  'plant-tags.pdf',
  'planting-cards.pdf',
  'price-request.csv',
  'price-request.pdf',
  'price-request.xlsx',
  'row-tags.pdf',
  'setting-out.csv',
  'setting-out.pdf',
];

describe('the command line', { timeout: 60_000 }, () => {
  it('makes every file that it can when one cannot be made, and says which', async () => {
    const file = write(
      'belt.json',
      JSON.stringify({
        name: 'Belt',
        latitude: 52,
        longitude: -20,
        plantings: [
          {
            name: 'Belt',
            baseline: {
              points: [
                [0, 0],
                [400, 0],
              ],
            },
            rows: [{ spacing: 0.5, species: [[1, 'Corylus avellana']] }],
          },
        ],
      }),
    );
    expect((await plan('new', file, folder)).code).toBe(0);
    const out = join(folder, 'one-fails');
    mkdirSync(join(out, 'order-list.csv'), { recursive: true }); // stands in its way
    const ended = await plan('export', join(folder, 'belt.closerank'), out);
    expect(ended).toMatchObject({
      code: 1,
      problem: expect.stringMatching(/^order-list\.csv could not be made: .*\n.*other files are in/),
    });
    expect(readdirSync(out).sort()).toEqual([...FILES, 'every-peg.pdf'].sort());
    expect(readFileSync(join(out, 'every-peg.pdf')).length).toBeGreaterThan(30_000); // 801 plants
  });

  it('reads a map file in a thread that can be ended, and refuses a folder', async () => {
    const file = write(
      'oak.geojson',
      '{"type":"Feature","properties":{"name":"oak"},"geometry":{"type":"Point","coordinates":[5,52]}}',
    );
    const ended = await plan('read', file);
    expect(JSON.parse(ended.out)).toMatchObject({
      place: { latitude: 52, longitude: 5 },
      shapes: [{ name: 'oak', becomes: 'tree' }],
    });
    expect(await plan('read', write('cut.geojson', '{"type":'))).toMatchObject({
      code: 1,
      problem: expect.stringMatching(/cut\.geojson is not whole GeoJSON/),
    });
    expect(await plan('report', folder)).toMatchObject({
      code: 1,
      problem: expect.stringMatching(/is a folder\. Name a file in it/),
    });
  });

  it('builds a holding from a plan, reports it, and reports the file the same', async () => {
    const file = write(
      'small.json',
      JSON.stringify({
        name: 'Small',
        latitude: 52,
        longitude: -20,
        plantings: [
          {
            name: 'Hedge',
            baseline: {
              points: [
                [0, 0],
                [60, 0],
              ],
            },
            rows: [
              {
                spacing: 1.5,
                species: [
                  [3, 'Crataegus monogyna'],
                  [1, 'Corylus avellana'],
                ],
              },
            ],
          },
        ],
      }),
    );
    const made = await plan('new', file, join(folder, 'out'));
    expect(made).toMatchObject({ code: 0, problem: '' });
    expect(JSON.parse(made.out)).toMatchObject({ holding: 'Small', plants: 41 });
    const saved = join(folder, 'out', 'small.closerank');
    expect(readCloserank(readFileSync(saved), 'small').holding.plantings[0]!.name).toBe('Hedge');
    expect((await plan('report', saved)).out).toBe(made.out);
    expect((await plan('export', saved, join(folder, 'files'))).code).toBe(0);
    expect(readdirSync(join(folder, 'files')).sort()).toEqual(FILES);
    const tasks = await plan('tasks', saved, '--on', '2027-03-01');
    expect(JSON.parse(tasks.out)).toMatchObject({ on: '2027-03-01', tasks: [] }); // no day is set
    expect(await plan('tasks', saved, '--on', '2027-02-30')).toMatchObject({
      code: 1,
      problem: expect.stringContaining('--on wants a day, such as --on 2027-03-14.') as string,
    });
    expect(await plan('calendar', saved, join(folder, 'out.ics'))).toMatchObject({
      problem: expect.stringContaining('has no planting day. Set one under Days') as string,
    });
    // As it is typed it prints the same, and ends with a code.
    expect(await typed('report', saved)).toEqual(made);
    expect(await typed('report', 'none.closerank')).toMatchObject({
      code: 1,
      out: '',
      problem: 'none.closerank cannot be opened. Check its name and folder.\n',
    });
    const years = await plan('years', saved, '--year', '5');
    expect(JSON.parse(years.out)).toMatchObject({
      plantings: [{ name: 'Hedge', heights: [{ year: 5 }] }],
      years: [{ year: 5 }],
    });
    expect(await plan('years', saved, '--year', '41')).toMatchObject({
      code: 1,
      problem: expect.stringMatching(/--year wants a whole number from 0 to 40/),
    });
  });

  it('prints what a map file would bring in, as the import sheet shows it', async () => {
    const file = write(
      'fields.geojson',
      JSON.stringify({
        type: 'FeatureCollection',
        features: [
          {
            type: 'Feature',
            properties: { name: 'home parcel' },
            geometry: {
              type: 'Polygon',
              coordinates: [
                [
                  [-20, 52.1],
                  [-19.999, 52.1],
                  [-19.999, 52.101],
                  [-20, 52.1],
                ],
              ],
            },
          },
        ],
      }),
    );
    const read = await plan('read', file);
    expect(read.code).toBe(0);
    expect(JSON.parse(read.out)).toMatchObject({
      file: 'fields.geojson',
      format: 'GeoJSON',
      crs: { taken: 'degrees', asked: false },
      swapped: false,
      leftOut: [],
      shapes: [{ name: 'home parcel', shape: 'ring', points: 3, becomes: 'boundary' }],
    });
  });

  it.each([
    ['no verb', () => [], /^Usage:/],
    ['a file that is not there', () => ['report', join(folder, 'none.closerank')], /cannot be opened\. Check its name/],
    ['an empty file', () => ['report', write('empty.closerank', '')], /^empty\.closerank is empty\./],
    ['broken JSON', () => ['new', write('broken.json', '{"name":'), folder], /^broken\.json is not whole JSON/],
    ['a map file that is cut off', () => ['read', write('cut.kml', '<kml><Placemark>')], /^cut\.kml is not whole KML/],
    [
      'an unknown species',
      () => [
        'new',
        write(
          'odd.json',
          JSON.stringify({
            name: 'A',
            latitude: 1,
            longitude: 1,
            plantings: [
              {
                name: 'B',
                baseline: {
                  points: [
                    [0, 0],
                    [9, 0],
                  ],
                },
                rows: [{ spacing: 1, species: [[1, 'Nonsensia']] }],
              },
            ],
          }),
        ),
        folder,
      ],
      /^odd\.json: 'Nonsensia' is not in the catalogue/,
    ],
  ])('refuses %s with a sentence and a code', async (_, args, sentence) => {
    const ended = await plan(...args());
    expect(ended.code).toBe(1);
    expect(ended.problem).toMatch(sentence);
    expect(ended.problem).not.toContain('    at ');
    expect(ended.out).toBe('');
  });
});

it('a day with a picture under the name of another is not merged', async () => {
  const [good, bad] = [new Uint8Array([1, 2, 3]), new Uint8Array([9])];
  const photo = createHash('sha256').update(good).digest('hex');
  const text = JSON.stringify({
    id: 'n',
    device: 'phone',
    seq: 1,
    at: '2027-03-20T08:00:00Z',
    by: 'Ida',
    kind: 'noted',
    body: { planting: 'p1', labels: ['A1-001'], fault: null, note: 'thin', photos: [photo] },
  });
  const day = (name: string, bytes: Uint8Array) => {
    writeFileSync(
      join(folder, name),
      writeDayFile({ holding: 'sample', name: 'Sample', by: 'Ida' }, [{ id: 'n', text }], { [photo]: bytes }),
    );
    return join(folder, name);
  };
  const [file, out] = [join(folder, 'sample.closerank'), join(folder, 'merged.closerank')];
  writeFileSync(file, writeCloserank(sample()));
  expect((await plan('merge', file, day('bad.closerank-day', bad), out)).problem).toMatch(
    /^bad\.closerank-day carries a picture under the name of another/,
  );
  expect(JSON.parse((await plan('merge', file, day('ida.closerank-day', good), out)).out)).toMatchObject({
    new: 1,
    newer: 0,
    clashes: [],
  });
  expect(readCloserank(readFileSync(out), 'merged')).toMatchObject({ lines: [{ text }], pictures: { [photo]: {} } });
});

describe('the server', { timeout: 60_000 }, () => {
  const start = (port: string) => node(['--no-warnings', '--import', 'tsx', 'src/server/start.ts'], { PORT: port });
  it('says so when its port is busy', async () => {
    const busy = createServer().listen(0, '127.0.0.1');
    await once(busy, 'listening');
    const { port } = busy.address() as AddressInfo;
    const ended = await start(String(port));
    busy.close();
    expect(ended).toMatchObject({ code: 1, out: '' });
    expect(ended.problem).toContain(`Port ${port} is busy`);
    expect(ended.problem).toContain(`PORT=${port + 1} npm start`);
  });
  it('says so when its port is none', async () => {
    expect((await start('lots')).problem).toMatch(/^PORT is 'lots'; it must be a whole number/);
  });
});
