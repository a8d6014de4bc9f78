import { Button, Select } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { boundaryCaution, tiesTo, wayTo, type WayToPeg } from '../../../core/field/next-peg.ts';
import { pegsOf, type PegPlace } from '../../../core/record/pegs.ts';
import { averaged, fixKinds, worthOf } from '../../../core/field/receiver/fix.ts';
import { stationLabel } from '../../../core/field/stake.ts';
import { nextPeg, type DayPeg } from '../../../core/field/the-day.ts';
import { formatLength, formatTape, type UnitSystem } from '../../../core/units/quantities.ts';
import { goesOnAt, useField, type InField } from './use-field.ts';
import { AVERAGE, useReceiver, type Source } from './use-receiver.ts';

/** Where the next peg is: by a receiver, or by two tapes. */
export function NextStop({ planting, label }: { planting: string; label: string | null }) {
  const field = useField(planting)!;
  const pegs = field.rows.flatMap((row) => row.pegs);
  const at = pegs.find((peg) => peg.label === label) ?? goesOnAt(field.rows);
  if (!field.pegged || !at)
    return (
      <main className="stage page field">
        <h1>{field.laid.planting.name}</h1>
        <p>It is not pegged yet: the way to a peg begins with that.</p>
        <Link className="button-link" to={`/h/${field.holding.id}/field/rows/${planting}`}>
          Peg it
        </Link>
      </main>
    );
  return <Way field={field} at={at} />;
}

function Way({ field, at }: { field: InField; at: DayPeg }) {
  const { holding, pegged } = field;
  const [source, setSource] = useState<Source>('none');
  const peg = pegsOf(pegged!).find(({ label }) => label === at.label)!;
  const able = Object.values(fixKinds).filter(({ metres }) => metres <= pegged!.reach);
  return (
    <main className="stage page field next-peg">
      <h1>Next peg: {at.label}</h1>
      <Select
        aria-label="Where I stand, by"
        className="source"
        value={source}
        options={[
          { value: 'none', label: 'No receiver: two tapes' },
          { value: 'device', label: 'This phone’s own receiver' },
          ...Object.entries(fixKinds).map(([kind, { label }]) => ({
            value: `simulated ${kind}` as Source,
            label: `Simulated, ${label}`,
          })),
        ]}
        onChange={setSource}
      />
      <p>
        {peg.kind.common}, row {peg.rowNumber}, {stationLabel(peg.chainage, holding.units)}
      </p>
      <ByReceiver key={source} source={source} field={field} peg={peg} />
      <p className="soft">
        {pegged!.name} bears {formatTape(pegged!.reach, holding.units)}:{' '}
        {able.map(({ label }) => label).join(', ') || 'no receiver'} may set its pegs; the others find them.
      </p>
    </main>
  );
}

function ByReceiver({ source, field, peg }: { source: Source; field: InField; peg: PegPlace }) {
  const { holding, pegged, rows } = field;
  const navigate = useNavigate();
  const { heard, now, taken, average } = useReceiver(source, holding, peg.at);
  const { fix } = heard;
  const mean = taken ? averaged(taken) : null;
  const done = mean !== null && fix !== null && mean.seconds >= AVERAGE ? mean : null;
  const tape = (metres: number) => formatTape(metres, holding.units);
  const worth = worthOf(
    done ? { ...heard, fix: { ...fix!, accuracy: done.accuracy } } : heard,
    pegged!.reach,
    now,
    tape,
  );
  const here = done?.at ?? fix?.at;
  const caution = fix ? boundaryCaution(peg, fix.accuracy, holding) : null;
  const next = nextPeg(rows, peg.label);
  return (
    <>
      {here && fix && (
        <WayShown way={wayTo(here, peg, pegsOf(pegged!))} accuracy={fix.accuracy} units={holding.units} />
      )}
      {source !== 'none' && (
        <p className={`worth is-${worth.may}`} role="status" data-testid="worth">
          <strong>{{ set: 'Good enough to set it.', find: 'Find it, then tape it.', wait: 'Wait.' }[worth.may]}</strong>{' '}
          {worth.say}
          {fix?.satellites ? ` ${fix.satellites} satellites.` : ''}
          {source.startsWith('simulated') ? ' Simulated.' : ''}
          {mean && ` Mean of ${Math.round(mean.seconds)} s: good to ${tape(mean.accuracy)}.`}
        </p>
      )}
      {caution && <p className="card-caution">! {caution}</p>}
      <Tapes field={field} peg={peg} />
      <div className="two">
        <Button
          type="primary"
          size="large"
          disabled={!next || (source !== 'none' && worth.may === 'wait')}
          onClick={() => void navigate(`/h/${holding.id}/field/next/${next!.label}`, { replace: true })}
        >
          {source !== 'none' && worth.may === 'set' ? 'Peg set, next' : 'Taped and set, next'}
        </Button>
        <Button size="large" disabled={!fix} onClick={average}>
          Average {AVERAGE} s
        </Button>
      </div>
    </>
  );
}

function WayShown({ way, accuracy, units }: { way: WayToPeg; accuracy: number; units: UnitSystem }) {
  return (
    <>
      <Arrow bearing={way.bearing} arrived={way.metres < Math.max(0.05, accuracy)} />
      <div className="way">
        <p className="big" data-testid="next-metres">
          {formatLength(way.metres, units, { decimals: way.metres < 10 ? 2 : 1 })}
        </p>
        <p>
          bearing {Math.round(way.bearing)}°, {way.name}
        </p>
        <p>
          {formatLength(Math.abs(way.along), units)} {way.along < 0 ? 'back' : 'on'} along the row,{' '}
          {formatLength(Math.abs(way.across), units)} to the {way.across < 0 ? 'left' : 'right'} of it
        </p>
      </div>
    </>
  );
}

/** The peg by two tapes, from things on the plan or plants that stand. */
function Tapes({ field: { rows, holding }, peg }: { field: InField; peg: PegPlace }) {
  const standing = rows.flatMap(({ pegs }) => pegs).filter(({ state }) => state.stands === 'planted' && !state.place);
  const ties = tiesTo(peg, standing, holding);
  const tape = (metres: number) => formatTape(metres, holding.units);
  return (
    <section aria-label="Two tapes" className="tapes">
      <h2>By two tapes</h2>
      {ties ? (
        <p>
          <strong>{tape(ties[0].metres)}</strong> from {ties[0].label}, <strong>{tape(ties[1].metres)}</strong> from{' '}
          {ties[1].label}.
        </p>
      ) : (
        <p>
          No two known things cross well here: measure {stationLabel(peg.chainage, holding.units)} along the string.
        </p>
      )}
    </section>
  );
}

/** A large arrow to the peg, north up. */
function Arrow({ bearing, arrived }: { bearing: number; arrived: boolean }) {
  return (
    <svg
      className="arrow"
      viewBox="-125 -125 250 250"
      role="img"
      aria-label={arrived ? 'Here' : `Go ${Math.round(bearing)} degrees from north`}
    >
      <circle r={120} className="dial" />
      <circle r={62} className="dial" />
      <text y={-100} textAnchor="middle">
        N
      </text>
      {arrived ? (
        <circle r={24} className="here" />
      ) : (
        <path className="needle" transform={`rotate(${bearing})`} d="M0 -92L36 -38L13 -44V72H-13V-44L-36 -38Z" />
      )}
    </svg>
  );
}
