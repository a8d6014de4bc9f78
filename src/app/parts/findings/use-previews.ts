import { useRef, type PointerEvent } from 'react';
import type { Command } from '../../../core/holding/command.ts';
import { tryOut } from '../../store/session.ts';

/**
 * Handlers for things that show what they would do while looked at, by pointer and by keyboard alike. A pointer must
 * have moved: what merely opens beneath a resting one previews nothing.
 */
export function usePreviews(): (key: string, command: Command | null) => object {
  const shown = useRef<string | null>(null);
  const show = (key: string | null, command: Command | null) => {
    if (shown.current === key) return;
    shown.current = key;
    tryOut(command);
  };
  return (key, command) => ({
    onPointerMove: ({ movementX, movementY }: PointerEvent) => {
      if (movementX !== 0 || movementY !== 0) show(key, command);
    },
    onPointerLeave: () => show(null, null),
    onFocus: () => show(key, command),
    onBlur: () => show(null, null),
  });
}
