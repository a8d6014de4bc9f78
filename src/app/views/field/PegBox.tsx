import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import { pegging, revisionOf, usualReach, type Revision } from '../../../core/field/pegging.ts';
import { stopsIn } from '../../../core/field/stops.ts';
import { counted, formatTape, type UnitSystem } from '../../../core/units/quantities.ts';
import { LengthField } from '../../parts/fields/LengthField.tsx';
import { record } from '../../store/session.ts';
import type { InField } from './use-field.ts';

/** Pegging: what must be answered before a spade, how far a plant may stand from its peg, and what the plan has become since. */
export function PegBox({ field }: { field: InField }) {
  const { holding, ledger, pegged, state, worked } = field;
  // What is pegged is the plan as it is now, not as it was pegged before.
  const laid = worked.laid(field.laid.planting.id)!;
  const stops = stopsIn(worked.findingsOf(laid.planting.id));
  const [answered, setAnswered] = useState<readonly string[]>([]);
  const [reach, setReach] = useState(pegged?.reach ?? usualReach(laid.planting, holding));
  const [again, setAgain] = useState(false);
  const revision = revisionOf(laid, ledger, holding);
  const last = state?.peggings.at(-1);
  const open = stops.filter(({ finding }) => !answered.includes(finding));
  const peg = async () => {
    const answers = stops.map(({ finding, answer }) => ({ finding, answer }));
    const kept = await record(`${laid.planting.name} pegged`, [
      { kind: 'pegged', body: pegging(laid, ledger, holding, { reach, answers }) },
    ]);
    if (kept) setAgain(false);
  };
  if (last && pegged && !revision && !again)
    return (
      <section className="peg-box" aria-label="Pegging">
        <p>
          Pegged on {last.at.slice(0, 10)}
          {last.by ? ` by ${last.by}` : ''} as <strong>{pegged.letter}</strong>:{' '}
          {counted(
            pegged.rows.reduce((sum, { numbers }) => sum + numbers.length, 0),
            'peg',
          )}
          ; a plant may stand {formatTape(pegged.reach, holding.units)} from its peg.
        </p>
        <Button onClick={() => setAgain(true)}>Change how far</Button>
      </section>
    );
  return (
    <section className="peg-box" aria-label="Pegging">
      <h2>{pegged ? (revision ? 'The plan has changed since it was pegged' : 'Peg it again') : 'Peg this planting'}</h2>
      {revision && <RevisionList revision={revision} units={holding.units} />}
      {!pegged && (
        <p>Places and labels are then kept as they are pegged; a later change of the plan shows as a difference.</p>
      )}
      {stops.length > 0 && <p>Before anybody digs:</p>}
      <ul className="stops">
        {stops.map(({ finding, what, why, answer }) => (
          <li key={finding}>
            <strong>{what}</strong> {why}
            <Checkbox
              checked={answered.includes(finding)}
              onChange={({ target }) =>
                setAnswered(target.checked ? [...answered, finding] : answered.filter((one) => one !== finding))
              }
            >
              {answer}
            </Checkbox>
          </li>
        ))}
      </ul>
      <LengthField
        label="A plant may stand from its peg"
        value={reach}
        units={holding.units}
        most={100}
        onChange={setReach}
      />
      <div className="actions wrap">
        <Button type="primary" size="large" disabled={open.length > 0} onClick={() => void peg()}>
          {pegged ? 'Peg it again' : `Peg ${counted(laid.layout.stand.count, 'plant')}`}
        </Button>
        {again && <Button onClick={() => setAgain(false)}>Leave it</Button>}
      </div>
      {open.length > 0 && (
        <p className="soft">Tick what is true before the pegs are set; what is not keeps the spade out.</p>
      )}
    </section>
  );
}

/** How many of a revision are told one by one. */
const TOLD = 6;

function RevisionList({ revision: { added, out, moved, swapped }, units }: { revision: Revision; units: UnitSystem }) {
  const some = (labels: readonly string[]) =>
    `${labels.slice(0, TOLD).join(', ')}${labels.length > TOLD ? ` and ${labels.length - TOLD} more` : ''}`;
  const far = Math.max(0, ...moved.map(({ metres }) => metres));
  return (
    <ul className="revision" aria-label="Difference">
      {added.length > 0 && (
        <li>
          <strong>{added.length} added</strong>: {some(added.map(({ label }) => label))}
        </li>
      )}
      {out.length > 0 && (
        <li>
          <strong>{out.length} taken out</strong>: {some(out.map(({ label }) => label))}
        </li>
      )}
      {moved.length > 0 && (
        <li>
          <strong>{moved.length} moved</strong>, up to {formatTape(far, units)}:{' '}
          {some(moved.map(({ peg }) => peg.label))}
        </li>
      )}
      {swapped.length > 0 && (
        <li>
          <strong>{swapped.length} swapped</strong>:{' '}
          {some(swapped.map(({ peg, was, is }) => `${peg.label} ${was} for ${is}`))}
        </li>
      )}
    </ul>
  );
}
