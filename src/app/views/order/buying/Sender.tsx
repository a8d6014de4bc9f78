import { Input } from 'antd';
import { useId } from 'react';
import { setHolding } from '../../../../core/holding/ground-commands.ts';
import type { Holding } from '../../../../core/holding/schema.ts';
import { useShown } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';

const PARTS = [
  ['name', 'From', 80],
  ['address', 'Address', 300],
  ['deliverTo', 'Bring it to, if not there', 300],
] as const satisfies readonly (readonly [keyof Holding['sender'], string, number])[];

/** Who writes the letters to suppliers and where goods are brought; what stays empty is written in by hand. */
export function Sender() {
  const { sender } = useShown();
  const id = useId();
  return (
    <>
      <h3>On the letters</h3>
      {PARTS.map(([part, label, most]) => (
        <div className="field" key={part}>
          <label htmlFor={`${id}-${part}`}>{label}</label>
          <Input.TextArea
            id={`${id}-${part}`}
            key={sender[part]}
            defaultValue={sender[part]}
            maxLength={most}
            autoSize={{ minRows: 1, maxRows: 4 }}
            onBlur={({ target }) => {
              const said = target.value.trim();
              if (said !== sender[part]) run(setHolding({ sender: { ...sender, [part]: said } }));
            }}
          />
        </div>
      ))}
    </>
  );
}
