import { useEffect } from 'react';
import { useSession } from '../store/session.ts';

/** Names the page in tabs and bookmarks and to screen readers, from the nearest to the widest: stop, stage, then the open holding. */
export function useTitle(...parts: readonly (string | undefined)[]): void {
  const holding = useSession((state) => state.holding?.name);
  const title = [...parts, holding, 'Close Rank'].filter(Boolean).join(', ');
  useEffect(() => {
    document.title = title;
  }, [title]);
}
