import { Button } from 'antd';
import { Suspense, useCallback, useEffect, useRef, useState } from 'react';
import { Link, Navigate, Route, Routes, useLocation, useNavigate, useParams } from 'react-router';
import { useSession, close, dropUnsaved, open, redoNext, undoLast, type OpenProblem } from '../store/session.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { look, lookNow } from '../store/look-at.ts';
import { backOut } from '../plan/pencil.ts';
import { Guarded } from '../parts/Guarded.tsx';
import { useKeys } from '../parts/keys.ts';
import { later } from '../parts/later.ts';
import { FocusKeeper, focusStage } from './FocusKeeper.tsx';
import { Rail } from './Rail.tsx';
import { Said } from './Said.tsx';
import { STAGES } from './stages.ts';
import { TopBar } from './TopBar.tsx';

const Finder = later(() => import('./Finder.tsx'), 'Finder');
const SpeciesBook = later(() => import('../views/species/SpeciesBook.tsx'), 'SpeciesBook');
const MendingView = later(() => import('../views/holdings/MendingView.tsx'), 'MendingView');
const KeysHelp = later(() => import('./KeysHelp.tsx'), 'KeysHelp');

/** One holding open: bars, rail, and the stage that the address names. */
export function HoldingFrame() {
  const { holding: id } = useParams();
  const isOpen = useSession((state) => state.holding?.id === id);
  const copied = useSession((state) => state.copied);
  const { pathname } = useLocation();
  const [problem, setProblem] = useState<OpenProblem | null>(null);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    let gone = false;
    void open(id!).then((found) => {
      if (gone) return;
      setProblem(found);
      if (!found) void import('../exports/kept-file.ts').then(({ takeUpFile }) => takeUpFile(id!));
    });
    return () => {
      gone = true;
      void close();
    };
  }, [id, asked]);
  if (copied && copied.from === id && !isOpen)
    return <Navigate to={pathname.replace(`/h/${id}`, `/h/${copied.to}`)} replace />;
  const again = () => setAsked((n) => n + 1);
  if (problem?.broken)
    return (
      <Suspense>
        <MendingView id={id!} broken={problem.broken} sentence={problem.sentence} onMended={again} />
      </Suspense>
    );
  if (problem)
    return (
      <main className="sorry">
        <h1>This holding cannot be opened</h1>
        <p>{problem.sentence}</p>
        <div className="actions wrap">
          {problem.unsaved && <UnsavedChoices unsaved={problem.unsaved} onDropped={again} />}
          {!problem.unsaved && <Button onClick={again}>Try again</Button>}
          <Link className="button-link" to="/">
            All holdings
          </Link>
        </div>
      </main>
    );
  if (!isOpen)
    return (
      <main className="sorry" aria-busy="true">
        <p>Opening…</p>
      </main>
    );
  return <Stages />;
}

function UnsavedChoices({ unsaved, onDropped }: { unsaved: Holding; onDropped(): void }) {
  return (
    <>
      <Link className="button-link" to={`/h/${unsaved.id}/ranks`}>
        Back to {unsaved.name}
      </Link>
      <Button
        onClick={() => void import('../exports/export-holding.ts').then(({ exportHolding }) => exportHolding(unsaved))}
      >
        Export it to a file
      </Button>
      <Button
        danger
        onClick={() => {
          dropUnsaved();
          onDropped();
        }}
      >
        Drop its changes
      </Button>
    </>
  );
}

function Stages() {
  const [asked, setAsked] = useState<'find' | 'keys' | null>(null);
  const { pathname } = useLocation();
  const stage = pathname.split('/')[3] ?? 'ground';
  const navigate = useNavigate();
  const id = useSession((state) => state.holding!.id);
  const holdingName = useSession((state) => state.holding!.name);
  const go = (to: string) => () => void navigate(`/h/${id}/${to}`);
  useEffect(() => look({ sketch: null, ringed: [] }), [stage]);
  const first = useRef(stage);
  useEffect(() => {
    // By a key from nowhere: the next Tab begins in the stage, not at the top of the page.
    if (stage !== first.current && document.activeElement === document.body) focusStage();
    first.current = stage;
  }, [stage]);
  const showKeys = useCallback(() => setAsked('keys'), []);
  useKeys({
    'ctrl+k': () => setAsked('find'),
    '?': showKeys,
    'ctrl+z': undoLast,
    'shift+ctrl+z': redoNext,
    'ctrl+y': redoNext,
    ...Object.fromEntries(STAGES.map(({ key }, i) => [String(i + 1), go(key)])),
    m: () => look({ sketch: { for: 'measure', points: [] } }),
    '[': () => look({ year: Math.max(0, lookNow().year - 1) }),
    ']': () => look({ year: Math.min(40, lookNow().year + 1) }),
    Escape: () => (lookNow().sketch ? backOut() : look({ selection: null, ringed: [] })),
  });
  return (
    <div className="frame" data-at={pathname}>
      <a
        className="skip"
        href="#stage"
        onClick={(event) => {
          event.preventDefault();
          focusStage();
        }}
      >
        Skip to the stage
      </a>
      <FocusKeeper />
      <Said />
      <p className="print-instead">
        {holdingName} is printed from its files, where nothing is cut: peg sheets, cards, orders, lists and days are
        under Files of their stage, and all of them under Find (Ctrl K).
      </p>
      <TopBar stage={stage} onFind={() => setAsked('find')} onKeys={showKeys} />
      <Rail />
      <Guarded part="This stage" key={stage}>
        <Suspense fallback={<main className="stage" aria-busy="true" />}>
          <Routes>
            {STAGES.map(({ key, rest, View }) => (
              <Route key={key} path={`${key}/${rest}`} element={<View />} />
            ))}
            <Route path="species" element={<SpeciesBook />} />
            <Route path="*" element={<Navigate to="ground" replace />} />
          </Routes>
        </Suspense>
      </Guarded>
      <Suspense>
        {asked === 'find' && <Finder onClose={() => setAsked(null)} onKeys={showKeys} />}
        {asked === 'keys' && <KeysHelp onClose={() => setAsked(null)} />}
      </Suspense>
    </div>
  );
}
