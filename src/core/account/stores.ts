import type { Holding } from '../holding/schema.ts';

/** So many of each thing, by 'species|stock' with what more is known of it, or by price key. */
export type Amounts = ReadonlyMap<string, number>;

/** The kind of a thing, of which variety or rootstock nobody said. */
export const baseOf = (key: string): string => key.split('|').slice(0, 2).join('|');

/**
 * What there is of each thing before any more is bought: here already, and had by the record (to come, come and kept, or
 * set in the ground). What a line draws is gone for those after it.
 */
export class Stores {
  private readonly here: Map<string, number>;
  private readonly had: Map<string, number>;

  constructor(here: Amounts = new Map(), had: Amounts = new Map()) {
    this.here = new Map(here);
    this.had = new Map(had);
  }

  /** Puts more by that is had. */
  put(more: Amounts | undefined): void {
    for (const [key, count] of more ?? []) add(this.had, key, count);
  }

  /** Takes up to `want` of a thing: what is here first, then what is had of just this, then of its kind. */
  draw(key: string, want: number): { here: number; had: number } {
    const from = (store: Map<string, number>, of: string, most: number): number => {
      const taken = Math.max(0, Math.min(most, store.get(of) ?? 0));
      if (taken > 0) store.set(of, store.get(of)! - taken);
      return taken;
    };
    const here = from(this.here, baseOf(key), want);
    let had = from(this.had, key, want - here);
    if (baseOf(key) !== key) had += from(this.had, baseOf(key), want - here - had);
    return { here, had };
  }
}

/** So many more of a thing. */
export const add = (to: Map<string, number>, key: string, count: number) => to.set(key, (to.get(key) ?? 0) + count);

/** Plants in hand and pieces that are here. */
export function hereOf({ inHand, here }: Pick<Holding, 'inHand' | 'here'>): Amounts {
  const sums = new Map<string, number>();
  for (const { species, stock, size, bundles } of inHand) add(sums, `${species}|${stock}`, size * bundles);
  for (const { piece, count } of here) add(sums, piece, count);
  return sums;
}
