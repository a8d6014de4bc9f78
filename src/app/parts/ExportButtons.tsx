import { Button } from 'antd';
import { useRef, useState } from 'react';
import type { Asked } from '../exports/export-files.ts';
import type { ExportName } from '../exports/export-names.ts';
import { saveFile } from '../exports/save-file.ts';

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
    abort.current = new AbortController();
    setMaking(name);
    setShare(0);
    await saveFile(name, fileName, asked, abort.current.signal, setShare);
    setMaking(null);
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
