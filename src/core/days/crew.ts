import type { Limit, Person } from '../holding/days-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { dayOf, weekday, type Day } from './day.ts';
import { stationData } from '../means/work.ts';

/** The people of a holding: those named, else so many as the settings say, on weekdays. */
export function crewOf(holding: Pick<Holding, 'days' | 'settings' | 'units'>): readonly Person[] {
  const { people } = holding.days;
  if (people.length > 0) return people;
  const hours = settingOf(holding, 'crew.day');
  return Array.from({ length: Math.max(1, Math.round(settingOf(holding, 'crew.people'))) }, (_, i) => ({
    id: `hand-${i + 1}`,
    name: `Hand ${i + 1}`,
    week: [true, true, true, true, true, false, false],
    hours: Math.min(14, Math.max(0.5, hours)),
    child: false,
    not: [],
    off: [],
  }));
}

/** Days ahead that are looked at for somebody who is free. */
const AHEAD = 400;

/** When people are there, and what of their time is taken: two works never have one hand at one hour. */
export class Crew {
  readonly people: readonly Person[];
  private readonly off: readonly ReadonlySet<Day>[];
  private readonly taken = new Map<string, number>();
  private readonly fit = new Map<string, readonly number[]>();

  constructor(
    holding: Pick<Holding, 'days' | 'settings' | 'units'>,
    private readonly holidays: ReadonlySet<Day>,
  ) {
    this.people = crewOf(holding);
    this.off = this.people.map(({ off }) => new Set(off.map(dayOf)));
  }

  /** Hours that a person means to come on a day. */
  private means(who: number, day: Day): number {
    const { week, hours } = this.people[who]!;
    return !week[weekday(day)] || this.holidays.has(day) || this.off[who]!.has(day) ? 0 : hours;
  }

  /** Hours for which a grown hand is there on a day. */
  private grown(day: Day): number {
    return this.people.reduce((most, { child }, i) => (child ? most : Math.max(most, this.means(i, day))), 0);
  }

  /** Hours that a person has left on a day: a child never has more than there is a grown hand beside it. */
  free(who: number, day: Day): number {
    const hours = this.means(who, day);
    const there = hours > 0 && this.people[who]!.child ? Math.min(hours, this.grown(day)) : hours;
    return Math.max(0, there - (this.taken.get(`${who} ${day}`) ?? 0));
  }

  /** Children who would come on a day on which no grown hand does, by name. */
  alone(day: Day): readonly string[] {
    if (this.grown(day) > 0) return [];
    return this.people.flatMap(({ name, child }, i) => (child && this.means(i, day) > 0 ? [name] : []));
  }

  /** Those who may do a work: grown, and not kept from what it asks. */
  able(asks: readonly Limit[], children = false): readonly number[] {
    const key = `${asks.join()} ${children}`;
    const known = this.fit.get(key);
    if (known) return known;
    const fit = this.people.flatMap(({ not, child }, i) =>
      (child && !children) || asks.some((limit) => not.includes(limit)) ? [] : [i],
    );
    this.fit.set(key, fit);
    return fit;
  }

  /** Hands at work on a day, in hours of a grown one; children do no more of the work than the share that is theirs to do. */
  handHours(who: readonly number[], day: Day, childShare = 1): number {
    const { grown, children } = this.hands(who, day, childShare);
    return grown + children;
  }

  private hands(who: readonly number[], day: Day, childShare: number) {
    let [grown, all] = [0, 0];
    for (const i of who)
      if (this.people[i]!.child) all += this.free(i, day) * stationData.child;
      else grown += this.free(i, day);
    const children = childShare < 1 ? Math.min(all, (grown * childShare) / (1 - childShare)) : all;
    return { grown, children, busy: all > 0 ? children / all : 0 };
  }

  /** Whether any of them comes on a day. */
  comes(who: readonly number[], day: Day): boolean {
    return who.some((i) => this.free(i, day) > 0.01);
  }

  /** The last day up to `day` on which one of them comes; null where none does within a year. */
  before(who: readonly number[], day: Day): Day | null {
    for (let at = day; at > day - AHEAD; at--) if (this.comes(who, at)) return at;
    return null;
  }

  /** The first day from `day` on on which one of them comes; null where none does within a year. */
  from(who: readonly number[], day: Day): Day | null {
    for (let at = day; at < day + AHEAD; at++) if (this.comes(who, at)) return at;
    return null;
  }

  /**
   * The days that so many hours of theirs take from a day on, and what is done on each, in hours of a grown hand. Null
   * where they do not have so many within a year.
   */
  span(who: readonly number[], start: Day, hours: number, childShare = 1): { day: Day; hours: number }[] | null {
    const days: { day: Day; hours: number }[] = [];
    let left = hours;
    for (let day = start; left > 1e-6 && day < start + AHEAD; day++) {
      const here = Math.min(left, this.handHours(who, day, childShare));
      if (here <= 0) continue;
      days.push({ day, hours: here });
      left -= here;
    }
    return left > 1e-6 ? null : days;
  }

  /** Takes those hours of them. Null, and nothing taken, where they do not have so many within a year. */
  book(who: readonly number[], start: Day, hours: number, childShare = 1): { day: Day; hours: number }[] | null {
    const days = this.span(who, start, hours, childShare);
    for (const { day, hours: done } of days ?? []) {
      const { grown, children, busy } = this.hands(who, day, childShare);
      for (const i of who) {
        const free = this.free(i, day);
        const share = (done / (grown + children)) * (this.people[i]!.child ? busy : 1);
        if (free > 0) this.taken.set(`${i} ${day}`, (this.taken.get(`${i} ${day}`) ?? 0) + free * share);
      }
    }
    return days;
  }

  /** What of a person's day is taken, hours. */
  takenOf(who: number, day: Day): number {
    return this.taken.get(`${who} ${day}`) ?? 0;
  }

  /** Days a week on which anybody comes. */
  get workWeek(): number {
    return [0, 1, 2, 3, 4, 5, 6].filter((at) => this.people.some(({ week }) => week[at])).length;
  }
}
