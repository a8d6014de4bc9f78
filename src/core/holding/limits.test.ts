import { noClimate } from '../place/climate.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import * as speciesCommands from '../species/species-commands.ts';
import { catalogue } from '../species/catalogue.ts';
import { redo, Refused, take, together, undo, type Command, type Step } from './command.ts';
import * as days from './days-commands.ts';
import * as ground from './ground-commands.ts';
import * as means from './means-commands.ts';
import type { FeatureOf } from './ground-schema.ts';
import { mend } from './mend.ts';
import { migrate, toStored } from './migrate.ts';
import * as plantings from './planting-commands.ts';
import { HoldingSchema, type Baseline, type Holding, type Pattern, type Planting, type Row } from './schema.ts';
import * as variants from './variant-commands.ts';

const base = sample({
  boundary: [{ at: [-5, -20] }, { at: [80, -20] }, { at: [80, 20] }, { at: [-5, 20] }],
  rows: [row(), row({ rowGap: 30 }), row({ rowGap: 30 })],
  planting: { gaps: [{ at: 30, width: 4 }] },
});
const [planting] = base.plantings as [Planting];
const [first] = planting.rows as [Row];
const pole = (id: string): FeatureOf<'pole'> => ({ id, name: '', kind: 'pole', at: [0, 0], height: 8, clear: 1 });
const many = <T>(n: number, make: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => make(i));
const withRows = (rows: Row[]): Holding => ({ ...base, plantings: [{ ...planting, rows }] });
const pattern: Pattern = { ...planting, id: 'own', name: 'Mine' };

/** Holdings that stand one short of a limit of the schema each. */
const brinks: readonly Holding[] = [
  base,
  withRows(many(39, (i) => ({ ...first, id: `row${i}` }))),
  withRows([
    { ...first, runs: many(60, () => ({ species: 'acer-campestre', count: 9999 })) },
    ...planting.rows.slice(1),
  ]),
  { ...base, plantings: [{ ...planting, gaps: many(199, (i) => ({ id: `g${i}`, kind: 'gap', at: i, width: 1 })) }] },
  { ...base, plantings: many(199, (i) => ({ ...planting, id: i === 0 ? 'p1' : `q${i}` })) },
  { ...base, variants: many(100, (i) => ({ id: `v${i}`, of: 'p1', planting })) },
  { ...base, patterns: many(99, (i) => ({ ...pattern, id: `o${i}` })) },
  { ...base, thriving: many(200, () => 'hazel'), accepted: [{ finding: 'x', reason: 'r' }] },
];
const full: Holding = { ...base, features: many(4999, (i) => pole(`f${i}`)) };

const number = fc.constantFrom(
  -1,
  0,
  0.05,
  0.1,
  1,
  3.5,
  30,
  40,
  50,
  50.001,
  120,
  500,
  5000.5,
  9999,
  50_000,
  50_001,
  1e7,
  Number.NaN,
  Number.POSITIVE_INFINITY,
);
const text = fc.constantFrom('', ' ', 'Row', 'x'.repeat(80), 'x'.repeat(81), 'y'.repeat(501));
const id = fc.constantFrom('p1', 'p1r1', 'p1r2', 'p1g1', 'c1', 'c2', 'f1', 'v1', 'gone', 'new', 'x'.repeat(65));
const point = fc.tuple(number, number);
const points = fc.oneof(fc.array(point, { maxLength: 4 }), fc.constant(many(501, (i): [number, number] => [i, 0])));

type Make = (number: number, text: string, id: string, other: string, points: [number, number][]) => Command;
const baselineOf = (n: number, at: [number, number][]): Baseline =>
  n % 3 < 1
    ? { kind: 'guilds', anchors: at }
    : n % 3 < 2
      ? {
          kind: 'block',
          outline: at,
          density: n,
          bearing: n,
          headland: n,
          shift: { along: n, across: n },
          lanes: { every: n, width: n },
        }
      : { kind: 'drawn', points: at, curved: false, closed: false };

