import { Suspense, useEffect, useState } from 'react';
import { Link, Navigate, Route, Routes, useLocation, useNavigate, useParams } from 'react-router';
import { useSession, close, open, redoNext, undoLast } from '../store/session.ts';
import { look, lookNow } from '../store/look-at.ts';
import { backOut } from '../plan/sketching.ts';
import { RanksView } from '../views/ranks/RanksView.tsx';
import { Guarded } from './Guarded.tsx';
import { KEYS, useKeys } from './keys.ts';
import { later } from './later.ts';
import { Rail } from './Rail.tsx';
import { TopBar } from './TopBar.tsx';

const Finder = later(() => import('./Finder.tsx'), 'Finder');
const GroundView = later(() => import('../views/ground/GroundView.tsx'), 'GroundView');
const WalkListView = later(() => import('../views/ground/WalkListView.tsx'), 'WalkListView');
const OrderView = later(() => import('../views/order/OrderView.tsx'), 'OrderView');
const FieldView = later(() => import('../views/field/FieldView.tsx'), 'FieldView');
const SpeciesBook = later(() => import('../views/species/SpeciesBook.tsx'), 'SpeciesBook');
const KeysHelp = later(() => import('./KeysHelp.tsx'), 'KeysHelp');

/** One holding open: bars, rail, and the stage that the address names. */
export function HoldingFrame() {
  const { holding: id } = useParams();
  const isOpen = useSession((state) => state.holding?.id === id);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    void open(id!).then((sentence) => {
      if (!gone) setProblem(sentence);
    });
    return () => {
      gone = true;
      void close();
    };
  }, [id]);
  if (problem)
    return (
      <main className="sorry">
        <h1>This holding cannot be opened</h1>
        <p>{problem}</p>
        <p>
          <Link to="/">All holdings</Link>
        </p>
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

function Stages() {
  const [asked, setAsked] = useState<'find' | 'keys' | null>(null);
  const { pathname } = useLocation();
  const stage = pathname.split('/')[3] ?? 'ground';
  const navigate = useNavigate();
  const id = useSession((state) => state.holding!.id);
  const go = (to: string) => () => void navigate(`/h/${id}/${to}`);
  useEffect(() => look({ sketch: null, ringed: [] }), [stage]);
  useKeys({
    'ctrl+k': () => setAsked('find'),
    '?': () => setAsked('keys'),
    'ctrl+z': undoLast,
    'shift+ctrl+z': redoNext,
    'ctrl+y': redoNext,
    '1': go('ground'),
    '2': go('ranks'),
    '3': go('order'),
    '4': go('field'),
    m: () => look({ sketch: { for: 'measure', points: [] } }),
    '[': () => look({ year: Math.max(0, lookNow().year - 1) }),
    ']': () => look({ year: Math.min(40, lookNow().year + 1) }),
    Escape: () => (lookNow().sketch ? backOut() : look({ selection: null, ringed: [] })),
  });
  return (
    <div className="frame">
      <TopBar stage={stage} onFind={() => setAsked('find')} onKeys={() => setAsked('keys')} />
      <Rail />
      <Guarded part="This stage" key={stage}>
        <Suspense fallback={<main className="stage" aria-busy="true" />}>
          <Routes>
            <Route path="ground/list" element={<WalkListView />} />
            <Route path="ground/:stop?" element={<GroundView />} />
            <Route path="ranks/:planting?" element={<RanksView />} />
            <Route path="order" element={<OrderView />} />
            <Route path="field/:planting?" element={<FieldView />} />
            <Route path="species" element={<SpeciesBook />} />
            <Route path="*" element={<Navigate to="ground" replace />} />
          </Routes>
        </Suspense>
      </Guarded>
      <Suspense>
        {asked === 'find' && <Finder onClose={() => setAsked(null)} />}
        {asked === 'keys' && <KeysHelp keys={KEYS} onClose={() => setAsked(null)} />}
      </Suspense>
    </div>
  );
}
