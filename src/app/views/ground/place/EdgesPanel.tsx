import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { together } from '../../../../core/holding/command.ts';
import { distance } from '../../../../core/geometry/point.ts';
import { area, perimeter } from '../../../../core/geometry/polygon.ts';
import { setbackFrom } from '../../../../core/ground/boundary.ts';
import { removeCorner, setBoundary, setCorner } from '../../../../core/holding/ground-commands.ts';
import type { Corner } from '../../../../core/holding/ground-schema.ts';
import { formatArea, formatLength } from '../../../../core/units/quantities.ts';
import { ChoiceField } from '../../../parts/fields/ChoiceField.tsx';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { startSketch } from '../../../plan/pencil.ts';
import { useShown } from '../../../store/derived.ts';
import { look, useLook } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';
import { DeedForm } from './DeedForm.tsx';
import { loosenFromBoundary } from '../features/delete-feature.ts';

const EVIDENCE_WORDS = { survey: 'a survey', marker: 'a found marker', map: 'a map', neighbour: 'a neighbour’s word' };
/** Longest list of corners shown beside the plan. */
const MOST_LISTED = 60;

/** The boundary and its pins, each found or assumed, and what each rests on. */
export function EdgesPanel() {
  const holding = useShown();
  const selection = useLook((state) => state.selection);
  const [typing, setTyping] = useState(false);
  const { boundary, units } = holding;
  if (typing) return <DeedForm onClose={() => setTyping(false)} />;
  if (!boundary) {
    return (
      <>
        <p>
          Draw the boundary first: what may be planted, and how near the neighbour, hangs on it. Or bring in a file.
        </p>
        <div className="actions wrap">
          <Button type="primary" onClick={() => startSketch('boundary')}>
            Draw the boundary
          </Button>
          <Button onClick={() => setTyping(true)}>Type it from a deed</Button>
        </div>
      </>
    );
  }
  const ring = boundary.map(({ at }) => at);
  const listed = boundary
    .map((corner, i) => ({ corner, i }))
    .filter(({ corner, i }) => i < MOST_LISTED || (selection?.what === 'corner' && selection.id === corner.id));
  return (
    <>
      <p className="soft">
        {formatArea(area(ring), units)}, {formatLength(perimeter(ring), units, { decimals: 0 })} round. Stems keep{' '}
        {formatLength(setbackFrom(holding, { assumed: false, off: 0 }), units)} from a sure side,{' '}
        {formatLength(setbackFrom(holding, { assumed: true, off: 0 }), units)} beside an assumed corner.
      </p>
      <ul className="rows-list">
        {listed.map(({ corner, i }) => {
          const { id, pin } = corner;
          const open = selection?.what === 'corner' && selection.id === id;
          return (
            <li key={id} className={open ? 'is-open' : ''}>
              <div className="line">
                <button
                  type="button"
                  className="link"
                  aria-expanded={open}
                  onClick={() => look({ selection: open ? null : { what: 'corner', id } })}
                >
                  Corner {i + 1}
                </button>
                <Segmented
                  size="small"
                  aria-label={`Pin of corner ${i + 1}`}
                  value={pin}
                  options={[
                    { value: 'found', label: 'found' },
                    { value: 'assumed', label: 'assumed' },
                  ]}
                  onChange={(value) => run(setCorner(id, { pin: value as 'found' | 'assumed' }))}
                />
              </div>
              {open && <CornerForm corner={corner} />}
            </li>
          );
        })}
      </ul>
      {boundary.length > listed.length && (
        <p className="soft">and {boundary.length - listed.length} more: choose one on the plan.</p>
      )}
      <div className="actions wrap">
        <Button size="small" onClick={() => startSketch('boundary')}>
          Draw it anew
        </Button>
        <Button size="small" onClick={() => setTyping(true)}>
          Type it from a deed
        </Button>
        <Button
          size="small"
          danger
          onClick={() => run(together('boundary taken away', [...loosenFromBoundary(), setBoundary(null)]))}
        >
          Delete
        </Button>
      </div>
    </>
  );
}

function CornerForm({ corner: { id, at, pin, restsOn, other, off } }: { corner: Corner }) {
  const { units } = useShown();
  const place = (value: readonly [number, number], set: (at: [number, number]) => void, what = '') => (
    <div className="pair">
      <LengthField
        label={`East${what}`}
        units={units}
        least={-50_000}
        most={50_000}
        value={value[0]}
        onChange={(x) => set([x, value[1]])}
      />
      <LengthField
        label={`North${what}`}
        units={units}
        least={-50_000}
        most={50_000}
        value={value[1]}
        onChange={(y) => set([value[0], y])}
      />
    </div>
  );
  return (
    <div className="form">
      {place(at, (next) => run(setCorner(id, { at: next })))}
      <ChoiceField
        label="The pin rests on"
        value={restsOn}
        options={EVIDENCE_WORDS}
        onChange={(value) => run(setCorner(id, { restsOn: value }))}
      />
      {pin === 'assumed' && off > 0 && (
        <p className="reading">
          The grid of its file may put it up to {formatLength(off, units)} off: stems keep that far from its sides until
          the pin is found.
        </p>
      )}
      {other ? (
        <>
          <p className="reading">
            {EVIDENCE_WORDS[other.restsOn][0]!.toUpperCase() + EVIDENCE_WORDS[other.restsOn].slice(1)} puts it{' '}
            {formatLength(distance(at, other.at), units, { decimals: 2 })} away. Both are shown until it is settled.
          </p>
          {place(other.at, (next) => run(setCorner(id, { other: { ...other, at: next } })), ', by the other')}
          <ChoiceField
            label="The other rests on"
            value={other.restsOn}
            options={EVIDENCE_WORDS}
            onChange={(value) => run(setCorner(id, { other: { ...other, restsOn: value } }))}
          />
          <div className="actions wrap">
            <Button
              size="small"
              onClick={() => run(setCorner(id, { at: [...other.at], restsOn: other.restsOn, other: null }))}
            >
              Take the other
            </Button>
            <Button size="small" onClick={() => run(setCorner(id, { other: null }))}>
              Drop the other
            </Button>
          </div>
        </>
      ) : (
        <Button size="small" onClick={() => run(setCorner(id, { other: { at: [at[0] + 1, at[1]], restsOn: 'map' } }))}>
          Something else puts it elsewhere
        </Button>
      )}
      <Button danger size="small" onClick={() => run(removeCorner(id))}>
        Take out
      </Button>
    </div>
  );
}
