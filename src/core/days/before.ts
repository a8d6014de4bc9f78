import { askedBefore } from '../ground/local-rules.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { openBefore, workdaysBack, isOfficeDay, type Closed } from './calendar.ts';
import type { Crew } from './crew.ts';
import { monthDayOf, type Day } from './day.ts';
import type { Facts } from './facts.ts';
import { beforeRules, beforeSource, type BeforeRule } from './rules.ts';
import type { Run } from './run.ts';
import { closedTimes, seasonDates } from './season.ts';
import { filled, taskId, type Task } from './task.ts';

/** What happened to the marks: when they were asked for last, and the day on which those that stand appeared. */
export interface MarksKnown {
  readonly asked: Day | null;
  readonly marked: Day | null;
}

/** Everything that must happen before a phase is planted, each by its last good day, counted back from the first spade. */
export function beforeTasks(
  run: Run,
  facts: Facts,
  holding: Holding,
  crew: Crew,
  holidays: ReadonlySet<Day>,
  marks: MarksKnown,
): Task[] {
  const rules = inOrder(
    [...beforeRules, ...leaveRules(holding)].filter(({ when }) =>
      when.every((one) => facts.holds.has(one) || one === 'services'),
    ),
  );
  const asked = rules.filter(({ office }) => !office);
  const made = new Map<string, Task>();
  // From planting day backwards: what others wait for is laid after they are, so that it ends before they begin.
  for (const rule of [...asked].reverse()) made.set(rule.id, backFrom(rule, run, facts, holding, crew, holidays, made));
  const marking = rules.find(({ office }) => office);
  const tasks = [...made.values()];
  if (!marking) return tasks;
  const digs = asked.flatMap(({ id, digs: spade }) => (spade ? [made.get(id)!.from] : []));
  return [...tasks, ...marksTasks(marking, run, Math.min(run.from, ...digs), holding, holidays, marks)];
}

/** What a holding’s own rules want asked for, as work at a desk before what they name. */
const leaveRules = ({ rules }: Pick<Holding, 'rules'>): BeforeRule[] =>
  rules.flatMap((rule): BeforeRule[] =>
    rule.kind !== 'leave' || rule.ask === ''
      ? []
      : [
          {
            id: `leave-${rule.id}`,
            label: `Ask ${rule.ask}`,
            back: rule.days,
            when: [ASKED_OF[rule.before]],
            by: 'office',
            fixed: 1,
            each: 0,
            unit: 'all',
            needs: [],
            why: `Your local rule${rule.said ? ` (${rule.said})` : ''}: before ${askedBefore[rule.before]}.`,
            late: 'Ask now, and begin nothing of it before the answer.',
            cost: 'Work that must be undone, or a fine.',
            tools: [],
            wait: 0,
            asks: [],
          },
        ],
  );
/** The fact of a planting by which a rule is asked. */
const ASKED_OF = { planting: 'plants', felling: 'woody', water: 'besideWater', fence: 'fence' } as const;

/** Rules so that each comes after those it needs; the data has no circle (a test asks). */
function inOrder(rules: readonly BeforeRule[]): BeforeRule[] {
  const sorted: BeforeRule[] = [];
  const visit = (rule: BeforeRule): void => {
    if (sorted.includes(rule)) return;
    for (const need of rule.needs) {
      const first = rules.find(({ id }) => id === need);
      if (first) visit(first);
    }
    sorted.push(rule);
  };
  rules.forEach(visit);
  return sorted;
}

function backFrom(
  rule: BeforeRule,
  run: Run,
  facts: Facts,
  holding: Holding,
  crew: Crew,
  holidays: ReadonlySet<Day>,
  made: ReadonlyMap<string, Task>,
): Task {
  const { planting, phase } = run.work;
  const able = rule.by === 'crew' ? crew.able(rule.asks) : [];
  const hours =
    rule.unit === 'fence' ? facts.hours.fence : rule.fixed + (rule.unit === 'm' ? (rule.each * facts.metres) / 60 : 0);
  const followers = beforeRules.flatMap(({ id, needs }) =>
    needs.includes(rule.id) && made.has(id) ? [made.get(id)!] : [],
  );
  const { to, closed, works } = lastDay(rule, run, holding, crew, holidays, able, followers);
  const from = firstDay(to, hours, rule, able, crew, closed, works);
  return beforeTask(rule, run, 0, {
    what: filled(rule.label, facts.words),
    why: rule.why,
    from,
    to,
    hours,
    who: able.map((i) => crew.people[i]!.name),
    waits: rule.needs.filter((id) => made.has(id) || isAsked(id, facts)).map((id) => taskId(id, planting, phase, 0, 0)),
    holds: rule.holds ? to + rule.holds : null,
  });
}

