import type { Holding } from '../holding/schema.ts';
import { openBefore, openFrom, type Closed } from './calendar.ts';
import type { Crew } from './crew.ts';
import { dayIn, monthDay6, monthDayOf, nextOf, yearOf, type Day } from './day.ts';
import type { Facts } from './facts.ts';
import { apart, careRules, careSource, type Bound, type CareRule } from './rules.ts';
import type { Run } from './run.ts';
import { closedTimes, seasonDates } from './season.ts';
import { filled, taskId, type Task } from './task.ts';

/** What the seasons after planting are reckoned from. */
interface Seasons {
  readonly budBreak: (season: number) => Day;
  readonly leafFall: (season: number) => Day;
  readonly firstFrost: (season: number) => Day;
}

/** The growing seasons after planting: the first is the one whose buds break on planting day or next. */
function seasonsAfter(planted: Day, holding: Holding): Seasons {
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
  return { budBreak: kept(budBreak), firstFrost: frosts, leafFall: (season) => frosts(season) + apart.leafFall };
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
        tasks.push(...dated(rule, run, facts, holding, crew, seasons, season, 0, run.work.plants));
      return tasks;
    })
    .filter((task) => task.from <= last || task.group === 'off');
}

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
  return startsOf(rule, run, holding, seasons, season).map((wanted, n): Task => {
    const from =
      rule.id === 'cut-back' ? run.from : startDay(Math.max(wanted, run.to + 1), able, crew, rule.closed ? closed : []);
    const to = rule.id === 'cut-back' ? run.to : from + rule.span - 1;
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

function startsOf(
  { at, days, months, every, times }: CareRule,
  run: Run,
  { place }: Holding,
  seasons: Seasons,
  season: number,
): Day[] {
  if (at === 'month') {
    const from = season === 1 ? run.to + apart.afresh : seasons.leafFall(season - 1);
    return months
      .map((month) => {
        const text = `${String(month).padStart(2, '0')}-01`;
        return nextOf(place.latitude >= 0 ? text : monthDay6(text), from);
      })
      .filter((day) => day < seasons.leafFall(season))
      .sort((a, b) => a - b);
  }
  const start = {
    planting: run.to,
    budBreak: seasons.budBreak(season),
    leafFall: seasons.leafFall(season),
    firstFrost: seasons.firstFrost(season),
    winter: seasons.budBreak(season + 1) - apart.winter,
  }[at];
  return Array.from({ length: every ? times : 1 }, (_, n) => start + days + n * (every ?? 0));
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
    water: facts.hours.water[season - 1] ?? 0,
    weeds: facts.hours.weeds[season] ?? 0,
    trim: facts.hours.trim,
    guardOff: facts.hours.guardOff,
    coverOff: facts.hours.coverOff,
  }[hours];
  return all * part * share;
}
