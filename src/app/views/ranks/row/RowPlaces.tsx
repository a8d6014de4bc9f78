import { Button, Segmented, Select } from 'antd';
import { Suspense, useState } from 'react';
import { SPACING, type Planting, type Row } from '../../../../core/holding/schema.ts';
import { isBelt } from '../../../../core/ranks/outline.ts';
import type { UnitSystem } from '../../../../core/units/quantities.ts';
import { later } from '../../../parts/later.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { stockOptions } from './stock-options.ts';

const SpacingSchools = later(() => import('../../../parts/findings/SpacingSchools.tsx'), 'SpacingSchools');

interface Props {
  readonly planting: Planting;
  readonly row: Row;
  readonly units: UnitSystem;
  set(changes: Partial<Row>, label?: string): void;
}

/** Where a row stands and its plants in it: gap, spacing, ends, stagger, phase, stock. */
export function RowPlaces({ planting, row, units, set }: Props) {
  const [schools, setSchools] = useState(false);
  const belt = isBelt(planting.baseline);
  const isFirst = planting.rows.find(({ across }) => across === row.across)?.id === row.id;
  const gapLabel =
    belt && isFirst ? 'From the line' : planting.baseline.kind === 'guilds' ? 'Out from the ring within' : 'Row gap';
  return (
    <>
      <div className="pair">
        <LengthField
          label={gapLabel}
          units={units}
          least={0}
          most={SPACING.most}
          value={row.rowGap}
          onChange={(rowGap) => set({ rowGap })}
        />
        <LengthField
          label="Spacing"
          units={units}
          least={SPACING.least}
          most={SPACING.most}
          value={row.spacing}
          onChange={(spacing) => set({ spacing })}
        />
      </div>
      <Button size="small" aria-expanded={schools} onClick={() => setSchools(!schools)}>
        Spacing by school
      </Button>
      <Suspense>{schools && <SpacingSchools planting={planting.id} row={row.id} />}</Suspense>
      {belt && (
        <div className="pair">
          <LengthField
            label="Inset at both ends"
            units={units}
            most={500}
            value={row.inset}
            onChange={(inset) => set({ inset })}
          />
          <div className="field">
            <label htmlFor="row-ends">Ends</label>
            <Select
              id="row-ends"
              value={row.ends}
              popupMatchSelectWidth={false}
              options={[
                { value: 'keep', label: 'Spacing kept' },
                { value: 'fit', label: 'Fitted to both ends' },
                { value: 'fitStart', label: 'Fitted, last place left to the next row' },
                { value: 'fitInset', label: 'Fitted, half a spacing in' },
                { value: 'centre', label: 'What is over shared' },
              ]}
              onChange={(ends) => set({ ends }, 'ends')}
            />
          </div>
        </div>
      )}
      <StartAndPhase row={row} set={set} />
      <div className="field">
        <label htmlFor="row-stock">Stock</label>
        <Select
          id="row-stock"
          value={row.stock}
          options={stockOptions(units)}
          onChange={(stock) => set({ stock }, 'stock changed')}
        />
      </div>
      {belt && <Reach row={row} units={units} set={set} />}
    </>
  );
}

function StartAndPhase({ row, set }: Pick<Props, 'row' | 'set'>) {
  return (
    <div className="pair">
      <div className="field">
        <span className="label">Start</span>
        <Segmented
          aria-label="Start"
          value={row.staggered ? 'half' : 'square'}
          options={[
            { value: 'square', label: 'square' },
            { value: 'half', label: 'staggered' },
          ]}
          onChange={(start) => set({ staggered: start === 'half' }, start === 'half' ? 'staggered' : 'square')}
        />
      </div>
      <div className="field">
        <label htmlFor="row-later">Planted years later</label>
        <NumberField
          id="row-later"
          min={0}
          max={20}
          precision={0}
          value={row.later}
          onEnter={(years) =>
            years !== null &&
            set({ later: years }, years === 0 ? 'planted with the first' : `planted ${years} years later`)
          }
        />
      </div>
      <div className="field">
        <label htmlFor="row-out">Taken out in year (nurses)</label>
        <NumberField
          id="row-out"
          min={1}
          max={40}
          precision={0}
          placeholder="stays"
          value={row.out}
          onEnter={(year) => set({ out: year }, year === null ? 'row stays' : `row out in year ${year}`)}
        />
      </div>
    </div>
  );
}

/** How far along the line the row runs, and on which side of it. */
function Reach({ row, units, set }: Omit<Props, 'planting'>) {
  return (
    <>
      <div className="pair">
        <LengthField
          label="Starts late by"
          units={units}
          most={5000}
          value={row.trim.start}
          onChange={(start) => set({ trim: { ...row.trim, start } }, 'row starts later')}
        />
        <LengthField
          label="Stops early by"
          units={units}
          most={5000}
          value={row.trim.stop}
          onChange={(stop) => set({ trim: { ...row.trim, stop } }, 'row stops earlier')}
        />
      </div>
      <Toggle
        label="On the other side of the line"
        on={row.across}
        onChange={(across) => set({ across }, across ? 'row across the line' : 'row back with the others')}
      />
    </>
  );
}
