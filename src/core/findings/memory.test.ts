import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { ANIMALS } from '../holding/ground-schema.ts';
import { noClimate } from '../place/climate.ts';
import { featuresOf, newFeature } from '../ground/features.ts';
import { Refused, take, type Command } from '../holding/command.ts';
import {
  addFeatures,
  removeFeature,
  setAnimals,
  setClimate,
  setCorner,
  setFeature,
  setHolding,
  setSetting,
} from '../holding/ground-commands.ts';
import { setWay } from '../holding/means-commands.ts';
import { addGap, setRow } from '../holding/planting-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { cameOf } from '../ranks/as-before.ts';
import { layHolding, type Laid } from '../ranks/laid.ts';
import { catalogue } from '../species/catalogue.ts';
import { seeded } from '../units/seeded.ts';
import type { Finding } from './finding.ts';
import { judge, rules } from './judge.ts';
import { Memory } from './memory.ts';

const START = sample({
  animals: ['rabbit', 'smallDeer'],
  length: 40,
  boundary: [{ at: [-9, -9] }, { at: [60, -7] }, { at: [58, 40], pin: 'assumed' }, { at: [-9, 38] }],
  features: [
    {
      kind: 'overheadLine',
      name: 'line',
      points: [
        [20, -9],
        [22, 40],
      ],
      height: 8,
      clearance: 3,
    },
    {
      kind: 'wetGround',
      name: 'hollow',
      points: [
        [4, 2],
        [12, 2],
        [12, 16],
        [4, 16],
      ],
      stands: 'winter',
    },
    {
      kind: 'building',
      name: 'barn',
      points: [
        [30, -8],
        [38, -8],
        [38, -3],
        [30, -3],
      ],
      eaves: 4,
      ridge: 7,
    },
    {
      kind: 'soilZone',
      points: [
        [-9, -9],
        [25, -9],
        [25, 40],
        [-9, 40],
      ],
      ph: 7.5,
      drainage: 'free',
    },
    {
      kind: 'buriedService',
      name: 'pipe',
      points: [
        [15, -9],
        [15, 40],
      ],
      state: 'live',
      owner: 'private',
    },
    { kind: 'tap', name: 'tap', points: [[-8, -8]], flow: 12 },
  ],
  rules: [{ kind: 'setback', along: 'boundary', metres: 8.5 }],
  rows: [
    row(),
    row({
      rowGap: 2,
      spacing: 2,
      species: [
        [1, 'Malus domestica'],
        [2, 'Picea abies'],
      ],
    }),
  ],
});
const FIRST = START.plantings[0]!;
/** A second planting like it, farther in, so that an edit of one leaves the other alone. */
const HOLDING: Holding = {
  ...START,
  plantings: [
    FIRST,
    {
      ...FIRST,
      id: 'p2',
      baseline: {
        kind: 'drawn',
        points: [
          [0, 14],
          [40, 18],
        ],
        curved: false,
        ends: [],
        corner: 'round',
      } as never,
      rows: FIRST.rows.map((each) => ({ ...each, id: `${each.id}b` })),
    },
  ],
};

