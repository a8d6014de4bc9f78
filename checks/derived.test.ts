import { isProxy } from 'node:util/types';
import { phasesOf } from '../src/core/means/work.ts';
import { closedTimes } from '../src/core/days/season.ts';
import { planDays } from '../src/core/days/tasks.ts';
import { afresh, derivations, forgetDerived } from '../src/core/derived/derived.ts';
import { grownOf } from '../src/core/effects/outlook.ts';
import { onTrailer } from '../src/core/field/the-day.ts';
import { bill } from '../src/core/account/bill.ts';
import { costsOf } from '../src/core/account/costs.ts';
import { orderOf } from '../src/core/account/order-list.ts';
import { quantities } from '../src/core/account/quantities.ts';
import { fitsFor, roles } from '../src/core/ranks/roles.ts';
import { asFound } from '../src/core/record/as-found.ts';
import { EventSchema, type Happened, type RecordEvent } from '../src/core/record/events.ts';
import { ledgerOf } from '../src/core/record/ledger.ts';
import { bookOf } from '../src/core/species/book.ts';
import { stretchesOf } from '../src/core/years/rows-at.ts';
import { describe, expect, it } from 'vitest';
import { row, sample } from './sample.ts';
import { ANIMALS } from '../src/core/holding/ground-schema.ts';
import { noClimate } from '../src/core/place/climate.ts';
import { featuresOf, newFeature } from '../src/core/ground/features.ts';
import { Refused, take, type Command } from '../src/core/holding/command.ts';
import {
  addFeatures,
  removeFeature,
  setAnimals,
  setClimate,
  setCorner,
  setFeature,
  setHolding,
  setSetting,
} from '../src/core/holding/ground-commands.ts';
import { WAYS } from '../src/core/holding/days-schema.ts';
import { setDays, setSettingWay, setStart } from '../src/core/holding/days-commands.ts';
import { setWay } from '../src/core/holding/means-commands.ts';
import { addGap, setPlanting, setRow } from '../src/core/holding/planting-commands.ts';
import type { Holding } from '../src/core/holding/schema.ts';
import { layHolding, plantedOn, type Laid } from '../src/core/ranks/laid.ts';
import { catalogue } from '../src/core/species/catalogue.ts';
import { seeded } from '../src/core/units/seeded.ts';
import type { Finding } from '../src/core/findings/finding.ts';
import { judge, rules } from '../src/core/findings/judge.ts';

const START = sample({
  animals: ['rabbit', 'smallDeer'],
  length: 24,
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
    () => setSettingWay(planting.id, one(WAYS), 'way'),
    () =>
      setStart(
        planting.id,
        random() < 0.2 ? null : `2027-${one(['03', '11'])}-${10 + Math.floor(random() * 18)}`,
        'day',
      ),
    () => setDays({ coldStore: random() < 0.5, freezes: one([true, false, null]) }, 'days'),
    () => setWay(planting.id, 'weeds', { method: one(['mats', 'chips', 'fabric', 'none']) }, 'weeds'),
    () => setWay(planting.id, 'water', { method: one(['drip', 'none']) }, 'water'),
    () => setPlanting(planting.id, { name: `n${about(0, 9)}` }, 'name'),
    () => setHolding({ place: { latitude: about(-50, 60), longitude: about(-20, 20) } }),
    () =>
      setFeature(feature.id, 'height' in feature ? { height: about(4, 12) } : { name: `n${about(0, 9)}` }, 'changed'),
    () => addFeatures([newFeature('tree', `t${random()}`, [[about(0, 40), about(-9, 30)]])], 'tree'),
    () => (tap && random() < 0.3 ? removeFeature(tap.id, 'tap') : setSetting('setback.building', about(1, 6), 'rate')),
  ];
  return one(edits)();
}

/** Something that happens in the field or the office, on the day that `n` tells. */
function randomEvent(n: number, random: () => number): RecordEvent {
  const one = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  const day = `2027-0${1 + Math.floor(random() * 9)}-1${Math.floor(random() * 10)}`;
  const task = one(['pegs:p1:0:0:0', 'order:p1:0:0:0', 'plant:p2:0:0:0', 'marks:p1:0:0:0']);
  const happened: Happened = one<() => Happened>([
    () => ({ kind: 'taskDone', body: { task, on: day, note: '' } }),
    () => ({ kind: 'taskPutOff', body: { task, on: '2027-01-02', to: day, reason: 'rain' } }),
    () => ({ kind: 'seen', body: { item: 'pins', on: day, note: '' } }),
    () => ({
      kind: 'used',
      body: { planting: 'p1', key: 'chips', count: Math.ceil(random() * 9), done: 5, of: 'plants', on: day },
    }),
    () => ({
      kind: 'marked',
      body: {
        reference: 'r',
        on: day,
        marks: [
          {
            service: 'f5',
            name: 'pipe',
            line: [
              [15, -9],
              [15, 20],
            ],
          },
        ],
      },
    }),
  ])();
  return EventSchema.parse({ id: `e${n}`, device: 'd', seq: n, at: `${day}T10:00:00.000+00:00`, by: '', ...happened });
}

