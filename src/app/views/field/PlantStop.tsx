import { Button, Segmented } from 'antd';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { readyOf } from '../../../core/account/became.ts';
import { dayRows, nextPeg, onTrailer, type DayPeg } from '../../../core/field/the-day.ts';
import { kitName } from '../../../core/account/order-list.ts';
import { stockOf } from '../../../core/species/stock.ts';
import { formatCount, formatTape } from '../../../core/units/quantities.ts';
import { capital } from '../../../core/units/text.ts';
import { useRecord } from '../../store/record.ts';
import { record, undoLast, useSession } from '../../store/session.ts';
import { isSaying, labelsOf } from '../../../core/record/planted.ts';
import { PlantSheets, type Asking } from './PlantSheets.tsx';
import { TakePhotos } from '../../parts/Photos.tsx';
import { TheString } from './TheString.tsx';
import { useOnline } from './use-online.ts';
import { goesOnAt, say, useField, type InField } from './use-field.ts';

/** A thumb held down this long asks for the rest, milliseconds. */
const LONG = 500;

/** Plant by plant: where we are, one tap for what was done, and what lies on the trailer still. */
export function PlantStop({ planting, label }: { planting: string; label: string | null }) {
  const [phase, setPhase] = useState<number | null>(null);
  const field = useField(planting, phase)!;
  const { pegged, rows, phases, holding } = field;
  const pegs = rows.flatMap((row) => row.pegs);
  // A label that is of another phase, or of no peg at all, is said: a tag may be older than the pegs.
  const at = pegs.find((peg) => peg.label === label) ?? goesOnAt(rows);
  if (!pegged || !at)
    return (
      <main className="stage page field">
        <h1>{field.laid.planting.name}</h1>
        <p>It is not pegged yet: labels and places begin with that.</p>
        <Link className="button-link" to={`/h/${holding.id}/field/rows/${planting}`}>
          Peg it
        </Link>
      </main>
    );
  return (
    <>
      {label && at.label !== label && (
        <p className="field-say" role="status">
          {label} is not among the pegs as they stand; here is {at.label}.
        </p>
      )}
      <At key={at.label} field={field} at={at} />
      {phases.length > 1 && (
        <div className="field-phases">
          <Segmented
            aria-label="Which planting season"
            value={field.phase}
            options={phases.map((one) => ({ value: one, label: one === 0 ? 'First' : `Year ${one + 1}` }))}
            onChange={setPhase}
          />
        </div>
      )}
    </>
  );
}

function At({ field, at }: { field: InField; at: DayPeg }) {
  const { rows, holding, laid } = field;
  const navigate = useNavigate();
  const [asking, setAsking] = useState<Asking | null>(null);
  const [keeping, setKeeping] = useState(false);
  const row = rows.find(({ pegs }) => pegs.some(({ label }) => label === at.label))!;
  const n = row.pegs.findIndex(({ label }) => label === at.label);
  const before = row.pegs[n - 1];
  const go = (peg: DayPeg | null | undefined) =>
    peg && void navigate(`/h/${holding.id}/field/plant/${peg.label}`, { replace: true });
  /** On to the next of which nothing is said, as the record stands now. */
  const on = (after: string) => {
    const state = useRecord.getState().ledger.planted.get(laid.planting.id)!;
    go(nextPeg(dayRows(state, field.phase), after) ?? row.pegs[n + 1]);
  };
  /** Does what is said, and goes on once it is kept, or waits to be. */
  const tell = async (what: () => Promise<boolean>, last = at.label) => {
    setKeeping(true);
    const kept = await what();
    setKeeping(false);
    if (kept || useSession.getState().unkept > 0) {
      setAsking(null);
      on(last);
    }
  };
  return (
    <main className="stage page field field-day" tabIndex={-1}>
      <Head field={field} title={`${laid.planting.name}, row ${row.number}`} row={row} />
      <TheString pegs={row.pegs} at={at} units={holding.units} onGo={go} />
      <PlantName field={field} at={at} before={before} />
      <PlantedButton
        disabled={keeping || at.state.stands === 'planted'}
        onTap={() => void tell(() => say(field, `${at.label} planted`, { kind: 'planted', labels: [at.label] }))}
        onHeld={() => setAsking('more')}
      />
      <div className="three">
        <Button onClick={() => setAsking('skipped')}>Skipped</Button>
        <Button onClick={() => setAsking('moved')}>Moved</Button>
        <Button onClick={() => setAsking('kind')}>Other kind</Button>
      </div>
      <div className="three">
        <Button onClick={() => setAsking('photo')}>Photo</Button>
        <Button onClick={() => setAsking('left')}>Left out…</Button>
        <Button onClick={() => setAsking('run')}>From here…</Button>
      </div>
      <UndoHere
        planting={laid.planting.id}
        onGo={(label) => go(rows.flatMap(({ pegs }) => pegs).find((peg) => peg.label === label))}
      />
      <Left field={field} />
      {asking === 'photo' ? (
        <div className="photo-strip">
          <TakePhotos
            files={[]}
            onFiles={(photos) =>
              void record(`photo of ${at.label}`, [
                {
                  kind: 'noted',
                  body: { planting: laid.planting.id, labels: [at.label], fault: null, note: '', photos: [...photos] },
                },
              ]).then(() => setAsking(null))
            }
          />
        </div>
      ) : (
        asking && <PlantSheets asking={asking} field={field} at={at} onAsk={setAsking} onTell={tell} />
      )}
      <Notes field={field} at={at} />
    </main>
  );
}

