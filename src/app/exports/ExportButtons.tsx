import { Button } from 'antd';
import { useRef, useState } from 'react';
import { complain, useSession } from '../store/session.ts';
import type { ExportName } from './export-files.ts';
import { makeFile } from './make-file.ts';
import { saveBytes } from './save-bytes.ts';

interface Item {
  readonly name: ExportName;
  readonly label: string;
  /** The first button leads unless it says that it does not. */
  readonly plain?: boolean;
}

/** Buttons that each make one file and hand it over; while one is made it can be stopped. */
export function ExportButtons({
  items,
  planting,
  fileName,
}: {
  items: readonly Item[];
  planting?: string;
  fileName: string;
}) {
  const [making, setMaking] = useState<ExportName | null>(null);
  const abort = useRef<AbortController | null>(null);
  const make = async ({ name }: Item) => {
    const { holding } = useSession.getState();
    abort.current = new AbortController();
    setMaking(name);
    try {
      saveBytes(`${fileName} ${name}`, await makeFile(name, holding!, planting, abort.current.signal));
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
      {making && <Button onClick={() => abort.current?.abort()}>Stop</Button>}
    </div>
  );
}
