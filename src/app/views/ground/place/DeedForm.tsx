import { Button, Input } from 'antd';
import { useState } from 'react';
import { compassName, type Point } from '../../../../core/geometry/point.ts';
import { checkBoundary } from '../../../../core/ground/boundary.ts';
import { closed, readLegs, traverse, type Leg, type Traverse } from '../../../../core/ground/traverse.ts';
import { Refused } from '../../../../core/holding/command.ts';
import { newCorners, setBoundary } from '../../../../core/holding/ground-commands.ts';
import { formatCount, formatLength } from '../../../../core/units/quantities.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { attempt, complain, run } from '../../../store/session.ts';

/** A boundary typed from a deed's list of bearings and distances, with its closing error. */
export function DeedForm({ onClose }: { onClose(): void }) {
  const { boundary, units } = useShown();
  const [text, setText] = useState('');
  const [start, setStart] = useState<Point>(boundary?.[0]?.at ?? [0, 0]);
  const [adjust, setAdjust] = useState(true);
  const walked = walk(text, start, units);

  const take = () => {
    if (walked.problem !== null) return complain(walked.problem);
    const points = adjust ? closed(walked.way, walked.legs) : walked.way.points;
    attempt(() => {
      checkBoundary(points);
      if (run(setBoundary(newCorners(points, 'assumed', newId).map((corner) => ({ ...corner, restsOn: 'survey' })))))
        onClose();
    });
  };
  return (
    <div className="form">
      <label htmlFor="deed">Bearings and distances, one leg a line</label>
      <Input.TextArea
        id="deed"
        autoFocus
        autoSize={{ minRows: 5, maxRows: 14 }}
        value={text}
        placeholder={"N 84°20' E 120.5\nS 5°40' E 80\n264.3 118"}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="pair">
        <LengthField
          label="Starts east"
          units={units}
          least={-50_000}
          most={50_000}
          value={start[0]}
          onChange={(x) => setStart([x, start[1]])}
        />
        <LengthField
          label="Starts north"
          units={units}
          least={-50_000}
          most={50_000}
          value={start[1]}
          onChange={(y) => setStart([start[0], y])}
        />
      </div>
      <p className="reading" role="status">
        {walked.problem ?? closing(walked.way, walked.legs.length, units)}
      </p>
      <Toggle label="Spread the miss along the way" on={adjust} onChange={setAdjust} />
      <div className="actions">
        <Button type="primary" disabled={walked.problem !== null} onClick={take}>
          Lay the boundary
        </Button>
        <Button onClick={onClose}>Back</Button>
      </div>
      <p className="soft fine">
        A deed’s line is not yet a found line: every pin comes in as assumed. North is taken as the plan’s; a magnetic
        bearing of old needs its declination first.
      </p>
    </div>
  );
}

type Walked =
  | { readonly problem: string }
  | { readonly problem: null; readonly legs: readonly Leg[]; readonly way: Traverse };

function walk(text: string, start: Point, units: 'metric' | 'us'): Walked {
  if (!text.trim()) return { problem: 'Type at least three legs, each a bearing and a length.' };
  try {
    const legs = readLegs(text, units);
    return { problem: null, legs, way: traverse(start, legs) };
  } catch (refused) {
    if (!(refused instanceof Refused)) throw refused;
    return { problem: refused.message };
  }
}

function closing({ length, miss, missBearing, ratio }: Traverse, legs: number, units: 'metric' | 'us'): string {
  const all = `${legs} legs, ${formatLength(length, units)} round.`;
  return ratio === null
    ? `${all} It closes.`
    : `${all} It misses its start by ${formatLength(miss, units, { decimals: 2 })}, 1:${formatCount(ratio)}, ending to the ${compassName(missBearing)}.`;
}
