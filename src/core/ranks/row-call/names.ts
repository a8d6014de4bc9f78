import { allSpecies, speciesOf } from '../../species/catalogue.ts';
import type { Species } from '../../holding/species-schema.ts';

/** How a species is called in a row call: its common name where no other bears it, else its botanical one. */
export function callName(id: string): string {
  const { common, botanical } = speciesOf(id);
  return allSpecies().some((other) => other.id !== id && other.common === common) ||
    /[,;/%]|\b(every|each|gap|gate|at)\b/.test(common)
    ? botanical
    : common;
}

/** Species that a typed name can mean: the one that bears it whole, else all in whose names its words begin. */
export function speciesFor(typed: string): Species[] {
  const words = typed.trim().toLowerCase().split(/\s+/);
  if (words[0] === '') return [];
  const whole = allSpecies().filter(({ common, botanical, id }) =>
    [common, botanical, id].some((name) => name.toLowerCase() === words.join(' ')),
  );
  if (whole.length > 0) return whole.slice(0, 1);
  const begins = (name: string) => {
    const parts = name.toLowerCase().split(/[\s-]+/);
    return words.every((word) => parts.some((part) => part.startsWith(word)));
  };
  return allSpecies().filter(({ common, botanical }) => begins(common) || begins(botanical));
}

/** The names to offer for what has been typed of one, best first: those that begin with it before those that hold it. */
export function completions(typed: string, most = 8): string[] {
  const start = typed.trim().toLowerCase();
  if (!start) return [];
  return speciesFor(typed)
    .map(({ id }) => callName(id))
    .sort(
      (a, b) => Number(b.startsWith(start)) - Number(a.startsWith(start)) || a.length - b.length || a.localeCompare(b),
    )
    .slice(0, most);
}
