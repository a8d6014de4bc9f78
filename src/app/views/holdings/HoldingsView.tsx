import { FilePick } from '../../parts/fields/FilePick.tsx';
import { Alert, Button, Dropdown, Input, Modal } from 'antd';
import { liveQuery } from 'dexie';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Carried } from '../../../core/files/closerank.ts';
import { sayPlace } from '../../../core/ground/typed-place.ts';
import { counted } from '../../../core/units/quantities.ts';
import { exportHolding } from '../../exports/export-holding.ts';
import { Mark } from '../../parts/Mark.tsx';
import { answering, storageSentence, type KeptHolding } from '../../store/db.ts';
import {
  bringBack,
  copyHolding,
  deleteHolding,
  importHolding,
  isHere,
  listHoldings,
  openHolding,
  renameHolding,
  restoreDemo,
} from '../../store/shelf.ts';
import { FirstPlanting } from './FirstPlanting.tsx';
import { SmallPlan } from '../../parts/SmallPlan.tsx';
import { useTitle } from '../../parts/use-title.ts';
import { NewHolding } from './NewHolding.tsx';

/** The holdings in this browser: new, open, copy, rename, delete, export, import. */
export function HoldingsView() {
  useTitle('Holdings');
  const [problem, setProblem] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const [deleted, setDeleted] = useState<KeptHolding | null>(null);
  const [same, setSame] = useState<{ name: string; carried: Carried } | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const attempt = (work: Promise<unknown>) =>
    work.then(() => setProblem(null)).catch((reason: unknown) => setProblem(sentenceOf(reason)));

  const kept = useKept(setProblem);
  const lasting = useLasting();

  const remove = (one: KeptHolding) => attempt(deleteHolding(one.id).then(() => setDeleted(one)));
  const exported = async ({ id }: KeptHolding) => {
    const opened = await openHolding(id);
    if (!opened.ok) throw new Error(opened.sentence);
    const told = await exportHolding(opened.holding);
    if (told) throw new Error(told);
  };

  return (
    <div className="holdings-page">
      <header className="top-bar">
        <span className="brand">
          <Mark />
          <span>Close Rank</span>
        </span>
      </header>
      <main className="holdings">
        <div className="holdings-head">
          <h1>Holdings</h1>
          <div className="actions">
            <Button onClick={() => void attempt(restoreDemo())}>Restore the demo</Button>
            <Button onClick={() => file.current?.click()}>Import a file</Button>
            <Button type="primary" onClick={() => setAdding(true)}>
              New holding
            </Button>
            <FilePick
              input={file}
              label="Holding file"
              accept=".closerank"
              onPick={(chosen) => void attempt(readFile(chosen))}
            />
          </div>
        </div>
        {problem && <Alert type="error" showIcon title={problem} closable={{ onClose: () => setProblem(null) }} />}
        {deleted && (
          <Deleted
            name={deleted.name}
            onClose={() => setDeleted(null)}
            onBringBack={() => {
              setDeleted(null);
              void attempt(bringBack(deleted.id));
            }}
          />
        )}
        {kept && kept.length === 0 && (
          <div className="empty">
            <p>No holding yet. Answer four questions and the rows lie, or look round the made-up holding first.</p>
            <FirstPlanting onProblem={(reason) => setProblem(sentenceOf(reason))} />
          </div>
        )}
        <ul className="holding-list">
          {kept?.map((one) => (
            <HoldingItem
              key={one.id}
              kept={one}
              onRename={(name) => void attempt(renameHolding(one.id, name))}
              onCopy={() => void attempt(copyHolding(one.id))}
              onExport={() => void attempt(exported(one))}
              onDelete={() => void remove(one)}
            />
          ))}
        </ul>
        <p className="soft fine">
          Holdings stay in this browser and in the files you export. Nothing is sent anywhere.
          {lasting === false &&
            ' This browser has not promised to keep them: it may clear them when its space runs short. Export what matters.'}
        </p>
      </main>
      {same && (
        <SameHolding
          name={same.name}
          onClose={() => setSame(null)}
          onChoose={(where) => {
            setSame(null);
            void attempt(importHolding(same.carried, where));
          }}
        />
      )}
      {adding && <NewHolding onClose={() => setAdding(false)} onProblem={(reason) => setProblem(sentenceOf(reason))} />}
    </div>
  );

  async function readFile(chosen: File): Promise<void> {
    const { bringIn } = await import('../../workers/bring-in.ts');
    const carried = await bringIn(chosen, (worker, bytes) => worker.holding(bytes, chosen.name));
    const here = await isHere(carried);
    if (here) setSame({ name: here, carried });
    else await importHolding(carried);
    if (carried.problems.length > 0) setProblem(carried.problems.join(' '));
  }
}

/** The holding of a file is here already: its plan is taken over with both records, or it stays beside. */
function SameHolding({
  name,
  onClose,
  onChoose,
}: {
  name: string;
  onClose(): void;
  onChoose(where: 'over' | 'beside'): void;
}) {
  return (
    <Modal open title={`${name} is here already`} onCancel={onClose} footer={null}>
      <p>
        Taking its plan over lays both records together, so that no planted tree is lost; the plan of before stays
        beside it.
      </p>
      <div className="actions wrap">
        <Button type="primary" onClick={() => onChoose('over')}>
          Take its plan over
        </Button>
        <Button onClick={() => onChoose('beside')}>Keep it beside</Button>
      </div>
    </Modal>
  );
}

