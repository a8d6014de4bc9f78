import { Button } from 'antd';
import { removeRow, setRow } from '../../../../core/holding/planting-commands.ts';
import type { Row } from '../../../../core/holding/schema.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { isBelt } from '../../../../core/ranks/outline.ts';
import { mainString } from '../../../../core/ranks/stand.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { closesIn } from '../../../../core/years/closing.ts';
import { NameField } from '../../../parts/fields/NameField.tsx';
import { useGrown, useShown } from '../../../store/derived.ts';
import { look } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';
import { KeptFields } from './KeptFields.tsx';
import { RowPlaces } from './RowPlaces.tsx';
import { RowSpecies } from './RowSpecies.tsx';
import { Standards } from './Standards.tsx';

/** One row, every number of it: gap, spacing, stagger, ends, stock, species in turn, standards. */
export function RowPanel({ laid, row: id }: { laid: Laid; row: string }) {
  const { units } = useShown();
  const { planting } = laid;
  const index = planting.rows.findIndex((row) => row.id === id);
  const row = planting.rows[index]!;
  const set = (changes: Partial<Row>, label?: string) => run(setRow(planting.id, id, changes, label));
  return (
    <>
      <div className="panel-head">
        <h2>Row {index + 1}</h2>
        <Button size="small" onClick={() => look({ selection: null })}>
          Close
        </Button>
      </div>
      <RowSummary laid={laid} row={id} />
      <div className="form">
        <NameField value={row.name} onName={(name) => set({ name }, 'row renamed')} />
        <RowPlaces planting={planting} row={row} units={units} set={set} />
        <KeptFields row={row} set={set} />
        <RowSpecies planting={planting.id} row={row} units={units} set={set} />
        <Standards row={row} set={set} units={units} />
        {row.swaps.length > 0 && (
          <p>
            {row.swaps.length} swapped by hand.{' '}
            <button type="button" className="link" onClick={() => set({ swaps: [] }, 'hand swaps taken back')}>
              Take back
            </button>
          </p>
        )}
        <Button
          danger
          onClick={() => {
            run(removeRow(planting.id, id));
            look({ selection: null });
          }}
        >
          Delete this row
        </Button>
      </div>
    </>
  );
}

/** How many plants the row holds, how far out it lies, and when its crowns meet. */
function RowSummary({ laid: { planting, layout }, row: id }: { laid: Laid; row: string }) {
  const holding = useShown();
  const grown = useGrown();
  const { stand } = layout;
  const string = mainString(stand, id);
  const laidRow = stand.rows[string];
  if (!laidRow) return null;
  const plants = stand.rows.reduce((sum, { row, from, to }) => sum + (row.id === id ? to - from : 0), 0);
  const length = (metres: number, decimals?: number) =>
    formatLength(metres, holding.units, decimals === undefined ? {} : { decimals });
  const out = isBelt(planting.baseline)
    ? `, ${length(Math.abs(laidRow.offset))} from the line`
    : planting.baseline.kind === 'guilds'
      ? `, ${length(laidRow.offset)} from the anchor`
      : '';
  const stands = grown?.({ planting, layout });
  const closes = stands ? closesIn(stands, id) : null;
  return (
    <p className="soft">
      {plants} plants at {length(laidRow.spacing, 2)}
      {out}
      {closes === null ? '' : `, crowns meet in year ${closes}`}.
    </p>
  );
}
