import { describe, expect, it } from 'vitest';
import { layHolding } from './laid.ts';
import { HoldingSchema, PURPOSES } from '../holding/schema.ts';
import { ALONGS, firstPlanting } from './first-planting.ts';
import { SMALL_PLAN, smallPlan } from './small-plan.ts';

let n = 0;
const answers = {
  id: 'h',
  name: 'First',
  latitude: 52,
  longitude: -20,
  units: 'metric',
  currency: 'EUR',
  along: 'stream',
  purpose: 'stream',
  length: 80,
  bearing: 90,
  newId: () => `id${++n}`,
} as const;

describe(firstPlanting, () => {
  it.each(PURPOSES)('lays %s along anything, in both hemispheres and units, as a holding that opens', (purpose) => {
    for (const along of ALONGS)
      for (const latitude of [52, -41]) {
        const holding = firstPlanting({ ...answers, along, purpose, latitude, units: latitude < 0 ? 'metric' : 'us' });
        expect(HoldingSchema.safeParse(holding).error?.issues ?? []).toEqual([]);
        const [{ layout }] = layHolding(holding) as [ReturnType<typeof layHolding>[number]];
        expect(layout.problem).toBeNull();
        expect(layout.stand.count).toBeGreaterThan(5);
      }
  });

  it('keeps the rows to the right of the line, clear of half its width, and as long as was said', () => {
    const holding = firstPlanting(answers); // a stream 2 m wide, running east: the rows lie south of it
    const [{ layout }] = layHolding(holding) as [ReturnType<typeof layHolding>[number]];
    const { x, y, count } = layout.stand;
    const [xs, ys] = [x.slice(0, count), y.slice(0, count)];
    expect(Math.max(...ys)).toBeCloseTo(-3, 6);
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(-40);
    expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(76);
    const block = firstPlanting({ ...answers, purpose: 'timber' });
    expect(Math.max(...layHolding(block)[0]!.layout.stand.y)).toBeLessThan(-3);
    const north = firstPlanting({ ...answers, along: 'open', bearing: 0 });
    const [{ layout: turned }] = layHolding(north) as [ReturnType<typeof layHolding>[number]];
    expect(Math.max(...turned.stand.y)).toBeGreaterThan(39);
  });

  it('refuses a line on which no row can stand', () => {
    expect(() => firstPlanting({ ...answers, along: 'open', length: 0.1 })).toThrow(/too short/);
  });
});

describe(smallPlan, () => {
  it('holds all of it in its square, north up, thinned where there is more than can be told apart', () => {
    const holding = firstPlanting({ ...answers, length: 900, purpose: 'hedge' });
    const plan = smallPlan(holding, layHolding(holding))!;
    expect(plan.plants.length / 2).toBeGreaterThan(200);
    expect(plan.plants.length / 2).toBeLessThanOrEqual(401);
    expect(Math.min(...plan.plants)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...plan.plants)).toBeLessThanOrEqual(SMALL_PLAN);
    expect(plan.ground).toMatch(/^M4 50L96 50$/); // the stream, west to east
    const boundary = [
      [0, 0],
      [10, 0],
      [10, 10],
    ].map(([x, y], i) => ({
      id: `${i}`,
      at: [x!, y!] as [number, number],
      pin: 'assumed' as const,
      restsOn: null,
      other: null,
      off: 0,
    }));
    expect(smallPlan({ boundary, features: [] }, [])).toEqual({
      ground: '',
      boundary: 'M4 96L96 96L96 4Z',
      plants: [],
    });
    expect(smallPlan({ boundary: null, features: [] }, [])).toBeNull();
  });
});
