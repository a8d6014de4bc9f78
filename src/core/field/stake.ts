import allowanceData from './allowances.json' with { type: 'json' };
import { toUs, type UnitSystem } from '../units/quantities.ts';
import { roundHalfUp } from '../units/rounding.ts';

/** A tape mark: the exact chainage to the nearest `step` metres. Each from the exact value, so errors never add up. */
export const tapeMark = (chainage: number, step: number): number => roundHalfUp(chainage / step) * step;

/**
 * A chainage as surveyors write it: rounded first, then split: `1+012.50` (thousands of metres) or `1+25.5`
 * (hundreds of feet). `stake.station`.
 */
export function stationLabel(metres: number, system: UnitSystem): string {
  const [unit, decimals, split, width] =
    system === 'us' ? ([toUs(metres, 'ft'), 1, 100, 4] as const) : ([metres, 2, 1000, 6] as const);
  const scale = 10 ** decimals;
  const rounded = roundHalfUp(unit * scale);
  const whole = Math.floor(rounded / (split * scale));
  return `${whole}+${((rounded - whole * split * scale) / scale).toFixed(decimals).padStart(width, '0')}`;
}

/** Length of the diagonal that proves a right angle with legs `a` and `b`: `stake.diagonal`. */
export const diagonal = (a: number, b: number): number => Math.hypot(a, b);

/** Walking order up one row and down the next, and how far that is: `stake.walk`. Metres. */
export function walk(
  rowLengths: readonly number[],
  gaps: readonly number[],
): { order: ('up' | 'down')[]; metres: number } {
  const order = rowLengths.map((_, i) => (i % 2 === 0 ? ('up' as const) : ('down' as const)));
  const along = rowLengths.reduce((sum, length) => sum + length, 0);
  return {
    order,
    metres: along + gaps.slice(0, Math.max(0, rowLengths.length - 1)).reduce((sum, gap) => sum + gap, 0),
  };
}

/** Spacing stick laid between neighbours: spacing less the width of the pot, metres; bare roots use the whole. */
export const stickLength = (spacing: number, potWidth: number): number => Math.max(0, spacing - potWidth);

/** Length along the ground of a level length on a slope (rise over run): `stake.slopeLength`. */
export const slopeLength = (horizontal: number, grade: number): number => horizontal * Math.hypot(1, grade);

/** How far a right angle laid out with legs `a` and `b` may be out when tapes err by so much, radians, and what that makes at a distance; metres: `stake.squareError`. */
export function squareError({ a, b, tapeError, reach }: { a: number; b: number; tapeError: number; reach: number }): {
  radians: number;
  atReach: number;
} {
  const radians = (diagonal(a, b) * tapeError) / (a * b);
  return { radians, atReach: radians * reach };
}

export const ALLOWANCES = allowanceData;
export type Evidence = keyof typeof allowanceData.evidence;
export type SetOutMethod = keyof typeof allowanceData.methods;

/** How far from a line stems are to be set out: its rule, what the line rests on, how pegs are measured, and the spread of crowns where the rule is of crowns; metres: `stake.setback`. */
export const setbackToStake = ({
  legal,
  evidence,
  method,
  spread,
}: {
  legal: number;
  evidence: Evidence;
  method: SetOutMethod;
  spread: number;
}): number => legal + allowanceData.evidence[evidence].metres + allowanceData.methods[method].metres + spread;