/** A change of any part of a holding that a rule may read. */
function randomEdit(holding: Holding, random: () => number): Command {
  const one = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  const about = (least: number, most: number) => Math.round((least + random() * (most - least)) * 100) / 100;
  const planting = one(holding.plantings);
  const edited = one(planting.rows);
  const feature = one(holding.features);
  const tap = featuresOf(holding.features, 'tap')[0];
  const edits: (() => Command)[] = [
    () => setRow(planting.id, edited.id, { spacing: about(0.6, 4) }),
    () => setRow(planting.id, edited.id, { rowGap: about(0, 4) }),
    () => setRow(planting.id, edited.id, { staggered: !edited.staggered }),
    () => setRow(planting.id, edited.id, { runs: [{ species: one(catalogue).id, count: 1 }] }),
    () => setRow(planting.id, edited.id, { kept: { height: about(1, 6), width: about(0.5, 4), clearStem: null } }),
    () => setWay(planting.id, 'protection', { method: random() < 0.5 ? 'fitting' : 'none' }, 'guards'),
    () => addGap(planting.id, { id: `g${random()}`, kind: 'gap', at: about(2, 38), width: about(1, 6) }),
    () => setCorner(one(holding.boundary!).id, { at: [about(-30, 70), about(-30, 70)] }),
    () => setAnimals([one(ANIMALS), one(ANIMALS)]),
    () =>
      setSetting(
        one(['setback.boundary', 'mower.deck', 'growth.site', 'share.most', 'water.hose'] as const),
        about(0.3, 1),
        'rate',
      ),
    () => setClimate({ ...noClimate(), zone: 3 + Math.floor(random() * 7) }),
    () => setHolding({ units: random() < 0.5 ? 'us' : 'metric' }),
    () =>
      setFeature(feature.id, 'height' in feature ? { height: about(4, 12) } : { name: `n${about(0, 9)}` }, 'changed'),
    () => addFeatures([newFeature('tree', `t${random()}`, [[about(0, 40), about(-9, 30)]])], 'tree'),
    () => (tap && random() < 0.3 ? removeFeature(tap.id, 'tap') : setSetting('setback.building', about(1, 6), 'rate')),
  ];
  return one(edits)();
}

const said = (found: readonly Finding[]): string =>
  JSON.stringify(found, (key, value: unknown) => (key === 'command' ? undefined : value));

describe(Memory, () => {
  it('finds what a full judgement finds, after each of 2,000 edits', () => {
    const random = seeded(11);
    let holding = HOLDING;
    let before: readonly Laid[] = [];
    const memories = new Map(holding.plantings.map(({ id }) => [id, new Memory()]));
    for (let n = 0; n < 2000; n++) {
      try {
        holding = n % 90 === 0 ? HOLDING : take(holding, randomEdit(holding, random)).holding;
      } catch (refused) {
        if (!(refused instanceof Refused)) throw refused;
        continue;
      }
      const laid = layHolding(holding);
      // As in the app: a planting that nothing has touched keeps its layout, another knows what it came of.
      const all = laid.map((each, p): Laid => {
        const was = before[p];
        if (was && was.planting === each.planting && sameGround(was, each)) return was;
        if (was) cameOf(each.layout.stand, was.layout.stand);
        return each;
      });
      for (const each of all) {
        const memory = memories.get(each.planting.id)!;
        expect(said(judge(holding, each, all, memory)), `edit ${n}`).toBe(
          said(judge(holding, laid[all.indexOf(each)]!, laid)),
        );
      }
      before = all;
    }
  });

  it('asks again only the rules that read what an edit changed', () => {
    const memory = new Memory();
    const all = layHolding(HOLDING);
    const ask = (holding: Holding, laid: readonly Laid[]): readonly (readonly Finding[])[] =>
      rules.map((rule) => memory.ask(rule, { holding, ...laid[0]!, all: laid }));
    const first = ask(HOLDING, all);
    const animals = ask(take(HOLDING, setAnimals(['goat'])).holding, all);
    const asked = rules.filter((_, r) => animals[r] !== first[r]);
    expect(asked.every(({ reads }) => reads.includes('animals'))).toBe(true);
    expect(asked.length).toBe(rules.filter(({ reads }) => reads.includes('animals')).length);
    const other = take(HOLDING, setRow('p2', FIRST.rows[0]!.id + 'b', { spacing: 3 })).holding;
    const laid = [all[0]!, layHolding(other)[1]!];
    ask(HOLDING, all);
    const again = ask(other, laid);
    const changed = rules.filter((_, r) => again[r] !== ask(HOLDING, all)[r]);
    expect(changed.length).toBeLessThan(rules.length / 2);
  });
});

const sameGround = (a: Laid, b: Laid): boolean => JSON.stringify(a.layout.stand.x) === JSON.stringify(b.layout.stand.x);
