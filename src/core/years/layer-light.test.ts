import { layHolding } from '../ranks/laid.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import { setRow } from '../holding/planting-commands.ts';
import { cuttingHours } from './cutting.ts';
import { layerLight, lightAbove, throughLayer } from './layer-light.ts';
import { sayKept } from './kept.ts';

const layer = fc.record({
  leafArea: fc.double({ min: 0, max: 6, noNaN: true }),
  spread: fc.double({ min: 0.2, max: 0.9, noNaN: true }),
  cover: fc.double({ min: 0, max: 1, noNaN: true }),
});
const apple = (kept: { height: number | null; width: number | null } | null) =>
  sample({
    planting: {
      baseline: {
        anchors: [
          [0, 0],
          [40, 0],
        ],
      },
    },
    rows: [
      row({ species: [[1, 'Malus domestica']], stock: 'feathered', kept }),
      row({ rowGap: 1.3, spacing: 0.6, stock: 'plug', species: [[1, 'Fragaria vesca']], name: 'Cover' }),
      row({ rowGap: 4, spacing: 1.5, species: [[1, 'Ribes nigrum']], name: 'Shrubs' }),
    ],
  });

describe('light by layer', () => {
  it('starts at 1 and falls; more leaf lets less through, never less than nothing', () => {
    fc.assert(
      fc.property(fc.array(layer, { minLength: 1, maxLength: 5 }), (layers) => {
        const light = lightAbove(layers);
        expect(light[0]).toBe(1);
        for (let i = 1; i < light.length; i++) expect(light[i]).toBeLessThanOrEqual(light[i - 1]!);
        for (const one of layers) {
          expect(throughLayer(one)).toBeGreaterThanOrEqual(0);
          expect(throughLayer({ ...one, leafArea: one.leafArea + 1 })).toBeLessThanOrEqual(throughLayer(one) + 1e-12);
        }
      }),
    );
  });

  it('falls beneath a crown that has reached the ring, not beyond it, and says under what', () => {
    const at = (year: number, kept: Parameters<typeof apple>[0] = null) =>
      Object.fromEntries(
        layerLight(layHolding(apple(kept))[0]!, apple(kept), year).map(({ row: { name }, gets, under }) => [
          name,
          [gets, under?.name ?? null] as const,
        ]),
      );
    expect(at(1)['Cover']![0]).toBe(1); // the whip's crown does not reach 1.3 m yet
    expect(at(12)['Cover']![0]).toBeCloseTo(Math.exp(-0.5 * 2.5), 6); // wholly covered by a fruit tree's leaf area of 2.5
    expect(at(12)['Cover']![1]).toBe('Row 1');
    expect(at(12)['Shrubs']).toEqual([1, null]);
    expect(at(12, { height: null, width: 1.8 })['Cover']).toEqual([1, null]); // kept too narrow to reach it
  });
});

describe('cutting', () => {
  it('takes hours by the faces that are kept, by stems that are cleared, and none where all grows free', () => {
    const hours = (kept: { height?: number; width?: number; clearStem?: number } | null, settings = {}) => {
      const holding = sample({ settings, rows: [row({ spacing: 1.5 })] });
      const done = take(
        holding,
        setRow('p1', 'p1r1', { kept: kept && { height: null, width: null, clearStem: null, ...kept } }),
      ).holding;
      return cuttingHours(standOf(done), done);
    };
    expect(hours(null)).toBe(0);
    // 41 plants at 1.5 m: both sides of 2 m and a top of 1 m make 5 m² a metre.
    expect(hours({ height: 2, width: 1 })).toBeCloseTo((61.5 * 5) / 40, 9);
    expect(hours({ height: 2, width: 1 }, { 'cut.area': 80 })).toBeCloseTo((61.5 * 5) / 80, 9);
    expect(hours({ clearStem: 2 })).toBeCloseTo((41 * 3) / 60, 9);
  });
  it('is said as people say it', () => {
    expect(sayKept({ height: 2, width: 1.2, clearStem: null }, 'metric')).toBe('2.0 m high, 1.2 m wide');
    expect(sayKept({ height: null, width: null, clearStem: null }, 'us')).toBe('free');
  });
});
