import { formatLength, plannedAt, type UnitSystem } from '../../units/quantities.ts';
import { ceilSafe } from '../../units/rounding.ts';
import type { FenceRun } from './fence-line.ts';
import { stakeFor, tiesFor } from './guards.ts';
import guardData from './guards.json' with { type: 'json' };
import { fences, forms } from './kinds.ts';

/** So many pieces of one price key. */
export interface Pieces {
  readonly key: string;
  readonly count: number;
  readonly why: string;
}

/** Length of mesh that one cage takes, cages of a roll, and rolls for `n` of them: `guard.cages`. Metres. */
export function cages(n: number, { diameter, overlap, roll }: { diameter: number; overlap: number; roll: number }) {
  const piece = Math.PI * diameter + overlap;
  const perRoll = Math.floor(roll / piece + 1e-9);
  return { piece, perRoll, rolls: ceilSafe(n / perRoll) };
}

/** Mesh of a root basket: length of its wall and area with its bottom: `guard.basket`. Metres, m². */
export function basket({
  diameter,
  depth,
  above,
  overlap,
}: {
  diameter: number;
  depth: number;
  above: number;
  overlap: number;
}) {
  const wallLen = Math.PI * diameter + overlap;
  return { wallLen, area: wallLen * (depth + above) + diameter ** 2 };
}

/** What `n` guards of a form and size are made of, without spares. */
export function guardPieces({ form, size }: { readonly form: string; readonly size: number }, n: number): Pieces[] {
  const { pieces, price = form === 'tube' ? 'guard' : form, cage, crate, stakes, ties } = forms[form]!;
  const out: Pieces[] = [];
  if (cage) {
    const { roll, overlap } = guardData.cage;
    out.push({
      key: `cageMesh.${size}`,
      count: cages(n, { diameter: cage, overlap, roll }).rolls,
      why: `${n} cages ${cage} m across`,
    });
  } else if (!('spiral' in pieces)) out.push({ key: `${price}.${size}`, count: n, why: 'one for each plant' });
  for (const [key, each] of Object.entries(pieces)) out.push({ key, count: n * each, why: `${each} for each plant` });
  if (crate)
    out.push(
      { key: 'post', count: n * guardData.crate.posts, why: `${guardData.crate.posts} for each plant` },
      { key: 'rail', count: n * guardData.crate.rails, why: `${guardData.crate.rails} for each plant` },
    );
  const length = stakes > 0 && size >= 0.45 ? stakeFor(size).length : null; // a split collar holds itself
  if (length !== null) out.push({ key: `stake.${length}`, count: n * stakes, why: `${stakes} for each plant` });
  if (ties && size >= 0.45) out.push({ key: 'tie', count: n * tiesFor(size), why: `${tiesFor(size)} for each plant` });
  return out;
}

/** What each metre of a fence is made of, in shares of pieces. */
export function fenceMetre(kind: string, units: UnitSystem): Pieces[] {
  const { net, wires, rails, posts } = fences[kind]!;
  const { netRoll, wireRoll, rail } = guardData.fence;
  const every = plannedAt(posts, units);
  return [
    ...(net ? [{ key: net, count: 1 / netRoll, why: 'along the whole of it' }] : []),
    { key: 'fence.wire', count: wires / wireRoll, why: `${wires} along the whole of it` },
    { key: 'fence.rail', count: rails / rail, why: `${rails} along the whole of it` },
    { key: 'fence.post', count: 1 / every, why: `one every ${formatLength(every, units)}` },
  ];
}

/** What a run of fence is made of. */
export function fencePieces(kind: string, { length, corners, gates, ends }: FenceRun, units: UnitSystem): Pieces[] {
  const { strainers, energiser } = fences[kind]!;
  const along = Math.floor(length / strainers);
  return [
    ...fenceMetre(kind, units).map((one) => ({ ...one, count: ceilSafe(one.count * length) })),
    {
      key: 'fence.strainer',
      count: corners + ends + 2 * gates + along,
      why: `corners ${corners}, ends ${ends}, at gates ${2 * gates}, on the straight ${along}`,
    },
    { key: 'fence.gate', count: gates, why: 'ways through' },
    { key: 'fence.energiser', count: energiser ? 1 : 0, why: 'one for the run' },
  ].filter(({ count }) => count > 0);
}
