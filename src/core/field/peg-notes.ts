import type { Polyline } from '../geometry/polyline.ts';
import { nearestSide } from '../ground/boundary.ts';
import { reliefOf } from '../ground/relief.ts';
import type { Corner } from '../holding/ground-schema.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { rootsOf } from '../means/holes.ts';
import { crateParts, sayStake } from '../means/protection/guards.ts';
import { protectedParts } from '../means/protection/guard-kit.ts';
import { forms } from '../means/protection/kinds.ts';
import type { Layout } from '../ranks/lay-out.ts';
import type { Stand } from '../ranks/stand.ts';
import { formatSold, formatTape } from '../units/quantities.ts';
import { ALLOWANCES, setbackToStake, slopeLength, squareError, type Evidence } from './stake.ts';

/** How the guards' stakes are driven, or their crates built. */
export function guardNote(planting: Planting, layout: Layout, holding: Holding): string[] {
  return protectedParts(planting, layout, holding).flatMap(({ protection: { guard } }) => {
    if (!guard) return [];
    const { label, crate, stakes } = forms[guard.form]!;
    const tall = `${label} of ${formatSold(guard.size, holding.units)}`;
    if (crate)
      return [`${tall}: ${crateParts.posts} posts and ${crateParts.rails} rails round each, mesh inside them.`];
    const stake = stakes > 0 ? sayStake(guard.size, holding.units) : '';
    return stake ? [`${tall}: each stake ${stake}.`] : [];
  });
}

/** How a row is taped where the ground falls along it; nothing on gentle ground. */
export function slopeNote(
  line: Polyline,
  spacing: number,
  holding: Pick<Holding, 'features' | 'terrain' | 'units'>,
): string[] {
  const relief = reliefOf(holding);
  const ends = relief && [line.points[0]!, line.points.at(-1)!].map((p) => relief.heightAt(p));
  if (!ends || ends[0] === null || ends[1] === null) return [];
  const grade = Math.abs(ends[1]! - ends[0]!) / line.length;
  if (grade <= ALLOWANCES.steep) return [];
  const tape = (metres: number) => formatTape(metres, holding.units);
  return [
    `The ground falls ${Math.round(grade * 100)} % along this row: hold the tape level in short pulls, or lay ${tape(slopeLength(spacing, grade))} along the ground for each ${tape(spacing)}, ${tape(slopeLength(line.length, grade))} for the whole.`,
  ];
}

/** Marks beside the row, where holes take the pegs away. */
export function offsetMarks(stock: string, { units }: Pick<Holding, 'units'>, width: number): string[] {
  if (rootsOf(stock).digs !== 'pit') return [];
  const aside = Math.ceil((width / 2 + ALLOWANCES.asideOfHole) * 10) / 10;
  return [
    `Holes take these pegs away: before digging drive a second one ${formatTape(aside, units)} to the right of each, square to the string, and bring the plant back to it.`,
  ];
}

/** What a hand's error in the right angle makes of the far rows. */
export function squareNote(legs: readonly [number, number], reach: number, { units }: Pick<Holding, 'units'>): string {
  const { atReach } = squareError({ a: legs[0], b: legs[1], tapeError: ALLOWANCES.tapeError, reach });
  return `A tape that errs by ${formatTape(ALLOWANCES.tapeError, units)} here puts the far row ${formatTape(atReach, units)} out.`;
}

const evidenceOf = ({ pin, restsOn }: Corner): Evidence =>
  pin === 'found' ? (restsOn === 'survey' ? 'surveyed' : 'pinFound') : restsOn === 'map' ? 'map' : 'fence';

/** How near stems come to the boundary, against what is to be kept however they are set out; nothing far from it. */
export function boundaryNote({ count, x, y }: Stand, holding: Holding): string[] {
  const { boundary, units } = holding;
  if (!boundary || count === 0) return [];
  let nearest = nearestSide(boundary, [x[0]!, y[0]!]);
  for (let i = 1; i < count; i++) {
    const side = nearestSide(boundary, [x[i]!, y[i]!]);
    if (side.distance < nearest.distance) nearest = side;
  }
  const tape = (metres: number) => formatTape(metres, units);
  const corners = [boundary[nearest.side]!, boundary[(nearest.side + 1) % boundary.length]!];
  const evidence = corners
    .map(evidenceOf)
    .reduce((worst, one) => (ALLOWANCES.evidence[one].metres > ALLOWANCES.evidence[worst].metres ? one : worst));
  const kept = (method: 'tape' | 'phone') =>
    Math.max(
      setbackToStake({ legal: settingOf(holding, 'setback.boundary'), evidence, method, spread: 0 }),
      nearest.off,
    );
  if (nearest.distance > kept('phone')) return [];
  const line = nearest.assumed
    ? 'the assumed line, not surveyed'
    : `the boundary (${ALLOWANCES.evidence[evidence].label})`;
  return [
    `The nearest stem is ${tape(nearest.distance)} from ${line}. Keep ${tape(kept('tape'))} when pegs are set by tape; ${tape(kept('phone'))} by phone, so tape it.`,
  ];
}
