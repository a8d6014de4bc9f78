import { readFileSync } from 'node:fs';
import { sample } from '../../checks/sample.ts';
import { holdingFromPlan } from '../../src/core/files/plan-json.ts';
import type { Holding } from '../../src/core/holding/schema.ts';

/** A curved four-row belt of about `plants` plants, with a wire across it and a wet place: like the demo's, larger. */
export function belt(plants: number): Holding {
  const length = Math.min(9000, plants * 0.5);
  const rows = Math.max(4, Math.round(plants / (length / 2)));
  const names = ['Viburnum opulus', 'Tilia cordata', 'Picea abies', 'Betula pendula'];
  return sample({
    animals: ['rabbit', 'smallDeer'],
    boundary: [{ at: [-50, -400] }, { at: [length + 50, -400] }, { at: [length + 50, 400] }, { at: [-50, 400] }],
    features: [
      {
        kind: 'overheadLine',
        name: 'line',
        points: [
          [length / 2, -400],
          [length / 2, 400],
        ],
      },
      {
        kind: 'wetGround',
        name: 'hollow',
        points: [
          [10, -30],
          [40, -30],
          [40, 30],
          [10, 30],
        ],
      },
      {
        kind: 'building',
        name: 'barn',
        points: [
          [60, -30],
          [80, -30],
          [80, -20],
          [60, -20],
        ],
        eaves: 4,
        ridge: 7,
      },
      { kind: 'tree', name: 'oak', points: [[120, -12]], height: 16, crown: 10 },
      {
        kind: 'soilZone',
        points: [
          [-50, -400],
          [length / 2, -400],
          [length / 2, 400],
          [-50, 400],
        ],
        ph: 6,
      },
    ],
    rows: Array.from({ length: Math.min(rows, 40) }, (_, r) => ({
      spacing: 2,
      rowGap: r === 0 ? 0 : 3,
      staggered: r % 2 === 1,
      species: [
        [2, names[r % 4]!],
        [1, names[(r + 1) % 4]!],
      ] as [number, string][],
    })),
    planting: {
      weeds: 'mats',
      baseline: {
        points: [
          [0, 0],
          [length / 2, 20],
          [length, 0],
        ],
        curved: true,
      },
      gaps: [{ at: length / 3, width: 4 }],
    },
  });
}

export const demo = holdingFromPlan(
  JSON.parse(readFileSync(new URL('../../demo/tern-hollow.plan.json', import.meta.url), 'utf8')) as object,
  'demo',
);
