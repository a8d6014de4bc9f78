import { lazy, type ComponentType, type LazyExoticComponent } from 'react';

// A component's own props are its caller's business here.
// oxlint-disable-next-line typescript/no-explicit-any
type AnyComponent = ComponentType<any>;

const waiting: (() => Promise<unknown>)[] = [];

/** A component fetched when it is first shown, or before that once the app has nothing better to do. */
export function later<Name extends string, C extends AnyComponent>(
  fetch: () => Promise<Record<Name, C>>,
  name: Name,
): LazyExoticComponent<C> {
  waiting.push(fetch);
  return lazy(async () => ({ default: (await fetch())[name] }));
}

/** Fetches what is still to come, one at a time, while nothing else happens; not for those who ask browsers to save data. */
export function fetchTheRest(): void {
  const { connection } = navigator as { connection?: { saveData?: boolean } };
  if (connection?.saveData) return;
  const next = waiting.shift();
  if (next) requestIdleCallback(() => void next().finally(fetchTheRest));
}
