import { describe, expect, it } from 'vitest';
import { becameOf, readyOf } from '../src/core/account/became.ts';
import { bill } from '../src/core/account/bill.ts';
import { costsOf } from '../src/core/account/costs.ts';
import { phasesSet } from '../src/core/account/gone.ts';
import { planDays } from '../src/core/days/tasks.ts';
import { pegging } from '../src/core/field/pegging.ts';
import { dayRows } from '../src/core/field/the-day.ts';
import { setStart } from '../src/core/holding/days-commands.ts';
import { figures } from '../src/core/order/figures.ts';
import { moneyParts } from '../src/core/order/money-parts.ts';
import { wantedOf } from '../src/core/order/suppliers.ts';
import { asPlanted } from '../src/core/record/as-planted.ts';
import { EventSchema, type Happened, type RecordEvent } from '../src/core/record/events.ts';
import { pegsOf } from '../src/core/record/pegs.ts';
import { billOf } from '../src/core/reports/bill-report.ts';
import { formatCount } from '../src/core/units/quantities.ts';
import { orderOf, orderRows } from '../src/core/account/order-list.ts';
import { kindKey, quantities } from '../src/core/account/quantities.ts';
import { factsOf } from '../src/core/days/facts.ts';
import { cardsOf } from '../src/core/field/cards/cards.ts';
import { take, type Command } from '../src/core/holding/command.ts';
import { setMeasure, setWay } from '../src/core/holding/means-commands.ts';
import type { Holding } from '../src/core/holding/schema.ts';
import { forms } from '../src/core/means/protection/kinds.ts';
import { phasesOf } from '../src/core/means/work.ts';
import { moneyPlan, plantingHours } from '../src/core/order/money-plan.ts';
import { packRows } from '../src/core/order/trailer.ts';
import { layHolding } from '../src/core/ranks/laid.ts';
import { lineOf, readRecord, union, type Line } from '../src/core/record/lines.ts';
import { ledgerOf, NO_LEDGER } from '../src/core/record/ledger.ts';
import { perPlaceOf } from '../src/core/species/seeds.ts';
import { seeded } from '../src/core/units/seeded.ts';
import { row, sample, type SampleRow } from './sample.ts';

/** Every stage, sheet and file says the same of the same thing: whatever holding it is asked of. */

const HOLDINGS = 300;
/** The lowest tube, bought as a collar and as a guard, metres. */
const COLLAR = 0.2;
const WITH_RECORDS = 200;
const SPECIES = [
  'Corylus avellana',
  'Malus domestica',
  'Acer campestre',
  'Picea abies',
  'Prunus spinosa',
  'Achillea millefolium',
];
const STOCKS = ['whip', 'transplant', 'feathered', 'pot4', 'pot15', 'plug', 'balled', 'seed', 'cutting'];
const ANIMALS = [
  [],
  ['rabbit'],
  ['sheep'],
  ['cattle', 'rabbit'],
  ['smallDeer', 'vole', 'bird'],
  ['goat'],
  ['possum', 'largeDeer'],
  ['vole', 'gopher'],
];
const METHODS = {
  weeds: ['none', 'mats', 'wool-mats', 'fabric', 'chips', 'chips-strip', 'straw', 'nurse-grass', 'sheet', 'hoe'],
  protection: ['fitting', 'none', 'guards', 'tube', 'mesh', 'cage', 'crate', 'spiral', 'stock', 'rabbit', 'deerHigh'],
  soil: ['native', 'topdress', 'blend'],
  water: ['none', 'rounds', 'drip', 'least'],
} as const;

