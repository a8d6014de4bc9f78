import { Input } from 'antd';
import { useId, useState } from 'react';
import type { Point } from '../../../core/geometry/point.ts';
import { reasonRefused } from '../../../core/holding/command.ts';
import { editableLength, lengthUnit, parseLength, type UnitSystem } from '../../../core/units/quantities.ts';

interface Props {
  readonly points: readonly Point[];
  readonly units: UnitSystem;
  /** Takes the points as typed; throws Refused, which is said beneath, when they cannot be. */
  onChange(points: readonly Point[]): void;
}

/** Points as numbers, one a line: for placing things exactly, and without a mouse. Keyed by its points. */
export function PointsEditor({ points, units, onChange }: Props) {
  const id = useId();
  const written = points.map(([x, y]) => `${editableLength(x, units)}, ${editableLength(y, units)}`).join('\n');
  const [text, setText] = useState(written);
  const [problem, setProblem] = useState('');

  const enter = () => {
    if (text.trim() === written) return setProblem('');
    const typed: Point[] = [];
    for (const [i, line] of text.trim().split('\n').entries()) {
      const [x, y] = line.split(',').map((part) => parseLength(part, units));
      if (x == null || y == null) return setProblem(`Line ${i + 1} is not a place: write it as east, north.`);
      typed.push([x, y]);
    }
    setProblem(reasonRefused(() => onChange(typed)) ?? '');
  };
  return (
    <details className="points">
      <summary>Where it stands</summary>
      <label htmlFor={id}>East, north of the origin, in {lengthUnit(units)}</label>
      <Input.TextArea
        id={id}
        autoSize={{ minRows: 1, maxRows: 8 }}
        value={text}
        status={problem ? 'error' : ''}
        onChange={(event) => setText(event.target.value)}
        onBlur={enter}
      />
      {problem && (
        <p className="field-problem" role="alert">
          {problem}
        </p>
      )}
    </details>
  );
}
