import { bookOf } from '../species/book.ts';
import { directionAt } from '../geometry/polyline.ts';
import { speciesAt, type Stand } from './stand.ts';
import type { Command } from '../holding/command.ts';
import { setRows } from '../holding/planting-commands.ts';
import { plainRow } from '../holding/plain-row.ts';
import { SPACING, type Bundle, type Holding, type Planting, type Row } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { matureHeight, matureWidth } from '../species/catalogue.ts';
import { layOut } from './lay-out.ts';
import { tightestSpacing, useUp } from './use-up.ts';

/** Plants that lie in the shed: so many bundles of so many. */
export type InHand = Pick<Bundle, 'species' | 'size' | 'bundles'>;

/** One way to use them up on this line. */
export interface Answer {
  readonly rows: readonly {
    readonly plants: number;
    readonly spacing: number;
    readonly species: readonly (readonly [species: string, plants: number])[];
  }[];
  readonly used: number;
  readonly leftOver: readonly (readonly [species: string, plants: number])[];
  /** Plants that want full light and stand behind taller rows, away from the sun. */
  readonly dark: number;
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
 * Layouts of a planting's line that use up what is in hand, best first: fewest plants left over, then none that
 * wants light behind what shades it, then spacings that its species bear, then fewest rows. Either each row has its own
 * kinds, by their height, or all rows share one even mix. At most `5` answers, none twice.
 */
export function waysToUse(
  planting: Planting,
  holding: Holding,
  bundles: readonly InHand[],
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
  const find = spacingFinder(planting, holding, rowAt);
  const total = (answer: Answer) => answer.leftOver.reduce((sum, [, n]) => sum + n, 0);
  const better = (a: Answer, b: Answer) =>
    total(a) - total(b) || a.dark - b.dark || a.strained - b.strained || a.rows.length - b.rows.length;
  const answer = (rows: readonly Counts[]) => lay(planting, holding, rows, inHand, rowAt, find);
  const serves = (rows: readonly Counts[]) => rows.every((row) => row.reduce((sum, [, n]) => sum + n, 0) >= 2);
  const answers: Answer[] = [];
  for (let k = least; k <= most; k++) {
    // Low before tall, unless tall before low leaves more of them lit: that hangs on where the sun stands.
    if (k <= inHand.length)
      for (const rows of partitions(inHand, k).filter(serves))
        answers.push([rows, ...(k > 1 ? [rows.toReversed()] : [])].map(answer).sort(better)[0]!);
    const mixed = k > 1 ? dealt(inHand, lengthsOf(k)) : [];
    if (k > 1 && serves(mixed)) answers.push(answer(mixed));
  }
  return answers.sort(better).slice(0, 5);
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
 * Spacing, metres to 1 mm, at which row `r` of this line holds at most `wanted` plants, none closer than `least`, behind
 * a row spaced `before` (null for none). Gaps and bends take places that no formula knows, so the row is laid until it
 * is found; what was found is kept.
 */
function spacingFinder(
  planting: Planting,
  holding: Holding,
  rowAt: (r: number) => Row,
): (r: number, wanted: number, least: number, before: number | null) => number {
  const found = new Map<string, number>();
  return (r, wanted, least, before) => {
    const key = `${r} ${wanted} ${least} ${before}`;
    const known = found.get(key);
    if (known !== undefined) return known;
    const reached = Array.from({ length: r + 1 }, (_, k) => rowAt(k).rowGap).reduce((sum, gap) => sum + gap, 0);
    const own = rowAt(r);
    // Only where it begins hangs on the row before: that one is laid with it, as it is spaced.
    const ahead = before === null ? [] : [{ ...rowAt(r - 1), rowGap: reached - own.rowGap, spacing: before }];
    const row: Row = before === null ? { ...own, rowGap: reached } : own;
    const plants = (spacing: number) => {
      const { rows } = layOut({ ...planting, rows: [...ahead, { ...row, spacing }] }, holding).stand;
      return rows.at(-1)!.to - rows.at(-1)!.from;
    };
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
  const rows: Row[] = [];
  shares.forEach((counts, r) => {
    const wanted = counts.reduce((sum, [, n]) => sum + n, 0);
    rows.push({
      ...rowAt(r),
      mix: 'quota',
      spacing: find(r, wanted, limits[r]![0], rows.at(-1)?.spacing ?? null),
      runs: counts.filter(([, n]) => n > 0).map(([species, count]) => ({ species, count: Math.min(9999, count) })),
    });
  });
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
    dark: inTheDark(trial, stand, holding),
    strained: laid.filter(({ spacing }, r) => spacing > limits[r]![1]).length,
    planting: trial,
  };
}

/** Rows that run this near to north and south have the sun on both sides: cosine of their lie to it. */
const ACROSS = 0.4;

/** Plants that want full light and stand behind a taller row, seen from where the sun is highest. */
function inTheDark({ side }: Planting, stand: Stand, holding: Holding): number {
  const { place } = holding;
  const taller = settingOf(holding, 'row.shades');
  const rows = stand.rows.filter(({ line, from, to }) => line && to > from);
  const [first] = rows;
  if (!first) return 0;
  const [x] = directionAt(first.line!, first.line!.length / 2);
  // Rows lie outward of the line; the sun stands in the south, beyond the equator in the north.
  const outward = (side === 'right' ? -x : x) * (place.latitude < 0 ? 1 : -1);
  if (Math.abs(outward) < ACROSS) return 0;
  const height = ({ from, to }: (typeof rows)[number]) => {
    let sum = 0;
    for (let i = from; i < to; i++) sum += matureHeight(speciesAt(stand, i));
    return sum / (to - from);
  };
  let dark = 0;
  for (const row of rows) {
    const sunward = rows.filter(({ offset }) => (offset - row.offset) * outward > 0.001);
    if (!sunward.some((other) => height(other) > height(row) * taller)) continue;
    for (let i = row.from; i < row.to; i++) if (speciesAt(stand, i).light[0] === 'full') dark++;
  }
  return dark;
}

/** The answer laid as one command. */
export const layAnswer = ({ planting: { id, rows } }: Answer): Command => setRows(id, rows, null, 'stock in hand laid');
