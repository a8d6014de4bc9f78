import type { Draft } from 'immer';
import { Refused, type Command } from './command.ts';
import {
  type Baseline,
  type Clearing,
  type Gap,
  type Holding,
  type Pattern,
  type Planting,
  type Row,
  type Run,
} from './schema.ts';

export function plantingOf(draft: Draft<Holding>, id: string): Draft<Planting> {
  const planting = draft.plantings.find((one) => one.id === id);
  if (!planting) throw new Refused('That planting is no longer there.');
  return planting;
}

function rowOf(
  draft: Draft<Holding>,
  plantingId: string,
  rowId: string,
): { planting: Draft<Planting>; row: Draft<Row>; at: number } {
  const planting = plantingOf(draft, plantingId);
  const at = planting.rows.findIndex((row) => row.id === rowId);
  if (at < 0) throw new Refused('That row is no longer there.');
  return { planting, row: planting.rows[at]!, at };
}

const FIELDS: Readonly<Record<string, string>> = {
  rowGap: 'row gap',
  spacing: 'spacing',
  inset: 'inset',
  width: 'width',
  at: 'chainage',
  every: 'standards',
};

export const addPlanting = (planting: Planting): Command => ({
  label: `new planting ${planting.name}`,
  change: (draft) => void draft.plantings.push(planting),
});

export const removePlanting = (id: string, name: string): Command => ({
  label: `delete ${name}`,
  change: (draft) => {
    draft.plantings = draft.plantings.filter((one) => one.id !== id);
    draft.variants = draft.variants.filter(({ of }) => of !== id);
  },
});

/** Changes a planting's name, side, weeds or guards. */
export const setPlanting = (
  id: string,
  changes: Partial<Pick<Planting, 'name' | 'side' | 'corners' | 'purpose' | 'beyondGaps'>>,
  label: string,
): Command => ({
  label,
  change: (draft) => {
    const planting = plantingOf(draft, id);
    Object.assign(planting, changes);
  },
});

/** Turns a planting over to the other side of its line; of one that follows a bank, to the other bank. Done twice it is as before. */
export const mirrorPlanting = (id: string): Command => ({
  label: 'mirrored',
  change: (draft) => {
    const planting = plantingOf(draft, id);
    const other = (side: 'left' | 'right') => (side === 'left' ? 'right' : 'left');
    planting.side = other(planting.side);
    if (planting.baseline.kind === 'beside') planting.baseline.side = other(planting.baseline.side);
  },
});

/** Keeps a planting's rows as the steward's own pattern. */
export const keepPattern = (pattern: Pattern): Command => ({
  label: `pattern ${pattern.name} kept`,
  change: (draft) => void draft.patterns.push(pattern),
});
export const removePattern = (id: string): Command => ({
  label: 'pattern thrown away',
  change: (draft) => void (draft.patterns = draft.patterns.filter((pattern) => pattern.id !== id)),
});

export const setBaseline = (id: string, baseline: Baseline, label = 'baseline moved'): Command => ({
  label,
  change: (draft) => {
    plantingOf(draft, id).baseline = baseline;
  },
});

/** The rows again on the other side of the line, each at the same distance. */
export const rowsAcross = (id: string, newId: () => string): Command => ({
  label: 'rows on both sides',
  change: (draft) => {
    const found = plantingOf(draft, id);
    const near = found.rows.filter(({ across }) => !across);
    // A row on the line itself serves both sides: the first beyond it keeps its distance to it.
    const copied = near
      .filter((row, r) => r > 0 || row.rowGap > 0)
      .map((row) => ({ ...row, id: newId(), across: true, swaps: [] }));
    if (copied.length === 0)
      throw new Refused(
        'The only row stands on the line itself. Give it a gap to the line, or add a row, before laying the other side.',
      );
    found.rows = [...near, ...copied];
  },
});

/** Adds a row at `at` (0 is next to the baseline). */
export const addRow = (planting: string, row: Row, at: number): Command => ({
  label: `row ${at + 1} added`,
  change: (draft) => void plantingOf(draft, planting).rows.splice(at, 0, row),
});

