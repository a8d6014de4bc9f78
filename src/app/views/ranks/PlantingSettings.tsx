import { Button, Input, Segmented, Select } from 'antd';
import { Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Laid } from '../../../core/findings/judge.ts';
import { addGap, addPlanting, keepPattern, mirrorPlanting, removePlanting, setBaseline, setPlanting } from '../../../core/holding/planting-commands.ts';
import type { Planting } from '../../../core/holding/schema.ts';
import { copyPlanting, patternOf } from '../../../core/ranks/copy.ts';
import { drawnBaseline, loosened } from '../../../core/ranks/baseline.ts';
import { taper, taperOf } from '../../../core/ranks/taper.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { LengthField } from '../../look/LengthField.tsx';
import { PointsEditor } from '../../look/PointsEditor.tsx';
import { Toggle } from '../../look/Toggle.tsx';
import { GAP_WIDTH, startSketch } from '../../plan/sketching.ts';
import { useShown } from '../../store/derived.ts';
import { newId } from '../../store/ids.ts';
import { look } from '../../store/look-at.ts';
import { run } from '../../store/session.ts';
import { Clearings } from './Clearings.tsx';
import { later } from '../../shell/later.ts';
import { BaselineSource } from './BaselineSource.tsx';

const RowOrders = later(() => import('./RowOrders.tsx'), 'RowOrders');

/** The planting as a whole: its name, its line, on which side the rows lie, weeds and guards. */
export function PlantingSettings({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const navigate = useNavigate();
  const [ordering, setOrdering] = useState(false);
  const { units } = holding;
  const { baseline } = planting;
  const openGap = () => {
    const gap = { id: newId(), kind: 'gap' as const, at: Math.round((layout.baseline?.line.length ?? 0) / 2), width: GAP_WIDTH };
    if (run(addGap(planting.id, gap))) look({ selection: { what: 'gap', id: gap.id } });
  };
  const copy = async () => {
    const name = `${planting.name} copy`.slice(0, 80);
    // Beside the old one until its own line is drawn, so that there is something to see and drag.
    const points = (layout.baseline?.line.points ?? [[0, 0], [30, 0]]).map(([x, y]): [number, number] => [x, y - 10]);
    const again = copyPlanting(planting, { name, baseline: drawnBaseline([points[0]!, points.at(-1)!], {}), newId });
    if (!run(addPlanting(again))) return;
    await navigate(`/h/${holding.id}/ranks/${again.id}`);
    setTimeout(() => startSketch('baseline'), 0);
  };
  return (
    <>
      <div className="panel-head">
        <h2>Line and settings</h2>
        <Button size="small" onClick={() => look({ selection: null })}>Close</Button>
      </div>
      <div className="form">
        <div className="field"><label htmlFor="planting-name">Name</label><Input id="planting-name" key={planting.name} defaultValue={planting.name} maxLength={80} onPressEnter={(event) => event.currentTarget.blur()} onBlur={(event) => event.target.value.trim() && event.target.value !== planting.name && run(setPlanting(planting.id, { name: event.target.value.trim() }, 'planting renamed'))} /></div>
        <h3>Line</h3>
        <p className="soft">{layout.baseline ? formatLength(layout.baseline.line.length, units) : 'lost'}, {baseline.kind === 'beside' ? 'follows what is chosen below' : baseline.curved ? 'drawn, curved' : 'drawn'}.</p>
        <BaselineSource value={baseline.kind === 'beside' ? baseline : null} onChange={(next) => run(setBaseline(planting.id, next, 'line follows'))} />
        {baseline.kind === 'beside' && (
          <>
            <LengthField label="Setback from it" units={units} most={500} value={baseline.setback} onChange={(setback) => run(setBaseline(planting.id, { ...baseline, setback }, 'setback changed'))} />
            <Button onClick={() => run(setBaseline(planting.id, loosened(baseline, holding), 'line loosened'))}>Loosen it, to drag its points</Button>
          </>
        )}
        {baseline.kind === 'drawn' && (
          <Toggle label="Curved" on={baseline.curved} onChange={(curved) => run(setBaseline(planting.id, { ...baseline, curved }, curved ? 'line curved' : 'line straight'))} />
        )}
        {baseline.kind === 'drawn' && baseline.points.length > 2 && (
          <Toggle label="Closed into a ring" on={baseline.closed} onChange={(closed) => run(setBaseline(planting.id, { ...baseline, closed }, closed ? 'line closed' : 'line opened'))} />
        )}
        {baseline.kind === 'drawn' && (
          <PointsEditor key={baseline.points.join(' ')} points={baseline.points} units={units} onChange={(points) => run(setBaseline(planting.id, drawnBaseline(points, baseline)))} />
        )}
        <div className="actions wrap">
          <Button onClick={() => startSketch('baseline')}>Draw it straight</Button>
          <Button onClick={() => startSketch('curvedBaseline')}>Draw it curved</Button>
        </div>
        <div className="field"><span className="label">Rows lie on the</span><Segmented aria-label="Side of the rows" value={planting.side} options={['left', 'right']} onChange={(side) => run(setPlanting(planting.id, { side: side as Planting['side'] }, `rows to the ${side}`))} /></div>
        {planting.rows.length > 1 && <Button size="small" aria-expanded={ordering} onClick={() => setOrdering(!ordering)}>Which row where</Button>}
        <Suspense>{ordering && <RowOrders planting={planting.id} />}</Suspense>
        {planting.rows.length > 1 && <LengthField label={`Taper: each taller row ends sooner by${taperOf(planting) === null ? ' (rows differ)' : ''}`} units={units} most={100} value={taperOf(planting) ?? 0} onChange={(step) => run(taper(planting, step))} />}
        <h3>Gaps</h3>
        <ul className="rows-list">
          {planting.gaps.map((gap) => (
            <li key={gap.id}><button type="button" className="link" onClick={() => look({ selection: { what: 'gap', id: gap.id } })}>{gap.kind} {formatLength(gap.width, units)} at {formatLength(gap.at, units)}</button></li>
          ))}
        </ul>
        <Button onClick={openGap}>Open a gap by its chainage</Button>
        <Clearings planting={planting} />
        <h3>Use it again</h3>
        <div className="actions wrap">
          <Button size="small" onClick={() => void copy()}>Copy to another line</Button>
          <Button size="small" onClick={() => run(mirrorPlanting(planting.id))}>Mirror to the other side</Button>
          <Button size="small" onClick={() => run(keepPattern(patternOf(planting, newId())))}>Keep as my pattern</Button>
        </div>
        <h3>Weeds and guards</h3>
        <div className="field"><label htmlFor="weeds">Weeds kept down by</label><Select id="weeds" value={planting.weeds} options={[{ value: 'mats', label: 'mulch mats' }, { value: 'fabric', label: 'fabric strips' }, { value: 'chips', label: 'wood chips' }, { value: 'none', label: 'nothing bought' }]} onChange={(weeds) => run(setPlanting(planting.id, { weeds }, 'weeds'))} /></div>
        <Toggle label="Guard every plant" on={planting.guarded} onChange={(guarded) => run(setPlanting(planting.id, { guarded }, guarded ? 'guards' : 'no guards'))} />
        <Button danger onClick={() => { run(removePlanting(planting.id, planting.name)); look({ selection: null }); }}>Delete {planting.name}</Button>
      </div>
    </>
  );
}
