import { useLayoutEffect, useState, type RefObject } from 'react';

/** The width of an element in pixels, followed as it changes. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(600);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width));
    watch.observe(element.current!);
    return () => watch.disconnect();
  }, [element]);
  return width;
}
