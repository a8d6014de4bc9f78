import { Segmented } from 'antd';
import { useMemo, useState } from 'react';
import useSWR from 'swr';
import type { Split } from '../../../core/order/basket.ts';
import { kitName } from '../../../core/order/order-list.ts';
import type { Supplier } from '../../../core/holding/supplier-schema.ts';
import { basketOf, SuppliersAnswer, wantedOf, type Wanted } from '../../../core/order/suppliers.ts';
import { stockOf } from '../../../core/species/stock.ts';
import { capital } from '../../../core/units/text.ts';
import { counted, formatCount, formatMoney, inUnits } from '../../../core/units/quantities.ts';
import { Panel } from '../../parts/Panel.tsx';
import { OwnSuppliers } from './BringList.tsx';
import { useBook, useWorked } from '../../store/derived.ts';
import { today } from '../../store/today.ts';
import { askStandin } from '../../store/use-standin.ts';

const WAYS = [
  { value: 'least', label: 'At least cost' },
  { value: 'one', label: 'Plants from one' },
  { value: 'few', label: 'From the fewest' },
] as const;

/** Who supplies what: the order split between suppliers, at the least cost or from as few as can be. */
export function SuppliersStop() {
  const worked = useWorked();
  const { holding } = worked;
  const order = worked.order();
  const keys = useMemo(() => wantedOf(order).map(({ key }) => key), [order]);
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
  const basket = useMemo(() => (suppliers ? basketOf(order, suppliers) : null), [order, suppliers]);
  const split = basket?.[way] ?? null;
  return (
    <>
      <main className="stage page order-stop">
        <h1>Suppliers</h1>
        <p className="soft">
          Three nurseries and a materials merchant, made up and simulated: names, prices and stock.
        </p>
        {error && <p className="reading is-caution">{(error as Error).message}</p>}
        {keys.length === 0 && <p className="soft">Nothing to buy yet.</p>}
        {basket && suppliers && (
          <>
            <Segmented aria-label="Split" value={way} options={[...WAYS]} onChange={setWay} />
            {split ? (
              <Bids split={split} suppliers={suppliers} wanted={basket.wanted} />
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
      </Panel>
    </>
  );
}

/** How a wanted thing is called. */
function useName(): (key: string) => string {
  const book = useBook();
  const { holding } = useWorked();
  return (key) => {
    const [species, stock] = key.split('|');
    return stock === undefined
      ? kitName(key, holding.units, holding.kits)
      : `${capital(book.of(species!).common)}, ${inUnits(stockOf(stock).name, holding.units)}`;
  };
}

function Bids({
  split,
  suppliers,
  wanted,
}: {
  split: Split;
  suppliers: readonly Supplier[];
  wanted: readonly Wanted[];
}) {
  const { holding } = useWorked();
  const name = useName();
  const money = (cents: number) => formatMoney(cents, holding.currency);
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
      </section>
    );
  });
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
