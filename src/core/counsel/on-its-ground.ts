import type { Holding, Planting } from '../holding/schema.ts';
import type { Spots } from '../ranks/fill.ts';
import { layHolding } from '../ranks/laid.ts';
import { newPlanting, type PlantingOptions } from '../ranks/patterns.ts';
import type { SpeciesBook } from '../species/book.ts';
import { spotOf } from './spot-of.ts';

type OnGround = PlantingOptions & { readonly holding: Holding };

/**
 * What the plants of a pattern would stand in on its line, by the name of the row: each row is asked where most of its plants
 * come to stand, for where they stand does not hang on what they are. Where the ground leaves a row nothing, the rows
 * behind it draw nearer and are asked anew.
 */
export function spotsOnItsGround(options: Omit<OnGround, 'newId' | 'name' | 'spots'>): Spots {
  const { holding } = options;
  let spots: Spots = {};
  let asked = -1;
  for (;;) {
    let n = 0;
    const planting = newPlanting({ ...options, name: '', spots, newId: () => `asked${n++}` });
    const { rows } = planting;
    if (rows.length === asked) return spots;
    asked = rows.length;
    const [laid] = layHolding({ ...holding, plantings: [planting] });
    spots = { ...spots, ...Object.fromEntries(rows.map(({ id, name }) => [name, spotOf(holding, laid!, id, true)])) };
  }
}

/** A planting laid by its purpose's pattern with kinds that bear the ground, the light and the room of its own line. */
export const plantingOnItsGround = (options: OnGround): Planting =>
  newPlanting({ ...options, spots: spotsOnItsGround(options) });

/** What the ground under a planting changed against the same pattern on open ground, in a sentence; null where nothing. */
export function changedByGround(open: Planting, laid: Planting, book: SpeciesBook): string | null {
  const kindsOf = ({ rows }: Planting) => [...new Set(rows.flatMap(({ runs }) => runs.map(({ species }) => species)))];
  const [before, after] = [kindsOf(open), kindsOf(laid)];
  const name = (ids: readonly string[]) => ids.map((id) => book.of(id).common).join(', ');
  const gone = before.filter((id) => !after.includes(id));
  const come = after.filter((id) => !before.includes(id));
  if (gone.length === 0) return null;
  return come.length === 0
    ? `Where it lies, ${name(gone)} would not stand: left out.`
    : `Laid for the ground where it lies: ${name(come)} instead of ${name(gone)}.`;
}
