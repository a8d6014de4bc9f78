import { bookOf } from '../../../core/species/book.ts';
import { Button } from 'antd';
import { scaleLinear } from 'd3-scale';
import {
  Suspense,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type DragEvent,
  type KeyboardEvent,
} from 'react';
import { hazardBands } from '../../../core/findings/bands.ts';
import type { Laid } from '../../../core/ranks/laid.ts';
import { setRow, setRuns, swapPlant } from '../../../core/holding/planting-commands.ts';
import { draggedGap } from '../../../core/ranks/drag.ts';
import { isBelt } from '../../../core/ranks/outline.ts';
import { mainString, numberInRow, plantNamed, speciesAt } from '../../../core/ranks/stand.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { later } from '../../parts/later.ts';
import { useTokens } from '../../look/Look.tsx';
import { SpeciesMark } from '../../parts/SpeciesMark.tsx';
import { useRinged, useWorked } from '../../store/derived.ts';
import { look, useLook } from '../../store/look-at.ts';
import { run } from '../../store/session.ts';
import { drawStrings, MOST_STRINGS, stringsHeight } from './strings-canvas.ts';
import { useStringDrag } from './use-string-drag.ts';

const StockInHand = later(() => import('./StockInHand.tsx'), 'StockInHand');
const RowCallInput = later(() => import('./RowCallInput.tsx'), 'RowCallInput');

