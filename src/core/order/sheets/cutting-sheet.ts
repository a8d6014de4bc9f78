import type { Holding } from '../../holding/schema.ts';
import type { Laid } from '../../ranks/laid.ts';
import { counted, formatSmallArea, formatSold, formatTape } from '../../units/quantities.ts';
import { xCut } from '../../means/weeds/mulch.ts';
import { slitFor } from '../../means/weeds/weed-kit.ts';
import { cutsOf, piecesOf, type LaidPiece } from '../../means/weeds/cut-list.ts';
import { wayFor } from '../../holding/means-schema.ts';
import { stockOf } from '../../species/stock.ts';
import type { Drawing, Shape, Sheet, Table } from './sheet.ts';

/** Which roll lies on which row from where to where, where it is joined, and what is over; null where no fabric is laid. */
export function cuttingSheet(laid: Laid, holding: Holding): Sheet | null {
  const cuts = cutsOf(laid, holding);
  const pieces = cuts.flatMap(piecesOf);
  if (pieces.length === 0) return null;
  const { units } = holding;
  // It is cut off a tape: in feet to the eighth of an inch.
  const length = (metres: number) => formatTape(metres, units);
  const sum = (of: (cut: (typeof cuts)[number]) => number) => cuts.reduce((all, cut) => all + of(cut), 0);
  const { stand } = laid.layout;
  const over = [...cuts.flatMap(({ plan }) => plan.offcuts), ...cuts.map(({ plan }) => plan.remnant)].filter(
    (piece) => piece > 0.005,
  );
  return {
    title: `Cutting plan: ${laid.planting.name}`,
    intro: `${holding.name}. ${counted(
      sum(({ plan }) => plan.rolls),
      'roll',
    )}, ${formatSold(cuts[0]!.roll, units)} wide; ${counted(
      sum(({ plan }) => plan.joints),
      'joint',
    )}; ${counted(
      sum(({ pins }) => pins),
      'pin',
    )}. The cut is longer than the row by the buried ends and laps.`,
    parts: [
      rowsDrawing(pieces, (row) => `${row + 1} ${stand.rows[row]!.row.name}`, length),
      {
        kind: 'table',
        name: 'Pieces',
        head: ['Roll', 'Row', 'From', 'To', 'Cut', 'Joint'],
        rows: pieces.map(({ roll, row, from, to, cut, joint }) => [
          roll,
          `${row + 1} ${stand.rows[row]!.row.name}`,
          length(from),
          length(to),
          length(cut),
          joint ? 'lapped over the one before' : '',
        ]),
      },
      cutsForPlants(laid, [...new Set(pieces.map(({ row }) => row))], length),
      {
        kind: 'note',
        text: `Each cut is an X of two slits: ${slitsOf(laid, holding)}. Cut it when the plant is set, not before, and tuck the flaps back under.`,
      },
      {
        kind: 'note',
        text:
          over.length > 0
            ? `Left over: ${over.map(length).join(', ')}. Keep them for mats and repairs.`
            : 'Nothing is left over.',
      },
    ],
  };
}

/** Where the slits for the plants are cut, row by row. */
const cutsForPlants = ({ layout: { stand } }: Laid, rows: readonly number[], length: (m: number) => string): Table => ({
  kind: 'table',
  name: 'Cuts for the plants',
  head: ['Row', 'Plants', 'First at', 'Then every'],
  rows: rows
    .toSorted((a, b) => a - b)
    .map((row) => {
      const { row: of, from, to, spacing } = stand.rows[row]!;
      return [`${row + 1} ${of.name}`, to - from, length(stand.chainage[from]!), length(spacing)];
    }),
});

/** Height of a row and room for its name, in units of a sheet 100 wide. */
const [ROW, NAMES, TOP] = [5, 16, 5];

function rowsDrawing(
  pieces: readonly LaidPiece[],
  name: (row: number) => string,
  length: (m: number) => string,
): Drawing {
  const rows = [...new Set(pieces.map(({ row }) => row))].sort((a, b) => a - b);
  const far = Math.max(...pieces.map(({ to }) => to));
  const x = (metres: number) => NAMES + (metres / far) * (99 - NAMES);
  const shapes = rows.flatMap((row, at): Shape[] => {
    const y = TOP + at * ROW;
    return [
      { kind: 'text', at: [0, y + 1.5], text: name(row) },
      ...pieces
        .filter((piece) => piece.row === row)
        .flatMap(({ from, to, lane, roll, joint }): Shape[] => [
          {
            kind: 'box',
            at: [x(from), y + lane * 1.2],
            width: Math.max(0.3, x(to) - x(from)),
            height: 3,
            dark: roll % 2 === 0,
          },
          ...(x(to) - x(from) > 8
            ? [
                {
                  kind: 'text' as const,
                  at: [(x(from) + x(to)) / 2, y + 1.5] as const,
                  text: `roll ${roll}`,
                  middle: true,
                },
              ]
            : []),
          ...(joint
            ? [
                {
                  kind: 'line' as const,
                  points: [
                    [x(from), y - 0.6],
                    [x(from), y + 3.6],
                  ] as const,
                  look: 'joint' as const,
                },
              ]
            : []),
        ]),
    ];
  });
  return {
    kind: 'drawing',
    caption: `Rows drawn along, 0 to ${length(far)}; a thick stroke is a joint`,
    width: 100,
    height: TOP + rows.length * ROW,
    metres: null,
    shapes: [
      { kind: 'text', at: [NAMES, 2.5], text: '0' },
      { kind: 'text', at: [x(far) - 6, 2.5], text: length(far) },
      ...shapes,
    ],
  };
}

/** How long the slits are for each stock, and what each cut opens: '0.15 m for a bare-root whip (opens 0.01 m²)'. */
function slitsOf({ planting, layout: { stand } }: Laid, holding: Holding): string {
  const slits = new Map<string, number>();
  for (const { row, spacing, from, to } of stand.rows)
    for (let i = from; i < to; i++) {
      const { species, stock } = stand.lots[stand.lot[i]!]!;
      const way = wayFor(planting.means.weeds, { species: species.id, row: row.id, stock });
      const slit = slitFor(way, stock, spacing, holding);
      slits.set(stock, Math.min(slit, slits.get(stock) ?? Infinity));
    }
  return [...slits]
    .map(
      ([stock, slit]) =>
        `${formatTape(slit, holding.units)} for a ${stockOf(stock).name} (opens ${formatSmallArea(xCut(slit), holding.units)})`,
    )
    .join(', ');
}