/** A holding of one to three plantings, with means as they may be chosen. */
function randomHolding(random: () => number): Holding {
  const one = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  const rows = (): SampleRow[] =>
    Array.from({ length: 1 + Math.floor(random() * 3) }, (_, i) =>
      row({
        spacing: one([0.5, 1, 1.5, 3]),
        rowGap: i === 0 ? 0 : one([0.5, 1.5, 3]),
        later: random() < 0.2 ? 1 : 0,
        stock: one(STOCKS),
        species: Array.from(
          { length: 1 + Math.floor(random() * 2) },
          () => [1 + Math.floor(random() * 3), one(SPECIES)] as [number, string],
        ),
      }),
    );
  const made = sample({
    animals: one(ANIMALS) as never,
    units: one(['metric', 'us'] as const),
    latitude: one([52, -38, 44, -1]),
    length: 6 + Math.floor(random() * 40),
    rows: rows(),
  });
  const [first] = made.plantings;
  const more = Array.from({ length: Math.floor(random() * 2) }, (_, n) => ({
    ...sample({ length: 20, rows: rows() }).plantings[0]!,
    id: `q${n}`,
    name: `More ${n}`,
  }));
  let holding: Holding = {
    ...made,
    plantings: [
      first!,
      ...more.map((each) => ({ ...each, rows: each.rows.map((r) => ({ ...r, id: `${each.id}${r.id}` })) })),
    ],
    inHand: random() < 0.3 ? [{ id: 'b', species: 'corylus-avellana', stock: 'whip', size: 10, bundles: 2 }] : [],
    here: random() < 0.3 ? [{ id: 'h', piece: 'stake.0.9', count: 7, needs: '' }] : [],
  };
  const set = (command: Command) => (holding = take(holding, command).holding);
  for (const { id, rows: own } of holding.plantings) {
    for (const mean of ['weeds', 'protection', 'soil', 'water'] as const)
      if (random() < 0.7) set(setWay(id, mean, { method: one(METHODS[mean]) }, ''));
    if (random() < 0.3)
      set(
        setWay(
          id,
          'protection',
          { exceptions: [{ for: 'row', of: own[0]!.id, method: one(METHODS.protection), measures: {} }] },
          '',
        ),
      );
    if (random() < 0.2) set(setMeasure(id, 'protection', 'extra.wrap', 1, ''));
  }
  return holding;
}

const add = (sums: Map<string, number>, key: string, count: number) => sums.set(key, (sums.get(key) ?? 0) + count);

