import './field.css';
import { Link, Navigate, NavLink, useParams } from 'react-router';
import { Guarded } from '../../parts/Guarded.tsx';
import { useLedger } from '../../store/record.ts';
import { useWorked } from '../../store/derived.ts';
import { CardsStop } from './CardsStop.tsx';
import { NextStop } from './NextStop.tsx';
import { OverStop } from './OverStop.tsx';
import { PlantStop } from './PlantStop.tsx';
import { RowsStop } from './RowsStop.tsx';
import { useTitle } from '../../parts/use-title.ts';
import { STOPS, type StopKey } from './stops.ts';

const PAGES = { rows: RowsStop, plant: PlantStop, card: CardsStop, next: NextStop, over: OverStop };

/** Put it in the ground, and keep the record: made for a phone in a wet hand first. */
export function FieldView() {
  const { stop: asked, planting: named } = useParams();
  const { holding } = useWorked();
  const ledger = useLedger();
  const stop = STOPS.find(({ key }) => key === asked)?.key;
  // A label names its planting: 'field/plant/A1-017', as codes do.
  const letter = /^([A-Z]{1,3})\d/.exec(named ?? '')?.[1];
  const byLetter = letter
    ? [...ledger.planted].find(([, { peggings }]) => peggings.at(-1)?.body.letter === letter)?.[0]
    : undefined;
  const planting = holding.plantings.find(({ id }) => id === (stop ? named : asked)) ?? null;
  const first = holding.plantings[0];
  useTitle(STOPS.find(({ key }) => key === stop)?.label, (planting ?? first)?.name, 'Field');
  if (!first)
    return (
      <main className="stage sorry">
        <h1>Nothing to peg yet</h1>
        <p>Lay out a planting first; its pegs and cards follow by themselves.</p>
        <p>
          <Link to={`/h/${holding.id}/ranks/new`}>New planting</Link>
        </p>
      </main>
    );
  if (!stop || (!planting && !byLetter)) {
    const to = planting ?? holding.plantings.find(({ id }) => ledger.planted.has(id)) ?? first;
    return <Navigate to={`/h/${holding.id}/field/${stop ?? 'rows'}/${to.id}`} replace />;
  }
  const id = planting?.id ?? byLetter!;
  const Page = PAGES[stop];
  return (
    <div className="field-frame">
      <FieldBar stop={stop} planting={id} holding={holding.id} />
      <Guarded part="This page" key={`${stop} ${id}`}>
        <Page planting={id} label={byLetter ? named! : null} />
      </Guarded>
    </div>
  );
}

/** The pages of Field: above them on a desk, under the thumb on a phone. */
function FieldBar({ stop, planting, holding }: { stop: StopKey; planting: string; holding: string }) {
  return (
    <nav className="field-bar" aria-label="Pages of Field">
      {STOPS.map(({ key, label }) => (
        <NavLink key={key} to={`/h/${holding}/field/${key}/${planting}`} className={key === stop ? 'active' : ''}>
          {label}
        </NavLink>
      ))}
    </nav>
  );
}
