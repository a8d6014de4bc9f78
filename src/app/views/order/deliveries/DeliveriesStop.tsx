import { Button, Input } from 'antd';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Became } from '../../../../core/account/became.ts';
import { claimOf } from '../../../../core/order/place-order.ts';
import { deliveryCaution } from '../../../../core/order/signs.ts';
import type { PlacedLine, PlacedOrder } from '../../../../core/record/orders.ts';
import { counted, formatCount, formatMoney } from '../../../../core/units/quantities.ts';
import { capital } from '../../../../core/units/text.ts';
import { Panel } from '../../../parts/Panel.tsx';
import { useShown, useWorked } from '../../../store/derived.ts';
import { keepName, keptName, useLedger } from '../../../store/record.ts';
import { record } from '../../../store/session.ts';
import { today } from '../../../store/today.ts';
import { HandOut } from './HandOut.tsx';
import { CheckLine, FaultLater, sayLine } from './CheckLine.tsx';
import { Photos } from '../../../parts/Photos.tsx';
import { Facts } from '../../../parts/Facts.tsx';

/** What comes off the lorry, checked in line by line, and what is to be claimed of it. `asked` names an order. */
export function DeliveriesStop({ asked }: { asked: string | undefined }) {
  const holding = useShown();
  const { orders } = useLedger();
  const order = orders.find(({ id }) => id === asked) ?? orders.find(({ state }) => state !== 'here') ?? orders.at(-1);
  return (
    <>
      <main className="stage page order-stop">
        <h1>Deliveries</h1>
        {orders.length === 0 && (
          <p className="soft">
            No order is placed yet. <Link to={`/h/${holding.id}/order/suppliers`}>Place one under Suppliers</Link>; what
            then comes is checked in here.
          </p>
        )}
        {orders.length > 1 && (
          <ul className="cut-list" aria-label="Orders">
            {orders.map((one) => (
              <li key={one.id}>
                <Link
                  to={`/h/${holding.id}/order/deliveries/${one.id}`}
                  aria-current={one === order ? 'page' : undefined}
                >
                  {one.supplier}, {one.on}
                </Link>
                : {one.state}
              </li>
            ))}
          </ul>
        )}
        {order && <Order order={order} key={order.id} />}
        <BecameTable />
      </main>
      <Panel label="Deliveries">
        <h2>Deliveries</h2>
        <p className="reading is-caution">{deliveryCaution}</p>
        <Who />
        <p className="soft">
          Each line is kept by itself, on this device, with no signal needed. What is short or sent back is to be bought
          again and stands under Suppliers once more. Undo takes a check back.
        </p>
      </Panel>
    </>
  );
}

/** What became of everything that was here, ordered or set, of all orders together; of what nothing is known no column stands. */
function BecameTable() {
  const lines = useWorked()
    .became()
    .filter(({ here, toCome, short, come, set }) => here + toCome + short + come + set > 0);
  if (lines.length === 0) return null;
  const columns = COLUMNS.filter(([what]) => lines.some((line) => line[what] > 0));
  return (
    <>
      <div className="scrolled" tabIndex={0} role="region" aria-label="What became of it">
        <Facts
          className="money"
          caption="What became of it"
          heads={['Kind or piece', ...columns.map(([, head]) => head)]}
          rows={lines.map((line) => ({
            key: line.key,
            cells: [
              <>
                {capital(line.name)}
                {line.unrecorded > 0 && (
                  <span className="soft"> {formatCount(line.unrecorded)} set that nobody checked in</span>
                )}
              </>,
              ...columns.map(([what]) => (line[what] > 0 ? formatCount(line[what]) : '–')),
            ],
          }))}
        />
      </div>
      <HandOut lines={lines} />
    </>
  );
}
const COLUMNS = [
  ['wanted', 'Wanted'],
  ['here', 'Here before'],
  ['toCome', 'To come'],
  ['short', 'Short'],
  ['come', 'Come'],
  ['refused', 'Sent back'],
  ['faulty', 'Faulty'],
  ['handed', 'Handed out'],
  ['set', 'Set'],
  ['dead', 'Dead since'],
  ['left', 'Left'],
  ['toBuy', 'To buy'],
] as const satisfies readonly (readonly [keyof Became, string])[];