/** One way to make each command there is, from values at the limits and beyond them. */
const makers: Readonly<Record<string, Make>> = {
  addPlanting: (n, t, i) =>
    plantings.addPlanting({ ...planting, id: i, name: t, rows: n > 40 ? many(41, () => first) : [] }),
  removePlanting: (_n, t, i) => plantings.removePlanting(i, t),
  setPlanting: (_n, t, i) => plantings.setPlanting(i, { name: t }, t),
  mirrorPlanting: (_n, _t, i) => plantings.mirrorPlanting(i),
  keepPattern: (_n, t, i) => plantings.keepPattern({ ...pattern, id: i, name: t }),
  removePattern: (_n, _t, i) => plantings.removePattern(i),
  setBaseline: (n, _t, i, _o, at) => plantings.setBaseline(i, baselineOf(n, at)),
  rowsAcross: (_n, t, i) =>
    plantings.rowsAcross(
      i,
      (
        (k) => () =>
          `${t.slice(0, 9)}${k++}`
      )(0),
    ),
  addRow: (n, t, i, o) => plantings.addRow(i, { ...first, id: o, name: t, spacing: n }, 1),
  setRow: (n, t, i, o) =>
    plantings.setRow(
      i,
      o,
      n > 1 ? { rowGap: n, kept: { height: n, width: null, clearStem: n } } : { name: t, offset: n },
    ),
  removeRow: (_n, _t, i, o) => plantings.removeRow(i, o),
  setRuns: (n, t, i, o) =>
    plantings.setRuns(
      i,
      o,
      many(Math.min(61, Math.abs(n) || 0), () => ({ species: t || 'x', count: n })),
    ),
  swapPlant: (n, t, i, o) => plantings.swapPlant(i, o, { at: n, copy: n }, t, 'swap'),
  setRows: (n, t, i, o) =>
    plantings.setRows(
      i,
      many(Math.min(41, Math.abs(n) || 0), (k) => ({ ...first, id: `${o}${k}`, name: t })),
      null,
      t,
    ),
  addClearing: (n, t, i, o) => plantings.addClearing(i, { id: o, name: t, at: [n, n], radius: n }),
  setClearing: (n, t, i, o) => plantings.setClearing(i, o, { radius: n, name: t }),
  removeClearing: (_n, _t, i, o) => plantings.removeClearing(i, o),
  addGap: (n, _t, i, o) => plantings.addGap(i, { id: o, kind: 'gate', at: n, width: n }),
  setGap: (n, _t, i, o) => plantings.setGap(i, o, { width: n }),
  removeGap: (_n, _t, i, o) => plantings.removeGap(i, o),
  setHolding: (n, t) => ground.setHolding(n > 0 ? { name: t } : { place: { latitude: n, longitude: n * 200 } }),
  setCurrency: (n, t) => ground.setCurrency(t.slice(0, 3), n),
  setBoundary: (n, t, i, _o, at) =>
    ground.setBoundary(n < 0 ? null : ground.newCorners(at, 'found', () => `${i}${t.length}`)),
  setCorner: (n, _t, i, _o, at) =>
    ground.setCorner(i, at[0] ? { at: at[0] } : { other: { at: [n, n], restsOn: 'map' } }),
  removeCorner: (_n, _t, i) => ground.removeCorner(i),
  addFeatures: (n, t, i, _o, at) =>
    ground.addFeatures(
      [
        { ...pole(i), name: t, at: [n, n] },
        { id: `${i}l`, name: '', kind: 'ditch', line: at, width: n },
      ],
      t,
    ),
  setFeature: (n, t, i, _o, at) => ground.setFeature(i, n > 40 ? { line: at } : { height: n, name: t }, t),
  removeFeature: (_n, t, i) => ground.removeFeature(i, t),
  setBundles: (n, t, i) =>
    ground.setBundles(
      many(Math.min(201, Math.abs(n) || 0), (k) => ({ id: `${i}${k}`, species: t, stock: i, size: n, bundles: n })),
    ),
  setAnimals: (n) => ground.setAnimals(n > 1 ? ['vole', 'goat'] : ['dragon' as 'vole']),
  setSetting: (n, t) => ground.setSetting(t, Number.isNaN(n) ? undefined : n, t),
  setPrice: (n, t) => ground.setPrice(t, n, t),
  acceptFinding: (_n, t, i) => ground.acceptFinding(i.repeat(60), t),
  setAim: (n, _t, i) =>
    ground.setAim(n > 1 ? { id: i, kind: 'care', hours: n } : { id: i, kind: 'hands', people: n, days: n }),
  removeAim: (_n, _t, i) => ground.removeAim(i),
  setRule: (n, t, i, o) => ground.setRule({ id: i, kind: 'setback', said: t, along: o, metres: n }),
  removeRule: (_n, _t, i) => ground.removeRule(i),
  setClimate: (n, t) =>
    ground.setClimate(
      n < 0
        ? null
        : {
            months: many(Math.min(13, n || 0), () => ({ rain: n, evaporation: n })),
            lastFrost: t,
            firstFrost: null,
            zone: n,
            rose: null,
            from: { ...noClimate().from, zone: { source: t, simulated: false } },
          },
    ),
  setTerrain: (n, t) =>
    ground.setTerrain(
      n < 0
        ? null
        : {
            west: n,
            south: n,
            cell: n,
            columns: 2,
            rows: n,
            heights: many(Math.min(7, n || 0), () => n),
            source: t,
            simulated: false,
          },
    ),
  setPicture: (n, t, i, _o, at) =>
    ground.setPicture({
      id: i,
      name: t,
      file: 'a'.repeat(n > 1 ? 64 : 3),
      type: 'image/png',
      width: n,
      height: n,
      points: at.map((one) => ({ pixel: one, at: one })),
      matrix: [1, 0, 0, 0, -1, n],
      opacity: n,
    }),
  removePicture: (_n, _t, i) => ground.removePicture(i),
  setThriving: (n, t) => ground.setThriving(many(Math.min(201, Math.abs(n) || 0), () => t)),
  setStart: (n, t, i) => days.setStart(i, n > 40 ? null : n > 1 ? t : '2027-03-14', t),
  setSettingWay: (n, t, i) => days.setSettingWay(i, n > 1 ? 'auger' : (t as 'hand'), t),
  setHands: (n, t, i) => days.setHands(i, { [t]: n }, t),
  putPerson: (n, t, i) =>
    days.putPerson(
      { id: i, name: t, week: many(7, () => n > 1), hours: n, child: false, not: [], off: n > 30 ? [t] : [] },
      t,
    ),
  removePerson: (_n, _t, i) => days.removePerson(i),
  setDays: (n, t) =>
    days.setDays(
      { freeze: n > 1 ? t : '12-01', holidays: many(Math.min(401, Math.abs(n) || 0), () => '2027-01-01') },
      t,
    ),
  setWay: (n, t, i) => means.setWay(i, n > 1 ? 'weeds' : 'water', { method: t }, t),
  setMeasure: (n, t, i) => means.setMeasure(i, 'weeds', t, Number.isNaN(n) ? undefined : n, t),
  setException: (n, t, i, o) => means.setException(i, 'protection', { for: 'row', of: o }, n < 0 ? null : t, t),
  putListed: (n, t, i) =>
    means.putListed('here', { id: i, piece: t, count: n, ...(n > 1 && { needs: t }) } as never, t),
  dropListed: (_n, t, i) => means.dropListed('here', i, t),
  keepVariant: (_n, t, i, o) => variants.keepVariant(i, o, t),
  layVariant: (_n, _t, i) => variants.layVariant(i),
  removeVariant: (_n, _t, i) => variants.removeVariant(i),
  setSpecies: (n, t, i) => speciesCommands.setSpecies({ ...catalogue[0]!, id: i, common: t, height: [1, n] }),
  removeSpecies: (n, _t, i) => speciesCommands.removeSpecies(i, n > 1),
  together: (n, t, i, o, at) => together(t, [makers['addRow']!(n, t, i, o, at), makers['removeRow']!(n, t, i, o, at)]),
};

