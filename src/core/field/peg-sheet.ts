import type { Species } from '../holding/species-schema.ts';
import { bearing, compassName, distance, type Point } from '../geometry/point.ts';
import { chainageOf, type Polyline } from '../geometry/polyline.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import { clearedStretch } from '../ranks/clearing.ts';
import { numberInRow, speciesAt, type LaidRow, type Stand } from '../ranks/stand.ts';
import { stockOf } from '../species/stock.ts';
import { holeSize, rootsOf } from '../means/holes.ts';
import { formatStick, formatTape } from '../units/quantities.ts';
import { bestPair, knownPoints } from './known-points.ts';
import { boundaryNote, guardNote, offsetMarks, slopeNote, squareNote } from './peg-notes.ts';
import { chordOf, isStraight, setOutPegs, STRING_OFF, type SetOutWay } from './set-out.ts';
import { ALLOWANCES, diagonal, stationLabel, stickLength, tapeMark, walk } from './stake.ts';

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
  readonly kind: Species;
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
  /** Where a long row is one repeat over and over: what stands for all of its pegs. */
  readonly repeat: Repeat | null;
}

/** A long row in short: its repeat, where each unbroken run of it begins and ends, and pegs by which it is checked. */
export interface Repeat {
  /** One repeat, plant by plant in walking order. */
  readonly kinds: readonly Peg[];
  /** What a gap parts; `begins` is the plant of the repeat with which a run begins, from 1. */
  readonly runs: readonly {
    readonly first: Peg;
    readonly last: Peg;
    readonly count: number;
    readonly begins: number;
  }[];
  /** A peg at each tenth of the row. */
  readonly checks: readonly { readonly peg: Peg; readonly of: number }[];
}

/** Lines that are not straight, pegged: a table of measures for each, ready to be read out. */
export interface SetOut {
  /** Sentences that say how the table is used. */
  readonly how: readonly string[];
  readonly columns: readonly string[];
  readonly lines: readonly { readonly name: string; readonly pegs: readonly (readonly string[])[] }[];
}

export interface PegSheet {
  readonly holding: string;
  readonly planting: string;
  readonly plants: number;
  readonly setUp: readonly string[];
  /** Null where every line is strung straight from end to end. */
  readonly setOut: SetOut | null;
  readonly rows: readonly PegRow[];
  readonly walkMetres: number;
}

/** Where a string is begun and left when every second one is walked back. */
const startOf = ({ points }: Polyline, i: number): Point => (i % 2 === 0 ? points[0]! : points.at(-1)!);
const endOf = ({ line }: LaidRow, i: number): Point => startOf(line!, i + 1);

/** The sheet a crew lays a planting out from: rows in walking order, each with its pegs in the order they are met. */
export function pegSheet(
  planting: Planting,
  layout: Layout,
  holding: Holding,
  way: SetOutWay = { way: 'chord' },
): PegSheet {
  const { stand, baseline } = layout;
  const planted = stand.rows.filter(({ from, to }) => to > from);
  const route = walk(
    planted.map(({ line }) => line!.length),
    planted.slice(1).map(({ line }, i) => distance(endOf(planted[i]!, i), startOf(line!, i + 1))),
  );
  let order = 0;
  const rows = planted.map((laid, r): PegRow => {
    const walked = route.order[r]!;
    const indices = Array.from({ length: laid.to - laid.from }, (_, i) =>
      walked === 'up' ? laid.from + i : laid.to - 1 - i,
    );
    const pegs = indices.map((i): Peg => {
      const species = speciesAt(stand, i);
      const chainage = tapeMark(stand.chainage[i]!, TAPE_STEP);
      return {
        order: ++order,
        number: numberInRow(stand, i),
        chainage,
        label: stationLabel(chainage, holding.units),
        kind: species,
        species: species.botanical,
        common: species.common,
        tag: species.tag,
        stock: stockOf(stand.stockIds[stand.stock[i]!]!).name,
      };
    });
    return {
      name: planting.baseline.kind === 'guilds' ? `${laid.row.name} ${laid.copy + 1}` : laid.row.name,
      number: stand.rows.indexOf(laid) + 1,
      offset: laid.offset,
      spacing: laid.spacing,
      stick: stickLength(laid.spacing, stockOf(laid.row.stock).pot),
      walked,
      length: laid.line!.length,
      pegs,
      totals: totalsOf(pegs),
      notes: rowNotes(planting, laid, stand, holding),
      repeat: repeatOf(pegs, laid.spacing),
    };
  });
  return {
    holding: holding.name,
    planting: planting.name,
    plants: stand.count,
    setUp: baseline ? setUpNotes(planting, layout, baseline.line, holding) : [],
    setOut: baseline ? setOutOf(planting, baseline.line, planted, holding, way) : null,
    rows,
    walkMetres: route.metres,
  };
}

/** Rows of fewer plants are told peg by peg; a longer repeat is no help to the hand. */
const [LONG, LONGEST_REPEAT] = [100, 12];

