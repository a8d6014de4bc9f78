import { bookOf } from '../../../core/species/book.ts';
import './ground.css';
import { Button, Checkbox, Input, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { walkList, type WalkItem } from '../../../core/counsel/walk-list.ts';
import { setThriving } from '../../../core/holding/ground-commands.ts';
import { useWorked } from '../../store/derived.ts';
import { useLedger } from '../../store/record.ts';
import { record, run } from '../../store/session.ts';
import { today } from '../../store/today.ts';
import { useTitle } from '../../parts/use-title.ts';
import { STOPS } from './stops.ts';

/** The list for a walk over the site: made from the plan, closed by it or by what was seen; for the phone and for paper. */
export function WalkListView() {
  useTitle('Walk list', 'Ground');
  const { holding, all } = useWorked();
  const book = bookOf(holding);
  const { seen } = useLedger();
  const items = walkList(holding, all, seen);
  const open = items.filter(({ state }) => state === 'open').length;
  return (
    <main className="stage page walk-list printable">
      <div className="page-head">
        <div>
          <h1>Walk the site</h1>
          <p className="soft">
            {holding.name}. {open === 0 ? 'Everything is seen.' : `${open} of ${items.length} still to see.`}
          </p>
        </div>
        <div className="actions no-print">
          <Button onClick={() => window.print()}>Print</Button>
          <Link to={`/h/${holding.id}/ground`} className="as-button">
            Back to the plan
          </Link>
        </div>
      </div>
      {STOPS.map((stop) => {
        const here = items.filter((item) => item.stop === stop.key);
        if (here.length === 0) return null;
        return (
          <section key={stop.key} aria-label={stop.label}>
            <h2>
              <Link to={`/h/${holding.id}/ground/${stop.key}`}>{stop.label}</Link>
            </h2>
            <ul>
              {here.map((item) => (
                <Item key={item.key} item={item} />
              ))}
            </ul>
            {stop.key === 'cover' && (
              <div className="field no-print">
                <label htmlFor="thriving">Thrives within sight of the fence</label>
                <Select
                  id="thriving"
                  mode="tags"
                  value={[...holding.thriving]}
                  options={book.all.map(({ id, common, botanical }) => ({
                    value: id,
                    label: `${common}, ${botanical}`,
                  }))}
                  optionFilterProp="label"
                  onChange={(thriving: string[]) => run(setThriving(thriving.map((one) => one.trim()).filter(Boolean)))}
                />
              </div>
            )}
          </section>
        );
      })}
    </main>
  );
}

function Item({ item: { key, what, why, state, seen } }: { item: WalkItem }) {
  const [noting, setNoting] = useState(false);
  const said = useLedger().seen.get(key)?.events;
  const ticked = state !== 'open';
  return (
    <li className={`is-${state}`}>
      <Checkbox
        checked={ticked}
        disabled={state === 'plan'}
        onChange={({ target }) =>
          target.checked
            ? void record('seen on the walk', [{ kind: 'seen', body: { item: key, on: today(), note: '' } }])
            : said &&
              void record(
                'walk item opened again',
                said.map((event) => ({ kind: 'amended', body: { event, holds: false } })),
              )
        }
      >
        <strong>{what}</strong>
        <small>
          {state === 'plan'
            ? 'The plan has it.'
            : seen
              ? `Seen on ${seen.on}${seen.note ? `: ${seen.note}` : '.'}`
              : why}
        </small>
      </Checkbox>
      {seen && !noting && (
        <button type="button" className="link no-print" onClick={() => setNoting(true)}>
          {seen.note ? 'Change the note' : 'Add a note'}
        </button>
      )}
      {seen && noting && (
        <Input
          autoFocus
          aria-label={`Note: ${what}`}
          defaultValue={seen.note}
          maxLength={500}
          onPressEnter={(event) => event.currentTarget.blur()}
          onBlur={({ target }) => {
            setNoting(false);
            void record('noted on the walk', [
              { kind: 'seen', body: { item: key, on: seen.on, note: target.value.trim() } },
            ]);
          }}
        />
      )}
    </li>
  );
}
