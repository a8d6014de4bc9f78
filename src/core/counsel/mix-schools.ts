import { bookOf } from '../species/book.ts';
import { take, type Proposal } from '../holding/command.ts';
import { setRow } from '../holding/planting-commands.ts';
import type { Holding, Row, Run } from '../holding/schema.ts';
import type { Species, Use } from '../holding/species-schema.ts';
import { quantities } from '../account/quantities.ts';
import { layOut } from '../ranks/lay-out.ts';
import { speciesAt, type Stand } from '../ranks/stand.ts';
import { becomes } from '../species/mature.ts';
import { freeYears } from '../years/free-years.ts';
import { choose } from './choose.ts';
import type { Laid } from '../ranks/laid.ts';
import data from './mix-schools.json' with { type: 'json' };

/** What a school of mixture would make of one row, and what that changes. */
export interface MixProposal extends Proposal {
  readonly key: string;
  readonly reason: string;
  readonly wins: string;
  readonly runs: readonly Run[];
  /** Largest share of one kind in the row: what one pest could take. */
  readonly largest: number;
  /** Plants of the row, and those to keep besides in pots. */
  readonly plants: number;
  readonly spares: number;
  /** Year by which the nurses come out; null without nurses, or when none is reached to 40. */
  readonly nursesOut: number | null;
  /** Cost of the whole planting against what it is now, cents. */
  readonly cents: number;
}

export const mixSource = data.source;

/** Largest share of one kind among the plants of a row as they stand: a short row has not one of each run. */
function largestShare(stand: Stand, rowId: string): number {
  const bySpecies = new Map<string, number>();
  let plants = 0;
  for (const { row, from, to } of stand.rows)
    for (let i = from; row.id === rowId && i < to; i++, plants++) {
      const { id } = speciesAt(stand, i);
      bySpecies.set(id, (bySpecies.get(id) ?? 0) + 1);
    }
  return plants === 0 ? 0 : Math.max(...bySpecies.values()) / plants;
}

/** The mixtures that careful people would plant in this row instead, those that would change nothing left out. */
export function mixProposals(holding: Holding, laid: Laid, rowId: string): MixProposal[] {
  const { planting, layout } = laid;
  const row = planting.rows.find(({ id }) => id === rowId);
  if (!row || layout.problem) return [];
  const costs = quantities(planting, layout, holding).cents;
  const suiting = (use: Use | null) =>
    choose(holding, laid, rowId, use)
      .filter(({ verdict }) => verdict !== 'does not suit')
      .map(({ species }) => species);
  const [suits, nurses] = [suiting(null), suiting('nurse')];
  return data.schools.flatMap((school): MixProposal[] => {
    const runs = runsOf(school, row, bookOf(holding).of(mainOf(row)), suits, nurses);
    if (!runs || JSON.stringify(runs) === JSON.stringify(row.runs)) return [];
    const command = setRow(
      planting.id,
      rowId,
      { runs: runs.map((run) => ({ ...run })), offset: 0 },
      `row mixed: ${school.label.toLowerCase()}`,
    );
    const after = take(holding, command).holding.plantings.find(({ id }) => id === planting.id)!;
    const again = layOut(after, holding);
    const plants = again.stand.rows.reduce((sum, { row: { id }, from, to }) => sum + (id === rowId ? to - from : 0), 0);
    return [
      {
        key: school.key,
        label: school.label,
        reason: school.reason,
        wins: school.wins,
        runs,
        plants,
        command,
        largest: largestShare(again.stand, rowId),
        spares: Math.ceil(plants * (school.spares ?? 0)),
        nursesOut: school.nurses
          ? nursesOut({ planting: after, layout: again }, rowId, runs[0]!.species, holding)
          : null,
        cents: quantities(after, again, holding).cents - costs,
      },
    ];
  });
}

/** The kind that the row has most of: what a school builds on. */
const mainOf = ({ runs }: Row): string => runs.reduce((most, run) => (run.count > most.count ? run : most)).species;

function runsOf(
  school: { readonly key: string; readonly kinds?: number; readonly alike?: number; readonly nurses?: number },
  row: Row,
  main: Species,
  suits: readonly Species[],
  nurses: readonly Species[],
): Run[] | null {
  if (school.kinds) {
    const present = [...new Set(row.runs.map(({ species }) => species))];
    // Alike in height, so that none overtops the others.
    const tall = becomes({ species: main, kept: row.kept }).height;
    const alike = suits.filter(
      (species) =>
        !present.includes(species.id) &&
        species.kind !== 'herb' &&
        species.kind !== 'climber' &&
        Math.abs(becomes({ species, kept: row.kept }).height - tall) <= tall * (school.alike ?? 1),
    );
    const more = alike.slice(0, Math.max(0, school.kinds - present.length)).map(({ id }) => id);
    const kinds = [...present, ...more];
    return kinds.length > present.length ? kinds.map((species) => ({ species, count: 1 })) : null;
  }
  if (!school.nurses) return [{ species: main.id, count: 1 }];
  const nurse = nurses.find(({ id, rate }) => id !== main.id && ['fast', 'veryFast'].includes(rate));
  return nurse && main.rate !== 'veryFast'
    ? [
        { species: main.id, count: 1 },
        { species: nurse.id, count: school.nurses },
      ]
    : null;
}

/** The year in which the wanted plant's crown reaches the nurse beside it. */
function nursesOut(laid: Laid, rowId: string, wanted: string, holding: Holding): number | null {
  const of = freeYears(laid, holding, 'middle').grown.find(
    ({ row, lot }) => row === rowId && lot.species.id === wanted,
  );
  const { spacing } = laid.planting.rows.find(({ id }) => id === rowId)!;
  const year = of ? of.width.findIndex((width) => width / 2 >= spacing) : -1;
  return year < 0 ? null : year;
}
