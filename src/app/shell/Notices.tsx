import { Alert, Button } from 'antd';
import { useEffect, useState } from 'react';
import { registerSW } from 'virtual:pwa-register';
import { exportHolding } from '../exports/export-holding.ts';
import { complain, dismiss, useSession } from '../store/session.ts';

/** What could not be done, news from another tab, and a new version that waits for a reload. */
export function Notices() {
  const { problem, news, saveState, unsaved, holding } = useSession();
  const [reload, setReload] = useState<{ readonly says: string; readonly now: () => void } | null>(null);
  useEffect(() => {
    if (!import.meta.env.PROD) return;
    let asked = false;
    const update = registerSW({
      onNeedRefresh: () =>
        setReload({
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
          : setReload({ says: 'Another tab has taken up a new version.', now: () => location.reload() }),
    });
  }, []);
  useEffect(() => {
    if (!news) return;
    const timer = setTimeout(dismiss, 6000);
    return () => clearTimeout(timer);
  }, [news]);
  return (
    <div className="notices" aria-live="assertive">
      {problem && <Alert type="error" title={problem} showIcon closable={{ onClose: dismiss }} />}
      {unsaved && (
        <Alert
          type="error"
          title={unsaved}
          showIcon
          action={
            holding && (
              <Button
                size="small"
                type="primary"
                onClick={() => void exportHolding(holding).then((note) => note && complain(note))}
              >
                Export to a file
              </Button>
            )
          }
        />
      )}
      {news && <Alert type="info" title={news} showIcon closable={{ onClose: dismiss }} />}
      {reload && (
        <Alert
          type="info"
          title={reload.says}
          showIcon
          action={
            <Button size="small" disabled={saveState !== 'saved'} onClick={reload.now}>
              Reload
            </Button>
          }
          closable={{ onClose: () => setReload(null) }}
        />
      )}
    </div>
  );
}