/** A task before planting, with what its rule says of it. */
const beforeTask = (
  rule: BeforeRule,
  { work: { planting, phase } }: Run,
  n: number,
  own: Pick<Task, 'what' | 'why' | 'from' | 'to' | 'hours' | 'who' | 'waits' | 'holds'> & Partial<Pick<Task, 'state'>>,
): Task => ({
  id: taskId(rule.id, planting, phase, 0, n),
  rule: rule.id,
  planting,
  phase,
  year: 0,
  group: 'before',
  by: rule.by,
  wait: rule.wait,
  cost: rule.cost,
  late: rule.late,
  sign: null,
  stop: null,
  tools: rule.tools,
  caution: rule.caution ?? null,
  source: beforeSource,
  state: 'open',
  said: '',
  ...own,
});

/** The last good day for a rule: before all that waits for it, outside what is closed, on a day of those who do it. */
function lastDay(
  rule: BeforeRule,
  run: Run,
  holding: Holding,
  crew: Crew,
  holidays: ReadonlySet<Day>,
  able: readonly number[],
  followers: readonly Task[],
) {
  let to = Math.min(
    run.from - rule.back,
    run.from - 1 - rule.wait,
    ...followers.map(({ from }) => from - 1 - rule.wait),
  );
  const closed: Closed[] = [
    ...(rule.closed ? closedTimes(holding).closed : []),
    ...(rule.grows ? [asleep(holding, to)] : []),
  ];
  const works = (day: Day): boolean =>
    rule.by === 'crew' && able.length > 0 ? crew.comes(able, day) : isOfficeDay(day, holidays);
  for (let tries = 0; tries < 400; tries++) {
    const open = openBefore(to, closed) ?? to;
    to = open;
    if (works(to)) break;
    to--;
  }
  return { to, closed, works };
}

const isAsked = (id: string, { holds }: Facts): boolean =>
  beforeRules.some((rule) => rule.id === id && rule.when.every((one) => holds.has(one)));

/** The time of the year in which nothing grows, around a day. */
function asleep(holding: Holding, day: Day): Closed {
  const { firstFrost, budBreak } = seasonDates(holding, day);
  return firstFrost === null ? ['02-30', '02-30'] : [monthDayOf(firstFrost), monthDayOf(budBreak)];
}

/** So many working days back from the last one as the hours take. */
function firstDay(
  to: Day,
  hours: number,
  rule: BeforeRule,
  able: readonly number[],
  crew: Crew,
  closed: readonly Closed[],
  works: (day: Day) => boolean,
): Day {
  if (rule.by !== 'crew' || able.length === 0) return to;
  let left = hours - crew.handHours(able, to);
  let from = to;
  for (let day = to - 1; left > 1e-6 && day > to - 120; day--) {
    if (!works(day) || openBefore(day, closed) !== day) continue;
    left -= crew.handHours(able, day);
    from = day;
  }
  return from;
}

/**
 * Asking for marks: so many clear office days before the first spade, and again as often as they run out while it still
 * digs. Marks asked for too early are asked for again.
 */
function marksTasks(
  rule: BeforeRule,
  run: Run,
  dig: Day,
  holding: Holding,
  holidays: ReadonlySet<Day>,
  { asked, marked }: MarksKnown,
): Task[] {
  const clear = Math.round(settingOf(holding, 'marks.clear'));
  const hold = Math.max(1, Math.round(settingOf(holding, 'marks.hold')));
  const tasks: Task[] = [];
  const standing = marked ?? asked;
  for (let day = dig, n = 0; day <= run.to && n < 50; n++) {
    const wanted = workdaysBack(day, clear, holidays);
    const stands = n === 0 && standing !== null && standing <= day && standing + hold >= day;
    const on = stands && asked !== null ? Math.min(asked, wanted) : wanted;
    const holds = (stands ? standing : day - 1) + hold;
    tasks.push(
      beforeTask(rule, run, n, {
        what: n === 0 ? rule.label : `${rule.label} again`,
        why: filled(rule.why, { clear: String(clear), hold: String(hold) }),
        from: on,
        to: on,
        hours: rule.fixed,
        who: [],
        waits: [],
        holds,
        state: stands ? 'done' : 'open',
      }),
    );
    day = holds + 1;
  }
  return tasks;
}
