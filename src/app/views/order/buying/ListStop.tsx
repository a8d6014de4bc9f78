import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { packingSheet } from '../../../../core/order/sheets/packing-sheet.ts';
import { orderRows } from '../../../../core/account/order-list.ts';
import { formatMoney } from '../../../../core/units/quantities.ts';
import { ExportButtons } from '../../../parts/ExportButtons.tsx';
import { Panel } from '../../../parts/Panel.tsx';
import { useWorked } from '../../../store/derived.ts';
import { OrderTable } from './OrderTable.tsx';
import { PhaseChoice } from './PhaseChoice.tsx';
import { Prices } from './Prices.tsx';
import { Facts } from '../../../parts/Facts.tsx';

/** The order list of the whole holding, and the price table behind it. */
export function ListStop() {
  const worked = useWorked();
  const { holding } = worked;
  const phases = worked.phases();
  const [asked, setPhase] = useState<number | null>(null);
  const phase = phases.some(({ later }) => later === asked) ? asked : null;
  const list = worked.orderFor(phase);
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
            asked={{ phase }}
            items={[
              { name: 'order-list.xlsx', label: 'Spreadsheet' },
              { name: 'order-list.csv', label: 'CSV' },
              { name: 'packing-list.pdf', label: 'Packing list by row, PDF' },
              { name: 'packing-list.xlsx', label: 'XLSX' },
            ]}
          />
        </div>
        {phases.length > 1 && <PhaseChoice phases={phases} phase={phase} onPhase={setPhase} />}
        <p className="soft">
          All plantings together, so that packs are shared. Wanted so that enough live; the rest are spares for gaps.
        </p>
        <OrderTable rows={rows} cents={list.cents} money={money} />
        <PackedByRow />
      </main>
      <Panel label="Prices">
        <Prices used={used} />
      </Panel>
    </>
  );
}

/** What goes on the trailer, row by row in the order in which they are walked. */
function PackedByRow() {
  const { all, holding, ledger } = useWorked();
  const [open, setOpen] = useState(false);
  const sheet = useMemo(() => (open ? packingSheet(all, holding, ledger) : null), [open, all, holding, ledger]);
  return (
    <section aria-label="Packed by row">
      <h2>
        <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Close the packing list' : 'Pack by row, for the trailer'}
        </Button>
      </h2>
      {sheet && <p className="soft">{sheet.intro}</p>}
      {sheet?.parts.map(
        (part) =>
          part.kind === 'table' && (
            <Facts
              key={part.name}
              caption={part.name}
              heads={part.head}
              rows={part.rows.map((cells) => ({ key: cells[0]!, cells }))}
            />
          ),
      )}
    </section>
  );
}
