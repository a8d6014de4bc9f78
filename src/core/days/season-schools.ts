import { z } from 'zod';
import type { Holding } from '../holding/schema.ts';
import { formatCount } from '../units/quantities.ts';
import type { Day } from './day.ts';
import { kindOf, kindsIn, windowsFor, type KindWindow } from './windows.ts';
import data from './season-schools.json' with { type: 'json' };
import type { PhaseWork } from '../means/work.ts';

const { source, spring, schools } = z
  .object({
    source: z.string().min(1),
    /** Early spring, where one winter has no spring of its own, is so many days before its end. */
    spring: z.number().int(),
    schools: z.array(
      z.object({
        key: z.enum(['autumn', 'spring', 'summer']),
        label: z.string(),
        reason: z.string(),
        wins: z.string(),
      }),
    ),
  })
  .parse(data);
export const seasonSchoolsSource = source;

/** On which day a school would plant, or why it would not plant this here. */
export interface SeasonChoice {
  readonly key: (typeof schools)[number]['key'];
  readonly label: string;
  readonly reason: string;
  readonly wins: string;
  readonly day: Day | null;
  readonly refused: string | null;
}

/** What each school of season makes of a phase, from a day on. */
export function seasonChoices(work: PhaseWork, holding: Holding, from: Day): SeasonChoice[] {
  const kinds = kindsIn(work);
  const after = (day: (window: KindWindow) => Day | null): Day | null => {
    // The day on which all kinds may be planted so: the latest of the first days of each.
    const days = kinds.map((kind) =>
      Math.min(
        ...[0, 365, 730]
          .flatMap((far) => windowsFor(kind, holding, from + far).map(day))
          .filter((one) => one !== null && one >= from)
          .map(Number),
      ),
    );
    const last = Math.max(...days);
    return Number.isFinite(last) ? last : null;
  };
  const unpotted = work.stocks.reduce(
    (sum, { stock, plants }) => sum + (['pot', 'plug'].includes(kindOf(stock)) ? 0 : plants),
    0,
  );
  const dayOf = {
    autumn: () =>
      after(({ name, from: first }) => (name === 'spring' || name === 'from the cold store' ? null : first)),
    spring: () =>
      after(({ name, from: first, to }) => (name === 'spring' ? first : name === 'winter' ? to - spring : null)),
    summer: () => (unpotted > 0 ? null : after(({ name, to }) => (name === 'spring' ? to : null))),
  };
  return schools.map(({ key, ...school }): SeasonChoice => {
    const day = dayOf[key]();
    return {
      key,
      ...school,
      day,
      refused:
        day !== null
          ? null
          : key === 'summer' && unpotted > 0
            ? `${formatCount(unpotted)} of its plants are not in pots.`
            : 'This stock has no such time here.',
    };
  });
}