const anyCommand = fc
  .tuple(fc.constantFrom(...Object.values(makers)), number, text, id, id, points)
  .map(([make, ...values]) => make(...values));

const opens = (holding: Holding) => migrate(JSON.parse(JSON.stringify(toStored(holding))));

function runAll(start: Holding, commands: readonly Command[]): { holding: Holding; steps: Step[] } {
  let holding = start;
  const steps: Step[] = [];
  for (const command of commands)
    try {
      const done = take(holding, command);
      holding = done.holding;
      steps.push(done.step);
    } catch (refused) {
      if (!(refused instanceof Refused)) throw refused;
      expect(refused.message).toMatch(/^[A-Z‘'].+\.$/s);
      expect(refused.message).not.toMatch(/undefined|NaN|\[object|expected/);
    }
  return { holding, steps };
}

describe('no command makes a holding that its reader refuses', () => {
  it('there is a maker for every command', () => {
    const commands = [plantings, ground, days, means, variants, speciesCommands].flatMap((module) =>
      Object.keys(module),
    );
    const helpers = ['plantingOf', 'newCorners'];
    expect(commands.filter((name) => !(name in makers) && !helpers.includes(name))).toEqual([]);
  });

  it.each([0, 1, 2, 3, 4])(
    'over hundreds of sequences at the limits and beyond them (seed %i)',
    (seed) => {
      fc.assert(
        fc.property(
          fc.constantFrom(...brinks),
          fc.array(anyCommand, { minLength: 1, maxLength: 6 }),
          (start, commands) => {
            const { holding, steps } = runAll(start, commands);
            expect(opens(holding)).toMatchObject({ ok: true });
            const undone = steps.reduceRight(undo, holding);
            expect(undone).toEqual(start);
            expect(steps.reduce(redo, undone)).toEqual(holding);
          },
        ),
        { seed, numRuns: 300 },
      );
    },
    120_000,
  );

  it('nor with five thousand features', () => {
    fc.assert(
      fc.property(fc.array(anyCommand, { maxLength: 4 }), (commands) => {
        expect(opens(runAll(full, commands).holding)).toMatchObject({ ok: true });
      }),
      { seed: 9, numRuns: 40 },
    );
  }, 60_000);

  it.each([
    [
      '41 rows',
      brinks[1]!,
      plantings.addRow('p1', { ...first, id: 'b' }, 0),
      'A planting can have at most 40 rows; this makes 41. Take some out first.',
    ],
    [
      'gaps summed by deleting a row',
      base,
      plantings.removeRow('p1', 'p1r2'),
      'The row gap can be at most 50.00 m; this is 60.00 m.',
    ],
    [
      '5,001 features',
      full,
      ground.addFeatures([pole('a'), pole('b')], 'x'),
      'A holding can have at most 5,000 features; this makes 5,001. Take some out first.',
    ],
    [
      '101 variants',
      brinks[5]!,
      variants.keepVariant('p1', 'v', 'V'),
      'A holding can have at most 100 variants; this makes 101. Take some out first.',
    ],
    [
      'a phrase of 81 letters',
      base,
      ground.setThriving(['x'.repeat(81)]),
      'Number 1 of the kinds that thrive nearby of a holding cannot be that: it has more than 80 letters.',
    ],
    [
      'a deed beyond 50 km',
      base,
      ground.setBoundary(
        ground.newCorners(
          [
            [0, 0],
            [60_000, 0],
            [0, 9],
          ],
          'found',
          () => 'c',
        ),
      ),
      'The place cannot be that: it lies more than 50 km from the holding’s origin.',
    ],
  ] as const)('%s', (_, start, command, sentence) => {
    if (start === brinks[1]) start = take(start, plantings.addRow('p1', { ...first, id: 'a' }, 0)).holding;
    expect(() => take(start, command)).toThrow(new Refused(sentence));
  });

  it('lengths are said in the steward’s own units', () =>
    expect(() => take({ ...base, units: 'us' }, plantings.removeRow('p1', 'p1r2'))).toThrow(
      'at most 164.04 ft; this is 196.85 ft',
    ));
});

describe('steps by id', () => {
  const renamed = take(base, plantings.setRow('p1', 'p1r3', { name: 'Third' }));
  it('a step is taken back after another has put rows in and taken rows out before it', () => {
    const elsewhere = take(renamed.holding, plantings.removeRow('p1', 'p1r1')).holding;
    expect(undo(elsewhere, renamed.step).plantings[0]!.rows.map(({ id, name }) => [id, name])).toEqual([
      ['p1r2', planting.rows[1]!.name],
      ['p1r3', planting.rows[2]!.name],
    ]);
  });
  it('a row taken out comes back once, behind its neighbour, however the list has changed', () => {
    const close = take(base, plantings.setRow('p1', 'p1r3', { rowGap: 2 })).holding;
    const out = take(close, plantings.removeRow('p1', 'p1r2'));
    const elsewhere = take(out.holding, plantings.addRow('p1', { ...first, id: 'other' }, 0)).holding;
    const back = undo(elsewhere, out.step);
    expect(back.plantings[0]!.rows.map(({ id }) => id)).toEqual(['other', 'p1r1', 'p1r2', 'p1r3']);
    expect(() => undo(back, out.step)).toThrow(/no longer fits: another tab/);
  });
  it('is refused, not half done, where the same thing has changed since', () => {
    const elsewhere = take(renamed.holding, plantings.setRow('p1', 'p1r3', { name: 'Other' })).holding;
    expect(() => undo(elsewhere, renamed.step)).toThrow(Refused);
    expect(elsewhere.plantings[0]!.rows[2]!.name).toBe('Other');
  });
});

describe(mend, () => {
  const broken = (changes: object) => mend(toStored({ ...base, ...changes } as Holding));
  it('takes a holding that opens as it is', () => expect(mend(toStored(base))).toEqual({ holding: base, changes: [] }));
  it('cuts to the limits what older builds let grow beyond them, and says each thing', () => {
    const rows = many(45, (i) => ({
      ...first,
      id: `row${i}`,
      rowGap: i === 7 ? 60 : 2,
      name: i === 3 ? 'n'.repeat(90) : 'Row',
    }));
    const mended = broken({ plantings: [{ ...planting, rows }], thriving: ['x'.repeat(81)] })!;
    expect(mended.holding.plantings[0]!.rows).toHaveLength(40);
    expect(mended.holding.plantings[0]!.rows[7]!.rowGap).toBe(50);
    expect(mended.holding.plantings[0]!.rows[3]!.name).toHaveLength(80);
    expect(mended.changes).toContain('Row, Row: The row gap can be at most 50.00 m; this is 60.00 m. Set to that.');
    expect(mended.changes.join(' ')).toMatch(/at most 40 rows; this makes 45\. The last ones are left out/);
  });
  it('brings a rate that older builds let be within what it may be', () => {
    const mended = broken({ settings: { 'crew.day': 0, 'ground.pace': 0.5 } })!;
    expect(mended.holding.settings).toEqual({ 'crew.day': 0.5, 'ground.pace': 0.5 });
    expect(mended.changes).toEqual([
      expect.stringMatching(/^The rate ‘.+’ must be at least 0\.5; this is 0\. Set to that\.$/),
    ]);
  });
  it('leaves out what is no longer whole, and sets anew what a holding cannot be without', () => {
    const mended = broken({
      features: [pole('a'), { id: 'b', kind: 'dragon' }, { ...pole('c'), at: [Number.NaN, 0] }],
      climate: { zone: 'cold' },
      place: { latitude: 400, longitude: 'x' },
      settings: null,
    })!;
    expect(mended.holding.features.map((feature) => feature.id)).toEqual(['a']);
    expect(mended.holding).toMatchObject({ climate: null, place: { latitude: 0, longitude: 0 }, settings: {} });
    expect(HoldingSchema.safeParse(mended.holding).success).toBe(true);
  });
  it.each([
    null,
    'x',
    { format: 'close-rank', version: 4, holding: 7 },
    { format: 'close-rank', version: 99, holding: {} },
  ])('does not make a holding of %j', (stored) => expect(mend(stored)).toBeNull());
});
