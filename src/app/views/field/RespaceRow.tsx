import { Button } from 'antd';
import { useState } from 'react';
import { respace, type Respaced } from '../../../core/field/respace.ts';
import { counted, formatTape } from '../../../core/units/quantities.ts';
import { LengthField } from '../../parts/fields/LengthField.tsx';
import { attempt, run } from '../../store/session.ts';
import type { InField } from './use-field.ts';

/** A dry lay that looks wrong: another spacing is tried, counted at once, and set as a change of the plan. */
export function RespaceRow({ field, row, spacing }: { field: InField; row: string; spacing: number }) {
  const { laid, holding } = field;
  const [tried, setTried] = useState<Respaced | null>(null);
  return (
    <div className="respace beside">
      <LengthField
        label="Lay it closer or wider"
        value={tried?.spacing ?? spacing}
        units={holding.units}
        least={0.1}
        most={50}
        onChange={(metres) => void attempt(() => setTried(respace(laid, holding, row, metres)))}
      />
      {tried && (
        <>
          <p role="status">
            {counted(tried.is, 'plant')} in all, {formatTape(tried.spacing, holding.units)} apart here.{' '}
            {tried.differs.length === 0
              ? 'The count stays.'
              : tried.differs
                  .map(({ name, count }) => `${Math.abs(count)} ${name} ${count > 0 ? 'short' : 'left over'}`)
                  .join('; ')}
            .
          </p>
          <Button
            type="primary"
            onClick={() => {
              run(tried.command);
              setTried(null);
            }}
          >
            Set {formatTape(tried.spacing, holding.units)}
          </Button>
          <Button onClick={() => setTried(null)}>Leave it</Button>
        </>
      )}
    </div>
  );
}
