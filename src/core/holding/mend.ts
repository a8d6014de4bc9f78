import { sayIssue } from './limits.ts';
import { upToDate } from './migrate.ts';
import type { LeftBehind } from './migrations.ts';
import { newHolding } from './new-holding.ts';
import { HoldingSchema, type Holding } from './schema.ts';

/** A holding that its reader refused, brought within what can be, and each thing that was done to it. */
export interface Mended {
  readonly holding: Holding;
  /** What its version kept in the plan that belongs to the record. */
  readonly left?: LeftBehind;
  readonly changes: readonly string[];
}

type Node = Record<PropertyKey, unknown>;

/** Rounds after which nothing more is tried: each mends all that the reader names, and what that uncovers comes next. */
const ROUNDS = 40;

/**
 * Mends a stored holding of any version: numbers go to the nearest that can be, lists and texts are cut to their
 * limits, what still cannot be is taken out of its list or set as in a new holding. Null when it is no holding at all.
 */
export function mend(stored: unknown): Mended | null {
  const raised = upToDate(stored);
  if (!raised.ok || typeof raised.value !== 'object' || raised.value === null) return null;
  const value = structuredClone(raised.value) as Node;
  const changes: string[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const parsed = HoldingSchema.safeParse(value);
    if (parsed.success) return { holding: parsed.data, changes, ...(raised.left && { left: raised.left }) };
    // From the back, so that what is taken out of a list leaves the places named before it.
    for (const issue of parsed.error.issues.toReversed()) {
      const said = `${whereIn(value, issue.path)}${sayIssue(issue, value, value['units'] === 'us' ? 'us' : 'metric')}`;
      const done = mendOne(value, issue);
      changes.push(`${said} ${done}`);
      if (done === ANEW) break; // what else was wrong in it is gone with it
    }
  }
  return null;
}

/** 'House belt, Outer row: ' for a path that leads through things with names. */
function whereIn(value: Node, path: readonly PropertyKey[]): string {
  let at: unknown = value;
  const names: string[] = [];
  for (const key of path) {
    at = (at as Node | null | undefined)?.[key];
    const name = (at as Node | null | undefined)?.['name'];
    if (typeof name === 'string' && name) names.push(name.slice(0, 40));
  }
  return names.length > 0 ? `${names.join(', ')}: ` : '';
}

interface Issue {
  readonly code: string;
  readonly path: readonly PropertyKey[];
  readonly maximum?: unknown;
  readonly minimum?: unknown;
}

function mendOne(value: Node, { code, path, ...limits }: Issue): string {
  const at = (keys: readonly PropertyKey[]) =>
    keys.reduce<unknown>((inner, key) => (inner as Node | undefined)?.[key], value) as Node | undefined;
  const key = path.at(-1)!;
  const holder = path.length > 0 ? at(path.slice(0, -1)) : undefined;
  const now = holder?.[key];
  const limit = Number(code === 'too_big' ? limits.maximum : code === 'too_small' ? limits.minimum : Number.NaN);
  if (holder && typeof now === 'number' && Number.isFinite(limit)) {
    holder[key] = limit;
    return 'Set to that.';
  }
  if (holder && code === 'too_big' && (typeof now === 'string' || Array.isArray(now))) {
    holder[key] = now.slice(0, limit);
    return typeof now === 'string' ? 'Cut to that.' : 'The last ones are left out.';
  }
  for (let up = path.length - 1; up > 0; up--) {
    const list = at(path.slice(0, up));
    const place = path[up];
    if (!Array.isArray(list) || typeof place !== 'number') continue;
    list.splice(place, 1);
    return 'Left out.';
  }
  const top = String(path[0]);
  value[top] = structuredClone((BARE as unknown as Node)[top]);
  return ANEW;
}

const ANEW = 'Set as in a new holding.';
const BARE = newHolding({
  id: 'mended',
  name: 'Mended holding',
  latitude: 0,
  longitude: 0,
  units: 'metric',
  currency: 'EUR',
});