/** A row of `pegs` as one repeat; null where it is short, or was changed by hand. */
function repeatOf(pegs: readonly Peg[], spacing: number): Repeat | null {
  if (pegs.length < LONG) return null;
  const same = (a: Peg, b: Peg) => a.tag === b.tag && a.stock === b.stock;
  const of = Array.from({ length: LONGEST_REPEAT }, (_, n) => n + 1).find((n) =>
    pegs.every((peg, i) => same(peg, pegs[i % n]!)),
  );
  if (!of) return null;
  const begins = pegs.flatMap((peg, i) =>
    i === 0 || Math.abs(peg.chainage - pegs[i - 1]!.chainage) > 1.5 * spacing ? [i] : [],
  );
  return {
    kinds: pegs.slice(0, of),
    runs: begins.map((from, r) => {
      const to = (begins[r + 1] ?? pegs.length) - 1;
      return { first: pegs[from]!, last: pegs[to]!, count: to - from + 1, begins: (from % of) + 1 };
    }),
    checks: Array.from({ length: 9 }, (_, tenth) => {
      const i = Math.round(((tenth + 1) * pegs.length) / 10) - 1;
      return { peg: pegs[i]!, of: (i % of) + 1 };
    }),
  };
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

function rowNotes(
  { gaps, clearings, baseline, means }: Planting,
  { row, offset, spacing, line, from, to }: LaidRow,
  stand: Stand,
  holding: Holding,
): string[] {
  const { units } = holding;
  const fine = (metres: number) => formatTape(metres, units);
  const { pot } = stockOf(row.stock);
  const stick = `Spacing stick: ${formatStick(stickLength(spacing, pot), units)}${pot > 0 ? `, laid between pots ${fine(pot)} wide` : ', centre to centre'}. Check against the chainage every tenth plant.`;
  const later =
    row.later > 0
      ? [`Planted ${row.later === 1 ? 'a year' : `${row.later} years`} after the first rows: peg it then.`]
      : [];
  if (baseline.kind === 'guilds') {
    if (to - from < 2) return ['The anchor: its peg is the middle of the rings.', ...later];
    const first = ((360 * stand.chainage[from]!) / line!.length).toFixed(1);
    return [
      `Ring: tape ${fine(offset)} from the anchor’s peg. First plant at ${first}° from north, then one each ${(360 / (to - from)).toFixed(1)}°, clockwise.`,
      stick,
      ...later,
    ];
  }
  const begins = baseline.kind === 'block' ? stand.station[from]! - stand.chainage[from]! : 0;
  const free = clearings.flatMap(({ name, at, radius }) => {
    const { chainage, offset: aside } = chainageOf(line!, at);
    const taken = clearedStretch(chainage, aside, radius);
    return taken
      ? [
          `Leave ${stationLabel(Math.max(0, taken[0]), units)} to ${stationLabel(taken[1], units)} of this row free round ${name || 'the clearing'}.`,
        ]
      : [];
  });
  return [
    Math.abs(offset) > 0.001
      ? `String this row ${fine(Math.abs(offset))} from the baseline${offset < 0 ? ', on the other side of it' : ''}, square to it at each peg.`
      : 'String this row on the baseline itself.',
    ...(begins > 0.01 ? [`Its zero lies ${fine(begins)} along the baseline.`] : []),
    stick,
    ...gaps.map(
      ({ kind, at, width }) =>
        `Leave ${kind === 'gap' ? 'a gap' : `a ${kind}`} from ${stationLabel(Math.max(0, at - width / 2), units)} to ${stationLabel(at + width / 2, units)} of the baseline.`,
    ),
    ...free,
    ...slopeNote(line!, spacing, holding),
    ...offsetMarks(row.stock, holding, holeWidth(row.stock, means, holding)),
    ...later,
  ];
}

const MARKED =
  'Before any peg, stake or spade: ask for buried services to be marked, wait for the marks, and dig by hand near them. Private lines are not marked by the service.';

const degrees = (angle: number): string => `${angle.toFixed(1)}°`;

/** 'Zero peg: 14.14 m from corner 1 (pin found), bearing 45.0°' without its first words: from the nearest thing that can be found. */
function fromKnown(p: Point, holding: Holding): string {
  const tape = (metres: number) => formatTape(metres, holding.units);
  const near = knownPoints(holding).sort((a, b) => distance(a.at, p) - distance(b.at, p));
  const known = near.find(({ found }) => found) ?? near[0];
  // Where a bearing may be out by more than a tape is, two tapes say it.
  const doubt = known ? distance(known.at, p) * (ALLOWANCES.bearing * (Math.PI / 180)) : 0;
  const pair = doubt > ALLOWANCES.methods.tape.metres ? bestPair(near, [p]) : null;
  if (pair)
    return `where ${tape(distance(pair[0].at, p))} from ${pair[0].label} and ${tape(distance(pair[1].at, p))} from ${pair[1].label} meet, to the ${compassName(bearing(pair[0].at, p))} of the first`;
  return known
    ? `${tape(distance(known.at, p))} from ${known.label}, bearing ${degrees(bearing(known.at, p))}`
    : `${tape(Math.abs(p[0]))} ${p[0] < 0 ? 'west' : 'east'} and ${tape(Math.abs(p[1]))} ${p[1] < 0 ? 'south' : 'north'} of the holding’s origin`;
}

function setUpNotes(planting: Planting, layout: Layout, line: Polyline, holding: Holding): string[] {
  const { units } = holding;
  const { side, baseline } = planting;
  const tape = (metres: number) => formatTape(metres, units);
  const [a, b] = units === 'us' ? [LEGS[0] * 0.9144, LEGS[1] * 0.9144] : LEGS; // 18 ft, 24 ft, 30 ft
  const from = (p: Point) => fromKnown(p, holding);
  if (baseline.kind === 'guilds')
    return [
      MARKED,
      ...baseline.anchors.map((anchor, i) => `Anchor ${i + 1}: ${from(anchor)}.`),
      'Lay each ring out from its anchor’s peg by tape and bearing, or walk it with the spacing stick and close it where it began.',
    ];
  const rowsLie = `Rows lie to the ${baseline.kind === 'block' ? 'right' : side} of it.`;
  const { zero, end, length } = chordOf(line);
  const whole = bearing(zero, end);
  return [
    MARKED,
    `Zero peg: ${from(zero)}.`,
    isStraight(line)
      ? `Baseline: ${tape(line.length)} from the zero peg, setting out to the ${compassName(whole)} (${degrees(whole)}). ${rowsLie}`
      : `Baseline: ${tape(line.length)} along its bends and curves. ${rowsLie} Its pegs are in the table below, measured from a straight chord: from the zero peg ${tape(length)} to the ${compassName(whole)} (${degrees(whole)}), to the far peg, ${from(end)}.`,
    ...boundaryNote(layout.stand, holding),
    ...guardNote(planting, layout, holding),
    `Right angles: ${tape(a)} along, ${tape(b)} across, ${tape(diagonal(a, b))} between. ${squareNote([a, b], Math.max(...layout.stand.rows.map(({ offset }) => Math.abs(offset)), 10), holding)} At the far end measure both diagonals of the whole set, and the far peg against its place: over ${tape(length * ALLOWANCES.closing)}, one in two hundred, measure again.`,
  ];
}

function setOutOf(
  { baseline }: Planting,
  line: Polyline,
  rows: readonly LaidRow[],
  { units }: Holding,
  way: SetOutWay,
): SetOut | null {
  if (baseline.kind === 'guilds') return null;
  const lines = [
    { name: 'Baseline', line },
    ...rows.flatMap(({ row, copy, offset, line: own }) =>
      own && Math.abs(offset) > 0.001 ? [{ name: copy > 0 ? `${row.name} ${copy + 1}` : row.name, line: own }] : [],
    ),
  ].filter((one) => !isStraight(one.line));
  if (lines.length === 0) return null;
  const chord = chordOf(line);
  const tape = (metres: number) => formatTape(metres, units);
  const off = (metres: number) =>
    tape(Math.abs(metres)).replace(/[^1-9]/g, '')
      ? `${tape(Math.abs(metres))} ${metres > 0 ? 'right' : 'left'}`
      : 'on it';
  const ties = way.way === 'ties' ? way.from : null;
  return {
    how: [
      ties
        ? `Hook one tape to ${ties[0].label} and one to ${ties[1].label}; the peg stands where both lengths meet, on the side given as you look from the first to the second.`
        : 'Stretch a tape along the chord. At each length along it measure off it at a right angle, to the side given as you look from the zero peg.',
      `String from each peg to the next: the string then lies within ${tape(STRING_OFF)} of the line. Lengths along the line prove it: measure them from the zero peg when all stand.`,
    ],
    columns: [
      'Peg',
      'Along the line',
      ...(ties ? [`From ${ties[0].label}`, `From ${ties[1].label}`, 'Side'] : ['Along the chord', 'Off it']),
    ],
    lines: lines.map(({ name, line: own }) => ({
      name,
      pegs: setOutPegs(own, chord, way).map((peg, n) => [
        String(n + 1),
        stationLabel(peg.chainage, units),
        ...(peg.ties ? [...peg.ties.map(tape), peg.side] : [tape(peg.along), off(peg.offset)]),
      ]),
    })),
  };
}

/** How wide the holes of a stock are dug here, metres. */
const holeWidth = (
  stock: string,
  { holes: { measures } }: Planting['means'],
  holding: Pick<Holding, 'settings' | 'units'>,
): number =>
  holeSize({
    ...rootsOf(stock),
    ratio: measures['hole.ratio'] ?? settingOf(holding, 'hole.ratio'),
    extra: measures['hole.extra'] ?? settingOf(holding, 'hole.extra'),
    proud: 0,
    school: 'same',
    deepFactor: 1,
    settle: 0,
  }).width;
