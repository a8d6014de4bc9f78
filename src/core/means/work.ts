import { derived } from '../derived/derived.ts';
import { z } from 'zod';
import { LIMITS, type SettingWay } from '../holding/days-schema.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { rootsOf } from './holes.ts';
import { forms } from './protection/kinds.ts';
import { protectedParts } from './protection/guard-kit.ts';
import { weedChoice } from './weeds/compare.ts';
import { weedMethod } from './weeds/methods.ts';
import type { Laid } from '../ranks/laid.ts';
import { settingWays } from './machines.ts';
import data from './stations.json' with { type: 'json' };

export const STATIONS = ['open', 'set', 'firm', 'stake', 'guard', 'mat', 'mulch', 'water'] as const;
export type StationKey = (typeof STATIONS)[number];

const share = z.object({ open: z.number(), set: z.number(), firm: z.number() });
export const stationData = z
  .object({
    source: z.string().min(1),
    /** Who may not stand there; whether a child may; whether roots lie bare meanwhile. */
    stations: z.record(
      z.enum(STATIONS),
      z.object({ label: z.string(), not: z.array(z.enum(LIMITS)), child: z.boolean(), bare: z.boolean() }),
    ),
    /** How the time of one plant is spread, by what is dug. */
    shares: z.record(z.string(), share),
    /** How much longer a line takes that must be exact, and which purposes want which. */
    exact: z.record(z.string(), z.number()),
    lines: z.record(z.string(), z.string()),
    stakeShare: z.number(),
    pour: z.object({ minutes: z.number(), perLitre: z.number() }),
    /** Plants laid out ahead of those who set them. */
    ahead: z.number(),
    /** A child's pace beside a grown hand's. */
    child: z.number(),
  })
  .parse(data);

/** A step of planting day: minutes for one plant of those that get it, and how many do. */
export interface Station {
  readonly key: StationKey;
  readonly label: string;
  readonly plants: number;
  /** Minutes of one hand for all of them. */
  readonly minutes: number;
}

/** What of a line's work stands at children's stations, as a share of its minutes. */
export function childShare({ stations }: Pick<PhaseWork, 'stations'>): number {
  const minutes = (of: readonly Station[]) => of.reduce((sum, one) => sum + one.minutes, 0);
  return minutes(stations.filter(({ key }) => stationData.stations[key].child)) / Math.max(1e-9, minutes(stations));
}

/** What is planted of one planting in one year, and the work that is. */
export interface PhaseWork {
  readonly planting: string;
  /** Years after the first planting. */
  readonly phase: number;
  readonly plants: number;
  readonly stocks: readonly { readonly stock: string; readonly plants: number }[];
  readonly stations: readonly Station[];
  /** Hours of one grown hand over all stations. */
  readonly hours: number;
}

/** The work of each phase of a planting, the first first. */
export const phasesOf = derived(function phasesOf(laid: Laid, holding: Holding): PhaseWork[] {
  const { stand } = laid.layout;
  const phases = [...new Set(stand.rows.flatMap(({ row, from, to }) => (to > from ? [row.later] : [])))].sort(
    (a, b) => a - b,
  );
  return phases.map((phase) => workOf(laid, holding, phase));
});

/** How many plants of each stock stand in the rows of a phase. */
function stocksIn(stand: Laid['layout']['stand'], mine: (row: number) => boolean): Map<string, number> {
  const counts = new Map<string, number>();
  stand.rows.forEach(({ from, to }, r) => {
    if (!mine(r)) return;
    for (let i = from; i < to; i++) {
      const { stock } = stand.lots[stand.lot[i]!]!;
      counts.set(stock, (counts.get(stock) ?? 0) + 1);
    }
  });
  return counts;
}

/** The station at which a way against weeds is laid on planting day; null where nothing is. */
function layingOf(method: string): StationKey | null {
  const { lays } = weedMethod(method);
  return {
    mat: 'mat',
    strip: 'mat',
    ring: 'mulch',
    mulchStrip: 'mulch',
    spot: 'mat',
    bare: null,
    lane: null,
    none: null,
  }[lays] as StationKey | null;
}

