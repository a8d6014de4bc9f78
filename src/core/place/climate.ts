import type { Climate, ClimatePart, Source } from '../holding/ground-schema.ts';

/** What the steward typed. */
export const TYPED: Source = { source: 'typed by the steward', simulated: false };

/** Nothing known yet. */
export const noClimate = (): Climate => ({
  months: null,
  lastFrost: null,
  firstFrost: null,
  zone: null,
  rose: null,
  from: { months: TYPED, frosts: TYPED, zone: TYPED, rose: TYPED },
});

type Facts = Omit<Climate, 'from'>;
const PART_OF: Readonly<Record<keyof Facts, ClimatePart>> = {
  months: 'months',
  lastFrost: 'frosts',
  firstFrost: 'frosts',
  zone: 'zone',
  rose: 'rose',
};

/** A climate with some of its facts told by a source; the others keep theirs. */
export function told(climate: Climate | null, facts: Partial<Facts>, source: Source): Climate {
  const before = climate ?? noClimate();
  const parts = (Object.keys(facts) as (keyof Facts)[]).map((key) => PART_OF[key]);
  return { ...before, ...facts, from: { ...before.from, ...Object.fromEntries(parts.map((part) => [part, source])) } };
}

/** ', simulated' behind a figure that a stand-in made up; nothing behind any other. */
export const madeUp = (climate: Climate | null, part: ClimatePart): string =>
  climate?.from[part].simulated ? ', simulated' : '';

/** A source as it is shown: 'typed by the steward', 'stand-in climate, simulated'. */
export const sourceWords = ({ source, simulated }: Source): string => `${source}${simulated ? ', simulated' : ''}`;
