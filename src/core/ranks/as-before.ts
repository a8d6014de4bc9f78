import type { Stand } from './stand.ts';

/** How a stand compares with the one that an edit made it from: stretches of plants that stand where they stood, and the others. */
export interface AsBefore {
  readonly was: Stand;
  /** From and to in this stand, and where the stretch began in the earlier one. */
  readonly same: readonly (readonly [from: number, to: number, then: number])[];
  readonly changed: readonly (readonly [from: number, to: number])[];
}

const earlier = new WeakMap<Stand, Stand>();
const compared = new WeakMap<Stand, AsBefore>();

/** Says that plants of `stand` stand where those of `was` do, or some of them: what is known of those need not be asked again. */
export const standsLike = (stand: Stand, was: Stand): void => void earlier.set(stand, was);

/** Says that `stand` came of `was` by an edit, and will be asked in its place. */
export function cameOf(stand: Stand, was: Stand): void {
  if (stand === was) return;
  earlier.delete(was); // one step back is enough, and a chain would keep every stand of a drag
  compared.delete(was);
  standsLike(stand, was);
}

/** Which rows stand as in the stand before; null where none is known. */
export function asBefore(stand: Stand): AsBefore | null {
  const was = earlier.get(stand);
  if (!was) return null;
  let known = compared.get(stand);
  if (known) return known;
  const same: [number, number, number][] = [];
  const changed: [number, number][] = [];
  for (const [r, { from, to }] of stand.rows.entries()) {
    const then = was.rows[r];
    if (then && then.to - then.from === to - from && standAlike(stand, from, to, was, then.from))
      same.push([from, to, then.from]);
    else changed.push([from, to]);
  }
  compared.set(stand, (known = { was, same, changed }));
  return known;
}

function standAlike({ x, y }: Stand, from: number, to: number, was: Stand, then: number): boolean {
  for (let i = from, j = then; i < to; i++, j++) if (x[i] !== was.x[j] || y[i] !== was.y[j]) return false;
  return true;
}
