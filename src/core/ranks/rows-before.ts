import type { Stand } from './stand.ts';

/** What was last worked out of each row of a planting: a row that stands where it stood is not asked again. */
export class RowsBefore<Found> {
  private readonly rows = new Map<string, { readonly stand: Stand; readonly from: number; readonly found: Found }>();

  /**
   * Hands over what is known of rows of `stand` that stand where they did, `length` plants from `then` in the earlier
   * columns to `from` in these; the other stretches of plants come back. `found` is from now on what is known of all.
   */
  carry(
    stand: Stand,
    found: Found,
    take: (earlier: Found, then: number, length: number, from: number) => void,
  ): [from: number, to: number][] {
    const changed: [number, number][] = [];
    for (const { row, copy, from, to } of stand.rows) {
      const name = `${row.id} ${copy}`;
      const before = this.rows.get(name);
      if (before && standAlike(stand, from, to, before.stand, before.from))
        take(before.found, before.from, to - from, from);
      else changed.push([from, to]);
      this.rows.set(name, { stand, from, found });
    }
    return changed;
  }
}

function standAlike({ x, y }: Stand, from: number, to: number, was: Stand, then: number): boolean {
  const end = was.rows.find((row) => row.from === then)?.to;
  if (end === undefined || end - then !== to - from) return false;
  for (let i = from, j = then; i < to; i++, j++) if (x[i] !== was.x[j] || y[i] !== was.y[j]) return false;
  return true;
}
