import { useEffect, useRef } from 'react';

/** Keys that go on acting while they are held; every other acts once, so that a resting hand adds one row and not forty. */
const REPEATS = new Set(['[', ']', '+', '-', 'ctrl+z', 'shift+ctrl+z', 'ctrl+y', 'ArrowLeft', 'ArrowRight']);

type Handlers = Readonly<Record<string, () => void>>;

const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  !!target.closest(
    'input:not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable="true"], [role="combobox"], .ant-modal',
  );

/** Listens for keys while mounted: 'l', 'Escape', 'ctrl+k', 'shift+ctrl+z'. Plain keys rest while a field has focus. */
export function useKeys(handlers: Handlers): void {
  const latest = useRef(handlers);
  latest.current = handlers;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const ctrl = event.ctrlKey || event.metaKey;
      const name = `${event.shiftKey && ctrl ? 'shift+' : ''}${ctrl ? 'ctrl+' : ''}${event.key.length === 1 ? event.key.toLowerCase() : event.key}`;
      const handler = latest.current[name];
      if (event.repeat && !REPEATS.has(name)) return;
      if (!handler || event.defaultPrevented || (inField(event.target) && name !== 'ctrl+k')) return;
      event.preventDefault();
      handler();
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, []);
}
