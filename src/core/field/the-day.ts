import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import { packRows } from '../order/trailer.ts';
import type { Laid } from '../ranks/laid.ts';
import type { BodyOf, EventOf, Happened } from '../record/events.ts';
import { headsOf, NOT_PEGGED, stateOf, type PlantedState, type PlantState, type Saying } from '../record/planted.ts';
import { pegsOf, type PegPlace } from '../record/pegs.ts';

/** A peg with what was said of its plant. */
export interface DayPeg extends PegPlace {
  readonly state: PlantState;
  /** What says that its plant was found dead. */
  readonly dead: EventOf<'died'> | null;
}

/** A row as it is walked today. */
export interface DayRow {
  readonly number: number;
  readonly name: string;
  readonly pegs: readonly DayPeg[];
  readonly planted: number;
  readonly skipped: number;
  /** Of those planted. */
  readonly dead: number;
  /** Nothing said of them yet. */
  readonly left: number;
}

/** The rows of a pegged planting in walking order, with what stands in them; of one phase, years after the first, or of all. */
export function dayRows(state: PlantedState, phase: number | null = null): DayRow[] {
  const pegged = state.peggings.at(-1)?.body;
  if (!pegged) return [];
  const rows = new Map<number, DayPeg[]>();
  for (const peg of pegsOf(pegged)) {
    if (phase !== null && peg.kind.later !== phase) continue;
    const with_ = { ...peg, state: stateOf(state.said.get(peg.label)), dead: state.dead.get(peg.label) ?? null };
    const row = rows.get(peg.row);
    if (row) row.push(with_);
    else rows.set(peg.row, [with_]);
  }
  return [...rows.values()].map((pegs) => {
    const count = (stands: PlantState['stands']) => pegs.filter(({ state: { stands: is } }) => is === stands).length;
    const { rowNumber: number, rowName: name } = pegs[0]!;
    return {
      number,
      name,
      pegs,
      planted: count('planted'),
      skipped: count('skipped'),
      dead: pegs.filter(({ dead }) => dead).length,
      left: count(null),
    };
  });
}

/** The peg to go to after one, or from the start: the first further on of which nothing was said, else the first before it; null when all is said. */
export function nextPeg(rows: readonly DayRow[], after: string | null): DayPeg | null {
  const pegs = rows.flatMap(({ pegs: of }) => of);
  const at = pegs.findIndex(({ label }) => label === after);
  const open = ({ state: { stands } }: DayPeg) => stands === null;
  return pegs.slice(at + 1).find(open) ?? pegs.slice(0, at + 1).find(open) ?? null;
}

/** Labels of every peg from one to another along the walk, both in; those of which something was said already are left out. */
export function runOfPegs(rows: readonly DayRow[], from: string, to: string): string[] {
  const pegs = rows.flatMap(({ pegs: of }) => of);
  const [a, b] = [from, to].map((label) => pegs.findIndex((peg) => peg.label === label)).sort((m, n) => m - n) as [
    number,
    number,
  ];
  if (a < 0) return [];
  return pegs.slice(a, b + 1).flatMap(({ label, state: { stands } }) => (stands === null ? [label] : []));
}

/** Something to be said of plants, before it is known what it stands in place of. */
export type Told = {
  [K in Saying['kind']]: { readonly kind: K } & Omit<BodyOf<K>, 'planting' | 'over'>;
}[Saying['kind']];

/** Something said of plants as it is recorded: made knowing of what was said of them before. */
export function saying(planting: string, state: PlantedState | undefined, { kind, ...said }: Told): Happened {
  const labels = 'labels' in said ? said.labels : [said.label];
  return { kind, body: { ...said, planting, over: headsOf(state ?? NOT_PEGGED, labels) } } as Happened;
}

/** What one saying says of one plant, to be said again over all that was said of it: that is how a difference is settled. */
export function told(said: Saying, label: string): Told {
  switch (said.kind) {
    case 'planted':
      return { kind: 'planted', labels: [label] };
    case 'skipped':
      return { kind: 'skipped', labels: [label], reason: said.body.reason };
    case 'moved':
      return { kind: 'moved', label, to: said.body.to, reason: said.body.reason };
    case 'swapped':
      return { kind: 'swapped', label, species: said.body.species, stock: said.body.stock, reason: said.body.reason };
  }
}

/** What goes on the trailer for a planting: it is asked at every tap. */
const packsOf = derived(function packsOf(laid: Laid, holding: Holding) {
  return packRows([laid], holding);
});

/** What lies on the trailer still: pieces of a planting by price key, those of plants that stand taken off row by row. */
export function onTrailer(laid: Laid, holding: Holding, rows: readonly DayRow[]): Map<string, number> {
  const left = new Map<string, number>();
  for (const { number, pieces } of packsOf(laid, holding)) {
    // Rows are packed by where they lie in the plan, pegs by their lasting number: the same where nothing was pegged again.
    const row = rows.find((one) => one.number === number);
    // A row that is planted in another year is not on this year's trailer.
    if (!row) continue;
    const open = 1 - row.planted / row.pegs.length;
    for (const { key, count } of pieces) left.set(key, (left.get(key) ?? 0) + count * open);
  }
  return new Map([...left].map(([key, count]) => [key, Math.ceil(count - 1e-6)]));
}
