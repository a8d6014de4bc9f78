import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import { setMeasure } from '../holding/means-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { basinPlan } from '../means/basins.ts';
import { floodGround } from '../means/flood.ts';
import { soilKit } from '../means/hole-plan.ts';
import { phDose, phGround } from '../means/ph-dose.ts';

const laid = (holding: Holding) => layHolding(holding)[0]!;

describe(phDose, () => {
  it('is lime upward and sulphur downward, by texture, no more than a unit a year', () => {
    expect(phDose('loam', 5.5, 6)).toEqual({ stuff: 'lime', perArea: 0.35, units: 0.5, left: 0 });
    const sour = phDose('clay', 4.5, 6.5)!;
    expect(sour).toMatchObject({ stuff: 'lime', units: 1, left: 1 });
    expect(sour.perArea).toBeCloseTo(0.8, 9);
    expect(phDose('sand', 7.5, 6.5)).toMatchObject({ stuff: 'sulphur', perArea: 0.05 });
    expect(phDose('loam', 6.5, 6.52)).toBeNull();
  });
});

describe(phGround, () => {
  const zone = (ph: number | null) =>
    sample({
      features: [
        {
          kind: 'soilZone',
          name: 'moor',
          points: [
            [-9, -9],
            [70, -9],
            [70, 9],
            [-9, 9],
          ],
          texture: 'loam',
          drainage: 'free',
          ph,
          depth: null,
          stones: 'few',
          lacks: '',
        } as never,
      ],
    });
  const wanting = (holding: Holding, ph: number) => take(holding, setMeasure('p1', 'soil', 'soil.ph', ph, '')).holding;
  it('gives each plant’s circle its dose, and buys it; nothing where no pH is wanted or none is known', () => {
    const holding = wanting(zone(5.5), 6);
    const [ground] = phGround(holding.plantings[0]!, laid(holding).layout, holding);
    expect(ground).toMatchObject({ zone: 'moor', plants: 41, stuff: 'lime' });
    expect(ground!.kilograms).toBeCloseTo(41 * (Math.PI / 4) * 1.2 ** 2 * 0.35, 9);
    const bought = soilKit(holding.plantings[0]!, laid(holding).layout, holding);
    expect(bought.map(({ key, count }) => [key, count])).toEqual([['lime', Math.ceil(ground!.kilograms)]]);
    for (const none of [zone(5.5), wanting(zone(null), 6), wanting(sample(), 6)])
      expect(phGround(none.plantings[0]!, laid(none).layout, none)).toEqual([]);
  });
});

describe(basinPlan, () => {
  const on = (fall: number): Holding => ({
    ...sample(),
    terrain: {
      west: -100,
      south: -100,
      cell: 10,
      columns: 41,
      rows: 21,
      heights: Array.from({ length: 41 * 21 }, (_, i) => (i % 41) * 10 * fall),
      source: 'made up',
      simulated: true,
    },
  });
  it('on the level a ring holds all it can and a half moon nothing', () => {
    const level = basinPlan(sample().plantings[0]!, laid(sample()).layout, sample());
    expect(level).toMatchObject({ slope: 0, downhill: null, halfmoon: 0, better: 'ring' });
    // 1 m² of 12 cm is 120 L.
    expect(level.ring).toBeCloseTo(120, 6);
  });
  it('on ground that rises to the east the rim is highest on the west; on steep ground the ring holds less', () => {
    const plan = basinPlan(on(0.1).plantings[0]!, laid(on(0.1)).layout, on(0.1));
    expect(plan.slope).toBeCloseTo(0.1, 6);
    expect(plan.downhill).toBe('west');
    expect(plan.ring).toBeLessThan(120);
    expect(plan.ring).toBeGreaterThan(plan.halfmoon);
  });
});

describe(floodGround, () => {
  const wet = (floods: boolean) =>
    ({
      kind: 'wetGround',
      name: 'holm',
      points: [
        [20, -9],
        [40, -9],
        [40, 9],
        [20, 9],
      ],
      stands: 'winter',
      floods,
    }) as never;
  const stream = (flows: string) =>
    ({
      kind: 'stream',
      name: 'beck',
      points: [
        [0, -20],
        [60, -20],
      ],
      flows,
      width: 2,
    }) as never;
  const of = (...features: never[]) => {
    const holding = sample({ features, rows: [row({ spacing: 2 })] });
    return floodGround(laid(holding).layout, holding);
  };
  it('counts the plants that stand where it floods and says which way is upstream', () => {
    expect(of(wet(false), stream('forward'))).toBeNull();
    const found = of(wet(true), stream('forward'))!;
    expect(found).toMatchObject({ upstream: 'west', of: 'holm' });
    expect(found.plants).toBeGreaterThan(8);
    expect(found.plants).toBeLessThan(13);
    expect(of(wet(true), stream('backward'))!.upstream).toBe('east');
    expect(of(wet(true))!.upstream).toBeNull();
  });
});