function Deleted({ name, onClose, onBringBack }: { name: string; onClose(): void; onBringBack(): void }) {
  return (
    <Alert
      type="info"
      showIcon
      title={`${name} is deleted.`}
      closable={{ onClose }}
      action={
        <Button size="small" onClick={onBringBack}>
          Bring it back
        </Button>
      }
    />
  );
}

/** The list as it is stored, followed; what storage refuses, or that it never answers, is told. */
function useKept(tell: (sentence: string) => void): readonly KeptHolding[] | null {
  const [kept, setKept] = useState<readonly KeptHolding[] | null>(null);
  const told = useEffectEvent(tell);
  useEffect(() => {
    const seen = liveQuery(listHoldings).subscribe({
      next: setKept,
      error: (reason) => told(storageSentence(reason)),
    });
    // A list that never comes is said; should it come after all, the sentence goes again.
    let late = true;
    answering(listHoldings()).then(
      () => {
        late = false;
      },
      (reason: unknown) => late && told(storageSentence(reason)),
    );
    return () => {
      late = false;
      seen.unsubscribe();
    };
  }, []);
  return kept;
}

/** Whether the browser has promised to keep what it stores; null while nobody has asked it. */
function useLasting(): boolean | null {
  const [lasting, setLasting] = useState<boolean | null>(null);
  useEffect(() => {
    // Absent where the page is not served securely; then nothing is promised and nothing can be asked.
    const storage = navigator.storage as StorageManager | undefined;
    void (async () => setLasting(storage ? (await storage.persisted()) || (await storage.persist()) : false))();
  }, []);
  return lasting;
}

interface ItemProps {
  readonly kept: KeptHolding;
  onRename(name: string): void;
  onCopy(): void;
  onExport(): void;
  onDelete(): void;
}

/** One holding of the list: its small plan, its name, what is known of it, and what can be done with it. */
function HoldingItem({ kept: one, onRename, onCopy, onExport, onDelete }: ItemProps) {
  const [naming, setNaming] = useState(false);
  const navigate = useNavigate();
  return (
    <li>
      {one.card?.plan ? <SmallPlan plan={one.card.plan} /> : <span className="small-plan" />}
      {naming ? (
        <Input
          autoFocus
          defaultValue={one.name}
          aria-label={`New name of ${one.name}`}
          maxLength={80}
          onPressEnter={(event) => event.currentTarget.blur()}
          onKeyDown={(event) => event.key === 'Escape' && setNaming(false)}
          onBlur={(event) => {
            const name = event.target.value.trim();
            setNaming(false);
            if (name && name !== one.name) onRename(name);
          }}
        />
      ) : (
        <a
          href={`/h/${one.id}/ranks`}
          onClick={(event) => {
            event.preventDefault();
            void navigate(`/h/${one.id}/ranks`);
          }}
        >
          {one.name}
        </a>
      )}
      <Glance kept={one} />
      <Button type="primary" ghost onClick={() => void navigate(`/h/${one.id}/ranks`)} aria-label={`Open ${one.name}`}>
        Open
      </Button>
      <Dropdown
        trigger={['click']}
        menu={{
          items: [
            { key: 'rename', label: 'Rename' },
            { key: 'copy', label: 'Copy' },
            { key: 'export', label: 'Export to a file' },
            { key: 'delete', label: 'Delete', danger: true },
          ],
          onClick: ({ key }) => {
            if (key === 'rename') setNaming(true);
            if (key === 'copy') onCopy();
            if (key === 'export') onExport();
            if (key === 'delete') onDelete();
          },
        }}
      >
        <Button aria-label={`More for ${one.name}`}>⋯</Button>
      </Dropdown>
    </li>
  );
}

/** What is known of a holding without opening it: place, plantings, plants, when it was touched and last exported. */
function Glance({ kept: { plants, updatedAt, exportedAt, card } }: { kept: KeptHolding }) {
  const named = card?.plantings.slice(0, MOST_NAMED) ?? [];
  const more = (card?.plantings.length ?? 0) - named.length;
  return (
    <p className="soft fine glance">
      {card && <span>{sayPlace(card.place)}</span>}
      <span>
        {[counted(plants, 'plant'), ...named].join(' · ')}
        {more > 0 && ` · ${more} more`}
      </span>
      <span>
        Changed {dayOf(updatedAt)}; {exportedAt === undefined ? 'never exported' : `last exported ${dayOf(exportedAt)}`}
      </span>
    </p>
  );
}

const dayOf = (time: number): string =>
  new Date(time).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

/** Plantings named in the list; the rest are counted. */
const MOST_NAMED = 4;

const sentenceOf = (reason: unknown): string =>
  reason instanceof Error && !/Dexie|Quota|Database|InvalidState/.test(reason.name)
    ? reason.message
    : storageSentence(reason);
