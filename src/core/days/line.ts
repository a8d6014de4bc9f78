import type { PhaseWork, Station, StationKey } from '../means/work.ts';
import { kindsIn } from './windows.ts';
import { stationData } from '../means/work.ts';

/** A station of the line as it is manned. */
export interface Manned extends Station {
  /** Hands there; a part of one where one hand serves several. */
  readonly hands: number;
  /** Minutes between two plants that leave it. */
  readonly pace: number;
  /** How much of its time it works, where the slowest works all of it. */
  readonly load: number;
}

export interface Line {
  readonly stations: readonly Manned[];
  /** The one that holds up the others. */
  readonly slowest: Manned | null;
  /** From the first hole to the last plant, hours. */
  readonly hours: number;
  /** Longest that a root lies out of its bag, minutes; 0 for pots. */
  readonly bare: number;
}

/** A phase's line with so many hands at each station. A station without hands never ends. */
export function lineOf(work: PhaseWork, hands: Readonly<Partial<Record<StationKey, number>>>): Line {
  const paced = work.stations.map((one) => {
    const here = hands[one.key] ?? 0;
    return {
      ...one,
      hands: here,
      pace: here > 0 ? one.minutes / one.plants / here : Infinity,
      all: here > 0 ? one.minutes / here : Infinity,
    };
  });
  const longest = Math.max(0, ...paced.map(({ all }) => all));
  const stations = paced.map(({ all, ...one }): Manned => ({
    ...one,
    load: longest > 0 && Number.isFinite(longest) ? all / longest : Number(all === Infinity),
  }));
  const slowest = stations.reduce<Manned | null>((worst, one) => (worst && worst.load >= one.load ? worst : one), null);
  return { stations, slowest, hours: longest / 60, bare: bareMinutes(work, stations) };
}

/** A root waits for those laid out before it to be set and firmed at the pace of the slower, and for its own turn. */
function bareMinutes({ stocks }: PhaseWork, stations: readonly Manned[]): number {
  if (!kindsIn({ stocks }).some((kind) => kind === 'bare' || kind === 'cold' || kind === 'cutting')) return 0;
  const out = stations.filter(({ key }) => stationData.stations[key].bare);
  if (out.length === 0) return 0;
  const pace = Math.max(...out.map((one) => one.pace));
  return stationData.ahead * pace + out.reduce((sum, { minutes, plants }) => sum + minutes / plants, 0);
}

/** Neighbouring stations that are served by the same hands. */
export interface Gang {
  readonly stations: readonly Station[];
  readonly hands: number;
}

/**
 * Gangs so that the line ends soonest, each hand at its own place: where there are fewer hands than stations neighbours
 * share one. Every way to part the stations is tried, hands given one by one where most is left to do. Stations are eight at most.
 */
export function bestGangs({ stations }: PhaseWork, hands: number): Gang[] {
  const wanted = Math.min(Math.max(1, hands), stations.length);
  let best: { time: number; gangs: Gang[] } = { time: Infinity, gangs: [] };
  for (let cuts = 0; cuts < 2 ** Math.max(0, stations.length - 1); cuts++) {
    const groups: Station[][] = [];
    stations.forEach((one, i) => {
      if (i === 0 || (cuts >> (i - 1)) & 1) groups.push([one]);
      else groups.at(-1)!.push(one);
    });
    if (groups.length !== wanted) continue;
    const sums = groups.map((group) => group.reduce((sum, { minutes }) => sum + minutes, 0));
    const given = sums.map(() => 1);
    for (let left = Math.max(1, hands) - groups.length; left > 0; left--) {
      const most = sums.reduce((at, sum, g) => (sum / given[g]! > sums[at]! / given[at]! ? g : at), 0);
      given[most]!++;
    }
    const time = Math.max(0, ...sums.map((sum, g) => sum / given[g]!));
    if (time < best.time - 1e-9)
      best = { time, gangs: groups.map((group, g) => ({ stations: group, hands: given[g]! })) };
  }
  return best.gangs;
}

/** Hands at each station as {@link bestGangs} has them; those that serve several are parted by the work there is. */
export const bestHands = (work: PhaseWork, hands: number): Partial<Record<StationKey, number>> =>
  Object.fromEntries(
    bestGangs(work, hands).flatMap((gang) => {
      const sum = gang.stations.reduce((all, { minutes }) => all + minutes, 0);
      return gang.stations.map(({ key, minutes }) => [key, (gang.hands * minutes) / sum]);
    }),
  );

/** '1 at open the hole and set, 2 at guard'. */
export const sayGangs = (gangs: readonly Gang[]): string =>
  gangs
    .map(({ hands, stations }) => `${hands} at ${stations.map(({ label }) => label.toLowerCase()).join(', ')}`)
    .join('; ');

/** The line as it is manned: what the steward said of a station, the proposal for the others. */
export const mannedOf = (
  said: Readonly<Record<string, number>>,
  proposed: Readonly<Partial<Record<StationKey, number>>>,
): Partial<Record<StationKey, number>> => ({ ...proposed, ...said });
