import { Button, Segmented } from 'antd';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import useSWR from 'swr';
import type { Split } from '../../../../core/order/basket.ts';
import { orderFrom } from '../../../../core/order/place-order.ts';
import { wantedName } from '../../../../core/order/sheets/supplier-sheets.ts';
import type { Supplier } from '../../../../core/holding/supplier-schema.ts';
import { basketOf, SuppliersAnswer, wantedOf, type Wanted } from '../../../../core/order/suppliers.ts';
import { counted, formatCount, formatMoney } from '../../../../core/units/quantities.ts';
import { ExportButtons } from '../../../parts/ExportButtons.tsx';
import { Panel } from '../../../parts/Panel.tsx';
import { OwnSuppliers } from './BringList.tsx';
import { useLedger } from '../../../store/record.ts';
import { record } from '../../../store/session.ts';
import { useWorked } from '../../../store/derived.ts';
import { Sender } from './Sender.tsx';
import { PhaseChoice } from './PhaseChoice.tsx';
import { today } from '../../../store/today.ts';
import { askStandin } from '../../../store/use-standin.ts';

const WAYS = [
  { value: 'least', label: 'At least cost' },
  { value: 'one', label: 'Plants from one' },
  { value: 'few', label: 'From the fewest' },
] as const;

/** Who supplies what: the order split between suppliers, at the least cost or from as few as can be. */
export function SuppliersStop() {
  const worked = useWorked();
  const { holding } = worked;
  const { orders } = useLedger();
  const phases = worked.phases();
  const [asked, setPhase] = useState<number | null>(null);
  const phase = phases.some(({ later }) => later === asked) ? asked : null;
  const wanted = useMemo(() => wantedOf(worked.orderFor(phase)), [worked, phase]);
  const keys = useMemo(() => wanted.map(({ key }) => key), [wanted]);
  const [way, setWay] = useState<(typeof WAYS)[number]['value']>('least');
  const { latitude, longitude } = holding.place;
  const { data, error } = useSWR(
    keys.length > 0 ? ['suppliers', latitude, longitude, ...keys] : null,
    () =>
      askStandin(SuppliersAnswer, 'suppliers', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ latitude, longitude, on: today(), keys }),
      }),
    { revalidateOnFocus: false, revalidateIfStale: false, shouldRetryOnError: false, keepPreviousData: true },
  );
  const suppliers = useMemo(
    () => (data || holding.suppliers.length > 0 ? [...holding.suppliers, ...(data?.suppliers ?? [])] : undefined),
    [data, holding.suppliers],
  );
  const name = useName();
  const basket = useMemo(() => (suppliers ? basketOf(wanted, suppliers) : null), [wanted, suppliers]);
  const split = basket?.[way] ?? null;
  return (
    <>
      <main className="stage page order-stop">
        <div className="page-head">
          <h1>Suppliers</h1>
          <ExportButtons
            fileName={holding.name}
            asked={{ suppliers: suppliers ?? [], phase }}
            items={[
              { name: 'order-by-supplier.pdf', label: 'Order, PDF' },
              { name: 'order-by-supplier.xlsx', label: 'XLSX' },
              { name: 'order-by-supplier.csv', label: 'CSV' },
              { name: 'price-request.pdf', label: 'Ask for a price, PDF' },
              { name: 'price-request.xlsx', label: 'XLSX' },
              { name: 'price-request.csv', label: 'CSV' },
            ]}
          />
        </div>
        <p className="soft">
          Three nurseries and a materials merchant, made up and simulated: names, prices and stock.
        </p>
        {error && <p className="reading is-caution">{(error as Error).message}</p>}
        {phases.length > 1 && <PhaseChoice phases={phases} phase={phase} onPhase={setPhase} />}
        <Placed />
        {keys.length === 0 && (
          <p className="soft">{orders.length > 0 ? 'All that is wanted is on order.' : 'Nothing to buy yet.'}</p>
        )}
        {basket && suppliers && keys.length > 0 && (
          <>
            <Segmented aria-label="Split" value={way} options={[...WAYS]} onChange={setWay} />
            {split ? (
              <Bids split={split} suppliers={suppliers} wanted={basket.wanted} phase={phase} />
            ) : (
              <p className="reading">
                {way === 'one'
                  ? 'No one nursery has every plant on the order.'
                  : 'No choice of them takes so small an order. Order more at once, or ask one by telephone.'}
              </p>
            )}
            {basket.missing.length > 0 && <Missing missing={basket.missing} />}
          </>
        )}
        <OwnSuppliers name={name} keys={keys} />
      </main>
      <Panel label="Suppliers">
        <h2>Suppliers</h2>
        {basket && (
          <dl className="pieces">
            {WAYS.map(({ value, label }) => (
              <div key={value}>
                <dt>{label}</dt>
                <dd data-testid={`split-${value}`}>
                  {basket[value] ? formatMoney(basket[value].cents, holding.currency) : 'cannot be had'}
                </dd>
              </div>
            ))}
          </dl>
        )}
        <p className="soft">
          Every split is weighed, deliveries and least orders counted: none costs less than the first. Stock sells out
          as the season goes; what a supplier has too few of is not ordered from it.
        </p>
        <p className="soft fine">Sets come from their maker and stand apart.</p>
        <Sender />
      </Panel>
    </>
  );
}

