import { distance } from '../geometry/point.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { numberInRow } from '../ranks/stand.ts';
import type { BodyOf, PeggedRow } from '../record/events.ts';
import { peggingOf } from '../record/as-planted.ts';
import type { Ledger } from '../record/ledger.ts';
import { NOT_PEGGED, type PlantedState } from '../record/planted.ts';
import { pegsOf, type PegPlace } from '../record/pegs.ts';
import { plannedAt } from '../units/quantities.ts';
import reachData from './reach.json' with { type: 'json' };

/** Pegs closer than this have not moved, metres. */
const SAME_PLACE = 0.01;

/** How far a plant of a planting may stand from its peg where nobody said otherwise, metres: whole inches or feet where it is measured so. */
export const usualReach = ({ purpose }: Pick<Planting, 'purpose'>, { units }: Pick<Holding, 'units'>): number =>
  plannedAt(reachData.metres[reachData.lines[purpose] as keyof typeof reachData.metres], units);

/** The letter of a planting in its labels: its own where it was pegged before; those not pegged yet share out the letters that nobody has used, in the order of the plan, so that two phones peg two plantings under two letters. */
export function letterOf(ledger: Ledger, planting: string, { plantings }: Pick<Holding, 'plantings'>): string {
  const own = peggingOf(ledger, planting);
  if (own) return own.letter;
  const before = plantings.filter(({ id }) => !peggingOf(ledger, id)).findIndex(({ id }) => id === planting);
  let free = Math.max(0, before);
  const used = new Set([...ledger.planted.values()].flatMap(({ peggings }) => peggings.map(({ body }) => body.letter)));
  for (let n = 0; ; n++) {
    const letter = `${n >= 26 ? String.fromCharCode(64 + Math.floor(n / 26)) : ''}${String.fromCharCode(65 + (n % 26))}`;
    if (!used.has(letter) && free-- === 0) return letter;
  }
}

/** What every pegging of a planting has called its rows and plants: names that are never used for others. */
function namesIn({ peggings }: PlantedState) {
  const rows = new Map<string, number>();
  const plants = new Map<string, number>();
  const last = new Map<number, number>();
  for (const { body } of peggings)
    for (const { row, copy, number, numbers, places } of body.rows) {
      rows.set(`${row} ${copy}`, number);
      numbers.forEach((n, i) => plants.set(`${row} ${places[i]}`, n));
      last.set(
        number,
        numbers.reduce((most, n) => Math.max(most, n), last.get(number) ?? 0),
      );
    }
  return { rows, plants, last, lastRow: Math.max(0, ...rows.values()) };
}

/**
 * The pegs of a planting as it is laid now, to be recorded: every plant with its place (metres, to the millimetre), kind
 * and lasting label. Plants that were pegged before keep their labels; new ones take numbers that were never used.
 */
export function pegging(
  { planting, layout }: Laid,
  ledger: Ledger,
  holding: Pick<Holding, 'plantings'>,
  { reach, answers }: Pick<BodyOf<'pegged'>, 'reach' | 'answers'>,
): BodyOf<'pegged'> {
  const { stand } = layout;
  const before = ledger.planted.get(planting.id) ?? NOT_PEGGED;
  const names = namesIn(before);
  const first = before.peggings.length === 0;
  let nextRow = names.lastRow;
  const rows = stand.rows.flatMap(({ row, copy, from, to }, r): PeggedRow[] => {
    if (to === from) return [];
    const number = names.rows.get(`${row.id} ${copy}`) ?? (first ? r + 1 : ++nextRow);
    let next = names.last.get(number) ?? 0;
    const each = <T>(of: (i: number) => T): T[] => Array.from({ length: to - from }, (_, n) => of(from + n));
    return [
      {
        row: row.id,
        copy,
        name: row.name,
        number,
        numbers: each(
          (i) => names.plants.get(`${row.id} ${stand.place[i]!}`) ?? (first ? numberInRow(stand, i) : ++next),
        ),
        places: each((i) => stand.place[i]!),
        x: each((i) => millimetres(stand.x[i]!)),
        y: each((i) => millimetres(stand.y[i]!)),
        chainage: each((i) => millimetres(stand.chainage[i]!)),
        kinds: each((i) => stand.lot[i]!),
      },
    ];
  });
  return {
    planting: planting.id,
    name: planting.name,
    letter: letterOf(ledger, planting.id, holding),
    reach,
    kinds: stand.lots.map(({ species, stock, later }) => ({
      species: species.id,
      botanical: species.botanical,
      common: species.common,
      tag: species.tag,
      stock,
      later,
    })),
    rows,
    means: planting.means,
    answers,
    over: before.peggings.map(({ id }) => id),
  };
}

const millimetres = (metres: number): number => Math.round(metres * 1000) / 1000;

/** What the plan has become since it was pegged: labels, with how far they moved (metres) or what stands for what. */
export interface Revision {
  readonly added: readonly PegPlace[];
  readonly out: readonly PegPlace[];
  readonly moved: readonly { readonly peg: PegPlace; readonly metres: number }[];
  readonly swapped: readonly { readonly peg: PegPlace; readonly was: string; readonly is: string }[];
}

/** The plan as laid now against its pegs; null where it is as it was pegged, or was not pegged. */
export function revisionOf(laid: Laid, ledger: Ledger, holding: Pick<Holding, 'plantings'>): Revision | null {
  const was = peggingOf(ledger, laid.planting.id);
  if (!was) return null;
  const now = pegsOf(pegging(laid, ledger, holding, was));
  const before = new Map(pegsOf(was).map((peg) => [peg.label, peg]));
  const still = new Set(now.map(({ label }) => label));
  const kindOf = ({ kind }: PegPlace) => `${kind.common}, ${kind.stock}`;
  const revision: Revision = {
    added: now.filter(({ label }) => !before.has(label)),
    out: [...before.values()].filter(({ label }) => !still.has(label)),
    moved: now.flatMap((peg) => {
      const known = before.get(peg.label);
      const metres = known ? distance(known.at, peg.at) : 0;
      return metres > SAME_PLACE ? [{ peg, metres }] : [];
    }),
    swapped: now.flatMap((peg) => {
      const known = before.get(peg.label);
      return known && (known.kind.species !== peg.kind.species || known.kind.stock !== peg.kind.stock)
        ? [{ peg, was: kindOf(known), is: kindOf(peg) }]
        : [];
    }),
  };
  return Object.values(revision).some((part) => part.length > 0) ? revision : null;
}
