import { Button } from 'antd';
import { memo, Suspense, useDeferredValue, useMemo, useState } from 'react';
import { hazardBands } from '../../../../core/findings/bands.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { isBelt } from '../../../../core/ranks/outline.ts';
import { capital } from '../../../../core/units/text.ts';
import { rowWords } from '../../../../core/ranks/say-plants.ts';
import { numberInRow, plantNamed, speciesAt } from '../../../../core/ranks/stand.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { After } from '../../../parts/After.tsx';
import { later } from '../../../parts/later.ts';
import { SpeciesMark } from '../../../parts/SpeciesMark.tsx';
import { useWorked } from '../../../store/derived.ts';
import { useLook } from '../../../store/look-at.ts';
import { RowLabels } from './RowLabels.tsx';
import { MOST_STRINGS } from './strings-canvas.ts';
import { Threads } from './Threads.tsx';
import { SPECIES_TYPE, swapAt } from './use-beads.ts';

const StockInHand = later(() => import('../planting/StockInHand.tsx'), 'StockInHand');
const RowCallInput = later(() => import('../row/RowCallInput.tsx'), 'RowCallInput');
const RowCall = memo(RowCallInput);
const Rings = later(() => import('./Rings.tsx'), 'Rings');

/** Every row to scale with a bead at each plant, strings for a belt or block and rings for guilds: where spacing, gaps and species are dragged. */
export function Strings({ laid, onAddRow }: { laid: Laid; onAddRow(): void }) {
  const [inHand, setInHand] = useState(false);
  const worked = useWorked();
  const selection = useLook((state) => state.selection);
  const { units } = worked.holding;
  const {
    planting,
    layout: { stand },
  } = laid;
  const { baseline } = planting;
  const belt = isBelt(baseline);
  // Findings are asked for after the strings are drawn: until then the last ones are shaded.
  const after = useDeferredValue(worked);
  const bands = useMemo(() => {
    const judged = after.laid(planting.id);
    return belt && judged ? hazardBands(judged.layout.stand, after.findingsOf(planting.id)) : [];
  }, [belt, after, planting.id]);
  const chosenPlant = useMemo(
    () => (selection?.what === 'plant' ? plantNamed(stand, selection.row, selection.place) : null),
    [selection, stand],
  );
  const chosenRow = selection?.what === 'row' ? selection.id : selection?.what === 'plant' ? selection.row : null;
  const shown = baseline.kind === 'guilds' ? planting.rows.length : MOST_STRINGS;
  const heading = baseline.kind === 'guilds' ? 'Rings' : 'Strings';
  return (
    <section className="strings" aria-label={heading}>
      <div className="strings-head">
        <h2>{heading}</h2>
        <Legend laid={laid} chosen={chosenPlant} />
        {belt && (
          <Button size="small" onClick={() => setInHand(true)}>
            Use stock in hand
          </Button>
        )}
        <Button size="small" onClick={onAddRow}>
          Add a row <kbd>R</kbd>
        </Button>
      </div>
      <Suspense>
        {planting.rows.length > 0 && (
          <After>
            <RowCall planting={planting.id} row={chosenRow} />
          </After>
        )}
      </Suspense>
      <div className={`strings-body${baseline.kind === 'guilds' ? ' of-rings' : ''}`}>
        <RowLabels laid={laid} most={shown} chosen={chosenRow} units={units} />
        <Suspense>
          {baseline.kind === 'guilds' ? (
            <Rings laid={laid} anchors={baseline.anchors} chosenRow={chosenRow} chosenPlant={chosenPlant} />
          ) : (
            <Threads laid={laid} bands={bands} chosenRow={chosenRow} chosenPlant={chosenPlant} />
          )}
        </Suspense>
      </div>
      <Suspense>{inHand && <StockInHand planting={planting.id} onClose={() => setInHand(false)} />}</Suspense>
      {baseline.kind !== 'guilds' && stand.rows.length > MOST_STRINGS && (
        <p className="soft fine">
          The first {MOST_STRINGS} of {stand.rows.length} strings; the others go on like them.
        </p>
      )}
      <p className="said" aria-live="polite">
        {chosenPlant !== null &&
          `${capital(rowWords(stand, stand.row[chosenPlant]!))}, plant ${numberInRow(stand, chosenPlant)}: ${speciesAt(stand, chosenPlant).common}, at ${formatLength(stand.chainage[chosenPlant]!, units, { decimals: 2 })}`}
      </p>
    </section>
  );
}

/** The species that stand here, each to be dragged onto a bead, or pressed for the bead that is chosen. */
function Legend({ laid, chosen }: { laid: Laid; chosen: number | null }) {
  const { kinds } = laid.layout.stand;
  return (
    <ul
      className="legend"
      tabIndex={0}
      aria-label="Species here; drag one onto a bead, or choose a bead and press one, to swap its run"
    >
      {kinds.map((species) => (
        <li
          key={species.id}
          draggable
          onDragStart={(event) => event.dataTransfer.setData(SPECIES_TYPE, species.id)}
          title={species.botanical}
        >
          <button
            type="button"
            disabled={chosen === null || speciesAt(laid.layout.stand, chosen) === species}
            onClick={({ altKey }) => swapAt(laid, chosen!, species, altKey)}
          >
            <SpeciesMark species={species} /> {species.common}
          </button>
        </li>
      ))}
    </ul>
  );
}