describe('every stage says the same', () => {
  it('of what each plant gets: order, bill, packing by row and cards', () => {
    const random = seeded(4242);
    const seen = new Set<string>();
    for (let n = 0; n < HOLDINGS; n++) {
      const holding = randomHolding(random);
      const all = layHolding(holding);
      const lines = bill(holding, all, NO_LEDGER);
      const order = orderOf(holding, all, NO_LEDGER);
      for (const line of order.plants) {
        const mine = lines.filter(({ key }) => key === kindKey(line));
        expect(mine.reduce((sum, { wanted }) => sum + wanted, 0)).toBe(line.count);
        expect(mine.reduce((sum, { toBuy }) => sum + toBuy, 0)).toBe(line.need);
      }
      for (const line of order.kit)
        expect(
          lines.filter(({ key }) => key === line.key).reduce((sum, { wanted }) => sum + wanted, 0),
          line.key,
        ).toBeCloseTo(line.wanted, 6);
      const printed = orderRows(order, 'metric');
      expect(printed.reduce((sum, { cents }) => sum + cents, 0)).toBe(order.cents);
      for (const laid of all) {
        const { planting, layout } = laid;
        const { kit, kinds } = quantities(planting, layout, holding);
        const packs = packRows([laid], holding);
        const packed = new Map<string, number>();
        for (const { pieces, plants } of packs) {
          for (const { key, count } of pieces) add(packed, key, count);
          for (const kind of plants) add(packed, kindKey(kind), kind.count);
        }
        for (const { key, wanted, rows } of kit)
          if (rows) expect(packed.get(key) ?? 0, `${key} ${n}`).toBeCloseTo(wanted, 1);
        for (const key of packed.keys())
          expect(key.includes('|') || kit.some((line) => line.key === key), key).toBe(true);
        for (const kind of kinds)
          expect(packed.get(kindKey(kind))).toBe(kind.count * perPlaceOf(kind.species.id, kind.stock));
        // One clock: the hours of Order are those of the line, phase by phase.
        const phases = phasesOf(laid, holding);
        const at = (...keys: string[]) =>
          phases.reduce(
            (sum, { stations }) =>
              sum + stations.reduce((all, one) => all + (keys.includes(one.key) ? one.minutes / 60 : 0), 0),
            0,
          );
        const hours = plantingHours(laid, holding);
        expect(hours.holes).toBeCloseTo(at('open', 'set', 'firm', 'water'), 6);
        expect(hours.protection).toBeCloseTo(at('stake', 'guard') + factsOf(laid, holding).hours.fence, 6);
        expect(phases.reduce((sum, one) => sum + one.plants, 0)).toBe(layout.stand.count);
        // What the cards tell a crew to put on is what was bought to be put on.
        const told = new Map<string, number>();
        for (const { planted, plants, species, stock } of cardsOf(laid, holding)) {
          const { guard, stake, collar, basket, cover } = planted;
          if (guard && !guard.crate && !guard.label.startsWith('Cage'))
            add(told, guard.size === COLLAR ? 'collars' : 'guards', plants.length);
          if (stake) add(told, `stake.${stake.length}`, plants.length * stake.count);
          if (collar !== null) add(told, 'collars', plants.length);
          if (basket) add(told, 'basket', plants.length);
          if (cover === 'mat') add(told, 'mats', plants.length);
          expect(planted.perPlace).toBe(perPlaceOf(species.id, stock));
        }
        const bought = new Map<string, number>();
        for (const { key, wanted } of kit) {
          if (/^(guard|mesh)\.|^spiral/.test(key))
            add(bought, key === `guard.${COLLAR}` ? 'collars' : 'guards', wanted);
          if (key.startsWith('stake.') || key === 'basket') add(bought, key, wanted);
          if (key.startsWith('mat')) add(bought, 'mats', wanted);
        }
        const crated = kit.some(({ key }) => key === 'post');
        for (const key of new Set([...told.keys(), ...bought.keys()])) {
          if (key === 'guards' && crated) continue; // crates are listed as guards of their size
          if (key === 'mats') expect(told.get(key)).toBeGreaterThanOrEqual(bought.get(key) ?? 0); // closer rows get a strip
          else
            expect(bought.get(key) ?? 0, `${key} of ${JSON.stringify(planting.means.protection)}`).toBeCloseTo(
              told.get(key) ?? 0,
              6,
            );
          seen.add(key);
        }
      }
    }
    expect([...seen].sort()).toEqual(expect.arrayContaining(['basket', 'collars', 'guards', 'mats', 'stake.0.9']));
    expect(Object.values(forms).length).toBeGreaterThan(4);
  });
});

