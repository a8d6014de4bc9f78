import { useState } from 'react';
import { orderRows } from '../../../core/order/order-list.ts';
import { formatMoney } from '../../../core/units/quantities.ts';
import { ExportButtons } from '../../parts/ExportButtons.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { useWorked } from '../../store/derived.ts';
import { OrderTable } from './OrderTable.tsx';
import { PhaseChoice } from './PhaseChoice.tsx';
import { Prices } from './Prices.tsx';

/** The order list of the whole holding, and the price table behind it. */
export function ListStop() {
  const worked = useWorked();
  const { holding } = worked;
  const phases = worked.phases();
  const [asked, setPhase] = useState<number | null>(null);
  const phase = phases.some(({ later }) => later === asked) ? asked : null;
  const list = phase === null ? worked.order() : worked.orderOfPhase(phase);
  const rows = orderRows(list, holding.units);
  const { currency } = holding;
  const money = (cents: number) => formatMoney(cents, currency);
  const used = new Set([
    ...list.kit.map(({ key }) => key),
    ...list.plants.flatMap(({ stock, packs }) => packs.map(({ size }) => `stock.${stock}.${size}`)),
  ]);
  return (
    <>
      <main className="stage page">
        <div className="page-head">
          <h1>Order list</h1>
          <ExportButtons
            fileName={holding.name}
            items={[
              { name: 'order-list.xlsx', label: 'Spreadsheet' },
              { name: 'order-list.csv', label: 'CSV' },
            ]}
          />
        </div>
        {phases.length > 1 && <PhaseChoice phases={phases} phase={phase} onPhase={setPhase} />}
        <p className="soft">
          All plantings together, so that packs are shared. Ordered so that enough live; the rest are spares for gaps.
        </p>
        <OrderTable rows={rows} cents={list.cents} money={money} />
      </main>
      <Panel label="Prices">
        <Prices used={used} />
      </Panel>
    </>
  );
}