function workOf({ planting, layout }: Laid, holding: Holding, phase: number): PhaseWork {
  const { stand } = layout;
  const mine = (r: number) => stand.rows[r]!.row.later === phase;
  const counts = stocksIn(stand, mine);
  const plants = [...counts.values()].reduce((sum, n) => sum + n, 0);
  const minutes = Object.fromEntries(STATIONS.map((key) => [key, 0])) as Record<StationKey, number>;
  const numbers = Object.fromEntries(STATIONS.map((key) => [key, 0])) as Record<StationKey, number>;
  const add = (key: StationKey, of: number, n: number) => {
    minutes[key] += of;
    numbers[key] += n;
  };
  const way = wayOf(planting, holding);
  for (const [stock, n] of counts) {
    const { litres } = rootsOf(stock);
    const each = settingMinutes(stock, n, planting, holding, way);
    for (const key of SETTING) add(key, each[key], n);
    add('water', n * (stationData.pour.minutes + stationData.pour.perLitre * litres), n);
  }
  if (plants > 0) minutes.open += setupMinutes(way);
  for (const { protection, group } of protectedParts(planting, layout, holding)) {
    const form = protection.guard && forms[protection.guard.form]!;
    if (!form) continue;
    const n = [...group.rows].reduce((sum, [r, here]) => sum + (mine(r) ? here : 0), 0);
    const staked = form.stakes > 0 ? stationData.stakeShare : 0;
    if (staked > 0) add('stake', n * form.minutes.install * staked, n);
    add('guard', n * form.minutes.install * (1 - staked), n);
  }
  const laying = layingOf(planting.means.weeds.method);
  if (laying) {
    const [first] = weedChoice(planting.means.weeds.method, planting, layout, holding).hours;
    add(laying, ((first ?? 0) * 60 * plants) / Math.max(1, stand.count), plants);
  }
  const stations = STATIONS.filter((key) => minutes[key] > 0).map((key): Station => ({
    key,
    label: stationData.stations[key].label,
    plants: numbers[key],
    minutes: minutes[key],
  }));
  return {
    planting: planting.id,
    phase,
    plants,
    stocks: [...counts].map(([stock, n]) => ({ stock, plants: n })),
    stations,
    hours: stations.reduce((sum, one) => sum + one.minutes, 0) / 60,
  };
}

/** The stations at which a plant is set, by whatever way. */
export const SETTING = ['open', 'set', 'firm'] as const satisfies readonly StationKey[];

/** How a planting is set: by hand unless it was said otherwise. */
export const wayOf = ({ id }: Pick<Planting, 'id'>, { days }: Pick<Holding, 'days'>): SettingWay =>
  days.plantings.find((one) => one.id === id)?.way ?? 'hand';

/**
 * Minutes of hands that open, set and firm so many plants of a stock. A machine takes its own stations off those who do
 * them by hand, at its pace for all hands that it binds, straightening counted in; stock that it does not set is set by hand.
 */
export function settingMinutes(
  stock: string,
  plants: number,
  planting: Planting,
  holding: Holding,
  way: SettingWay,
): Record<(typeof SETTING)[number], number> {
  const { perDay, digs } = rootsOf(stock);
  const pace = planting.means.holes.measures['ground.pace'] ?? settingOf(holding, 'ground.pace');
  const day = settingOf(holding, 'crew.day');
  const exact = stationData.exact[stationData.lines[planting.purpose]!]!;
  const each = ((day * 60) / (perDay * pace)) * exact;
  const shares = stationData.shares[digs]!;
  const byHand = {
    open: plants * each * shares.open,
    set: plants * each * shares.set,
    firm: plants * each * shares.firm,
  };
  const { stocks, does, hands, perHour, straighten } = settingWays.ways[way];
  if (does.length === 0 || !stocks.includes(stock)) return byHand;
  const own = (plants * 60 * hands) / perHour + (plants * straighten) / 60;
  const share = does.reduce((sum, key) => sum + shares[key], 0);
  return { ...byHand, ...Object.fromEntries(does.map((key) => [key, (own * shares[key]) / share])) };
}

/** Minutes of hands before a way begins: fetching and setting up its machine. */
export const setupMinutes = (way: SettingWay): number => settingWays.ways[way].setup * settingWays.ways[way].hands * 60;