/** How a wanted thing is called. */
function useName(): (key: string) => string {
  const { holding } = useWorked();
  return (key) => {
    const [name, , stock] = wantedName(key, holding);
    return stock === '' ? name : `${name}, ${stock.split(', ')[0]}`;
  };
}

function Bids({
  split,
  suppliers,
  wanted,
  phase,
}: {
  split: Split;
  suppliers: readonly Supplier[];
  wanted: readonly Wanted[];
  phase: number | null;
}) {
  const { holding } = useWorked();
  const name = useName();
  const money = (cents: number) => formatMoney(cents, holding.currency);
  const place = (at: number) => {
    const as = { on: today(), phase, currency: holding.currency, name };
    const order = orderFrom(suppliers, at, { split, wanted }, as);
    if (order) void record(`ordered from ${order.body.supplier}`, [order]);
  };
  return suppliers.map((supplier, s) => {
    const lines = wanted.filter((_, i) => split.from[i] === s);
    if (lines.length === 0) return null;
    return (
      <section key={supplier.id} className="supplier">
        <h2>
          {supplier.name}{' '}
          <span className="soft">
            {counted(lines.length, 'line')}, {money(split.sums[s]!)}
            {split.deliveries[s]! > 0 ? `, ${money(split.deliveries[s]!)} to bring it` : ', brought free'};{' '}
            {supplier.leadDays} days ahead; {supplier.season}
          </span>
        </h2>
        <ul className="cut-list">
          {lines.map(({ key, need }) => (
            <li key={key}>
              {formatCount(need)} {name(key)}
            </li>
          ))}
        </ul>
        <Button
          size="small"
          aria-label={`Place the order with ${supplier.name}`}
          title="Notes in the record that it is ordered; nothing is sent."
          onClick={() => place(s)}
        >
          Place this order
        </Button>
      </section>
    );
  });
}

/** What is ordered already, and how it stands. */
function Placed() {
  const { holding } = useWorked();
  const { orders } = useLedger();
  if (orders.length === 0) return null;
  return (
    <section aria-label="Placed orders">
      <h2>Placed</h2>
      <ul className="cut-list">
        {orders.map(({ id, supplier, on, lines, cents, currency, state }) => (
          <li key={id}>
            <Link to={`/h/${holding.id}/order/deliveries/${id}`}>{supplier}</Link>, {on}:{' '}
            {counted(lines.length, 'line')}, {formatMoney(cents, currency)}; <strong>{state}</strong>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Missing({ missing }: { missing: readonly Wanted[] }) {
  const name = useName();
  return (
    <section>
      <h2>Nobody has enough of</h2>
      <ul>
        {missing.map(({ key, need }) => (
          <li key={key}>
            {formatCount(need)} {name(key)}
          </li>
        ))}
      </ul>
      <p className="soft">Choose another stock or kind under Ranks, order earlier in the season, or grow it on.</p>
    </section>
  );
}
