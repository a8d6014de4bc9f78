import { wayFor, type Mean, type Way } from '../../holding/means-schema.ts';
import type { Stand } from '../../ranks/stand.ts';

/** Plants that are kept in one way. */
export interface Group {
  readonly way: Way;
  /** How many in each row of the stand, by its index. */
  readonly rows: ReadonlyMap<number, number>;
  readonly plants: number;
}

/** The plants of a stand parted by the way in which a means treats them, the planting's own way first; only those of lots that `counts` tells of. */
export function groupsOf(mean: Mean, stand: Stand, counts: (lot: number) => boolean = () => true): Group[] {
  const counted = stand.lots.map((_, lot) => counts(lot));
  const groups = new Map<Way, { way: Way; rows: Map<number, number>; plants: number }>();
  const add = (way: Way, row: number, plants: number) => {
    if (plants === 0) return;
    let group = groups.get(way);
    if (!group) groups.set(way, (group = { way, rows: new Map(), plants: 0 }));
    group.rows.set(row, (group.rows.get(row) ?? 0) + plants);
    group.plants += plants;
  };
  const ofLot = new Uint32Array(stand.lots.length);
  stand.rows.forEach(({ row, from, to }, r) => {
    ofLot.fill(0);
    for (let i = from; i < to; i++) ofLot[stand.lot[i]!]!++;
    stand.lots.forEach(({ species, stock }, lot) => {
      if (!counted[lot] || ofLot[lot] === 0) return;
      const way = wayFor(mean, { species: species.id, row: row.id, stock });
      // Where nothing is excepted every plant has the planting's own way: one object each time it is asked.
      add(mean.exceptions.includes(way as never) ? way : mean, r, ofLot[lot]!);
    });
  });
  return [...groups.values()].sort((a, b) => Number(b.way === mean) - Number(a.way === mean));
}
