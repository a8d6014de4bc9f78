import { Button } from 'antd';
import { lazy, Suspense, useRef, useState } from 'react';
import { NavLink, useNavigate, useParams } from 'react-router';
import { PlanView } from '../../plan/PlanView.tsx';
import { Guarded } from '../../shell/Guarded.tsx';
import { Panel } from '../../shell/Panel.tsx';
import { useKeys } from '../../shell/keys.ts';
import { useShown } from '../../store/derived.ts';
import { look, lookNow, useLook } from '../../store/look-at.ts';
import { complain } from '../../store/session.ts';
import { AnimalsPanel } from './AnimalsPanel.tsx';
import { EdgesPanel } from './EdgesPanel.tsx';
import { FeaturesPanel } from './FeaturesPanel.tsx';
import { PlacePanel } from './PlacePanel.tsx';
import { deleteFeature } from './delete-feature.ts';
import { STOPS } from './stops.ts';
import type { FoundFile } from './ImportSheet.tsx';

const ImportSheet = lazy(async () => ({ default: (await import('./ImportSheet.tsx')).ImportSheet }));

/** Know the place: a walk over the ground, stop by stop. */
export function GroundView() {
  const { stop: key } = useParams();
  const holding = useShown();
  const navigate = useNavigate();
  const selection = useLook((state) => state.selection);
  const file = useRef<HTMLInputElement>(null);
  const [found, setFound] = useState<FoundFile | null>(null);
  const chosen = selection?.what === 'feature' ? holding.features.find(({ id }) => id === selection.id) : undefined;
  const stop = STOPS.find((one) => one.key === key) ?? (chosen && STOPS.find(({ kinds }) => kinds.includes(chosen.kind))) ?? STOPS[0]!;
  const shownStop = chosen && !stop.kinds.includes(chosen.kind) ? STOPS.find(({ kinds }) => kinds.includes(chosen.kind))! : stop;
  useKeys({ Delete: () => selection?.what === 'feature' && deleteFeature(selection.id) });

  const readFile = async (picked: File) => {
    try {
      const { readInWorker } = await import('../../workers/read-shapes.ts');
      setFound({ name: picked.name, ...(await readInWorker(picked, holding.place)) });
    } catch (reason) {
      complain(reason instanceof Error ? reason.message : String(reason));
    }
  };

  return (
    <>
      <nav className="walk" aria-label="The walk">
        <h2>The walk</h2>
        <ol>
          {STOPS.map((one) => {
            const { text, sure } = one.state(holding);
            return (
              <li key={one.key} className={`is-${sure}`}>
                <NavLink to={`/h/${holding.id}/ground/${one.key}`} className={() => (one === shownStop ? 'active' : '')} onClick={() => look({ selection: null })}>
                  <strong>{one.label}</strong>
                  <span>{text}</span>
                </NavLink>
              </li>
            );
          })}
        </ol>
      </nav>
      <main className="stage ground-stage">
        <Guarded part="The plan">
          <PlanView planting={null} year={lookNow().year}>
            <div className="plan-tools">
              <Button size="small" type="text" onClick={() => file.current?.click()}>Bring in a file</Button>
              <Button size="small" type="text" onClick={() => look({ sketch: { for: 'measure', points: [] } })}>Measure <kbd>M</kbd></Button>
              <input
                ref={file} type="file" hidden accept=".geojson,.json,.kml" aria-label="GeoJSON or KML file"
                onChange={(event) => {
                  const picked = event.target.files?.[0];
                  event.target.value = '';
                  if (picked) void readFile(picked);
                }}
              />
            </div>
          </PlanView>
        </Guarded>
      </main>
      <Panel label={shownStop.label}>
        <Guarded part="This panel" key={shownStop.key}>
          {shownStop.key === 'edges' && <EdgesPanel />}
          {shownStop.key === 'animals' && <AnimalsPanel />}
          {shownStop.key === 'place' && <PlacePanel />}
          {shownStop.kinds.length > 0 && <FeaturesPanel stop={shownStop} />}
        </Guarded>
      </Panel>
      <Suspense>{found && <ImportSheet found={found} onClose={() => setFound(null)} onDone={() => { setFound(null); void navigate(`/h/${holding.id}/ground`); }} />}</Suspense>
    </>
  );
}
