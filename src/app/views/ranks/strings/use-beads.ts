import type { DragEvent, KeyboardEvent } from 'react';
import { bookOf } from '../../../../core/species/book.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { setRow, setRuns, swapPlant } from '../../../../core/holding/planting-commands.ts';
import { draggedGap } from '../../../../core/ranks/drag.ts';
import { speciesAt } from '../../../../core/ranks/stand.ts';
import { toMetres, type UnitSystem } from '../../../../core/units/quantities.ts';
import { useShown } from '../../../store/derived.ts';
import type { Species } from '../../../../core/holding/species-schema.ts';
import { look } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';

export const SPECIES_TYPE = 'text/close-rank-species';

/** Metres that Shift and an arrow move a row or a plant. */
const STEPS = {
  metric: { across: 0.1, along: 0.05 },
  us: { across: toMetres(0.5, 'ft'), along: toMetres(0.25, 'ft') },
} as const;

/** Chooses the plant `i` of the stand, on plan, strings and panel alike. */
export const choosePlant = ({ layout: { stand } }: Laid, i: number): void =>
  look({ selection: { what: 'plant', row: stand.rows[stand.row[i]!]!.row.id, place: stand.place[i]! } });

/** Beads by keyboard: arrows choose a plant, Shift and arrows change spacing and row gap; Escape takes a drag back. */
export function beadKeys(laid: Laid, chosen: number | null, units: UnitSystem, cancelDrag: () => boolean) {
  const {
    planting,
    layout: { stand },
  } = laid;
  return (event: KeyboardEvent): void => {
    if (event.key === 'Escape' && cancelDrag()) return event.stopPropagation();
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step || stand.count === 0) return;
    event.preventDefault();
    const i = chosen ?? 0;
    const { row } = stand.rows[stand.row[i]!]!;
    const across = event.key === 'ArrowDown' || event.key === 'ArrowUp';
    if (event.shiftKey) {
      const changes = across
        ? { rowGap: draggedGap(row.rowGap, step * STEPS[units].across, units) }
        : { spacing: draggedGap(row.spacing, step * STEPS[units].along, units) };
      return void run(setRow(planting.id, row.id, changes));
    }
    if (!across) return choosePlant(laid, Math.min(stand.count - 1, Math.max(0, i + step)));
    const next = stand.rows[stand.row[i]! + step];
    if (next && next.to > next.from)
      choosePlant(laid, Math.min(next.to - 1, next.from + i - stand.rows[stand.row[i]!]!.from));
  };
}

/** Another species for the run of a bead, or for its one plant. */
export function swapAt({ planting, layout: { stand } }: Laid, bead: number, to: Species, one: boolean): void {
  const { row, copy } = stand.rows[stand.row[bead]!]!;
  const { id: old, common } = speciesAt(stand, bead);
  const label = `${common} swapped for ${to.common}`;
  if (one || !row.runs.some((each) => each.species === old))
    return void run(swapPlant(planting.id, row.id, { at: stand.chainage[bead]!, copy }, to.id, label));
  const runs = row.runs.map((each) => (each.species === old ? { ...each, species: to.id } : each));
  run(setRuns(planting.id, row.id, runs, label));
}

/** A species of the legend dropped on a bead: its run changes, or with Alt the one plant; `beadAt` finds the bead. */
export function useSpeciesDrop(laid: Laid, beadAt: (x: number, y: number) => number | null) {
  const book = bookOf(useShown());
  return (event: DragEvent<HTMLCanvasElement>): void => {
    event.preventDefault();
    const id = event.dataTransfer.getData(SPECIES_TYPE);
    const box = event.currentTarget.getBoundingClientRect();
    const bead = beadAt(event.clientX - box.left, event.clientY - box.top);
    if (id && bead !== null) swapAt(laid, bead, book.of(id), event.altKey);
  };
}
