import { derived } from '../derived/derived.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { layOut, type Layout } from './lay-out.ts';

/** A planting with its layout, as laid out. */
export interface Laid {
  readonly planting: Planting;
  readonly layout: Layout;
}

/** Every planting of a holding laid out. */
export const layHolding = (holding: Holding): Laid[] =>
  holding.plantings.map((planting) => ({ planting, layout: layOut(planting, holding) }));

/** Ids of the kinds planted anywhere among these, sorted, in one text: the same kinds give the same text. */
export const plantedOn = derived(function plantedOn(all: readonly Laid[]): string {
  const kinds = new Set(all.flatMap(({ layout }) => layout.stand.kinds.map(({ id }) => id)));
  return [...kinds].sort().join(' ');
});