/** Takes back the last that was recorded here, and goes back to its plant. */
function UndoHere({ planting, onGo }: { planting: string; onGo(label: string): void }) {
  const step = useSession(({ past }) => past.at(-1));
  if (!step || !('events' in step)) return null;
  const back = () => {
    const said = useRecord.getState().events.find(({ id }) => id === step.events[0]);
    undoLast();
    if (said && isSaying(said) && said.body.planting === planting) onGo(labelsOf(said)[0]!);
  };
  return (
    <div className="three">
      <Button className="wide" onClick={back}>
        Undo: {step.label}
      </Button>
    </div>
  );
}

/** Which plant this is, where it goes, and what was said of it already. */
function PlantName({
  field: { holding, laid },
  at,
  before,
}: {
  field: InField;
  at: DayPeg;
  before: DayPeg | undefined;
}) {
  const { stands, last, kind, place, differs } = at.state;
  const tape = (metres: number) => formatTape(metres, holding.units);
  return (
    <div className="plant-name">
      <h2>{capital(at.kind.common)}</h2>
      <p>
        <i>{at.kind.botanical}</i>, {stockOf(at.kind.stock).name} <strong>{at.label}</strong>
      </p>
      <p>{before ? `${tape(Math.abs(at.chainage - before.chainage))} on from the last` : 'First of its row'}</p>
      {stands && (
        <p role="status" className={`said is-${stands}`}>
          {stands === 'planted' ? 'Planted' : 'Skipped'}
          {place ? ', set elsewhere' : ''}
          {kind ? ', another kind' : ''}
          {last!.by ? ` by ${last!.by}` : ''}, {last!.at.slice(11, 16)}.{' '}
          <button
            type="button"
            className="link"
            onClick={() =>
              void record(`${at.label} taken back`, [{ kind: 'amended', body: { event: last!.id, holds: false } }])
            }
          >
            Take back
          </button>
          {stands === 'planted' && !at.dead && (
            <button
              type="button"
              className="link"
              onClick={() =>
                void record(`${at.label} dead`, [
                  { kind: 'died', body: { planting: laid.planting.id, labels: [at.label], reason: '' } },
                ])
              }
            >
              Found dead
            </button>
          )}
        </p>
      )}
      {at.dead && (
        <p role="status" className="said is-dead">
          Found dead{at.dead.by ? ` by ${at.dead.by}` : ''}, {at.dead.at.slice(0, 10)}.{' '}
          <button
            type="button"
            className="link"
            onClick={() =>
              void record(`${at.label} lives`, [{ kind: 'amended', body: { event: at.dead!.id, holds: false } }])
            }
          >
            It lives
          </button>
        </p>
      )}
      {differs.length > 0 && (
        <p className="said is-differing">
          Said differently by two phones. <Link to={`/h/${holding.id}/field/over/${laid.planting.id}`}>Settle it</Link>
        </p>
      )}
    </div>
  );
}