/** What is said of a holding by its record: orders, goods that come, plants set and left out. */
function randomRecord(holding: Holding, random: () => number): RecordEvent[] {
  const all = layHolding(holding);
  const events: RecordEvent[] = [];
  let seq = 0;
  const tell = (day: number, happened: Happened) =>
    events.push(
      EventSchema.parse({
        id: `e${seq}`,
        device: random() < 0.5 ? 'd' : 'e',
        seq: seq++,
        at: `2027-03-${String(day).padStart(2, '0')}T10:00:00.000+00:00`,
        by: '',
        ...happened,
      }),
    );
  const pegs = all.map((laid) => {
    const body = pegging(laid, ledgerOf(events), holding, { reach: 1, answers: [] });
    if (laid.layout.stand.count > 0 && random() < 0.8) tell(1, { kind: 'pegged', body });
    return { planting: laid.planting.id, labels: pegsOf(body).map(({ label }) => label) };
  });
  for (let day = 2; day < 12; day++) {
    const ledger = ledgerOf(events);
    const what = random();
    if (what < 0.3) {
      const list = orderOf(holding, all, ledger);
      const share = random() < 0.5 ? 1 : random();
      const lines = wantedOf(list)
        .filter(() => random() < share)
        .map(({ key, need }) => ({
          key,
          name: key,
          need,
          quantity: need + Math.floor(random() * 4),
          cents: 10 * need,
        }));
      if (lines.length > 0)
        tell(day, {
          kind: 'ordered',
          body: {
            supplier: 'N',
            supplierId: 'n',
            phase: null,
            on: `2027-03-0${Math.min(9, day)}`,
            lines,
            delivery: 0,
            currency: holding.currency,
          },
        });
    } else if (what < 0.55 && ledger.orders.length > 0) {
      const order = ledger.orders[Math.floor(random() * ledger.orders.length)]!;
      const lines = order.lines.flatMap(({ quantity, checks }, line) => {
        if (checks.length > 0 || random() < 0.4) return [];
        const counted = random() < 0.5 ? quantity : Math.floor(random() * quantity);
        return [
          {
            line,
            counted,
            refused: Math.floor((random() * counted) / 4),
            reserve: false,
            follows: random() < 0.3,
            instead: '',
            signs: [],
            note: '',
            photos: [],
          },
        ];
      });
      if (lines.length > 0)
        tell(day, {
          kind: 'delivered',
          body: { order: order.id, on: `2027-03-${String(day).padStart(2, '0')}`, lines },
        });
    } else {
      const { planting, labels } = pegs[Math.floor(random() * pegs.length)]!;
      if (!ledger.planted.has(planting)) continue;
      const from = random() < 0.3 ? 0 : Math.floor(random() * labels.length);
      const some = labels.slice(from, random() < 0.3 ? undefined : from + 9);
      const kind = random() < 0.8 ? 'planted' : 'skipped';
      tell(day, {
        kind,
        body: { planting, labels: some, over: [], ...(kind === 'skipped' && { reason: 'rock' }) },
      } as Happened);
      if (random() < 0.3)
        tell(day, {
          kind: 'swapped',
          body: { planting, label: some[0]!, species: 'corylus-avellana', stock: 'whip', reason: '', over: [] },
        });
      if (random() < 0.2) tell(day, { kind: 'died', body: { planting, labels: some.slice(0, 2), reason: '' } });
      if (random() < 0.1) tell(day, { kind: 'amended', body: { event: events.at(-1)!.id, holds: false } });
    }
  }
  return events;
}

