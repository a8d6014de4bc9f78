import { Suspense, useEffect, useState } from 'react';
import { later } from '../parts/later.ts';
import { dismiss, useSession } from '../store/session.ts';
import { useReading } from '../workers/reading.ts';
import type { NewVersion } from './NoticeList.tsx';

const NoticeList = later(() => import('./NoticeList.tsx'), 'NoticeList');

/** What could not be done, a file that takes long to read, news from another tab, and a new version that waits for a reload. */
export function Notices() {
  const { problem, news, unsaved } = useSession();
  const reading = useReading((state) => state.now !== null);
  const [reload, setReload] = useState<NewVersion | null>(null);
  useEffect(() => {
    if (import.meta.env.PROD) void watchForNew(setReload);
  }, []);
  useEffect(() => {
    if (!news) return;
    const timer = setTimeout(dismiss, 6000);
    return () => clearTimeout(timer);
  }, [news]);
  return (
    <div className="notices" aria-live="assertive">
      <Suspense>
        {(problem || news || unsaved || reload || reading) && (
          <NoticeList version={reload} onLater={() => setReload(null)} />
        )}
      </Suspense>
    </div>
  );
}

/** Registers the worker that keeps the app for a day without a network, and says when it has fetched a newer one. */
async function watchForNew(found: (version: NewVersion) => void): Promise<void> {
  const { registerSW } = await import('virtual:pwa-register');
  let asked = false;
  const update = registerSW({
    onNeedRefresh: () =>
      found({
        says: 'A new version is ready.',
        now: () => {
          asked = true;
          void update(true);
        },
      }),
    // Another tab took the new version up: this one asks too, and goes on with the old until then.
    onNeedReload: () =>
      asked
        ? location.reload()
        : found({ says: 'Another tab has taken up a new version.', now: () => location.reload() }),
  });
}
