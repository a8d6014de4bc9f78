import { describe, expect, it } from 'vitest';
import { judge, layHolding } from '../findings/judge.ts';
import { newHolding } from '../holding/new-holding.ts';
import { HoldingSchema, PURPOSES } from '../holding/schema.ts';
import { formatLength } from '../units/quantities.ts';
import { drawnBaseline } from './baseline.ts';
import { newPlanting, purposes, rowAfter, sayRuns } from './purposes.ts';

let n = 0;
const newId = () => `id${++n}`;
const laidOut = (purpose: (typeof PURPOSES)[number], latitude: number) => {
  const empty = newHolding({ id: 'h', name: 'Bare', latitude, longitude: -20, units: 'metric', currency: 'EUR' });
  const planting = newPlanting({ name: purposes[purpose].label, purpose, baseline: drawnBaseline([[0, 0], [80, 0]]), side: 'right', latitude, newId });
  return { ...empty, plantings: [planting] };
};

describe(newPlanting, () => {
  it.each(PURPOSES.flatMap((purpose) => [52, -41].map((latitude) => ({ purpose, latitude }))))('$purpose at $latitude lays plants that suit bare ground', ({ purpose, latitude }) => {
    const holding = laidOut(purpose, latitude);
    expect(HoldingSchema.safeParse(holding).success).toBe(true);
    const all = layHolding(holding);
    expect(all[0]!.layout.stand.count).toBeGreaterThan(40);
    const found = judge(holding, all[0]!, all).filter(({ severity }) => severity !== 'good');
    // A blank row is one species by design; hazel's own kind pollinates it.
    const expected = purpose === 'blank' ? ['species-share'] : [];
    expect(found.filter(({ rule }) => !expected.includes(rule)).map(({ what, why }) => `${what}: ${why}`)).toEqual([]);
  });

  it('plants what grows there: no species of one hemisphere’s pattern in the other’s', () => {
    for (const purpose of PURPOSES) {
      const [north, south] = [52, -41].map((latitude) => new Set(laidOut(purpose, latitude).plantings[0]!.rows.flatMap(({ runs }) => runs.map(({ species }) => species))));
      expect([...north!].filter((species) => south!.has(species))).toEqual([]);
    }
  });

  it('says for each purpose why it is laid so', () => {
    for (const purpose of PURPOSES) expect(purposes[purpose].why).toMatch(/\.$/);
    expect(sayRuns(laidOut('blank', 52).plantings[0]!.rows[0]!.runs)).toBe('1 hazel');
    expect(formatLength(purposes.blank.rows[0]!.spacing, 'us')).toBe('4.9 ft');
  });
});

describe(rowAfter, () => {
  it('goes on like the last row: as far again, staggered against it, without its hand swaps', () => {
    const planting = laidOut('windbreak', 52).plantings[0]!;
    const last = planting.rows.at(-1)!;
    const next = rowAfter({ ...planting, rows: [...planting.rows.slice(0, -1), { ...last, swaps: [{ at: 3, species: 'ilex-aquifolium' }] }] }, 'new');
    expect(next).toMatchObject({ id: 'new', name: 'Row 4', rowGap: last.rowGap, staggered: !last.staggered, swaps: [], standards: null });
  });
  it('starts a planting that has no row yet', () => {
    expect(rowAfter({ ...laidOut('blank', 52).plantings[0]!, rows: [] }, 'first')).toMatchObject({ name: 'Row 1', rowGap: 0, spacing: 1.5 });
  });
});
