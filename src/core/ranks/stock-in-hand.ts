import { bookOf } from '../species/book.ts';
import { speciesAt } from './stand.ts';
import type { Command } from '../holding/command.ts';
import { setRows } from '../holding/planting-commands.ts';
import { plainRow } from '../holding/plain-row.ts';
import { SPACING, type Holding, type Planting, type Row } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { matureHeight, matureWidth } from '../species/catalogue.ts';
import { layOut } from './lay-out.ts';
import { tightestSpacing, useUp } from './use-up.ts';

/** Plants that lie in the shed: so many bundles of so many. */
export interface Bundle {
  readonly species: string;
  readonly size: number;
  readonly bundles: number;
}

/** One way to use them up on this line. */
export interface Answer {
  readonly rows: readonly {
    readonly plants: number;
    readonly spacing: number;
    readonly species: readonly (readonly [species: string, plants: number])[];
  }[];
  readonly used: number;
  readonly leftOver: readonly (readonly [species: string, plants: number])[];
  /** Rows whose spacing lies outside what its species bear. */
  readonly strained: number;
  readonly planting: Planting;
}

export interface InHandOptions {
  /** Fewest and most rows that there is room for. */
  readonly least: number;
  readonly most: number;
  readonly rowGap: number;
  newId(): string;
}

type Counts = readonly (readonly [species: string, plants: number])[];

/** All ways to part a list into `k` runs that keep its order. */
function partitions<T>(list: readonly T[], k: number): T[][][] {
  if (k === 1) return [[[...list]]];
  return list
    .slice(0, list.length - k + 1)
    .flatMap((_, i) => partitions(list.slice(i + 1), k - 1).map((rest) => [list.slice(0, i + 1), ...rest]));
}

/** Counts dealt over rows of these lengths so that none is wider spaced than it must be, each row its share of every kind. */
function dealt(counts: Counts, lengths: readonly number[]): Counts[] {
  const total = counts.reduce((sum, [, n]) => sum + n, 0);
  const { perRow } = useUp(total, lengths, 0);
  const share = (n: number, r: number) => Math.floor((n * perRow[r]!) / Math.max(total, 1));
  const lacks = perRow.map((plants, r) => plants - counts.reduce((sum, [, n]) => sum + share(n, r), 0));
  const shares = counts.map(([species, n]) => {
    const rows = lengths.map((_, r) => share(n, r));
    // What whole plants leave over goes where most is still lacking, so that no row gets every kind's odd one.
    for (let over = n - rows.reduce((a, b) => a + b, 0); over > 0; over--) {
      const r = lacks.indexOf(Math.max(...lacks));
      rows[r]!++;
      lacks[r]!--;
    }
    return { species, rows };
  });
  return lengths.map((_, r) => shares.map(({ species, rows }) => [species, rows[r]!] as const));
}

/**
 * Layouts of a planting's line that use up what is in hand, best first: fewest plants left over, then spacings
 * that its species bear, then fewest rows. Either the low stand before the tall, each row its own kinds, or all rows
 * share one even mix. At most `5` answers, none twice.
 */
export function waysToUse(
  planting: Planting,
  holding: Holding,
  bundles: readonly Bundle[],
  { least, most, rowGap, newId }: InHandOptions,
): Answer[] {
  const counts = new Map<string, number>();
  for (const { species, size, bundles: n } of bundles) counts.set(species, (counts.get(species) ?? 0) + size * n);
  const book = bookOf(holding);
  const inHand = [...counts]
    .filter(([, n]) => n > 0)
    .sort(([a], [b]) => matureHeight(book.of(a)) - matureHeight(book.of(b)));
  if (inHand.length === 0) return [];
  const like = planting.rows[0];
  const ids = Array.from({ length: most }, (_, r) => planting.rows[r]?.id ?? newId());
  const rowAt = (r: number): Row => ({
    ...plainRow,
    id: ids[r]!,
    name: `Row ${r + 1}`,
    rowGap: r === 0 ? (like?.rowGap ?? 0) : rowGap,
    spacing: 1,
    staggered: r % 2 === 1,
    inset: like?.inset ?? 0,
    stock: like?.stock ?? 'whip',
    runs: [{ species: inHand[0]![0], count: 1 }],
  });
  const lengthsOf = (k: number) =>
    layOut(
      { ...planting, rows: Array.from({ length: k }, (_, r) => ({ ...rowAt(r), spacing: SPACING.most })) },
      holding,
    ).stand.rows.map(({ line }) => line?.length ?? 0);
  const shares: Counts[][] = [];
  for (let k = least; k <= most; k++) {
    if (k <= inHand.length) shares.push(...partitions(inHand, k));
    if (k > 1) shares.push(dealt(inHand, lengthsOf(k)));
  }
  const find = spacingFinder(planting, holding, rowAt);
  const answers = shares
    .filter((rows) => rows.every((row) => row.reduce((sum, [, n]) => sum + n, 0) >= 2))
    .map((rows) => lay(planting, holding, rows, inHand, rowAt, find));
  const total = (answer: Answer) => answer.leftOver.reduce((sum, [, n]) => sum + n, 0);
  return answers
    .sort((a, b) => total(a) - total(b) || a.strained - b.strained || a.rows.length - b.rows.length)
    .slice(0, 5);
}

