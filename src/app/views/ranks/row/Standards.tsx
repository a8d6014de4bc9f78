import { Button, Select } from 'antd';
import { SPACING, type Row } from '../../../../core/holding/schema.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { SpeciesSelect } from '../../../parts/SpeciesSelect.tsx';
import { stockOptions } from './stock-options.ts';

/** Standard trees that stand in a row at a distance of their own, added, changed or taken out. */
export function Standards({
  row: { standards },
  set,
  units,
}: {
  row: Row;
  set(changes: Partial<Row>, label: string): void;
  units: 'metric' | 'us';
}) {
  if (!standards)
    return (
      <Button
        size="small"
        onClick={() =>
          set({ standards: { species: 'tilia-cordata', stock: 'feathered', every: 18, first: 9 } }, 'standards added')
        }
      >
        Add standard trees
      </Button>
    );
  return (
    <fieldset>
      <legend>Standard trees</legend>
      <SpeciesSelect
        label="Species of the standards"
        value={standards.species}
        onChange={(species) => set({ standards: { ...standards, species } }, 'standards changed')}
      />
      <Select
        aria-label="Stock of the standards"
        value={standards.stock}
        options={stockOptions(units)}
        onChange={(stock) => set({ standards: { ...standards, stock } }, 'standards changed')}
      />
      <div className="pair">
        <LengthField
          label="One each"
          units={units}
          least={SPACING.least}
          most={500}
          value={standards.every}
          onChange={(every) => set({ standards: { ...standards, every } }, 'standards changed')}
        />
        <LengthField
          label="First at"
          units={units}
          most={500}
          value={standards.first}
          onChange={(first) => set({ standards: { ...standards, first } }, 'standards changed')}
        />
      </div>
      <Button size="small" onClick={() => set({ standards: null }, 'standards taken out')}>
        Take them out
      </Button>
    </fieldset>
  );
}
