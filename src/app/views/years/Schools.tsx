import { Segmented, Select } from 'antd';
import { useState } from 'react';
import { isBelt } from '../../../core/ranks/outline.ts';
import type { Laid } from '../../../core/ranks/laid.ts';
import { MixSchools } from '../../parts/findings/MixSchools.tsx';
import { SpacingSchools } from '../../parts/findings/SpacingSchools.tsx';

/** Tight or final spacing, one kind or many, nurses or none: what each school would do in a row; looked at, every picture shows it. */
export function Schools({ laid: { planting } }: { laid: Laid }) {
  const [of, setOf] = useState<'spacing' | 'mix'>('spacing');
  const [chosen, setChosen] = useState(planting.rows[0]?.id);
  const row = planting.rows.find(({ id }) => id === chosen) ?? planting.rows[0];
  if (!row || !isBelt(planting.baseline)) return null;
  return (
    <section aria-label="Schools">
      <h3>Schools</h3>
      <Select
        size="small"
        aria-label="Row of the schools"
        className="wide"
        value={row.id}
        options={planting.rows.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={setChosen}
      />
      <Segmented
        block
        size="small"
        aria-label="Schools of"
        value={of}
        onChange={setOf}
        options={[
          { value: 'spacing', label: 'Spacing' },
          { value: 'mix', label: 'One kind or many' },
        ]}
      />
      {of === 'spacing' ? (
        <SpacingSchools planting={planting.id} row={row.id} />
      ) : (
        <MixSchools planting={planting.id} row={row.id} />
      )}
    </section>
  );
}
