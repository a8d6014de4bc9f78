import type { Holding } from '../holding/schema.ts';
import { openBefore, openFrom, type Closed } from './calendar.ts';
import type { Crew } from './crew.ts';
import { dayIn, monthDay6, monthDayOf, nextOf, yearOf, type Day } from './day.ts';
import type { Facts } from './facts.ts';
import type { Pruned } from './pruning.ts';
import { apart, careRules, careSource, type Bound, type CareRule } from './rules.ts';
import type { Run } from './run.ts';
import { closedTimes, seasonDates } from './season.ts';
import { filled, taskId, type Task } from './task.ts';

/** What the seasons after planting are reckoned from. */
interface Seasons {
  readonly budBreak: (season: number) => Day;
  readonly leafFall: (season: number) => Day;
  readonly firstFrost: (season: number) => Day;
  /** Rainy seasons of a growing season, where frost does not decide; null where it does. */
  readonly rainy: (season: number) => readonly (readonly [Day, Day])[] | null;
}

/** The growing seasons after planting: the first is the one whose buds break on planting day or next. */
function seasonsAfter(planted: Day, holding: Holding): Seasons {
  if (seasonDates(holding, planted).rainy !== null) return withTheRains(planted, holding);
  // Planted in leaf, the season counts as the first when most of it is still to come.
  const first = [0, 365]
    .map((far) => seasonDates(holding, planted - 60 + far).budBreak)
    .find((day) => day >= planted - 60)!;
  const budBreak = (season: number) => dayIn(yearOf(first) + season - 1, monthDayOf(first));
  const frost = (season: number) => {
    const { firstFrost } = seasonDates(holding, budBreak(season) + 120);
    return firstFrost !== null && firstFrost > budBreak(season)
      ? firstFrost
      : firstFrost !== null
        ? firstFrost + 365
        : budBreak(season) + apart.inLeaf;
  };
  const frosts = kept(frost);
  return {
    budBreak: kept(budBreak),
    firstFrost: frosts,
    leafFall: (season) => frosts(season) + apart.leafFall,
    rainy: () => null,
  };
}

/** Where frost does not decide seasons are counted from planting. */
const withTheRains = (planted: Day, holding: Holding): Seasons => ({
  budBreak: (season) => planted + (season - 1) * 365,
  firstFrost: (season) => planted + (season - 1) * 365 + apart.inLeaf,
  leafFall: (season) => planted + (season - 1) * 365 + apart.inLeaf + apart.leafFall,
  rainy: (season) => rainyIn(planted, season, holding),
});

/** The rainy seasons that are left of a growing season, which runs from planting to the same day a year on. */
function rainyIn(planted: Day, season: number, holding: Holding): [Day, Day][] | null {
  const [from, to] = [planted + (season - 1) * 365, planted + season * 365];
  const both = [from, from + 366].map((day) => seasonDates(holding, day).rainy);
  if (both[0] === null) return null;
  return both
    .flatMap((rainy) => rainy ?? [])
    .map(([a, b]): [Day, Day] => [Math.max(a, from), Math.min(b, to)])
    .filter(([a, b], i, all) => b - a >= apart.afresh && all.findIndex(([other]) => other === a) === i);
}

/** Each season's day reckoned once: dozens of tasks ask for it. */
function kept(of: (season: number) => Day): (season: number) => Day {
  const known: Day[] = [];
  return (season) => (known[season] ??= of(season));
}