/** One tap for planted; a thumb that rests on it asks for the rest. */
function PlantedButton({ disabled, onTap, onHeld }: { disabled: boolean; onTap(): void; onHeld(): void }) {
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const held = useRef(false);
  const end = () => clearTimeout(timer.current);
  return (
    <button
      type="button"
      className="planted-button"
      disabled={disabled}
      onPointerDown={() => {
        held.current = false;
        timer.current = setTimeout(() => {
          held.current = true;
          onHeld();
        }, LONG);
      }}
      onPointerUp={end}
      onPointerLeave={end}
      onContextMenu={(event) => event.preventDefault()}
      onClick={() => {
        end();
        if (!held.current) onTap();
        held.current = false;
      }}
    >
      Planted
    </button>
  );
}

/** What was noted of this plant. */
function Notes({ field: { state }, at }: { field: InField; at: DayPeg }) {
  const notes = state?.notes.filter(({ body }) => body.labels.includes(at.label)) ?? [];
  if (notes.length === 0) return null;
  const words = { wrongStock: 'Wrong stock', badRoots: 'Bad roots', other: 'Noted' };
  return (
    <ul className="plant-notes" aria-label="Notes">
      {notes.map(({ id, by, at: when, body }) => (
        <li key={id}>
          {body.fault ? words[body.fault] : body.photos.length > 0 ? 'Photo' : 'Noted'}
          {body.note ? `: ${body.note}` : ''}, {when.slice(11, 16)}
          {by ? ` by ${by}` : ''}
        </li>
      ))}
    </ul>
  );
}

/** Title, whether there is signal, and how far the row is. */
function Head({ field, title, row }: { field: InField; title: string; row: InField['rows'][number] }) {
  const online = useOnline();
  const unkept = useSession((state) => state.unkept);
  const { holding, laid, rows } = field;
  const trailer = [...onTrailer(laid, holding, rows)].filter(([key]) =>
    /^(guard|mesh|cageMesh|spiral|stake)/.test(key),
  );
  const kinds = new Set(rows.flatMap(({ pegs }) => pegs.map(({ kind: { species, stock } }) => `${species}|${stock}`)));
  const ready = readyOf(kinds, holding, field.worked.all, field.ledger);
  const share = (100 * (row.planted + row.skipped)) / row.pegs.length;
  return (
    <header className="day-head">
      <h1>{title}</h1>
      {unkept > 0 ? (
        <p role="alert">
          <strong>{formatCount(unkept)} not yet kept</strong>, tried again by itself: leave this page open.
        </p>
      ) : (
        <p className="soft">{online ? 'kept on this phone' : 'no signal, kept'}</p>
      )}
      <p className="counts">
        <span data-testid="count-planted">
          <strong>{row.planted}</strong> of {row.pegs.length} planted
        </span>
        {row.skipped > 0 && (
          <span className="is-skipped" data-testid="count-skipped">
            <strong>{row.skipped}</strong> skipped
          </span>
        )}
        <span>
          to plant <strong>{rows.reduce((sum, { left }) => sum + left, 0)}</strong>
        </span>
        {ready > 0 && (
          <span>
            plants left <strong>{ready}</strong>
          </span>
        )}
        {trailer.slice(0, 3).map(([key, count]) => (
          <span key={key}>
            {kitName(key, holding.units, holding.kits).toLowerCase()} left <strong>{count}</strong>
          </span>
        ))}
      </p>
      <div className="share" aria-hidden="true">
        <span style={{ width: `${share}%` }} />
      </div>
    </header>
  );
}

/** Steps left out in this planting, and where they have become tasks. */
function Left({ field: { ledger, laid, holding } }: { field: InField }) {
  const left = ledger.left.filter(({ planting }) => planting === laid.planting.id);
  if (left.length === 0) return null;
  const plants = left.reduce((sum, one) => sum + one.plants, 0);
  return (
    <p className="left-out">
      Left out on {plants}: {[...new Set(left.map(({ step }) => step))].join(', ')}.{' '}
      <Link to={`/h/${holding.id}/days/week`}>When it is due</Link>
    </p>
  );
}
