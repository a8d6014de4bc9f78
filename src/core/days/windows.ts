import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';
import { dateWords, spanWords, type Day } from './day.ts';
import { beforeRainsEnd, leastRains, seasonDates, type SeasonDates } from './season.ts';
import data from './plant-kinds.json' with { type: 'json' };

/** A time in which may be planted; null where there is none. */
export type Window = readonly [from: Day, to: Day] | null;

export interface DormantDates {
  readonly firstFrost: Day;
  readonly freeze: Day | null;
  readonly thaw: Day | null;
  readonly lastFrost: Day;
  readonly budBreak: Day | null;
  readonly coldStore: boolean;
}

/** The windows of one dormant season by its median dates: `cal.windows`. */
export function dormantWindows({ firstFrost, freeze, thaw, lastFrost, budBreak, coldStore }: DormantDates) {
  const freezes = freeze !== null && thaw !== null;
  const end = budBreak !== null ? budBreak - 7 : freezes ? lastFrost + 7 : lastFrost - 28;
  const window = (from: Day, to: Day): Window => (from <= to ? [from, to] : null);
  return {
    bareAutumn: freezes ? window(firstFrost + 21, freeze - 14) : null,
    bareSpring: freezes ? window(thaw + 7, end) : null,
    bareWinter: freezes ? null : window(firstFrost + 21, end),
    coldStored: coldStore ? window(end + 1, end + 38) : null,
    containerAutumn: freezes ? window(firstFrost - 42, freeze - 28) : window(firstFrost - 42, firstFrost + 42),
    containerSpring: freezes ? window(thaw + 7, lastFrost + 42) : window(lastFrost - 42, lastFrost + 28),
  };
}
type Named = keyof ReturnType<typeof dormantWindows>;

const KindSchema = z.object({
  label: z.string(),
  /** Stock of the catalogue that is such. */
  stock: z.array(z.string()),
  /** Its windows, the best first. */
  windows: z.array(
    z.enum(['bareAutumn', 'bareSpring', 'bareWinter', 'coldStored', 'containerAutumn', 'containerSpring']),
  ),
  /** Whether it may be planted as the rains come where there is no frost. */
  rains: z.boolean(),
  /** What is not planted in autumn where winters are as hard as this zone or harder. */
  springFrom: z.number(),
  /** Whether a frozen lump of it must not be set, and what else it does not bear. */
  ball: z.boolean(),
  bare: z.boolean(),
  why: z.string(),
});
const parsed = z.object({ source: z.string().min(1), kinds: z.record(z.string(), KindSchema) }).parse(data);

/** Kinds of planting stock by when and how they are planted. */
export const plantKinds = parsed.kinds;
export type PlantKind = z.infer<typeof KindSchema>;
export const kindsSource = parsed.source;

/** The kind that a stock of the catalogue is; bare roots where it is not known. */
export const kindOf = (stock: string): string =>
  Object.keys(plantKinds).find((key) => plantKinds[key]!.stock.includes(stock)) ?? 'bare';

/** The kinds among so many plants of some stocks. */
export const kindsIn = ({ stocks }: { readonly stocks: readonly { readonly stock: string }[] }): string[] => [
  ...new Set(stocks.map(({ stock }) => kindOf(stock))),
];

/** A window of a kind and what it is called. */
export interface KindWindow {
  readonly kind: string;
  readonly from: Day;
  readonly to: Day;
  readonly name: string;
}

const NAMES: Readonly<Record<Named | Wet, string>> = {
  bareAutumn: 'autumn',
  bareSpring: 'spring',
  bareWinter: 'winter',
  coldStored: 'from the cold store',
  containerAutumn: 'autumn',
  containerSpring: 'spring',
  rains: 'with the rains',
  moist: 'while the ground is moist',
  mild: 'autumn to spring',
};
/** Windows that rain sets, or a mild winter. */
type Wet = 'rains' | 'moist' | 'mild';

type Where = Pick<Holding, 'climate' | 'region' | 'place' | 'days' | 'rules'>;

