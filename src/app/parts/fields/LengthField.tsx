import { Input } from 'antd';
import { useId, useState } from 'react';
import {
  editableLength,
  fieldLength,
  lengthUnit,
  parseLength,
  type UnitSystem,
} from '../../../core/units/quantities.ts';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly units: UnitSystem;
  /** Shows no label of its own, where a column or sentence says it. */
  readonly bare?: boolean;
  readonly least?: number;
  readonly most?: number;
  /** Called with metres when a new length is entered. */
  onChange(metres: number): void;
}

/** A length typed in the steward's units ('1.5', '150 cm', '5 ft 6 in'); what cannot be is said beneath and not taken. */
export function LengthField({ label, value, units, bare = false, least = 0, most = 1000, onChange }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  const [shown, setShown] = useState({ value, units });
  if (shown.value !== value || shown.units !== units) {
    setShown({ value, units });
    setText(null);
  }

  const { text: known, unit } = fieldLength(value, units);

  const enter = () => {
    if (text === null) return;
    const metres = parseLength(/^[\d.,\s]+$/.test(text) ? `${text} ${unit}` : text, units);
    if (metres === null)
      return setProblem(`'${text}' is not a length. Type a number, with a unit if you like: 1.5, 150 cm, 5 ft.`);
    if (!(metres >= least && metres <= most))
      return setProblem(
        `${label} must lie between ${editableLength(least, units)} and ${editableLength(most, units)} ${lengthUnit(units)}.`,
      );
    setProblem(null);
    setText(null);
    if (Math.abs(metres - value) > 1e-9) onChange(metres);
  };

  return (
    <div className="field">
      {!bare && <label htmlFor={id}>{label}</label>}
      <Input
        id={id}
        aria-label={bare ? label : undefined}
        value={text ?? known}
        suffix={unit}
        status={problem ? 'error' : ''}
        aria-invalid={!!problem}
        aria-describedby={problem ? `${id}-problem` : undefined}
        onChange={(event) => setText(event.target.value)}
        onBlur={enter}
        onPressEnter={enter}
        onKeyDown={(event) => {
          if (event.key === 'Escape' && text !== null) {
            event.stopPropagation();
            setText(null);
            setProblem(null);
          }
        }}
      />
      {problem && (
        <p className="field-problem" id={`${id}-problem`} role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}
