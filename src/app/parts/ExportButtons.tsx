import { Button } from 'antd';
import { useRef, useState } from 'react';
import { complain, useSession } from '../store/session.ts';
import type { Asked, ExportName } from '../exports/export-files.ts';
import { makeFile } from '../exports/make-file.ts';
import { saveBytes } from '../exports/save-bytes.ts';
import { asFound } from '../../core/record/as-found.ts';
import { useRecord } from '../store/record.ts';
import { today } from '../store/today.ts';

interface Item {
  readonly name: ExportName;
  readonly label: string;
  /** The first button leads unless it says that it does not. */
  readonly plain?: boolean;
}

/** Buttons that each make one file and hand it over; while one is made it can be stopped. */
export function ExportButtons({
  items,
  fileName,
  asked = {},
}: {
  items: readonly Item[];
  fileName: string;
  asked?: Asked;
}) {
  const [making, setMaking] = useState<ExportName | null>(null);
  const [share, setShare] = useState(0);
  const abort = useRef<AbortController | null>(null);
  const make = async ({ name }: Item) => {
    const { holding } = useSession.getState();
    const { ledger } = useRecord.getState();
    abort.current = new AbortController();
    setMaking(name);
    setShare(0);
    try {
      saveBytes(
        `${fileName} ${name}`,
        await makeFile(
          name,
          asFound(holding!, ledger),
          { ledger, on: today(), ...asked },
          abort.current.signal,
          setShare,
        ),
      );
    } catch (reason) {
      if (!(reason instanceof DOMException && reason.name === 'AbortError'))
        complain(reason instanceof Error ? reason.message : String(reason));
    } finally {
      setMaking(null);
    }
  };
  return (
    <div className="actions wrap" role="group" aria-label="Files">
      {items.map((item, i) => (
        <Button
          key={item.name}
          type={i === 0 && !item.plain ? 'primary' : 'default'}
          loading={making === item.name}
          disabled={making !== null && making !== item.name}
          onClick={() => void make(item)}
        >
          {item.label}
        </Button>
      ))}
      {making && (
        <Button onClick={() => abort.current?.abort()} aria-label="Stop making the file">
          Stop{share > 0 && share < 1 ? `, ${Math.round(share * 100)} %` : ''}
        </Button>
      )}
    </div>
  );
}