/** Every row drawn straight and to scale, beads at the plants: where spacing, gaps and species are dragged. */
export function Strings({ laid, onAddRow }: { laid: Laid; onAddRow(): void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [width, setWidth] = useState(600);
  const [inHand, setInHand] = useState(false);
  const worked = useWorked();
  const book = bookOf(worked.holding);
  const tokens = useTokens();
  const selection = useLook((state) => state.selection);
  const ringed = useRinged();
  const { units } = worked.holding;
  const { planting, layout } = laid;
  const { stand } = layout;
  const belt = isBelt(planting.baseline);
  // Rings are drawn out straight, each to its own length, so the longest sets the scale.
  const length =
    planting.baseline.kind === 'guilds'
      ? Math.max(1, ...stand.rows.map(({ line }) => line?.length ?? 0))
      : (layout.baseline?.line.length ?? 0);
  const x = useMemo(() => scaleLinear([0, Math.max(1, length)], [14, width - 18]), [length, width]);
  const bands = useMemo(
    () => (belt ? hazardBands(stand, worked.findingsOf(planting.id)) : []),
    [belt, stand, worked, planting.id],
  );
  const drag = useStringDrag(laid, x, units);

  const chosenRowId =
    selection?.what === 'row' || selection?.what === 'plant'
      ? 'id' in selection
        ? selection.id
        : selection.row
      : null;
  const chosenPlant = useMemo(
    () => (selection?.what === 'plant' ? plantNamed(stand, selection.row, selection.place) : null),
    [selection, stand],
  );
  const chosenRow =
    chosenPlant !== null ? stand.row[chosenPlant]! : chosenRowId === null ? null : mainString(stand, chosenRowId);

  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width));
    watch.observe(canvas.current!);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    drawStrings(canvas.current!, {
      stand,
      belt,
      gaps: planting.gaps,
      bands,
      x,
      length,
      units,
      tokens,
      chosenRow: chosenRow === -1 ? null : chosenRow,
      chosenPlant,
      chosenGap: selection?.what === 'gap' ? selection.id : null,
      ringed,
    });
  }, [stand, belt, planting.gaps, bands, x, length, units, tokens, chosenRow, chosenPlant, selection, ringed]);

  const choose = (i: number) =>
    look({ selection: { what: 'plant', row: stand.rows[stand.row[i]!]!.row.id, place: stand.place[i]! } });
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Escape' && drag.cancel()) return event.stopPropagation();
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step || stand.count === 0) return;
    event.preventDefault();
    const i = chosenPlant ?? 0;
    const { row } = stand.rows[stand.row[i]!]!;
    const across = event.key === 'ArrowDown' || event.key === 'ArrowUp';
    if (event.shiftKey) {
      const changes = across
        ? { rowGap: draggedGap(row.rowGap, step * 0.1) }
        : { spacing: draggedGap(row.spacing, step * 0.05) };
      return void run(setRow(planting.id, row.id, changes));
    }
    if (!across) return choose(Math.min(stand.count - 1, Math.max(0, i + step)));
    const next = stand.rows[stand.row[i]! + step];
    if (next && next.to > next.from) choose(Math.min(next.to - 1, next.from + i - stand.rows[stand.row[i]!]!.from));
  };
  const onDrop = (event: DragEvent<HTMLCanvasElement>) => {
    event.preventDefault();
    const species = event.dataTransfer.getData('text/close-rank-species');
    const box = event.currentTarget.getBoundingClientRect();
    const grip = drag.gripAt(event.clientX - box.left, event.clientY - box.top);
    if (!species || grip?.what !== 'bead') return;
    const { row, copy } = stand.rows[grip.row]!;
    const { id: old, common } = speciesAt(stand, grip.plant);
    const label = `${common} swapped for ${book.of(species).common}`;
    if (event.altKey || !row.runs.some((each) => each.species === old))
      run(swapPlant(planting.id, row.id, { at: stand.chainage[grip.plant]!, copy }, species, label));
    else
      run(
        setRuns(
          planting.id,
          row.id,
          row.runs.map((each) => (each.species === old ? { ...each, species } : each)),
          label,
        ),
      );
  };

  return (
    <section className="strings" aria-label="Strings">
      <div className="strings-head">
        <h2>Strings</h2>
        <ul className="legend" tabIndex={0} aria-label="Species here; drag one onto a bead to swap its run">
          {stand.kinds.map((species) => (
            <li
              key={species.id}
              draggable
              onDragStart={(event) => event.dataTransfer.setData('text/close-rank-species', species.id)}
              title={species.botanical}
            >
              <SpeciesMark species={species} /> {species.common}
            </li>
          ))}
        </ul>
        {belt && (
          <Button size="small" onClick={() => setInHand(true)}>
            Use stock in hand
          </Button>
        )}
        <Button size="small" onClick={onAddRow}>
          Add a row <kbd>R</kbd>
        </Button>
      </div>
      <Suspense>{planting.rows.length > 0 && <RowCallInput planting={planting.id} row={chosenRowId} />}</Suspense>
      <div className="strings-body" style={{ height: stringsHeight(stand.rows.length) }}>
        <ol className="row-labels">
          {stand.rows.slice(0, MOST_STRINGS).map(({ row, copy, offset, spacing, from, to }, r) => (
            <li key={`${row.id} ${copy}`}>
              {r > 0 && row.rowGap > 0 && (
                <span className="row-gap">
                  {formatLength(
                    planting.baseline.kind === 'block' ? offset - stand.rows[r - 1]!.offset : row.rowGap,
                    units,
                    { decimals: 1 },
                  )}
                </span>
              )}
              <button
                type="button"
                aria-pressed={row.id === chosenRowId}
                onClick={() => look({ selection: row.id === chosenRowId ? null : { what: 'row', id: row.id } })}
              >
                <strong>
                  {r + 1} {row.name}
                </strong>
                <span>
                  {formatLength(spacing, units, { decimals: 2 }).replace(/0 (m|ft)$/, ' $1')} apart, {to - from}{' '}
                  {to - from === 1 ? 'plant' : 'plants'}
                </span>
              </button>
            </li>
          ))}
        </ol>
        <canvas
          ref={canvas}
          tabIndex={0}
          data-testid="strings.canvas"
          role="application"
          aria-label="Rows as strings. Arrows choose a plant; Shift and arrows change spacing and row gap."
          onPointerDown={drag.onPointerDown}
          onPointerMove={drag.onPointerMove}
          onPointerUp={drag.onPointerUp}
          onPointerCancel={drag.onPointerCancel}
          onKeyDown={onKeyDown}
          onDragOver={(event) => event.preventDefault()}
          onDrop={onDrop}
        />
      </div>
      <Suspense>{inHand && <StockInHand planting={planting.id} onClose={() => setInHand(false)} />}</Suspense>
      {stand.rows.length > MOST_STRINGS && (
        <p className="soft fine">
          The first {MOST_STRINGS} of {stand.rows.length} strings; the others go on like them.
        </p>
      )}
      <p className="said" aria-live="polite">
        {chosenPlant !== null &&
          `Row ${stand.row[chosenPlant]! + 1}, plant ${numberInRow(stand, chosenPlant)}: ${speciesAt(stand, chosenPlant).common}, at ${formatLength(stand.chainage[chosenPlant]!, units, { decimals: 2 })}`}
      </p>
    </section>
  );
}
