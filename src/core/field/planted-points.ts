import type { Point } from '../geometry/point.ts';
import { planeAt } from '../ground/plane.ts';
import type { Holding } from '../holding/schema.ts';
import type { Ledger } from '../record/ledger.ts';
import { stateOf } from '../record/planted.ts';
import { bookOf } from '../species/book.ts';
import { stockOf } from '../species/stock.ts';
import { pegsOf } from '../record/pegs.ts';

/** A plant as it stands by the record. */
export interface PlantedPoint {
  readonly label: string;
  readonly planting: string;
  readonly row: number;
  readonly botanical: string;
  readonly common: string;
  readonly stock: string;
  /** Where it stands: at its peg, or where it was moved to; on the plane, and in degrees. */
  readonly at: Point;
  readonly longitude: number;
  readonly latitude: number;
  readonly state: 'planted' | 'dead' | 'skipped' | 'not planted';
  readonly moved: boolean;
  readonly swapped: boolean;
  readonly differs: boolean;
  /** When and by whom it was said last; empty where nobody did. */
  readonly on: string;
  readonly by: string;
}

/** Every pegged plant of a holding as the record leaves it, planting by planting in walking order. */
export function plantedPoints(holding: Holding, ledger: Ledger): PlantedPoint[] {
  const plane = planeAt(holding.place);
  const book = bookOf(holding);
  return [...ledger.planted.values()].flatMap(({ peggings, said, dead }) => {
    const pegged = peggings.at(-1)?.body;
    if (!pegged) return [];
    return pegsOf(pegged).map((peg): PlantedPoint => {
      const { stands, place, kind, last, differs } = stateOf(said.get(peg.label));
      const at = place ?? peg.at;
      const [longitude, latitude] = plane.toDegrees(at);
      const species = kind && book.of(kind.species);
      return {
        label: peg.label,
        planting: pegged.name,
        row: peg.rowNumber,
        botanical: species?.botanical ?? peg.kind.botanical,
        common: species?.common ?? peg.kind.common,
        stock: stockOf(kind?.stock ?? peg.kind.stock).name,
        at,
        longitude,
        latitude,
        state: stands === 'planted' && dead.has(peg.label) ? 'dead' : (stands ?? 'not planted'),
        moved: place !== null,
        swapped: kind !== null,
        differs: differs.length > 0,
        on: last?.at ?? '',
        by: last?.by ?? '',
      };
    });
  });
}
