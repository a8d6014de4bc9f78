import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { phaseOf, phasesOf } from '../ranks/phases.ts';
import type { Species } from '../holding/species-schema.ts';
import { kindKey, quantities } from './quantities.ts';

/** One line of the bill: what one planting wants in one phase, and why. Plants by species and stock, pieces by price key. */
export interface BillLine {
  readonly planting: string;
  /** Years after the first planting. */
  readonly phase: number;
  readonly key: string;
  readonly species: Species | null;
  /** On the plan, without spares. */
  readonly wanted: number;
  /** To have: spares, losses and what is unfit counted in. */
  readonly count: number;
  readonly why: string;
}

/** Every line that a holding's plantings want, planting by planting and phase by phase. Packs and what is here are for the order. */
export function bill(holding: Holding, all: readonly Laid[]): BillLine[] {
  return all.flatMap(({ planting, layout }) =>
    phasesOf(layout.stand).flatMap(({ later }) => {
      const { plantLines, kit } = quantities(planting, phaseOf(layout, later), holding);
      const of = { planting: planting.id, phase: later };
      return [
        ...plantLines.map((line) => ({
          ...of,
          key: kindKey(line),
          species: line.species,
          wanted: line.count,
          count: line.order,
          why: `${line.count} places; ${line.losses} expected to die in the first year`,
        })),
        ...kit.map(({ key, wanted, count, why }) => ({ ...of, key, species: null, wanted, count, why })),
      ];
    }),
  );
}