/** Everything that is done for a phase after planting, for so many years, until the last piece is off. */
export function careTasks(run: Run, facts: Facts, holding: Holding, crew: Crew, years: number): Task[] {
  const seasons = seasonsAfter(run.to, holding);
  const last = run.to + Math.round(years * 365.25);
  return careRules
    .filter(({ when }) => when.every((one) => facts.holds.has(one)))
    .flatMap((rule) => {
      if (rule.id === 'thin' || rule.id === 'nurse')
        return facts.rows
          .filter((row) => row.rule === rule.id)
          .flatMap(({ row, year, plants }, n) =>
            year > run.work.phase
              ? dated(
                  rule,
                  run,
                  { ...facts, words: { ...facts.words, row } },
                  holding,
                  crew,
                  seasons,
                  year - run.work.phase,
                  n,
                  plants,
                )
              : [],
          );
      const [from, to] = rule.years.map((one) => yearOfBound(one, facts));
      if (from === null || to === null || from === undefined || to === undefined) return [];
      const tasks: Task[] = [];
      for (let season = from; season <= to; season += rule.step)
        if (rule.id === 'prune')
          facts.pruned.forEach((group, n) =>
            tasks.push(...dated(prunedBy(rule, group), run, facts, holding, crew, seasons, season, n, group.plants)),
          );
        else tasks.push(...dated(rule, run, facts, holding, crew, seasons, season, 0, run.work.plants));
      return tasks;
    })
    .filter((task) => task.from <= last || task.group === 'off')
    .filter(isThere);
}

/** Whether what a task is done to is still there on its day. */
const isThere = (task: Task, _at: number, all: readonly Task[]): boolean => {
  const until = careRules.find(({ id }) => id === task.rule)?.until;
  return !until || all.every(({ rule, from }) => rule !== until || task.from < from);
};

/** Pruning of some kinds: in the month that a disease leaves them, where one does. */
const prunedBy = (rule: CareRule, { names, month, why }: Pruned): CareRule => ({
  ...rule,
  label: `Prune ${names} for one leader`,
  ...(month !== null && { at: 'month', days: 0, months: [month] }),
  ...(why !== null && { why }),
});

const yearOfBound = (one: Bound, { years }: Facts): number | null =>
  typeof one === 'number' ? one : (years[one] ?? null);

/** A rule in one season: one task, or one for each month or time that it comes. */
function dated(
  rule: CareRule,
  run: Run,
  facts: Facts,
  holding: Holding,
  crew: Crew,
  seasons: Seasons,
  season: number,
  nth: number,
  plants: number,
): Task[] {
  const able = crew.able(rule.asks, rule.children);
  const { closed } = closedTimes(holding);
  return startsOf(rule, run, facts, holding, seasons, season).map(([wanted, span], n): Task => {
    const from =
      rule.id === 'cut-back'
        ? run.from
        : startDay(thawed(rule, Math.max(wanted, run.to + 1), holding), able, crew, rule.closed ? closed : []);
    const to = rule.id === 'cut-back' ? run.to : from + span - 1;
    return {
      id: taskId(rule.id, run.work.planting, run.work.phase, season, nth * 20 + n),
      rule: rule.id,
      planting: run.work.planting,
      phase: run.work.phase,
      year: season,
      group: rule.group,
      what: filled(rule.label, facts.words),
      why: rule.why,
      from,
      to: rule.closed ? lastOpen(from, to, closed) : to,
      hours: hoursOf(rule, facts, season, plants, run),
      by: 'crew',
      who: able.map((i) => crew.people[i]!.name),
      waits: [taskId('plant', run.work.planting, run.work.phase, 0, 0)],
      wait: 0,
      holds: null,
      cost: null,
      late: null,
      sign: rule.sign ? filled(rule.sign, facts.words) : null,
      stop: filled(rule.stop, facts.words),
      tools: rule.tools,
      caution: rule.caution ?? null,
      source: careSource,
      state: 'open',
      said: '',
    };
  });
}

/** The first day from `wanted` on that somebody comes; where that is closed the last open one before it, else the next after. */
function startDay(wanted: Day, able: readonly number[], crew: Crew, closed: readonly Closed[]): Day {
  const isOpen = (day: Day) => openBefore(day, closed) === day;
  const next = crew.from(able, wanted) ?? wanted;
  if (isOpen(next)) return next;
  const before = openBefore(next, closed);
  const last = before === null ? null : crew.before(able, before);
  // Not so far back that it would be the work of another season.
  if (last !== null && isOpen(last) && last > wanted - apart.farBack) return last;
  for (let day = openFrom(next, closed) ?? next; day < next + 366; day++)
    if (isOpen(day) && crew.comes(able, day)) return day;
  return next;
}

/** The last day of a span before it would run into a closed time. */
function lastOpen(from: Day, to: Day, closed: Parameters<typeof openBefore>[1]): Day {
  let last = from;
  while (last < to && openBefore(last + 1, closed) === last + 1) last++;
  return last;
}

