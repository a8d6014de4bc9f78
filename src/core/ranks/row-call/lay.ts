import type { Command } from '../../holding/command.ts';
import { addGap, setRow, setRows } from '../../holding/planting-commands.ts';
import { together } from '../../holding/command.ts';
import type { Planting } from '../../holding/schema.ts';
import type { Called } from './parse.ts';

/** A call typed for one row as a command; null when it is not sound or names another number of rows. */
export function layRowCall(
  planting: Planting,
  rowId: string,
  { rows, gaps, problems }: Called,
  newId: () => string,
): Command | null {
  if (problems.length > 0 || rows.length !== 1) return null;
  const { name, ...row } = rows[0]!;
  const changes = setRow(planting.id, rowId, { ...row, ...(name && { name }) }, 'row call');
  return gaps.length === 0
    ? changes
    : together('row call', [changes, ...gaps.map((gap) => addGap(planting.id, { ...gap, id: newId() }))]);
}

/** A call typed for the whole planting as a command: rows keep their ids by their places; null when it is not sound or holds no row. */
export function layPlantingCall(
  planting: Planting,
  { rows, gaps, problems }: Called,
  newId: () => string,
): Command | null {
  if (problems.length > 0 || rows.length === 0) return null;
  return setRows(
    planting.id,
    rows.map(({ name, ...row }, i) => ({
      ...row,
      id: planting.rows[i]?.id ?? newId(),
      name: name ?? planting.rows[i]?.name ?? `Row ${i + 1}`,
    })),
    gaps.map((gap, i) => ({ ...gap, id: planting.gaps[i]?.id ?? newId() })),
    'row call',
  );
}
