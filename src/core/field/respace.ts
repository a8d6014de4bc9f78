import type { Command } from '../holding/command.ts';
import { take } from '../holding/command.ts';
import { setRow } from '../holding/planting-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { layOut } from '../ranks/lay-out.ts';
import type { Laid } from '../ranks/laid.ts';
import { stockOf } from '../species/stock.ts';
import { formatTape } from '../units/quantities.ts';
import { kindsOf, kindKey } from '../account/quantities.ts';

/** A row laid at another spacing on the spot: what it takes then, and what that leaves over or asks for. */
export interface Respaced {
  readonly command: Command;
  readonly spacing: number;
  /** Plants of the planting before and after. */
  readonly was: number;
  readonly is: number;
  /** By kind, only those that change: more wanted than lie here where positive, left over where negative. */
  readonly differs: readonly { readonly name: string; readonly count: number }[];
}

/** Counts a planting again with one row at another spacing, metres. Throws {@link Refused} where that cannot be laid. */
export function respace({ planting, layout }: Laid, holding: Holding, row: string, spacing: number): Respaced {
  const command = setRow(planting.id, row, { spacing }, `spaced ${formatTape(spacing, holding.units)} on the spot`);
  const after = take(holding, command).holding;
  const { stand } = layOut(
    after.plantings.find(({ id }) => id === planting.id)!,
    after,
  );
  const count = (of: typeof stand) => new Map(kindsOf(of).map((kind) => [kindKey(kind), kind]));
  const [before, now] = [count(layout.stand), count(stand)];
  const differs = [...new Set([...before.keys(), ...now.keys()])].flatMap((key) => {
    const kind = (now.get(key) ?? before.get(key))!;
    const more = (now.get(key)?.count ?? 0) - (before.get(key)?.count ?? 0);
    return more === 0 ? [] : [{ name: `${kind.species.common}, ${stockOf(kind.stock).name}`, count: more }];
  });
  return { command, spacing, was: layout.stand.count, is: stand.count, differs };
}
