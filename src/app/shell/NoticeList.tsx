import { Alert, Button } from 'antd';
import { exportHolding } from '../exports/export-holding.ts';
import { useReading } from '../workers/reading.ts';
import { complain, dismiss, useSession } from '../store/session.ts';

/** A new version that waits: what is said of it, and how the page takes it up. */
export interface NewVersion {
  readonly says: string;
  readonly now: () => void;
}

/** The notices that there are, each with what can be done about it. */
export function NoticeList({ version, onLater }: { version: NewVersion | null; onLater(): void }) {
  const { problem, news, saveState, unsaved, holding } = useSession();
  const reading = useReading((state) => state.now);
  return (
    <>
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
      {reading && (
        <Alert
          type="info"
          title={`Reading ${reading.name} …`}
          showIcon
          action={
            <Button size="small" onClick={reading.stop}>
              Stop
            </Button>
          }
        />
      )}
      {news && <Alert type="info" title={news} showIcon closable={{ onClose: dismiss }} />}
      {version && (
        <Alert
          type="info"
          title={version.says}
          showIcon
          action={
            <Button size="small" disabled={saveState !== 'saved'} onClick={version.now}>
              Reload
            </Button>
          }
          closable={{ onClose: onLater }}
        />
      )}
    </>
  );
}
