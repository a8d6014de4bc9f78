import { FilePick } from '../../parts/fields/FilePick.tsx';
import { sayPlace } from '../../../core/ground/typed-place.ts';
import './ground.css';
import { Button } from 'antd';
import { lazy, Suspense, useEffect, useRef, useState, type ReactNode } from 'react';
import { Link, NavLink, useNavigate, useParams } from 'react-router';
import { PlanView } from '../../plan/PlanView.tsx';
import { Guarded } from '../../parts/Guarded.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { useKeys } from '../../parts/keys.ts';
import { useShown } from '../../store/derived.ts';
import { useLedger } from '../../store/record.ts';
import { look, lookNow, useLook } from '../../store/look-at.ts';
import { PlacePanel } from './place/PlacePanel.tsx';
import { StopPanel } from './StopPanel.tsx';
import { SunStop } from './sky/SunStop.tsx';
import { deleteFeature } from './features/delete-feature.ts';
import { useTitle } from '../../parts/use-title.ts';
import { STOPS, stopOf, type Stop } from './stops.ts';

const ImportSheet = lazy(async () => ({ default: (await import('./bring-in/ImportSheet.tsx')).ImportSheet }));
const FeaturesTable = lazy(async () => ({ default: (await import('./features/FeaturesTable.tsx')).FeaturesTable }));

const WalkListView = lazy(async () => ({ default: (await import('./WalkListView.tsx')).WalkListView }));

/** Know the place: the walk over the ground, and the list to take along. */
export function GroundView() {
  const { stop } = useParams();
  return stop === 'list' ? <WalkListView /> : <GroundWalk at={stop} />;
}

/** A walk over the ground, stop by stop. */
function GroundWalk({ at: key }: { at: string | undefined }) {
  const holding = useShown();
  const navigate = useNavigate();
  const selection = useLook((state) => state.selection);
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [table, setTable] = useState(false);
  const chosen = selection?.what === 'feature' ? holding.features.find(({ id }) => id === selection.id) : undefined;
  const asked = STOPS.find((one) => one.key === key);
  // What is chosen on the plan is shown at its own stop, wherever the walk stands.
  const stop = chosen && !asked?.kinds.includes(chosen.kind) ? stopOf(chosen.kind) : (asked ?? STOPS[0]!);
  const atPlace = key === 'place' && !chosen;
  useTitle(atPlace ? 'Place and rules' : stop.label, 'Ground');
  useEffect(() => {
    look({ zones: stop.kinds });
    return () => look({ zones: [] });
  }, [stop]);
  useKeys({
    Delete: () => selection?.what === 'feature' && deleteFeature(selection.id),
    i: () => input.current?.click(),
    t: () => setTable(!table),
  });

  const plan = (children?: ReactNode) => (
    <main className="stage ground-stage">
      <Guarded part="The plan">
        <PlanView planting={null} year={lookNow().year}>
          {children}
          <div className="plan-tools">
            <Button size="small" type="text" onClick={() => input.current?.click()}>
              Bring in a file <kbd>I</kbd>
            </Button>
            <Button size="small" type="text" aria-pressed={table} onClick={() => setTable(!table)}>
              Table <kbd>T</kbd>
            </Button>
            <Button size="small" type="text" onClick={() => look({ sketch: { for: 'measure', points: [] } })}>
              Measure <kbd>M</kbd>
            </Button>
          </div>
        </PlanView>
      </Guarded>
      <Suspense>{table && <FeaturesTable prefer={stop.kinds} onClose={() => setTable(false)} />}</Suspense>
    </main>
  );
  return (
    <>
      <Walk at={atPlace ? null : stop} />
      {stop.key === 'sun' && !atPlace ? (
        <SunStop plan={plan} stop={stop} />
      ) : (
        <>
          {plan()}
          <Panel label={atPlace ? 'Place, units and rates' : stop.label}>
            <Guarded part="This panel" key={atPlace ? 'place' : stop.key}>
              {atPlace ? <PlacePanel /> : <StopPanel stop={stop} />}
            </Guarded>
          </Panel>
        </>
      )}
      <FilePick
        input={input}
        label="Map file"
        accept=".geojson,.json,.kml,.kmz,.gpx,.zip,.csv,.tsv,.txt"
        onPick={setFile}
      />
      <Suspense>
        {file && (
          <ImportSheet
            file={file}
            onClose={() => setFile(null)}
            onDone={() => {
              setFile(null);
              void navigate(`/h/${holding.id}/ground`);
            }}
          />
        )}
      </Suspense>
    </>
  );
}

/** The stops of the walk, each with how it stands; `at` is the one that is open, null for the place itself. */
function Walk({ at }: { at: Stop | null }) {
  const holding = useShown();
  const { asked } = useLedger();
  return (
    <nav className="walk" aria-label="The walk">
      <div className="walk-head">
        <h2>The walk</h2>
        <Link to={`/h/${holding.id}/ground/list`}>List</Link>
      </div>
      <ol>
        {STOPS.map((one) => {
          const { text, sure } = one.state(holding, asked !== null);
          return (
            <li key={one.key} className={`is-${sure}`}>
              <NavLink
                to={`/h/${holding.id}/ground/${one.key}`}
                className={() => (one === at ? 'active' : '')}
                aria-current={one === at ? 'page' : undefined}
                onClick={() => look({ selection: null })}
              >
                <strong>{one.label}</strong>
                <span>{text}</span>
              </NavLink>
            </li>
          );
        })}
        <li className="is-done place-link">
          <NavLink
            to={`/h/${holding.id}/ground/place`}
            className={() => (at === null ? 'active' : '')}
            onClick={() => look({ selection: null })}
          >
            <strong>Place, units and rates</strong>
            <span>{sayPlace(holding.place)}</span>
          </NavLink>
        </li>
      </ol>
    </nav>
  );
}
