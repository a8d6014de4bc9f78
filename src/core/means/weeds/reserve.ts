export interface ReserveOptions {
  /** Water that the soil holds for plants, m³ in m³; share of it that may be used; rooting depth, metres. */
  readonly held: number;
  readonly share: number;
  readonly depth: number;
  /** Evaporation of a reference grass, mm a day. */
  readonly evaporation: number;
  /** Shares of it that bare soil, weeds and the young tree draw. */
  readonly soil: number;
  readonly weed: number;
  readonly tree: number;
  /** What a mulch saves of the soil's, and what share of the ground weeds cover. */
  readonly mulchCut: number;
  readonly weedCover: number;
}

/** What the soil holds that may be used, and what is drawn from it in a week, mm. */
export const reserveOf = (o: ReserveOptions) => ({
  held: 1000 * o.held * o.share * o.depth,
  weekly: 7 * o.evaporation * (o.soil * (1 - o.mulchCut) * (1 - o.weedCover) + o.weed * o.weedCover + o.tree),
});

/** Weeks without rain that the soil's water lasts, 0 to 8: `weed.reserve`. A guide, no promise. */
export function reserveWeeks(o: ReserveOptions): number {
  const { held, weekly } = reserveOf(o);
  return Math.min(8, Math.max(0, held / weekly));
}
