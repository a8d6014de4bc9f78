import { Button } from 'antd';
import { Suspense } from 'react';
import { Link, NavLink, useLocation } from 'react-router';
import { inUnits } from '../../core/units/quantities.ts';
import { redoNext, undoLast, useSession } from '../store/session.ts';
import { Unfolding } from '../parts/Unfolding.tsx';
import { later } from '../parts/later.ts';
import { Mark } from '../parts/Mark.tsx';
import { STAGES } from './stages.ts';

const HoldingMenu = later(() => import('./HoldingMenu.tsx'), 'HoldingMenu');

/** Mark, holding, its plantings as tabs, undo, find, and whether all is saved. */
export function TopBar({ stage, onFind, onKeys }: { stage: string; onFind(): void; onKeys(): void }) {
  const holding = useSession((state) => state.holding!);
  const past = useSession((state) => state.past);
  const future = useSession((state) => state.future);
  const label = (done: { readonly label: string }) => inUnits(done.label, holding.units);
  const here = STAGES.find(({ key }) => key === stage);
  const Tabs = here?.tabs ?? 'count';
  const step = past.at(-1);
  const { pathname } = useLocation();
  // From one planting to another the crew stays on its page.
  const page = pathname.split('/')[4] ?? 'rows';
  return (
    <header className="top-bar">
      <Link to="/" className="brand" aria-label="Close Rank, all holdings">
        <Mark />
        <span>Close Rank</span>
      </Link>
      <span className="holding-name">{holding.name}</span>
      <nav className="tabs" aria-label={typeof Tabs === 'string' ? 'Plantings' : `Pages of ${here!.label}`}>
        {typeof Tabs !== 'string' ? (
          <Suspense>
            <Tabs />
          </Suspense>
        ) : Tabs === 'plantings' ? (
          holding.plantings.map(({ id, name }) => (
            <NavLink key={id} to={`/h/${holding.id}/${stage === 'field' ? `field/${page}` : stage}/${id}`}>
              {name}
            </NavLink>
          ))
        ) : (
          <Link to={`/h/${holding.id}/ranks`}>
            {holding.plantings.length === 1 ? '1 planting' : `${holding.plantings.length} plantings`}
          </Link>
        )}
        {stage === 'ranks' && (
          <NavLink to={`/h/${holding.id}/ranks/new`} aria-label="New planting" title="New planting">
            +
          </NavLink>
        )}
      </nav>
      <div className="top-actions">
        <button
          type="button"
          disabled={!step}
          onClick={undoLast}
          aria-label={step ? `Undo: ${label(step)}` : 'Nothing to undo'}
        >
          <span className="undo-label">{step ? `Undo: ${label(step)}` : 'Undo'}</span> <kbd>Ctrl Z</kbd>
        </button>
        {future[0] && (
          <button type="button" onClick={redoNext}>
            Redo<span className="undo-label">: {label(future[0])}</span>
          </button>
        )}
        <button type="button" onClick={onFind} className="find">
          Find <kbd>Ctrl K</kbd>
        </button>
        <SaveWord />
        <Unfolding
          placement="bottomRight"
          content={
            <Suspense>
              <HoldingMenu onKeys={onKeys} />
            </Suspense>
          }
        >
          <Button type="text" size="small" aria-label="More" aria-haspopup="dialog" className="more">
            ⋯
          </Button>
        </Unfolding>
      </div>
    </header>
  );
}

function SaveWord() {
  const { saveState, savedAt } = useSession();
  const time = savedAt && new Date(savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  const words = { saved: time ? `Saved ${time}` : 'Saved', saving: 'Saving', unsaved: 'Not saved' }[saveState];
  return (
    <span className={`save-word is-${saveState}`} role="status" data-testid="save-state">
      {words}
    </span>
  );
}
