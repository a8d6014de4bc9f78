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
