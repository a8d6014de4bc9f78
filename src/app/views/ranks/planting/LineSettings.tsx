import { bookOf } from '../../../../core/species/book.ts';
import { Button, Segmented } from 'antd';
import { Suspense, useState } from 'react';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { rowsAcross, setBaseline, setPlanting } from '../../../../core/holding/planting-commands.ts';
import { CORNERS, type Baseline, type Planting } from '../../../../core/holding/schema.ts';
import { drawnBaseline, loosened } from '../../../../core/ranks/baseline.ts';
import { cornersOf } from '../../../../core/ranks/corners.ts';
import { taper, taperOf } from '../../../../core/ranks/taper.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { PointsEditor } from '../../../parts/fields/PointsEditor.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { startSketch } from '../../../plan/pencil.ts';
import { later } from '../../../parts/later.ts';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { run } from '../../../store/session.ts';
import { BaselineSource } from './BaselineSource.tsx';

const RowOrders = later(() => import('./RowOrders.tsx'), 'RowOrders');

const CORNER_WORDS = { round: 'run round them', open: 'leave them open', planted: 'stand on them' } as const;

/** A belt's line: drawn or following something, its corners, on which sides the rows lie and in which order. */
export function LineSettings({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const book = bookOf(holding);
  const [ordering, setOrdering] = useState(false);
  const { units } = holding;
  const { baseline } = planting;
  const corners = layout.baseline ? cornersOf(layout.baseline).length : 0;
  return (
    <>
      <h3>Line</h3>
      <p className="soft">
        {layout.baseline ? formatLength(layout.baseline.line.length, units) : 'lost'},{' '}
        {baseline.kind === 'beside'
          ? 'follows what is chosen below'
          : baseline.kind === 'drawn' && baseline.curved
            ? 'drawn, curved'
            : 'drawn'}
        .
      </p>
      <BaselineSource
        value={baseline.kind === 'beside' ? baseline : null}
        onChange={(next) => run(setBaseline(planting.id, next, 'line follows'))}
      />
      {baseline.kind === 'beside' && <Beside planting={planting.id} baseline={baseline} />}
      {baseline.kind === 'drawn' && <Drawn planting={planting.id} baseline={baseline} />}
      <div className="actions wrap">
        <Button onClick={() => startSketch('baseline')}>Draw it straight</Button>
        <Button onClick={() => startSketch('curvedBaseline')}>Draw it curved</Button>
      </div>
      {(corners > 0 || planting.corners !== 'round') && (
        <div className="field">
          <span className="label">At its corners the rows</span>
          <Segmented
            aria-label="Corners"
            value={planting.corners}
            options={CORNERS.map((value) => ({ value, label: CORNER_WORDS[value] }))}
            onChange={(value) => run(setPlanting(planting.id, { corners: value }, `corners: ${CORNER_WORDS[value]}`))}
          />
        </div>
      )}
      <div className="field">
        <span className="label">Rows lie on the</span>
        <Segmented
          aria-label="Side of the rows"
          value={planting.side}
          options={['left', 'right']}
          onChange={(side) => run(setPlanting(planting.id, { side: side as Planting['side'] }, `rows to the ${side}`))}
        />
      </div>
      <div className="actions wrap">
        {!planting.rows.some(({ across }) => across) && (
          <Button size="small" onClick={() => run(rowsAcross(planting.id, newId))}>
            The same rows on the other side too
          </Button>
        )}
        {planting.rows.length > 1 && (
          <Button size="small" aria-expanded={ordering} onClick={() => setOrdering(!ordering)}>
            Which row where
          </Button>
        )}
      </div>
      <Suspense>{ordering && <RowOrders planting={planting.id} />}</Suspense>
      {planting.rows.length > 1 && (
        <LengthField
          label={`Taper: each taller row ends sooner by${taperOf(planting, book) === null ? ' (rows differ)' : ''}`}
          units={units}
          most={100}
          value={taperOf(planting, book) ?? 0}
          onChange={(step) => run(taper(planting, step, book))}
        />
      )}
    </>
  );
}

type Kind<K extends Baseline['kind']> = Extract<Baseline, { kind: K }>;

function Beside({ planting, baseline }: { planting: string; baseline: Kind<'beside'> }) {
  const holding = useShown();
  const { units, features } = holding;
  const { of } = baseline;
  const isWide = of.what === 'feature' && features.some((feature) => feature.id === of.feature && 'width' in feature);
  return (
    <>
      <LengthField
        label={isWide ? 'Setback from its middle' : 'Setback from it'}
        units={units}
        most={500}
        value={baseline.setback}
        onChange={(setback) => run(setBaseline(planting, { ...baseline, setback }, 'setback changed'))}
      />
      <Button onClick={() => run(setBaseline(planting, loosened(baseline, holding), 'line loosened'))}>
        Loosen it, to drag its points
      </Button>
    </>
  );
}

function Drawn({ planting, baseline }: { planting: string; baseline: Kind<'drawn'> }) {
  const { units } = useShown();
  return (
    <>
      <Toggle
        label="Curved"
        on={baseline.curved}
        onChange={(curved) =>
          run(setBaseline(planting, { ...baseline, curved }, curved ? 'line curved' : 'line straight'))
        }
      />
      {baseline.points.length > 2 && (
        <Toggle
          label="Closed into a ring"
          on={baseline.closed}
          onChange={(closed) =>
            run(setBaseline(planting, { ...baseline, closed }, closed ? 'line closed' : 'line opened'))
          }
        />
      )}
      <PointsEditor
        key={baseline.points.join(' ')}
        points={baseline.points}
        units={units}
        onChange={(points) => run(setBaseline(planting, drawnBaseline(points, baseline)))}
      />
    </>
  );
}
