import { plainRow } from '../holding/plain-row.ts';
import type { Planting, Purpose, Row, Run } from '../holding/schema.ts';
import type { Use } from '../holding/species-schema.ts';
import type { SpeciesBook } from '../species/book.ts';
import { catalogue } from '../species/catalogue.ts';
import purposeData from './purposes.json' with { type: 'json' };

interface PurposeFacts {
  readonly label: string;
  /** Kept to size by clipping, so that tight is how it is meant to stand. */
  readonly clipped: boolean;
  /** Mown between its rows while weeds must be kept down; a wood is not. */
  readonly mown: boolean;
  /** Planted close to be thinned in any case. */
  readonly thinned: boolean;
  /** What its species are mostly planted for; null for one of the steward's own making. */
  readonly use: Use | null;
}

/** What plantings are for, and what that means for how they may stand. */
export const purposes = purposeData as Readonly<Record<Purpose, PurposeFacts>>;

/** Whether a row is kept to its width, by its own kept size or by what the planting is for. */
export const isClipped = ({ purpose }: Pick<Planting, 'purpose'>, { kept }: Pick<Row, 'kept'>): boolean =>
  purposes[purpose].clipped || (kept !== null && kept.width !== null);

/** One more row behind the others: like the last, at the same distance again. */
export function rowAfter({ rows }: Pick<Planting, 'rows'>, id: string): Row {
  const last = rows.at(-1);
  const like = last ?? { ...plainRow, spacing: 1.5, runs: [{ species: catalogue[0]!.id, count: 1 }] };
  return {
    ...like,
    id,
    name: `Row ${rows.length + 1}`,
    rowGap: last ? Math.max(last.rowGap, like.spacing) : 0,
    staggered: last ? !last.staggered : false,
    swaps: [],
    standards: null,
  };
}

/** Runs as people say them: '2 guelder rose, 1 spindle'. */
export const sayRuns = (runs: readonly Run[], book: SpeciesBook): string =>
  runs.map(({ species, count }) => `${count} ${book.of(species).common}`).join(', ');
