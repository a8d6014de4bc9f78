import type { Kept, Row } from '../../../../core/holding/schema.ts';
import { sayKept } from '../../../../core/years/kept.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { useShown } from '../../../store/derived.ts';

/** The size a row is cut to, measure by measure; every forecast takes it. */
export function KeptFields({ row: { kept }, set }: { row: Row; set(changes: Partial<Row>, label: string): void }) {
  const { units } = useShown();
  const change = (changes: Partial<Kept>) => {
    const next = { height: null, width: null, clearStem: null, ...kept, ...changes };
    set(
      { kept: Object.values(next).every((measure) => measure === null) ? null : next },
      `kept ${sayKept(next, units)}`,
    );
  };
  const measures: readonly (readonly [keyof Kept, string, string, number])[] = [
    ['height', 'Cut to a height', 'Kept high', 2],
    ['width', 'Cut to a width', 'Kept wide', 1.5],
    ['clearStem', 'Stems cleared of branches', 'Clear stem', 2],
  ];
  return (
    <fieldset>
      <legend>Kept size</legend>
      {measures.map(([key, label, field, start]) => (
        <div className="line" key={key}>
          <Toggle
            label={label}
            on={kept !== null && kept[key] !== null}
            onChange={(on) => change({ [key]: on ? start : null })}
          />
          {kept !== null && kept[key] !== null && (
            <LengthField
              label={field}
              bare
              units={units}
              least={0.2}
              most={30}
              value={kept[key]}
              onChange={(metres) => change({ [key]: metres })}
            />
          )}
        </div>
      ))}
    </fieldset>
  );
}
