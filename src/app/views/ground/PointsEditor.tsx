import { Input } from 'antd';
import { useState } from 'react';
import { Refused } from '../../../core/holding/command.ts';
import { pointsOf, shapeOf } from '../../../core/ground/features.ts';
import { setFeature } from '../../../core/holding/ground-commands.ts';
import type { Feature } from '../../../core/holding/schema.ts';
import { editableLength, lengthUnit, parseLength } from '../../../core/units/quantities.ts';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';

/** A feature's points as numbers, one a line: for moving it exactly, and without a mouse. Keyed by its points. */
export function PointsEditor({ feature }: { feature: Feature }) {
  const { units } = useShown();
  const written = pointsOf(feature).map(([x, y]) => `${editableLength(x, units)}, ${editableLength(y, units)}`).join('\n');
  const [text, setText] = useState(written);
  const [problem, setProblem] = useState('');

  const enter = () => {
    if (text.trim() === written) return setProblem('');
    const points: [number, number][] = [];
    for (const [i, line] of text.trim().split('\n').entries()) {
      const [x, y] = line.split(',').map((part) => parseLength(part, units));
      if (x == null || y == null) return setProblem(`Line ${i + 1} is not a place: write it as east, north.`);
      points.push([x, y]);
    }
    try {
      run(setFeature(feature.id, shapeOf(feature.kind, points), 'moved'));
      setProblem('');
    } catch (refused) {
      if (!(refused instanceof Refused)) throw refused;
      setProblem(refused.message);
    }
  };
  return (
    <details className="points">
      <summary>Where it stands</summary>
      <label htmlFor={`points-${feature.id}`}>East, north of the origin, in {lengthUnit(units)}</label>
      <Input.TextArea id={`points-${feature.id}`} autoSize={{ minRows: 1, maxRows: 8 }} value={text} status={problem ? 'error' : ''} onChange={(event) => setText(event.target.value)} onBlur={enter} />
      {problem && <p className="field-problem" role="alert">{problem}</p>}
    </details>
  );
}
