import { bearing, compassName, distance, type Point } from '../geometry/point.ts';
import { directionAt, pointAt } from '../geometry/polyline.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import type { Layout } from '../ranks/lay-out.ts';
import { numberInRow, speciesIdOf } from '../ranks/stand.ts';
import { speciesOf } from '../species/catalogue.ts';
import { stockOf } from '../species/stock.ts';
import { formatLength } from '../units/quantities.ts';
import { diagonal, stationLabel, stickLength, tapeMark, walk } from './stake.ts';

/** Marks on a tape are a centimetre apart. */
const TAPE_STEP = 0.01;
/** Legs of the right angle laid out at each end: the 3-4-5 triangle doubled, since small ones err at a distance. */
const LEGS = [6, 8] as const;

export interface Peg {
  /** Number in walking order over the whole sheet, from 1. */
  readonly order: number;
  readonly number: number;
  /** Chainage along the row, to the tape's mark, metres, and as a label. */
  readonly chainage: number;
  readonly label: string;
  readonly species: string;
  readonly common: string;
  readonly tag: string;
  readonly stock: string;
}

export interface PegRow {
  readonly name: string;
  readonly number: number;
  /** Distance from the baseline, metres. */
  readonly offset: number;
  readonly spacing: number;
  readonly stick: number;
  readonly walked: 'up' | 'down';
  readonly length: number;
  readonly pegs: readonly Peg[];
  /** Plants by species, most first. */
  readonly totals: readonly { readonly common: string; readonly tag: string; readonly count: number }[];
  /** Sentences that the crew reads before the row. */
  readonly notes: readonly string[];
}

export interface PegSheet {
  readonly holding: string;
  readonly planting: string;
  readonly plants: number;
  readonly setUp: readonly string[];
  readonly rows: readonly PegRow[];
  readonly walkMetres: number;
}

/** The sheet a crew lays a planting out from: rows in walking order, each with its pegs in the order they are met. */
export function pegSheet(planting: Planting, layout: Layout, holding: Holding): PegSheet {
  const { stand, baseline } = layout;
  const planted = stand.rows.filter(({ from, to }) => to > from);
  const route = walk(planted.map(({ line }) => line!.length), planted.slice(1).map(({ offset }, i) => offset - planted[i]!.offset));
  let order = 0;
  const rows = planted.map((laid, r): PegRow => {
    const walked = route.order[r]!;
    const indices = Array.from({ length: laid.to - laid.from }, (_, i) => (walked === 'up' ? laid.from + i : laid.to - 1 - i));
    const pegs = indices.map((i): Peg => {
      const species = speciesOf(speciesIdOf(stand, i));
      const chainage = tapeMark(stand.chainage[i]!, TAPE_STEP);
      return {
        order: ++order,
        number: numberInRow(stand, i),
        chainage,
        label: stationLabel(chainage, holding.units),
        species: species.botanical,
        common: species.common,
        tag: species.tag,
        stock: stockOf(stand.stockIds[stand.stock[i]!]!).name,
      };
    });
    return {
      name: laid.row.name,
      number: stand.rows.indexOf(laid) + 1,
      offset: laid.offset,
      spacing: laid.spacing,
      stick: stickLength(laid.spacing, stockOf(laid.row.stock).pot),
      walked,
      length: laid.line!.length,
      pegs,
      totals: totalsOf(pegs),
      notes: rowNotes(planting, laid.offset, laid.row.stock, laid.spacing, holding),
    };
  });
  const setUp = baseline ? setUpNotes(planting, baseline.line.points, baseline.line.length, pointAt(baseline.line, 0), directionAt(baseline.line, 0), holding) : [];
  return { holding: holding.name, planting: planting.name, plants: stand.count, setUp, rows, walkMetres: route.metres };
}

function totalsOf(pegs: readonly Peg[]): PegRow['totals'] {
  const totals = new Map<string, { common: string; tag: string; count: number }>();
  for (const { species, common, tag } of pegs) {
    const known = totals.get(species);
    if (known) known.count++;
    else totals.set(species, { common, tag, count: 1 });
  }
  return [...totals.values()].sort((a, b) => b.count - a.count);
}

function rowNotes({ gaps }: Planting, offset: number, stock: string, spacing: number, { units }: Holding): string[] {
  const fine = (metres: number) => formatLength(metres, units, { decimals: 2 });
  const { pot } = stockOf(stock);
  return [
    offset > 0.001 ? `String this row ${fine(offset)} from the baseline, square to it at each peg.` : 'String this row on the baseline itself.',
    `Spacing stick: ${fine(stickLength(spacing, pot))}${pot > 0 ? `, laid between pots ${fine(pot)} wide` : ', centre to centre'}. Check against the chainage every tenth plant.`,
    ...gaps.map(({ kind, at, width }) => `Leave ${kind === 'gap' ? 'a gap' : `a ${kind}`} from ${stationLabel(Math.max(0, at - width / 2), units)} to ${stationLabel(at + width / 2, units)} of the baseline.`),
  ];
}

function setUpNotes({ side }: Planting, points: readonly Point[], length: number, zero: Point, along: Point, holding: Holding): string[] {
  const { units, boundary } = holding;
  const whole = bearing([0, 0], along);
  const [a, b] = units === 'us' ? [LEGS[0] * 0.9144, LEGS[1] * 0.9144] : LEGS; // 18 ft, 24 ft, 30 ft
  const corners = (boundary ?? []).map((corner, i) => ({ ...corner, number: i + 1, away: distance(corner.at, zero) })).sort((p, q) => p.away - q.away);
  const near = corners[0];
  const bends = points.length > 2 ? ` It bends: set a peg every 5 m along it and string between them.` : '';
  return [
    'Before any peg, stake or spade: ask for buried services to be marked, wait for the marks, and dig by hand near them. Private lines are not marked by the service.',
    near
      ? `Zero peg: ${formatLength(near.away, units, { decimals: 2 })} from corner ${near.number} (${near.pin === 'found' ? 'pin found' : 'assumed line, not surveyed'}), bearing ${Math.round(bearing(near.at, zero))}°.`
      : `Zero peg: ${formatLength(zero[0], units, { decimals: 2 })} east and ${formatLength(zero[1], units, { decimals: 2 })} north of the holding’s origin.`,
    `Baseline: ${formatLength(length, units, { decimals: 2 })} from the zero peg, setting out to the ${compassName(whole)} (${Math.round(whole)}°). Rows lie to the ${side} of it.${bends}`,
    `Right angles: ${formatLength(a, units)} along, ${formatLength(b, units)} across, ${formatLength(diagonal(a, b), units)} between. At the far end measure both diagonals of the whole set; more than 1 in 200 out, measure again.`,
  ];
}