/** What is worked out of a holding and its record: what the findings say, and by turns all the rest. */
function everything(stored: Holding, events: readonly RecordEvent[], turn: number): unknown {
  const ledger = ledgerOf(events);
  const holding = asFound(stored, ledger);
  const all = layHolding(holding);
  // Of two plantings one at a time: what the other remembers is asked again at the next turn.
  if (turn % 4 > 0) return judge(holding, all[turn % all.length]!, all);
  return {
    order: orderOf(holding, all, ledger),
    bill: bill(holding, all, ledger),
    costs: costsOf(holding, all, ledger),
    kits: all.map(({ planting, layout }) => quantities(planting, layout, holding)),
    grown: all.map((laid) => grownOf(laid, holding, 'low').grown.map(({ height }) => height[20])),
    stretches: all.map((laid) => stretchesOf(grownOf(laid, holding, 'middle'))),
    days: planDays(holding, all, ledger).tasks,
    trailer: all.map((laid) => [...onTrailer(laid, holding, [])]),
    closed: closedTimes(holding),
    fits: fitsFor(Object.values(roles)[0]!, holding, bookOf(holding)).slice(0, 5),
  };
}

const text = (value: unknown): string =>
  JSON.stringify(value, (key, part: unknown) =>
    key === 'command' ? undefined : ArrayBuffer.isView(part) ? Array.from(part as Float64Array) : part,
  );

/** Where in a value a view hides that should be the thing itself. */
function viewIn(value: unknown, path = '', seen = new Set<unknown>()): string | null {
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value) || seen.has(value)) return null;
  if (isProxy(value)) return path;
  seen.add(value);
  for (const [key, part] of Object.entries(value)) {
    const found = viewIn(part, `${path}.${key}`, seen);
    if (found) return found;
  }
  return null;
}

describe('what is derived', () => {
  it('is what working it all out afresh gives, after each of 2,000 commands and records', () => {
    forgetDerived();
    const random = seeded(11);
    let holding = HOLDING;
    let events: RecordEvent[] = [];
    for (let n = 0; n < 2000; n++) {
      if (n % 90 === 0) [holding, events] = [HOLDING, []];
      else if (random() < 0.15) events = [...events, randomEvent(n, random)];
      else
        try {
          holding = take(holding, randomEdit(holding, random)).holding;
        } catch (refused) {
          if (!(refused instanceof Refused)) throw refused;
          continue;
        }
      const remembered = everything(holding, events, n);
      if (n % 20 < 5) expect(viewIn(remembered)).toBeNull();
      expect(text(remembered), `step ${n}`).toBe(text(afresh(() => everything(holding, events, n))));
    }
    expect([...derivations].filter(([, worked]) => worked === 0).map(([name]) => name)).toEqual([]);
  });

  it('asks again only the rules that read what an edit changed', () => {
    const all = layHolding(HOLDING);
    const ask = (holding: Holding, laid: readonly Laid[]): readonly (readonly Finding[])[] =>
      rules.map((rule) => rule({ holding, ...laid[0]!, all: laid, planted: plantedOn(laid) }));
    const askedBy = (after: Holding): string[] => {
      const before = ask(HOLDING, all);
      const now = ask(after, layHolding(after));
      return rules.filter((_, r) => now[r] !== before[r]).map((_, r) => String(r));
    };
    const none = take(HOLDING, setHolding({ name: 'Other' })).holding;
    expect(askedBy(none)).toEqual([]);
    expect(askedBy(take(HOLDING, setAnimals(['goat'])).holding).length).toBeLessThan(rules.length / 2);
    const other = take(HOLDING, setRow('p2', `${FIRST.rows[0]!.id}b`, { spacing: 3 })).holding;
    expect(askedBy(other).length).toBeLessThan(rules.length / 2);
    expect(askedBy(take(HOLDING, setPlanting('p1', { name: 'Renamed' }, 'name')).holding).length).toBeLessThan(
      rules.length / 2,
    );
  });

  it('follows how plants are set: a phase worked by hand takes longer than by auger', () => {
    const hours = (holding: Holding) => phasesOf(layHolding(holding)[0]!, holding)[0]!.hours;
    const byHand = hours(HOLDING);
    const auger = hours(take(HOLDING, setSettingWay('p1', 'auger', 'way')).holding);
    expect(auger).not.toBe(byHand);
    expect(hours(HOLDING)).toBe(byHand);
  });
});
