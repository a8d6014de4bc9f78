import type { Baseline, Planting, Purpose, Row } from '../holding/schema.ts';
import { speciesOf } from '../species/catalogue.ts';
import purposeData from './purposes.json' with { type: 'json' };

interface Pattern {
  readonly label: string;
  readonly why: string;
  readonly weeds: string;
  readonly rows: readonly (Pick<Row, 'name' | 'rowGap' | 'spacing' | 'staggered' | 'stock'> & { readonly ends: string; readonly north: readonly (readonly (number | string)[])[]; readonly south: readonly (readonly (number | string)[])[] })[];
}

/** Starting patterns by purpose: what each lays and why. Species by hemisphere. */
export const purposes: Readonly<Record<Purpose, Pattern>> = purposeData;

export interface PlantingOptions {
  readonly name: string;
  readonly purpose: Purpose;
  readonly baseline: Baseline;
  readonly side: 'left' | 'right';
  readonly latitude: number;
  newId(): string;
}

/** A planting laid by its purpose's pattern, to be changed at will. */
export function newPlanting({ name, purpose, baseline, side, latitude, newId }: PlantingOptions): Planting {
  const { rows, weeds } = purposes[purpose];
  return {
    id: newId(),
    name,
    purpose,
    baseline,
    side,
    rows: rows.map(({ north, south, ends, ...row }) => ({
      ...row,
      id: newId(),
      inset: 0,
      trim: { start: 0, stop: 0 },
      mix: 'turn',
      offset: 0,
      seed: 1,
      ends: ends === 'fit' ? 'fit' : 'keep',
      runs: (latitude < 0 ? south : north).map(([count, species]) => ({ species: String(species), count: Number(count) })),
      standards: null,
      swaps: [],
    })),
    gaps: [],
    clearings: [],
    weeds: weeds as Planting['weeds'],
    guarded: true,
  };
}

/** One more row behind the others: like the last, at the same distance again. */
export function rowAfter({ rows }: Planting, id: string): Row {
  const last = rows.at(-1);
  const like = last ?? newPlanting({ name: '-', purpose: 'blank', baseline: { kind: 'drawn', points: [[0, 0], [1, 0]], curved: false, closed: false }, side: 'right', latitude: 50, newId: () => id }).rows[0]!;
  return { ...like, id, name: `Row ${rows.length + 1}`, rowGap: last ? Math.max(last.rowGap, like.spacing) : 0, staggered: last ? !last.staggered : false, swaps: [], standards: null };
}

/** Runs as people say them: '2 guelder rose, 1 spindle'. */
export const sayRuns = (runs: Row['runs']): string => runs.map(({ species, count }) => `${count} ${speciesOf(species).common}`).join(', ');