/** Tightest and widest spacing that all species of a row bear. */
function bounds(row: Counts, holding: Holding): [number, number] {
  const widths = row.map(([species]) => matureWidth(bookOf(holding).of(species)));
  return [
    Math.max(0.1, Math.max(...widths) * settingOf(holding, 'spacing.tight')),
    Math.min(...widths) * settingOf(holding, 'spacing.wide'),
  ];
}

/**
 * Spacing, metres to 1 mm, at which row `r` of this line holds at most `wanted` plants, none closer than `least`.
 * Gaps and bends take places that no formula knows, so the row is laid alone until it is found; what was found is kept.
 */
function spacingFinder(
  planting: Planting,
  holding: Holding,
  rowAt: (r: number) => Row,
): (r: number, wanted: number, least: number) => number {
  const found = new Map<string, number>();
  return (r, wanted, least) => {
    const key = `${r} ${wanted} ${least}`;
    const known = found.get(key);
    if (known !== undefined) return known;
    const rowGap = Array.from({ length: r + 1 }, (_, k) => rowAt(k).rowGap).reduce((sum, gap) => sum + gap, 0);
    const row: Row = { ...rowAt(r), rowGap };
    const plants = (spacing: number) => layOut({ ...planting, rows: [{ ...row, spacing }] }, holding).stand.count;
    const spacing = tightestSpacing(plants, { wanted, least, most: SPACING.most, step: 0.001 });
    found.set(key, spacing);
    return spacing;
  };
}

function lay(
  planting: Planting,
  holding: Holding,
  shares: readonly Counts[],
  inHand: Counts,
  rowAt: (r: number) => Row,
  find: ReturnType<typeof spacingFinder>,
): Answer {
  const limits = shares.map((counts) =>
    bounds(
      counts.filter(([, n]) => n > 0),
      holding,
    ),
  );
  const rows = shares.map((counts, r): Row => ({
    ...rowAt(r),
    mix: 'quota',
    spacing: find(
      r,
      counts.reduce((sum, [, n]) => sum + n, 0),
      limits[r]![0],
    ),
    runs: counts.filter(([, n]) => n > 0).map(([species, count]) => ({ species, count: Math.min(9999, count) })),
  }));
  const trial: Planting = { ...planting, rows };
  const { stand } = layOut(trial, holding);
  const laid = stand.rows.map(({ from, to }, r) => {
    const tally = new Map<string, number>();
    for (let i = from; i < to; i++) tally.set(speciesAt(stand, i).id, (tally.get(speciesAt(stand, i).id) ?? 0) + 1);
    return { plants: to - from, spacing: trial.rows[r]!.spacing, species: [...tally] };
  });
  const used = new Map<string, number>();
  for (const { species } of laid) for (const [id, n] of species) used.set(id, (used.get(id) ?? 0) + n);
  return {
    rows: laid,
    used: stand.count,
    leftOver: inHand.map(([species, n]) => [species, n - (used.get(species) ?? 0)] as const).filter(([, n]) => n !== 0),
    strained: laid.filter(({ spacing }, r) => spacing > limits[r]![1]).length,
    planting: trial,
  };
}

/** The answer laid as one command. */
export const layAnswer = ({ planting: { id, rows } }: Answer): Command => setRows(id, rows, null, 'stock in hand laid');
