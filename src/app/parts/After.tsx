import { useDeferredValue, type ReactNode } from 'react';
import { ShownAfter, useShown } from '../store/derived.ts';

/** Parts that follow a change once plan and strings have shown it, so that a drag never waits for them. */
export function After({ children }: { children: ReactNode }) {
  const holding = useDeferredValue(useShown());
  return <ShownAfter value={holding}>{children}</ShownAfter>;
}
