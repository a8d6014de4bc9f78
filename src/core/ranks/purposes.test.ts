import { appBook } from '../species/book.ts';
import { describe, expect, it } from 'vitest';
import { judge } from '../findings/judge.ts';
import { layHolding } from './laid.ts';
import { newHolding } from '../holding/new-holding.ts';
import { HoldingSchema, PURPOSES, type Baseline, type Purpose } from '../holding/schema.ts';
import { catalogue } from '../species/catalogue.ts';
import { isStock } from '../species/stock.ts';
import { drawnBaseline, drawnBlock } from './baseline.ts';
import { newPlanting, patterns, patternShape, type Answers } from './patterns.ts';
import { purposes, rowAfter, sayRuns } from './purposes.ts';

let n = 0;
const newId = () => `id${++n}`;
const WHERE: Record<string, Baseline> = {
  line: drawnBaseline([
    [0, 0],
    [80, 0],
  ]),
  block: drawnBlock([
    [0, 0],
    [80, 0],
    [80, 60],
    [0, 60],
  ]),
  guilds: {
    kind: 'guilds',
    anchors: [
      [0, 0],
      [9, 0],
      [18, 0],
    ],
  },
};
const laidOut = (purpose: Purpose, latitude: number, answers: Answers = {}) => {
  const empty = newHolding({ id: 'h', name: 'Bare', latitude, longitude: -20, units: 'metric', currency: 'EUR' });
  const planting = newPlanting({
    name: purposes[purpose].label,
    purpose,
    answers,
    baseline: WHERE[patternShape(purpose, answers)]!,
    side: 'right',
    latitude,
    newId,
  });
  return { ...empty, plantings: [planting] };
};

describe(newPlanting, () => {
  const everyAnswer = (purpose: Purpose): Answers[] =>
    patterns[purpose].questions.reduce<Answers[]>(
      (all, { key, options }) => all.flatMap((answers) => options.map((option) => ({ ...answers, [key]: option.key }))),
      [{}],
    );

  it.each(PURPOSES.flatMap((purpose) => [52, -41].map((latitude) => ({ purpose, latitude }))))(
    '$purpose at $latitude, with any answers, lays a planting that holds and is without fault on bare ground',
    ({ purpose, latitude }) => {
      for (const answers of everyAnswer(purpose)) {
        const holding = laidOut(purpose, latitude, answers);
        expect(HoldingSchema.safeParse(holding).error?.issues ?? []).toEqual([]);
        const all = layHolding(holding);
        const { stand } = all[0]!.layout;
        expect(stand.count, JSON.stringify(answers)).toBeGreaterThan(2);
        for (const species of stand.kinds) expect(catalogue).toContain(species);
        expect(stand.stockIds.every(isStock)).toBe(true);
        const faults = judge(holding, all[0]!, all).filter(({ severity }) => severity === 'fault');
        expect(
          faults.map(({ what, why }) => `${what}: ${why}`),
          JSON.stringify(answers),
        ).toEqual([]);
      }
    },
  );

  it.each(PURPOSES.flatMap((purpose) => [52, -41].map((latitude) => ({ purpose, latitude }))))(
    '$purpose at $latitude as it comes has nothing to be mended',
    ({ purpose, latitude }) => {
      const holding = laidOut(purpose, latitude);
      const all = layHolding(holding);
      const found = judge(holding, all[0]!, all).filter(
        ({ severity, rule }) => severity === 'caution' && rule !== 'species-share',
      );
      expect(found.map(({ what, why }) => `${what}: ${why}`)).toEqual([]);
    },
  );

  it('plants what grows there: where wild kinds are meant, no species of one hemisphere’s pattern in the other’s', () => {
    for (const purpose of ['hedge', 'wildlifeHedge', 'windbreak', 'stream', 'conservation', 'timber'] as const) {
      const [north, south] = [52, -41].map(
        (latitude) =>
          new Set(
            laidOut(purpose, latitude).plantings[0]!.rows.flatMap(({ runs }) => runs.map(({ species }) => species)),
          ),
      );
      expect([...north!].filter((species) => south!.has(species))).toEqual([]);
    }
  });

  it('says for each purpose why and by what source, and asks at most five questions, each with answers to choose from', () => {
    for (const purpose of PURPOSES) {
      const { why, source, questions } = patterns[purpose];
      expect(why).toMatch(/\.$/);
      expect(source.length).toBeGreaterThan(5);
      expect(questions.length).toBeLessThanOrEqual(5);
      for (const { ask, options } of questions) {
        expect(ask).toMatch(/\?$/);
        expect(new Set(options.map(({ key }) => key)).size).toBe(options.length);
        // Each answer decides something that no other decides.
        expect(new Set(options.map(({ does }) => JSON.stringify(does))).size, `${purpose}: ${ask}`).toBe(
          options.length,
        );
      }
    }
    expect(sayRuns(laidOut('blank', 52).plantings[0]!.rows[0]!.runs, appBook)).toBe('1 hazel');
  });

  it('an answer decides: stock asks for a second row, room for fewer; one that is not offered is refused', () => {
    const rows = (purpose: Purpose, answers: Answers) => laidOut(purpose, 52, answers).plantings[0]!.rows;
    expect(
      [rows('hedge', {}), rows('hedge', { stock: 'yes' }), rows('windbreak', { rows: 'one' })].map(
        ({ length }) => length,
      ),
    ).toEqual([1, 2, 1]);
    expect(rows('hedge', { kept: 'tall' })[0]!.kept).toEqual({ height: 3, width: 1.5, clearStem: null });
    expect(rows('hedge', { trees: 'some' })[0]!.standards).toMatchObject({ species: 'tilia-cordata', every: 12 });
    expect(['line', 'block', 'guilds'].map((shape) => patternShape('blank', { shape }))).toEqual([
      'line',
      'block',
      'guilds',
    ]);
    expect(laidOut('timber', 52, { lanes: 'lanes' }).plantings[0]!.baseline).toMatchObject({
      headland: 3,
      lanes: { every: 12, width: 4 },
    });
    expect(() => rows('hedge', { stock: 'maybe' })).toThrow(
      /no answer to 'Must it hold stock\?' Choose one of No, or a fence will; Yes/,
    );
  });
});

describe(rowAfter, () => {
  it('goes on like the last row: as far again, staggered against it, without its hand swaps', () => {
    const planting = laidOut('windbreak', 52).plantings[0]!;
    const last = planting.rows.at(-1)!;
    const next = rowAfter(
      {
        ...planting,
        rows: [...planting.rows.slice(0, -1), { ...last, swaps: [{ at: 3, copy: 0, species: 'ilex-aquifolium' }] }],
      },
      'new',
    );
    expect(next).toMatchObject({
      id: 'new',
      name: 'Row 4',
      rowGap: last.rowGap,
      staggered: !last.staggered,
      swaps: [],
      standards: null,
    });
  });
  it('starts a planting that has no row yet', () => {
    expect(rowAfter({ ...laidOut('blank', 52).plantings[0]!, rows: [] }, 'first')).toMatchObject({
      name: 'Row 1',
      rowGap: 0,
      spacing: 1.5,
    });
  });
});
