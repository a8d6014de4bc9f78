import { SPACING, type Row } from '../holding/schema.ts';
import { toMetres, type UnitSystem } from '../units/quantities.ts';
import { roundHalfUp } from '../units/rounding.ts';

/** What is dragged goes by these, metres: a centimetre or an inch of spacing, of a row gap, of an opening. */
const STEPS: Readonly<Record<UnitSystem, Readonly<Record<'spacing' | 'rowGap' | 'cut', number>>>> = {
  metric: { spacing: 0.01, rowGap: 0.05, cut: 0.1 },
  us: { spacing: toMetres(1, 'in'), rowGap: toMetres(0.25, 'ft'), cut: toMetres(0.5, 'ft') },
};

const toStep = (metres: number, step: number): number => roundHalfUp(roundHalfUp(metres / step) * step * 1e4) / 1e4;
const within = (metres: number, least: number): number => Math.min(SPACING.most, Math.max(least, metres));

/**
 * The spacing that brings the plant at `place` (number in the row before gaps, from 0) to `chainage` metres
 * along its row, to the centimetre or the inch; `against` is the spacing of the row before. Null for the first plant of a row, which only the inset moves.
 */
export function draggedSpacing(
  { inset, staggered, against }: Pick<Row, 'inset' | 'staggered'> & { readonly against: number | null },
  place: number,
  chainage: number,
  units: UnitSystem,
): number | null {
  const steps = place + (staggered ? 0.5 : 0);
  if (steps === 0) return null;
  const own = (chainage - inset) / steps;
  // Wider than the row before, it starts half of that one's spacing in.
  const metres =
    staggered && against !== null && own > against && place > 0 ? (chainage - inset - against / 2) / place : own;
  return within(toStep(metres, STEPS[units].spacing), SPACING.least);
}

/** A row gap moved by `by` metres, to 5 cm or a quarter of a foot, never below 0. */
export const draggedGap = (rowGap: number, by: number, units: UnitSystem): number =>
  within(toStep(rowGap + by, STEPS[units].rowGap), 0);

/** A gap dragged by its middle or an edge: new middle and width, to 10 cm or half a foot, kept on a line of `length` metres. */
export function draggedCut(
  gap: { at: number; width: number },
  edge: 'middle' | 'start' | 'end',
  to: number,
  length: number,
  units: UnitSystem,
): { at: number; width: number } {
  const step = STEPS[units].cut;
  if (edge === 'middle') return { at: toStep(Math.min(length, Math.max(0, to)), step), width: gap.width };
  const [start, end] =
    edge === 'start'
      ? [Math.min(to, gap.at + gap.width / 2 - 0.5), gap.at + gap.width / 2]
      : [gap.at - gap.width / 2, Math.max(to, gap.at - gap.width / 2 + 0.5)];
  return { at: toStep((start + end) / 2, step / 2), width: Math.max(0.5, toStep(end - start, step)) };
}
