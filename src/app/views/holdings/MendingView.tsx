import { Alert, Button } from 'antd';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { mend } from '../../../core/holding/mend.ts';
import { saveBytes } from '../../exports/save-bytes.ts';
import { storageSentence } from '../../store/db.ts';
import { putMended, type Broken } from '../../store/shelf.ts';

/** Most things said one by one; the rest are counted. */
const MOST_SAID = 40;

/** A holding that its reader refuses: what is wrong, mended when the steward agrees, or handed out as it is. */
export function MendingView({
  id,
  broken,
  sentence,
  onMended,
}: {
  id: string;
  broken: Broken;
  sentence: string;
  onMended(): void;
}) {
  const mended = useMemo(() => mend(broken.stored), [broken]);
  const [problem, setProblem] = useState<string | null>(null);
  const more = (mended?.changes.length ?? 0) - MOST_SAID;
  return (
    <main className="sorry mending">
      <h1>{broken.name} cannot be opened as it is</h1>
      <p>{mended ? 'It is all here. Some of its values are beyond what a holding can have:' : sentence}</p>
      {mended && (
        <ul className="mending-list" aria-label="What is mended">
          {mended.changes.slice(0, MOST_SAID).map((said, i) => (
            <li key={i}>{said}</li>
          ))}
          {more > 0 && <li>And {more} more of the same.</li>}
        </ul>
      )}
      {mended === null && (
        <p>Its record is damaged too far to be mended here. Save the raw file: what can be read in it is not lost.</p>
      )}
      {problem && <Alert type="error" showIcon title={problem} />}
      <div className="actions wrap">
        {mended && (
          <Button
            type="primary"
            onClick={() =>
              void putMended(id, mended, broken).then(onMended, (reason: unknown) =>
                setProblem(storageSentence(reason)),
              )
            }
          >
            Mend and open it
          </Button>
        )}
        <Button
          onClick={() =>
            saveBytes(`${broken.name} raw.json`, new TextEncoder().encode(broken.text), 'application/json')
          }
        >
          Save the raw file
        </Button>
        <Link to="/">All holdings</Link>
      </div>
      <details>
        <summary>Its record as text</summary>
        <textarea readOnly aria-label="Record as text" rows={14} value={broken.text.slice(0, 200_000)} />
      </details>
    </main>
  );
}
