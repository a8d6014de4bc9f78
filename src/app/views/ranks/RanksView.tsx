import { Button } from 'antd';
import { memo, Suspense, useDeferredValue, useEffect } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { addRow, removeGap, removePlanting, removeRow } from '../../../core/holding/planting-commands.ts';
import { rowAfter } from '../../../core/ranks/purposes.ts';
import { PlanView } from '../../plan/PlanView.tsx';
import { startSketch } from '../../plan/pencil.ts';
import { After } from '../../parts/After.tsx';
import { Guarded } from '../../parts/Guarded.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { later } from '../../parts/later.ts';
import { useKeys } from '../../parts/keys.ts';
import { onceJudged, useWorked } from '../../store/derived.ts';
import { newId } from '../../store/ids.ts';
import { look, useLook } from '../../store/look-at.ts';
import { run } from '../../store/session.ts';
import { useTitle } from '../../parts/use-title.ts';
import { Strings } from './strings/Strings.tsx';

const GapPanel = later(() => import('./planting/GapPanel.tsx'), 'GapPanel');
const NewPlanting = later(() => import('./new/NewPlanting.tsx'), 'NewPlanting');
const PlantingPanel = later(() => onceJudged(import('./planting/PlantingPanel.tsx')), 'PlantingPanel');
const PlantPanel = later(() => import('./row/PlantPanel.tsx'), 'PlantPanel');
const PlantingSettings = later(() => import('./planting/PlantingSettings.tsx'), 'PlantingSettings');
const RowPanel = later(() => import('./row/RowPanel.tsx'), 'RowPanel');

/** Lay out the rows: plan above, strings beneath, what it adds up to beside. */
export function RanksView() {
  const { planting: id } = useParams();
  const worked = useWorked();
  const { holding } = worked;
  const { selection, year } = useLook();
  const shownYear = useDeferredValue(year);
  const laid = id ? worked.laid(id) : undefined;
  useEffect(() => look({ selection: null, ringed: [] }), [id]);
  useTitle(laid?.planting.name ?? (id === 'new' ? 'New planting' : undefined), 'Ranks');

  const outline = ({ block: 'block', guilds: 'anchors', drawn: 'baseline', beside: 'baseline' } as const)[
    laid?.planting.baseline.kind ?? 'drawn'
  ];
  const deleteChosen = () => {
    if (!laid || !selection) return;
    if (selection.what === 'row') run(removeRow(laid.planting.id, selection.id));
    if (selection.what === 'gap') run(removeGap(laid.planting.id, selection.id));
    if (selection.what === 'planting') run(removePlanting(laid.planting.id, laid.planting.name));
    look({ selection: null });
  };
  useKeys({
    l: () => laid && startSketch(outline),
    c: () => laid && outline === 'baseline' && startSketch('curvedBaseline'),
    g: () => laid && outline !== 'anchors' && startSketch('gap'),
    r: () => laid && addOne(),
    Delete: deleteChosen,
  });
  const addOne = () => {
    const row = rowAfter(laid!.planting, newId());
    if (run(addRow(laid!.planting.id, row, laid!.planting.rows.length)))
      look({ selection: { what: 'row', id: row.id } });
  };

  if (id === 'new') return <NewPlanting />;
  if (!id && holding.plantings[0]) return <Navigate to={`/h/${holding.id}/ranks/${holding.plantings[0].id}`} replace />;
  if (!laid) {
    return (
      <main className="stage sorry">
        <h1>{holding.plantings.length === 0 ? 'Nothing planted yet' : 'No such planting'}</h1>
        <p>
          {holding.plantings.length === 0
            ? 'Say what the planting is for, then give it its line: drawn, or along a boundary, fence or stream.'
            : 'It may have been deleted; undo brings it back.'}
        </p>
        <p>
          <Link className="button-link" to={`/h/${holding.id}/ranks/new`}>
            New planting
          </Link>
        </p>
      </main>
    );
  }
  return (
    <>
      <main className="stage ranks-stage">
        <Guarded part="The plan">
          <PlanView planting={laid.planting.id} year={shownYear}>
            <div className="plan-chip">
              Crowns at <strong>year {year}</strong>
            </div>
            <PlanTools outline={outline} />
          </PlanView>
        </Guarded>
        <Guarded part="The strings">
          <Strings laid={laid} onAddRow={addOne} />
        </Guarded>
        <Suspense fallback={<footer className="year-bar" />}>
          <After>
            <Years planting={laid.planting.id} />
          </After>
        </Suspense>
      </main>
      <Panel label={`${laid.planting.name}: figures and findings`}>
        <Guarded part="This panel" key={`${laid.planting.id}-${selection?.what ?? ''}`}>
          <Suspense>
            <After>
              <ChosenPanel planting={laid.planting.id} />
            </After>
          </Suspense>
        </Guarded>
      </Panel>
    </>
  );
}

type Outline = 'block' | 'anchors' | 'baseline';

const Years = memo(later(() => import('../../parts/YearBar.tsx'), 'YearBar'));

/** What can be drawn on the plan of a planting. */
const PlanTools = memo(function PlanTools({ outline }: { outline: Outline }) {
  return (
    <div className="plan-tools">
      <Button size="small" type="text" onClick={() => startSketch(outline)}>
        {{ baseline: 'Draw a line', block: 'Draw the outline', anchors: 'Set the trees' }[outline]} <kbd>L</kbd>
      </Button>
      {outline === 'baseline' && (
        <Button size="small" type="text" onClick={() => startSketch('curvedBaseline')}>
          curved <kbd>C</kbd>
        </Button>
      )}
      {outline !== 'anchors' && (
        <Button size="small" type="text" onClick={() => startSketch('gap')}>
          Open a gap <kbd>G</kbd>
        </Button>
      )}
      <Button size="small" type="text" onClick={() => startSketch('measure')}>
        Measure <kbd>M</kbd>
      </Button>
    </div>
  );
});

/** The thing selected, else what the planting adds up to. */
const ChosenPanel = memo(function ChosenPanel({ planting: id }: { planting: string }) {
  const selection = useLook((state) => state.selection);
  const laid = useWorked().laid(id);
  if (!laid) return null;
  const { planting } = laid;
  if (selection?.what === 'row' && planting.rows.some((row) => row.id === selection.id))
    return <RowPanel laid={laid} row={selection.id} />;
  if (selection?.what === 'gap' && planting.gaps.some((gap) => gap.id === selection.id))
    return <GapPanel planting={planting} gap={selection.id} />;
  if (selection?.what === 'plant') return <PlantPanel laid={laid} row={selection.row} place={selection.place} />;
  if (selection?.what === 'planting') return <PlantingSettings laid={laid} />;
  return <PlantingPanel laid={laid} />;
});