/** The day from which a rule's work can be done: after the thaw where it would fall into frozen ground. */
function thawed(rule: CareRule, day: Day, holding: Holding): Day {
  const { freeze, thaw } = seasonDates(holding, day);
  return rule.thawed && freeze !== null && thaw !== null && day >= freeze && day <= thaw ? thaw + 1 : day;
}

/** When a rule's work begins in a season, and how many days it may take. */
function startsOf(
  { at, days, months, every, times, span, rains }: CareRule,
  run: Run,
  facts: Facts,
  { place }: Holding,
  seasons: Seasons,
  season: number,
): (readonly [from: Day, span: number])[] {
  const spanned = (day: Day) => [day, span] as const;
  const rainy = seasons.rainy(season);
  if (at === 'watered')
    return rainy ? drySpells(run, rainy, seasons, season) : wateredIn(run, facts, place.latitude, seasons, season);
  if (rainy && rains !== undefined) {
    if (rains === null) return [];
    return rainy.flatMap(([from, to], n) => {
      const first = season === 1 && n === 0 ? Math.max(from, run.to) + rains.days : from + rains.again;
      const all = Array.from(
        { length: Math.max(1, Math.ceil((to - first) / rains.every)) },
        (_, k) => first + k * rains.every,
      );
      return all.map(spanned);
    });
  }
  if (at === 'month') {
    const from = season === 1 ? run.to + apart.afresh : seasons.leafFall(season - 1);
    return months
      .map((month) => {
        const text = `${String(month).padStart(2, '0')}-01`;
        return nextOf(place.latitude >= 0 ? text : monthDay6(text), from);
      })
      .filter((day) => day < seasons.leafFall(season))
      .sort((a, b) => a - b)
      .map(spanned);
  }
  const start = {
    planting: run.to,
    budBreak: seasons.budBreak(season),
    leafFall: seasons.leafFall(season),
    firstFrost: seasons.firstFrost(season),
    winter: seasons.budBreak(season + 1) - apart.winter,
  }[at];
  return Array.from({ length: every ? times : 1 }, (_, n) => spanned(start + days + n * (every ?? 0)));
}

/** The dry time of a season in which a stand is watered, as its water is reckoned: weeks from the midwinter before. */
function wateredIn(
  run: Run,
  { watered }: Facts,
  latitude: number,
  seasons: Seasons,
  season: number,
): (readonly [Day, number])[] {
  const weeks = watered[season + run.work.phase - 1];
  if (!weeks) return [];
  const budBreak = seasons.budBreak(season);
  const midwinter = dayIn(
    yearOf(budBreak) - (latitude < 0 && monthDayOf(budBreak) < '07-01' ? 1 : 0),
    latitude < 0 ? '07-01' : '01-01',
  );
  const [from, to] = [Math.max(midwinter + 7 * weeks[0], run.to + 1), midwinter + 7 * weeks[1]];
  return to > from ? [[from, to - from] as const] : [];
}

/** From the end of each rainy season of a growing season to the next rains: there a young plant is watered. */
function drySpells(
  run: Run,
  rainy: readonly (readonly [Day, Day])[],
  seasons: Seasons,
  season: number,
): (readonly [Day, number])[] {
  const next = seasons.rainy(season + 1)?.[0]?.[0] ?? run.to + season * 365;
  return rainy.flatMap(([, ends], n) => {
    const to = rainy[n + 1]?.[0] ?? next;
    return to - ends > apart.afresh ? [[ends, to - ends] as const] : [];
  });
}

function hoursOf(
  { hours, minutes, share }: CareRule,
  facts: Facts,
  season: number,
  plants: number,
  { work, laid }: Run,
): number {
  const part = work.plants / Math.max(1, laid.layout.stand.count);
  if (!hours) return ((minutes ?? 0) * plants) / 60;
  const all = {
    water: facts.hours.water[season + work.phase - 1] ?? 0,
    weeds: facts.hours.weeds[season] ?? 0,
    trim: facts.hours.trim,
    guardOff: facts.hours.guardOff,
    coverOff: facts.hours.coverOff,
  }[hours];
  return all * part * share;
}
