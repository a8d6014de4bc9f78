import { Alert, Button } from 'antd';
import { useEffect, useState } from 'react';
import { registerSW } from 'virtual:pwa-register';
import { dismiss, useSession } from '../store/session.ts';

/** What could not be done, news from another tab, and a new version that waits for a reload. */
export function Notices() {
  const { problem, news, saveState } = useSession();
  const [reload, setReload] = useState<(() => void) | null>(null);
  useEffect(() => {
    if (!import.meta.env.PROD) return;
    const update = registerSW({ onNeedRefresh: () => setReload(() => () => void update(true)) });
  }, []);
  useEffect(() => {
    if (!news) return;
    const timer = setTimeout(dismiss, 6000);
    return () => clearTimeout(timer);
  }, [news]);
  return (
    <div className="notices" aria-live="assertive">
      {problem && <Alert type="error" title={problem} showIcon closable={{ onClose: dismiss }} />}
      {news && <Alert type="info" title={news} showIcon closable={{ onClose: dismiss }} />}
      {reload && (
        <Alert
          type="info"
          title="A new version is ready."
          showIcon
          action={
            <Button size="small" disabled={saveState !== 'saved'} onClick={reload}>
              Reload
            </Button>
          }
          closable={{ onClose: () => setReload(null) }}
        />
      )}
    </div>
  );
}