/** Who checks: written into the record with each line. */
function Who() {
  const [by, setBy] = useState<string | null>(null);
  useEffect(() => {
    void keptName().then(setBy);
  }, []);
  if (by === null) return null;
  return (
    <div className="field">
      <label htmlFor="who">Checked in by</label>
      <Input id="who" maxLength={80} defaultValue={by} onBlur={({ target }) => void keepName(target.value)} />
    </div>
  );
}

function Order({ order }: { order: PlacedOrder }) {
  const { id, supplier, on, lines, cents, currency, state } = order;
  const unchecked = lines.filter(({ checks }) => checks.length === 0);
  const all = () =>
    void record(`all of ${supplier} checked in`, [
      {
        kind: 'delivered',
        body: {
          order: id,
          on: today(),
          lines: lines.flatMap(({ checks, quantity }, line) =>
            checks.length > 0
              ? []
              : [
                  {
                    line,
                    counted: quantity,
                    refused: 0,
                    reserve: false,
                    follows: false,
                    instead: '',
                    signs: [],
                    note: '',
                    photos: [],
                  },
                ],
          ),
        },
      },
    ]);
  return (
    <>
      <h2>
        {supplier}{' '}
        <span className="soft">
          ordered {on}, {counted(lines.length, 'line')}, {formatMoney(cents, currency)}; {state}
        </span>
      </h2>
      <ul className="check-list" aria-label={`Lines of ${supplier}`}>
        {lines.map((line, at) => (
          <Line key={at} order={id} line={line} at={at} />
        ))}
      </ul>
      {unchecked.length > 1 && (
        <Button onClick={all}>{`The ${counted(unchecked.length, 'line')} still open are all as ordered`}</Button>
      )}
      <Claim order={order} />
    </>
  );
}

function Line({ order, line, at }: { order: string; line: PlacedLine; at: number }) {
  const [doing, setDoing] = useState<'check' | 'fault' | null>(null);
  const wrong = line.short + line.refused + line.faulty > 0;
  const done = () => setDoing(null);
  return (
    <li className={line.checks.length === 0 ? 'is-open' : wrong ? 'is-fault' : 'is-done'}>
      <div className="line">
        <span>
          <strong>{line.name}</strong> <span className="soft">{sayLine(line)}</span>
        </span>
        {doing === null && line.toCome > 0 && (
          <Button size="small" aria-label={`Check in ${line.name}`} onClick={() => setDoing('check')}>
            Check in
          </Button>
        )}
        {doing === null && line.kept > 0 && (
          <Button size="small" aria-label={`A fault in ${line.name}`} onClick={() => setDoing('fault')}>
            Fault found later
          </Button>
        )}
      </div>
      {doing === 'check' && <CheckLine order={order} line={line} at={at} onDone={done} />}
      {doing === 'fault' && <FaultLater order={order} line={line} at={at} onDone={done} />}
    </li>
  );
}

/** Everything to be claimed of an order, as a page to print or to send. */
function Claim({ order }: { order: PlacedOrder }) {
  const { name } = useShown();
  const lines = claimOf(order);
  if (lines.length === 0) return null;
  const money = (cents: number) => formatMoney(cents, order.currency);
  const sum = lines.reduce((total, { cents }) => total + cents, 0);
  return (
    <section className="claim printable" aria-label="Claim">
      <h2>
        Claim{' '}
        <span className="soft">
          to {order.supplier}, of the order of {order.on} for {name}
        </span>
      </h2>
      <ol>
        {lines.map((line, i) => (
          <li key={i}>
            <strong>
              {formatCount(line.count)} {line.name}: {line.what}
            </strong>
            {line.cents > 0 ? `, ${money(line.cents)}` : ''}.{' '}
            <span className="soft">
              {[line.on, line.by].filter(Boolean).join(', ')}. {[...line.signs, line.note].filter(Boolean).join('; ')}
            </span>
            <div className="photos">
              <Photos files={line.photos} />
            </div>
          </li>
        ))}
      </ol>
      <p>
        <strong>
          {sum > 0 ? `To be replaced, or ${money(sum)} credited.` : 'Kept under reserve; nothing to be credited yet.'}
        </strong>
      </p>
      <Button className="no-print" onClick={() => window.print()}>
        Print the claim
      </Button>
    </section>
  );
}