/** Changes a row's numbers; `label` says which. A new spacing keeps hand swaps by their chainage. */
export const setRow = (planting: string, row: string, changes: Partial<Omit<Row, 'id'>>, label?: string): Command => ({
  label:
    label ??
    `${Object.keys(changes)
      .map((key) => FIELDS[key] ?? key)
      .join(', ')} changed`,
  change: (draft) => {
    const found = rowOf(draft, planting, row);
    Object.assign(found.row, changes);
  },
});

/** Takes a row out; what lies beyond keeps its place, so the next row's gap grows by the gap taken. */
export const removeRow = (planting: string, row: string): Command => ({
  label: 'row taken out',
  change: (draft) => {
    const found = rowOf(draft, planting, row);
    found.planting.rows.splice(found.at, 1);
    // In a block rows repeat, so nothing lies beyond.
    const next =
      found.planting.baseline.kind === 'block'
        ? undefined
        : found.planting.rows.slice(found.at).find(({ across }) => across === found.row.across);
    if (next) next.rowGap += found.row.rowGap;
  },
});

export const setRuns = (planting: string, row: string, runs: readonly Run[], label = 'species changed'): Command =>
  setRow(planting, row, { runs: runs.map((run) => ({ ...run })) }, label);

/** Puts another species at one place of a row, by chainage in its `copy`-th string; a swap at the same place is replaced. */
export const swapPlant = (
  planting: string,
  row: string,
  { at, copy }: { at: number; copy: number },
  species: string,
  label: string,
): Command => ({
  label,
  change: (draft) => {
    const found = rowOf(draft, planting, row);
    found.row.swaps = found.row.swaps.filter(
      (swap) => swap.copy !== copy || Math.abs(swap.at - at) > found.row.spacing / 2,
    );
    found.row.swaps.push({ at, species, copy });
  },
});

/** Lays a whole planting's rows anew; gaps too when they are given. */
export const setRows = (
  planting: string,
  rows: readonly Row[],
  gaps: readonly Gap[] | null,
  label: string,
): Command => ({
  label,
  change: (draft) => {
    const found = plantingOf(draft, planting);
    found.rows = [...rows];
    if (gaps) found.gaps = [...gaps];
  },
});

export const addClearing = (planting: string, clearing: Clearing): Command => ({
  label: `clearing round ${clearing.name || 'a place'}`,
  change: (draft) => void plantingOf(draft, planting).clearings.push(clearing),
});

export const setClearing = (planting: string, id: string, changes: Partial<Omit<Clearing, 'id'>>): Command => ({
  label: 'clearing changed',
  change: (draft) => {
    const { clearings } = plantingOf(draft, planting);
    const at = clearings.findIndex((one) => one.id === id);
    if (at < 0) throw new Refused('That clearing is no longer there.');
    Object.assign(clearings[at]!, changes);
  },
});

export const removeClearing = (planting: string, id: string): Command => ({
  label: 'clearing closed',
  change: (draft) => {
    const found = plantingOf(draft, planting);
    found.clearings = found.clearings.filter((one) => one.id !== id);
  },
});

export const addGap = (planting: string, gap: Gap): Command => ({
  label: `${gap.kind} left free`,
  change: (draft) => {
    const target = plantingOf(draft, planting);
    target.gaps.push(gap);
    target.gaps.sort((a, b) => a.at - b.at);
  },
});

export const setGap = (planting: string, gap: string, changes: Partial<Omit<Gap, 'id'>>): Command => ({
  label: 'gap changed',
  change: (draft) => {
    const target = plantingOf(draft, planting);
    const at = target.gaps.findIndex((one) => one.id === gap);
    if (at < 0) throw new Refused('That gap is no longer there.');
    Object.assign(target.gaps[at]!, changes);
  },
});

export const removeGap = (planting: string, gap: string): Command => ({
  label: 'gap closed',
  change: (draft) => {
    const target = plantingOf(draft, planting);
    target.gaps = target.gaps.filter((one) => one.id !== gap);
  },
});
