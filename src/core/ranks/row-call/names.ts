import type { UnitSystem } from '../../units/quantities.ts';
import type { SpeciesBook } from '../../species/book.ts';
import type { Species } from '../../holding/species-schema.ts';

/** In whose units and with whose species a call is written. */
export interface Written {
  readonly units: UnitSystem;
  readonly book: SpeciesBook;
}

/** How a species is called in a row call: its common name where no other bears it, else its botanical one. */
export function callName(id: string, book: SpeciesBook): string {
  const { common, botanical } = book.of(id);
  return book.all.some((other) => other.id !== id && other.common === common) ||
    /[,;/%]|\b(every|each|gap|gate|at)\b/.test(common)
    ? botanical
    : common;
}

/** Species that a typed name can mean: the one that bears it whole, else all in whose names its words begin. */
export function speciesFor(typed: string, book: SpeciesBook): Species[] {
  const words = typed.trim().toLowerCase().split(/\s+/);
  if (words[0] === '') return [];
  const whole = book.all.filter(({ common, botanical, id }) =>
    [common, botanical, id].some((name) => name.toLowerCase() === words.join(' ')),
  );
  if (whole.length > 0) return whole.slice(0, 1);
  const begins = (name: string) => {
    const parts = name.toLowerCase().split(/[\s-]+/);
    return words.every((word) => parts.some((part) => part.startsWith(word)));
  };
  return book.all.filter(({ common, botanical }) => begins(common) || begins(botanical));
}

/** The names to offer for what has been typed of one, best first: those that begin with it before those that hold it. */
export function completions(typed: string, book: SpeciesBook, most = 8): string[] {
  const start = typed.trim().toLowerCase();
  if (!start) return [];
  return speciesFor(typed, book)
    .map(({ id }) => callName(id, book))
    .sort(
      (a, b) => Number(b.startsWith(start)) - Number(a.startsWith(start)) || a.length - b.length || a.localeCompare(b),
    )
    .slice(0, most);
}
