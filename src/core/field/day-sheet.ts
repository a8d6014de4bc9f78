import { rollup } from 'd3-array';
import proj4 from 'proj4';
import { kindsOf } from '../account/quantities.ts';
import { dayOf, dayWords, type Day } from '../days/day.ts';
import { planeAt } from '../ground/plane.ts';
import { nameOf } from '../ground/features.ts';
import type { Point } from '../geometry/point.ts';
import type { Holding } from '../holding/schema.ts';
import { toolsFor } from '../means/tools.ts';
import { kitName } from '../account/order-list.ts';
import type { Note, Sheet, Table } from '../order/sheets/sheet.ts';
import type { Laid } from '../ranks/laid.ts';
import { rowOf } from '../ranks/phases.ts';
import type { Ledger } from '../record/ledger.ts';
import { counted, formatCount } from '../units/quantities.ts';
import { Crew } from '../days/crew.ts';
import { dayRows, onTrailer } from './the-day.ts';

/** A box to tick, and a line to be written on. */
const [BOX, BLANK] = ['[   ]', '______________'];

/**
 * The page that a crew takes out of one planting's day: who comes, which rows and how far they are, what is on the trailer
 * and to be brought, where to meet and where an ambulance is sent, numbers left open to be written in. `on` is the day, where
 * it is known; `stops` what must be answered before anybody digs.
 */
export function daySheet(
  laid: Laid,
  ledger: Ledger,
  holding: Holding,
  on: string | null,
  stops: readonly string[],
): Sheet {
  const { planting } = laid;
  const day = on === null ? null : dayOf(on);
  return {
    title: `Day sheet: ${planting.name}`,
    intro: `${holding.name}. ${day === null ? `Day: ${BLANK}` : `${dayWords(day)}.`} What is ticked and counted here can be typed in afterwards, row by row, under Field.`,
    onePage: true,
    parts: [
      ...stops.map((text): Note => ({ kind: 'note', text })),
      rowsTable(laid, ledger),
      whoTable(holding, day),
      ...bring(laid, ledger, holding),
      whereTable(laid, holding),
      {
        kind: 'table',
        name: 'Numbers, to be written in',
        head: ['Whom', 'Number', 'Whom', 'Number'],
        rows: NUMBERS.map((pair) => pair.flatMap((whom) => [whom, BLANK])),
      },
    ],
  };
}

const NUMBERS = [
  ['Emergency', 'Doctor or hospital'],
  ['Owner or neighbour', 'A line or pipe is hit'],
];

/** The planting's rows as they are walked, as they are pegged or else as they are planned: what is in, what is to go in, and room for what was done. */
function rowsTable({ planting, layout }: Laid, ledger: Ledger): Table {
  const state = ledger.planted.get(planting.id);
  const rows = state
    ? dayRows(state).map(({ number, name, pegs, planted, left }) => ({
        name: `${number} ${name}`,
        kinds: rollup(
          pegs,
          (all) => all.length,
          ({ kind }) => kind.common,
        ),
        planted,
        left,
      }))
    : layout.stand.rows.flatMap(({ row, from, to }, r) =>
        to > from
          ? [
              {
                name: `${r + 1} ${row.name}${row.later > 0 ? `, year ${row.later}` : ''}`,
                kinds: new Map(kindsOf(rowOf(layout, r).stand).map(({ species, count }) => [species.common, count])),
                planted: 0,
                left: to - from,
              },
            ]
          : [],
      );
  return {
    kind: 'table',
    name: 'Rows',
    head: ['Row', 'Kinds', 'In already', 'To plant', 'Planted', 'Left out', 'Row done'],
    rows: rows.map(({ name, kinds, planted, left }) => [
      name,
      [...kinds].map(([common, count]) => `${formatCount(count)} ${common}`).join(', '),
      planted,
      left,
      '______',
      '______',
      BOX,
    ]),
  };
}

/** Who comes that day, or may come where no day is said. */
function whoTable(holding: Holding, day: Day | null): Table {
  const crew = new Crew(holding, new Set(holding.days.holidays.map(dayOf)));
  const people = crew.people.filter((_, i) => day === null || crew.comes([i], day));
  return {
    kind: 'table',
    name: 'Who',
    head: ['Here', 'Name', 'Hours', 'May not'],
    rows: [
      ...people.map(({ name, hours, not, child }) => [
        BOX,
        name,
        `${hours} h`,
        [...(child ? ['a child: never without somebody grown'] : []), ...not.map((one) => `no ${one}`)].join(', '),
      ]),
      [BOX, BLANK, '', ''],
    ],
  };
}

/** What is brought: the trailer, tools and what protects the hands. */
function bring(laid: Laid, ledger: Ledger, holding: Holding): Note[] {
  const state = ledger.planted.get(laid.planting.id);
  const trailer = state ? [...onTrailer(laid, holding, dayRows(state))].filter(([, count]) => count > 0) : [];
  const { tools, gear } = toolsFor([laid], holding);
  const said = (lines: typeof tools) =>
    lines.map(({ label, count }) => `${BOX} ${formatCount(count)} ${label.toLowerCase()}`).join('   ');
  return [
    ...(trailer.length > 0
      ? [
          `On the trailer for what is open: ${trailer.map(([key, count]) => `${formatCount(count)} ${kitName(key, holding.units, holding.kits)}`).join(', ')}; row by row in the packing list.`,
        ]
      : []),
    `Bring: ${said(tools)}`,
    `On you: ${said(gear)}   ${BOX} a phone that is charged`,
  ].map((text): Note => ({ kind: 'note', text }));
}

/** Where to meet, and what an ambulance is told: the planting's beginning as degrees and on the grid of its zone. */
function whereTable({ layout: { stand } }: Laid, { place, features }: Holding): Table {
  const plane = planeAt(place);
  const told = (at: Point): string[] => {
    const [longitude, latitude] = plane.toDegrees(at);
    const zone = Math.floor((longitude + 180) / 6) + 1;
    const [east, north] = proj4(`+proj=utm +zone=${zone} ${latitude < 0 ? '+south ' : ''}+datum=WGS84`, [
      longitude,
      latitude,
    ]);
    const degrees = (value: number, [plus, minus]: string) =>
      `${Math.abs(value).toFixed(5)}° ${value < 0 ? minus : plus}`;
    return [
      `${degrees(latitude, 'NS')}, ${degrees(longitude, 'EW')}`,
      `UTM ${zone}${latitude < 0 ? 'S' : 'N'} ${Math.round(east!)} ${Math.round(north!)}`,
    ];
  };
  const gates = features.filter((feature) => feature.kind === 'gate');
  return {
    kind: 'table',
    name: 'Where: to meet, and for an ambulance',
    head: ['Place', 'Latitude and longitude', 'Grid reference'],
    rows: [
      ...gates.slice(0, 2).map((gate) => [nameOf(gate), ...told(gate.at)]),
      ...(stand.count > 0
        ? [[`first plant of ${counted(stand.count, 'plant')}`, ...told([stand.x[0]!, stand.y[0]!])]]
        : []),
      ['We meet at', BLANK, ''],
    ],
  };
}
