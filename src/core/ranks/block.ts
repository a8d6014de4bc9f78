import { together, type Command } from '../holding/command.ts';
import { setBaseline, setRows } from '../holding/planting-commands.ts';
import type { Holding, Planting, Row } from '../holding/schema.ts';
import { slopeAt, type Relief } from '../ground/relief.ts';
import { middle } from '../geometry/polygon.ts';
import type { Block } from './outline.ts';
import { layOut } from './lay-out.ts';

export const BLOCK_PATTERNS = ['square', 'triangular', 'quincunx', 'rows'] as const;
export type BlockPattern = (typeof BLOCK_PATTERNS)[number];

/** Plants a square metre at spacing `s`, and row gap `gap` where the pattern is rows (`count.density`). */
export function density(spacing: number, pattern: BlockPattern, gap = spacing): number {
  switch (pattern) {
    case 'square':
      return 1 / spacing ** 2;
    case 'rows':
      return 1 / (spacing * gap);
    case 'triangular':
      return 2 / (Math.sqrt(3) * spacing ** 2);
    case 'quincunx':
      return 2 / spacing ** 2;
  }
}

/** Gap between the rows of a pattern at a spacing, metres; rows keep the gap they have. */
const gapOf = (spacing: number, pattern: BlockPattern, gap: number): number =>
  ({ square: spacing, triangular: (spacing * Math.sqrt(3)) / 2, quincunx: spacing / 2, rows: gap })[pattern];

/** The spacing at which a pattern holds `perHectare` plants: 2 m square is 2,500, 1.51 m square 4,400. */
export const spacingFor = (perHectare: number, pattern: BlockPattern, gap = 1): number =>
  pattern === 'rows' ? 10_000 / (perHectare * gap) : Math.sqrt(density(1, pattern) / (perHectare / 10_000));

/** Plants a hectare that these rows hold over and over, edges and lanes left out. */
export const nominalDensity = (rows: readonly Pick<Row, 'spacing' | 'rowGap'>[]): number =>
  (10_000 * rows.reduce((sum, { spacing }) => sum + 1 / spacing, 0)) /
  rows.reduce((sum, { rowGap }) => sum + rowGap, 0);

/** The pattern that a block's rows stand in. */
export function patternOfRows(rows: readonly Pick<Row, 'spacing' | 'rowGap' | 'staggered'>[]): BlockPattern {
  const fits = (pattern: BlockPattern) =>
    rows.every(
      ({ spacing, rowGap, staggered }, r) =>
        Math.abs(rowGap - gapOf(spacing, pattern, rowGap)) < 0.005 &&
        staggered === (pattern !== 'square' && r % 2 === 1),
    );
  return BLOCK_PATTERNS.find((pattern) => pattern !== 'rows' && fits(pattern)) ?? 'rows';
}

/** A block's rows set to a pattern at a density, which is kept beside what comes out of it. Patterns that stagger need an even number of rows to repeat: an odd one is laid twice. */
export function fillAt(
  { id, rows, baseline }: Planting,
  perHectare: number,
  pattern: BlockPattern,
  newId: () => string,
): Command {
  const staggers = pattern === 'triangular' || pattern === 'quincunx';
  const even =
    staggers && rows.length % 2 === 1
      ? [...rows, ...rows.map((row) => ({ ...row, id: newId(), name: `${row.name} 2`.slice(0, 80), swaps: [] }))]
      : rows;
  const laid = even.map((row, r): Row => {
    const exact = spacingFor(perHectare, pattern, row.rowGap || 1);
    // To the tape's centimetre, and never denser than was asked.
    const spacing = Math.ceil(exact * 100 - 1e-6) / 100;
    return {
      ...row,
      spacing,
      rowGap: gapOf(spacing, pattern, row.rowGap || 1),
      staggered: staggers ? r % 2 === 1 : pattern === 'square' ? false : row.staggered,
    };
  });
  const asked = baseline.kind === 'block' ? [setBaseline(id, { ...baseline, density: perHectare })] : [];
  return together('density', [setRows(id, laid, null, ''), ...asked]);
}

/** The grid moved along and across its rows to where most plants fit, of 25 places tried; null when none beats where it lies. */
export function bestShift(
  planting: Planting,
  block: Block,
  holding: Pick<Holding, 'boundary' | 'features' | 'species'>,
): { plants: number; command: Command } | null {
  const [first] = planting.rows;
  if (!first) return null;
  const plants = (shift: Block['shift']) => layOut({ ...planting, baseline: { ...block, shift } }, holding).stand.count;
  let [best, most] = [block.shift, plants(block.shift)];
  for (let i = 0; i < 25; i++) {
    const shift = { along: ((i % 5) / 5) * first.spacing, across: (Math.floor(i / 5) / 5) * first.rowGap };
    const here = plants(shift);
    if (here > most) [best, most] = [shift, here];
  }
  return best === block.shift
    ? null
    : { plants: most, command: setBaseline(planting.id, { ...block, shift: best }, `grid moved: ${most} plants`) };
}

/** Bearing along the contour in the middle of a block, degrees from 0 up to 180; null where heights are not known or it lies level. */
export function alongContour({ outline }: Block, relief: Relief | null): number | null {
  const slope = relief && slopeAt(relief, middle(outline));
  return slope && slope.share > 0.002 ? Math.round(slope.downhill + 90) % 180 : null;
}
