/** What differs between two holdings, by ids and never by places in a list, so that it still fits where others have edited too. */

/** Keys of objects, and ids of what stands in a list. */
export type Path = readonly (string | { readonly id: string })[];

interface Item {
  readonly id: string;
}

/** One thing that changed: a value (undefined where it is absent), or which things a list holds and in what order. */
export type Change =
  | { readonly path: Path; readonly was: unknown; readonly is: unknown }
  | { readonly path: Path; readonly listed: { readonly was: readonly Item[]; readonly is: readonly Item[] } };

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const isListed = (value: readonly unknown[]): value is readonly Item[] =>
  value.every((one) => isObject(one) && typeof one['id'] === 'string') &&
  new Set(value.map((one) => (one as Item).id)).size === value.length;

/** Whether two plain values say the same. */
function isSame(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a)) return Array.isArray(b) && a.length === b.length && a.every((one, i) => isSame(one, b[i]));
  if (!isObject(a) || !isObject(b)) return false;
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((key) => Object.hasOwn(b, key) && isSame(a[key], b[key]));
}

/** What is put under a name, never what every object has under names such as 'constructor'. */
const ownOf = (of: Readonly<Record<string, unknown>>, key: string): unknown =>
  Object.hasOwn(of, key) ? of[key] : undefined;

/** Everything that differs from `was` to `is`, which share what did not change. */
export function changesBetween(was: unknown, is: unknown, path: Path = []): Change[] {
  if (Object.is(was, is)) return [];
  if (isObject(was) && isObject(is))
    return [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((key) =>
      changesBetween(ownOf(was, key), ownOf(is, key), [...path, key]),
    );
  if (!Array.isArray(was) || !Array.isArray(is) || !isListed(was) || !isListed(is))
    return isSame(was, is) ? [] : [{ path, was, is }];
  const before = new Map(was.map((item) => [item.id, item]));
  const order = was.length === is.length && is.every(({ id }, i) => id === was[i]!.id);
  return [
    ...(order ? [] : [{ path, listed: { was, is } }]),
    ...is.flatMap((item) => {
      const old = before.get(item.id);
      return old ? changesBetween(old, item, [...path, { id: item.id }]) : [];
    }),
  ];
}

/** The changes that take these back. */
export const inverseOf = (changes: readonly Change[]): Change[] =>
  changes
    .map((change): Change =>
      'listed' in change
        ? { path: change.path, listed: { was: change.listed.is, is: change.listed.was } }
        : { path: change.path, was: change.is, is: change.was },
    )
    .reverse();

/** Makes a change in a mutable draft. False where the draft no longer holds what the change starts from. */
export function makeIn(draft: object, change: Change): boolean {
  let at: unknown = draft;
  for (const step of change.path.slice(0, -1)) at = within(at, step);
  const last = change.path.at(-1)!;
  if ('listed' in change) {
    const list = within(at, last);
    return Array.isArray(list) && makeListed(list as Item[], change.listed);
  }
  if (typeof last !== 'string' || typeof at !== 'object' || at === null) return false;
  const holder = at as Record<string, unknown>;
  if (!isSame(ownOf(holder, last), change.was)) return false;
  if (change.is === undefined) delete holder[last];
  else holder[last] = change.is;
  return true;
}

function within(at: unknown, step: Path[number]): unknown {
  if (typeof step === 'string') return isObject(at) ? ownOf(at, step) : undefined;
  return Array.isArray(at) ? (at as Item[]).find(({ id }) => id === step.id) : undefined;
}

/** What came in stands behind what it stood behind; what others put in or moved stays where they put it. */
function makeListed(list: Item[], { was, is }: { was: readonly Item[]; is: readonly Item[] }): boolean {
  const [before, after] = [new Set(was.map(({ id }) => id)), new Set(is.map(({ id }) => id))];
  const out = was.filter(({ id }) => !after.has(id));
  const added = is.filter(({ id }) => !before.has(id));
  const now = new Map(list.map((item) => [item.id, item]));
  if (added.some(({ id }) => now.has(id))) return false;
  if (out.some((item) => !now.has(item.id) || !isSame(now.get(item.id), item))) return false;
  if (list.length === was.length && list.every(({ id }, i) => id === was[i]!.id)) {
    list.splice(0, list.length, ...is.map((item) => now.get(item.id) ?? item));
    return true;
  }
  for (const { id } of out)
    list.splice(
      list.findIndex((item) => item.id === id),
      1,
    );
  for (const item of added) {
    const behind = is.slice(0, is.indexOf(item)).map(({ id }) => id);
    list.splice(list.findLastIndex(({ id }) => behind.includes(id)) + 1, 0, item);
  }
  return true;
}