describe('with a record', () => {
  it(
    'Ranks, Order, its files, Suppliers, Money, Days, the phone and the command line say the same',
    { timeout: 180_000 },
    () => {
      const random = seeded(777);
      const seen = new Set<string>();
      for (let n = 0; n < WITH_RECORDS; n++) {
        let holding = randomHolding(random);
        for (const { id } of holding.plantings) holding = take(holding, setStart(id, '2027-03-15', '')).holding;
        const events = randomRecord(holding, random);
        for (const { kind } of events) seen.add(kind);
        // What two devices recorded, brought together in any order.
        const [mine, theirs] = ['d', 'e'].map((device) =>
          events.filter((event) => event.device === device).map(lineOf),
        ) as [Line[], Line[]];
        const ledger = ledgerOf(readRecord(union(theirs, mine)).events);
        const all = layHolding(holding);
        const lines = bill(holding, all, ledger);
        const order = orderOf(holding, all, ledger);
        const toBuy = new Map<string, number>();
        for (const { key, toBuy: need } of lines) add(toBuy, key, need);
        for (const line of [
          ...order.plants.map((one) => ({ ...one, key: kindKey(one), count: one.order })),
          ...order.kit,
        ]) {
          expect(line.here + line.had + line.need).toBe(line.count);
          expect(Math.min(line.here, line.had, line.need)).toBeGreaterThanOrEqual(0);
          expect(toBuy.get(line.key)).toBe(line.need);
          expect(lines.filter(({ key }) => key === line.key).reduce((sum, { count }) => sum + count, 0)).toBe(
            line.count,
          );
        }
        for (const { key, need } of wantedOf(order)) expect(toBuy.get(key)).toBe(need);
        expect(orderRows(order, 'metric').map((one) => one.toBuy)).toEqual(
          [...order.plants, ...order.kit].map((one) => one.need),
        );
        const became = becameOf(holding, all, ledger);
        const came = new Map<string, number>();
        for (const { key, toCome, kept } of ledger.orders.flatMap((one) => one.lines)) add(came, key, toCome + kept);
        for (const one of became) {
          expect(one.here + one.come + one.unrecorded, one.key).toBe(one.refused + one.faulty + one.set + one.left);
          expect(one.toCome + one.come - one.refused - one.faulty).toBe(came.get(one.key) ?? 0);
          const mine = lines.filter(({ key }) => key === one.key);
          expect(one.toBuy).toBe(mine.reduce((sum, line) => sum + line.toBuy, 0));
          expect(readyOf(new Set([one.key]), holding, all, ledger)).toBe(one.left);
          if (one.set > 0 && one.left > 0) seen.add('left over');
          // What is dead was set; what is in the store is neither set nor handed out.
          expect(one.dead).toBeLessThanOrEqual(one.set);
          expect(one.store + Math.max(one.handed, one.set)).toBe(Math.max(one.handed, one.set + one.left));
          if (one.dead > 0) seen.add('dead');
        }
        const told = billOf(holding, events);
        expect(told.lines.map((line) => line.toBuy)).toEqual(lines.map((line) => line.toBuy));
        const costs = costsOf(holding, all, ledger);
        expect(costs.toBuy).toBe(order.cents);
        expect(
          moneyPlan(
            all,
            all.map(({ planting, layout }) => quantities(planting, layout, holding)),
            costs,
            holding,
          ).costs.total,
        ).toBe(costs.total);
        const parts = moneyParts('supplier', all, ledger, holding).reduce((sum, { cents }) => sum + cents, 0);
        expect(parts).toBe(costs.total);
        const plan = planDays(holding, all, ledger);
        for (const { planting, layout } of all) {
          const plants = lines.filter((line) => line.planting === planting.id && line.species);
          const figure = figures(planting, layout, quantities(planting, layout, holding), plants, holding, 8).find(
            ({ key }) => key === 'order',
          )!;
          expect(Number(figure.text.replaceAll(',', ''))).toBe(plants.reduce((sum, line) => sum + line.toBuy, 0));
          const state = ledger.planted.get(planting.id);
          for (const { phase, pegs, set, skipped, open } of state ? phasesSet(state) : []) {
            const rows = dayRows(state!, phase);
            const sum = (of: 'planted' | 'skipped' | 'left') => rows.reduce((total, one) => total + one[of], 0);
            expect([sum('planted'), sum('skipped'), sum('left')]).toEqual([set, skipped, open]);
            const task = plan.tasks.find(
              (one) => one.rule === 'plant' && one.planting === planting.id && one.phase === phase,
            )!;
            if (set + skipped > 0)
              expect(task.what).toContain(
                `Plant ${open > 0 ? `the other ${open}` : set}`.replace(/(\d)(\d{3})/, '$1,$2'),
              );
            const whole = phasesOf({ planting: asPlanted(planting, ledger), layout }, holding).find(
              (one) => one.phase === phase,
            )!.hours;
            expect(task.hours).toBeCloseTo(open > 0 ? (whole * open) / pegs : whole, 6);
            expect(task.state === 'done').toBe(open === 0);
            seen.add(open === 0 ? 'done' : set > 0 ? 'half' : 'open');
          }
          for (const phase of new Set(plants.map((line) => line.phase))) {
            const left = plants.filter((line) => line.phase === phase).reduce((sum, line) => sum + line.toBuy, 0);
            const task = plan.tasks.find(
              (one) => one.rule === 'order' && one.planting === planting.id && one.phase === phase,
            );
            expect(task!.state === 'open', `${planting.id} ${phase}`).toBe(left > 0);
            if (task!.what.includes('still')) expect(task!.what).toContain(`: ${formatCount(left)} still to buy`);
            seen.add(left > 0 ? 'to buy' : 'bought');
          }
        }
      }
      expect([...seen].sort()).toEqual([
        'amended',
        'bought',
        'dead',
        'delivered',
        'died',
        'done',
        'half',
        'left over',
        'open',
        'ordered',
        'pegged',
        'planted',
        'skipped',
        'swapped',
        'to buy',
      ]);
    },
  );
});