/** When a kind of stock may be planted in the season that holds `day`, in the order of time; none where there is no time for it here. */
export function windowsFor(kind: string, holding: Where, day: Day): KindWindow[] {
  const season = seasonDates(holding, day);
  const { windows, rains, springFrom } = plantKinds[kind]!;
  const named = (key: Named | Wet, window: Window): KindWindow[] =>
    window ? [{ kind, from: window[0], to: window[1], name: NAMES[key] }] : [];
  if (season.rainy !== null)
    return season.rainy.flatMap(([from, to]) =>
      rains ? named('rains', [from, Math.max(from + leastRains, to - beforeRainsEnd)]) : [],
    );
  const all = dormantWindows(datesOf(season, holding));
  const grown = windows.some((key) => key === 'containerAutumn') && windows.includes('containerSpring');
  if (grown && (season.moist || (season.mild && season.freeze === null)))
    return moistParts(season, all).flatMap((part) => named(season.moist ? 'moist' : 'mild', part));
  return windows
    .filter((key) => season.zone > springFrom || !key.endsWith('Autumn'))
    .flatMap((key) => named(key, all[key]))
    .sort((a, b) => a.from - b.from);
}

/**
 * When pots and plugs go in where winters are mild: while the ground is moist where summers are dry, else from autumn to
 * spring without a gap. Where nights of winter are harder than they bear the middle of it is cut out.
 */
function moistParts({ moist, mild }: SeasonDates, all: ReturnType<typeof dormantWindows>): Window[] {
  const [autumn, spring] = [all.containerAutumn!, all.containerSpring!];
  const part = (from: Day, to: Day): Window => (from <= to ? [from, to] : null);
  const whole = moist ?? ([autumn[0], spring[1]] as const);
  if (mild) return [part(...whole)];
  return [part(whole[0], Math.min(whole[1], autumn[1])), part(Math.max(whole[0], spring[0]), whole[1])];
}

/** A season that has frosts, as the windows ask for it. */
const datesOf = ({ firstFrost, lastFrost, freeze, thaw }: SeasonDates, { days }: Where): DormantDates => ({
  firstFrost: firstFrost!,
  lastFrost: lastFrost!,
  freeze,
  thaw,
  budBreak: null,
  coldStore: days.coldStore,
});

/** How a day lies to the windows of a kind: in one, or the nearest that comes and the one that was missed. */
export interface Fits {
  readonly in: KindWindow | null;
  /** The first window that ends on the day or later, looking two years ahead. */
  readonly next: KindWindow | null;
  readonly before: KindWindow | null;
}

export function fitsWindow(kind: string, holding: Where, day: Day): Fits {
  const around = [-365, 0, 365, 730].flatMap((far) => windowsFor(kind, holding, day + far));
  const all = around.filter(({ from }, i) => around.findIndex((one) => one.from === from) === i);
  return {
    in: all.find(({ from, to }) => from <= day && day <= to) ?? null,
    next: all.find(({ to }) => to >= day) ?? null,
    before: all.findLast(({ to }) => to < day) ?? null,
  };
}

/** A day of a window nearest to another: itself where it lies in it. */
export const nearestIn = ({ from, to }: Pick<KindWindow, 'from' | 'to'>, day: Day): Day =>
  Math.min(to, Math.max(from, day));

/** 'spring, 1 April to 12 May 2027'. */
export const sayWindow = ({ name, from, to }: KindWindow): string => `${name}, ${spanWords(from, to)}`;

/** What sets the windows of a season, in words. */
export const saySeason = ({ firstFrost, lastFrost, freeze, thaw, rainy, moist, typed, zone }: SeasonDates): string =>
  rainy !== null
    ? `No frost decides here; the rains come about ${rainy.map(([from]) => dateWords(from, false)).join(' and ')}.`
    : `First frost ${dateWords(firstFrost!, false)}, last ${dateWords(lastFrost!, false)}${typed ? '' : `, as is usual in zone ${zone}`}; ${freeze !== null ? `frozen through from ${dateWords(freeze, false)} to ${dateWords(thaw!, false)}` : 'the ground does not freeze through'}.${moist ? ` Summers are dry: the ground is moist from about ${dateWords(moist[0], false)}, and pots are in by ${dateWords(moist[1], false)}.` : ''}`;
