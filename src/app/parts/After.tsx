import { useDeferredValue, useState, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import type { Holding } from '../../core/holding/schema.ts';
import { ShownAfter, useShown } from '../store/derived.ts';

/**
 * Parts that follow a change once plan and strings have shown it, so that a drag never waits for them. Before anything
 * is done in them they catch up: what is entered changes the holding as it is, not as it was when they were last drawn.
 */
export function After({ children }: { children: ReactNode }) {
  const now = useShown();
  const later = useDeferredValue(now);
  const [caughtUp, setCaughtUp] = useState<Holding | null>(null);
  const shown = caughtUp === now ? now : later;
  // Capture runs before the handlers inside are looked up, so those that then run are of the newest drawing. Not at
  // input or click: to draw between a field's change and its handler takes the change back.
  const catchUp = () => {
    if (shown !== now) flushSync(() => setCaughtUp(now));
  };
  return (
    <ShownAfter value={shown}>
      <div className="after" onPointerDownCapture={catchUp} onKeyDownCapture={catchUp} onBlurCapture={catchUp}>
        {children}
      </div>
    </ShownAfter>
  );
}
