import { Suspense, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { later } from '../../parts/later.ts';
import { isFirstVisit, restoreDemo } from '../../store/shelf.ts';

const HoldingsView = later(() => import('./HoldingsView.tsx'), 'HoldingsView');

/** Where the app begins: the first visit opens with the demo holding, later ones with the list. */
export function Home() {
  const [asking, setAsking] = useState(true);
  const navigate = useNavigate();
  useEffect(() => {
    isFirstVisit()
      .then(async (first) => (first ? navigate(`/h/${await restoreDemo()}/ranks`) : setAsking(false)))
      // Refused storage or a demo that cannot be fetched: the list says what is wrong.
      .catch(() => setAsking(false));
  }, [navigate]);
  return asking ? null : (
    <Suspense>
      <HoldingsView />
    </Suspense>
  );
}
