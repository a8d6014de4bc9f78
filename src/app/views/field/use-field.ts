import { useMemo } from 'react';
import { dayRows, nextPeg, saying, type DayPeg, type DayRow, type Told } from '../../../core/field/the-day.ts';
import type { Laid } from '../../../core/ranks/laid.ts';
import { asPlanted } from '../../../core/record/as-planted.ts';
import type { BodyOf } from '../../../core/record/events.ts';
import type { Ledger } from '../../../core/record/ledger.ts';
import type { PlantedState } from '../../../core/record/planted.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { useWorked, type Worked } from '../../store/derived.ts';
import { useLedger } from '../../store/record.ts';
import { record } from '../../store/session.ts';

/** A planting in the field: as it is laid now, as it was pegged, and what was said of its plants. */
export interface InField {
  readonly worked: Worked;
  readonly holding: Holding;
  readonly laid: Laid;
  readonly ledger: Ledger;
  readonly state: PlantedState | undefined;
  readonly pegged: BodyOf<'pegged'> | null;
  /** Of the phase that is planted now. */
  readonly rows: readonly DayRow[];
  readonly phase: number;
  readonly phases: readonly number[];
}

/** The planting that the address names; null where there is none of that name. */
export function useField(planting: string | undefined, asked: number | null = null): InField | null {
  const worked = useWorked();
  const ledger = useLedger();
  const planned = planting ? worked.laid(planting) : undefined;
  const state = planting ? ledger.planted.get(planting) : undefined;
  return useMemo(() => {
    if (!planned) return null;
    const laid = { planting: asPlanted(planned.planting, ledger), layout: planned.layout };
    const pegged = state?.peggings.at(-1)?.body ?? null;
    const phases = [...new Set(pegged?.kinds.map(({ later }) => later) ?? [])].sort((a, b) => a - b);
    const open = phases.find((one) => state && dayRows(state, one).some(({ left }) => left > 0));
    const phase = asked ?? open ?? phases[0] ?? 0;
    const rows = state ? dayRows(state, phase) : [];
    return { worked, holding: worked.holding, laid, ledger, state, pegged, rows, phase, phases };
  }, [worked, planned, ledger, state, asked]);
}

/** The last plant of which anything was said here: where the crew is. */
export function lastSaid(rows: readonly DayRow[]): DayPeg | null {
  let last: DayPeg | null = null;
  for (const { pegs } of rows)
    for (const peg of pegs) if (peg.state.last && (!last || peg.state.last.at > last.state.last!.at)) last = peg;
  return last;
}

/** Where the crew goes on: after the plant of which something was said last. */
export const goesOnAt = (rows: readonly DayRow[]): DayPeg | null =>
  nextPeg(rows, lastSaid(rows)?.label ?? null) ?? rows[0]?.pegs[0] ?? null;

/** Says something of plants; it is durable once this resolves to true, and can be undone like any other step. */
export const say = ({ laid, state }: Pick<InField, 'laid' | 'state'>, label: string, told: Told): Promise<boolean> =>
  record(label, [saying(laid.planting.id, state, told)]);
