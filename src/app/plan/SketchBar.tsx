import { Button, Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { typedPoint } from '../../core/ground/typed-point.ts';
import { useLook } from '../store/look-at.ts';
import { useShown } from '../store/derived.ts';
import { backOut } from './pencil.ts';
import { addPoint, finishSketch, isRing, sketchName, sketchWords } from './sketching.ts';

/** The strip over the plan while something is drawn: what it is, how far it has come, and a field for typed points. */
export function SketchBar({ planting }: { planting: string | null }) {
  const sketch = useLook((state) => state.sketch);
  const { units } = useShown();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus({ preventScroll: true }), [sketch?.for]);
  if (!sketch) return null;

  const enter = () => {
    if (!text.trim()) return finishSketch(planting);
    const point = typedPoint(text, sketch.points, units);
    if (typeof point === 'string') return setProblem(point);
    setText('');
    setProblem('');
    addPoint(point, planting);
  };
  const hint =
    sketch.points.length === 0
      ? 'Click the first place on the plan, or type it: east, north'
      : 'Click on, or type a leg: length at bearing. Enter ends it, Escape goes back.';
  return (
    <div className="sketch-bar" role="group" aria-label={`Drawing ${sketchName(sketch.for)}`}>
      <strong>Drawing {sketchName(sketch.for)}</strong>
      <Input
        ref={(input) => {
          field.current = input?.input ?? null;
        }}
        aria-label="Typed place or leg"
        placeholder={sketch.points.length === 0 ? '12, -40' : '18 at 90'}
        value={text}
        status={problem ? 'error' : ''}
        onChange={(event) => setText(event.target.value)}
        onPressEnter={enter}
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            event.stopPropagation();
            if (text) setText('');
            else backOut();
          }
        }}
      />
      <span className="sketch-words" aria-live="polite">
        {problem || sketchWords(sketch.points, units) || hint}
      </span>
      <Button size="small" onClick={() => backOut()}>
        Back
      </Button>
      <Button size="small" type="primary" onClick={() => finishSketch(planting)}>
        {sketch.for === 'measure' ? 'Done' : isRing(sketch.for) ? 'Close it' : 'Finish'}
      </Button>
    </div>
  );
}
