import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { sinceWords } from '../../core/units/text.ts';
import { exportHolding } from '../exports/export-holding.ts';
import { db } from '../store/db.ts';
import { canKeepFile, forgetFile, nameFile, useKeptFile, writeFile } from '../exports/kept-file.ts';
import { look, useLook } from '../store/look-at.ts';
import { complain, useSession } from '../store/session.ts';

/** What belongs to the whole holding: its file, how long ago it left the browser, colours and keys. */
export function HoldingMenu({ onKeys }: { onKeys(): void }) {
  const holding = useSession((state) => state.holding!);
  const dark = useLook((state) => state.dark);
  const file = useKeptFile();
  const navigate = useNavigate();
  const [since, setSince] = useState<string | null>(null);
  useEffect(() => {
    void db.holdings
      .get(holding.id)
      .then((kept) => setSince(kept?.exportedAt ? sinceWords(Date.now() - kept.exportedAt) : null));
  }, [holding.id, file.writtenAt]);
  const attempt = (work: Promise<unknown>) =>
    void work.catch((reason: unknown) => {
      // The steward closed the browser's own dialog: nothing was wanted.
      if (!(reason instanceof DOMException && reason.name === 'AbortError'))
        complain(String((reason as Error).message));
    });
  return (
    <div className="menu">
      <button type="button" onClick={() => void navigate('/')}>
        All holdings
      </button>
      <button
        type="button"
        onClick={() =>
          attempt(
            exportHolding(holding).then((note) => {
              setSince(sinceWords(0));
              if (note) complain(note);
            }),
          )
        }
      >
        Export to a file
      </button>
      <p className="soft fine">
        {since ? `Last left this browser ${since}.` : 'Has not left this browser as a file yet.'}
      </p>
      {canKeepFile && !file.name && (
        <button type="button" onClick={() => attempt(nameFile(holding))}>
          Keep a file up to date…
        </button>
      )}
      {file.name && (
        <>
          <p className="soft fine">{file.problem ?? `${file.name} is written after each save.`}</p>
          <button type="button" onClick={() => attempt(writeFile())}>
            Write it now
          </button>
          <button type="button" onClick={() => attempt(forgetFile(holding.id))}>
            Keep it no longer
          </button>
        </>
      )}
      <button type="button" onClick={() => look({ dark: !dark })}>
        {dark ? 'Day colours' : 'Night colours'}
      </button>
      <button type="button" onClick={onKeys}>
        Keys
      </button>
    </div>
  );
}
