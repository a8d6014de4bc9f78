import { inUnits, toUs } from '../../../core/units/quantities.ts';
import { Segmented, Table } from 'antd';
import { useState } from 'react';
import { orderRows, type OrderRow } from '../../../core/order/order-list.ts';
import { priceOf, priceSource, priceTable } from '../../../core/order/prices.ts';
import { setPrice } from '../../../core/holding/ground-commands.ts';
import { formatCount, formatMoney } from '../../../core/units/quantities.ts';
import { NumberField } from '../../look/NumberField.tsx';
import { ExportButtons } from '../../exports/ExportButtons.tsx';
import { Panel } from '../../shell/Panel.tsx';
import { useWorked } from '../../store/derived.ts';
import { run } from '../../store/session.ts';

/** Buy the right things: the order list of the whole holding, and the price table behind it. */
export function OrderView() {
  const worked = useWorked();
  const { holding } = worked;
  const phases = worked.phases();
  const [asked, setPhase] = useState<number | null>(null);
  const phase = phases.some(({ later }) => later === asked) ? asked : null;
  const list = phase === null ? worked.order() : worked.orderOfPhase(phase);
  const rows = orderRows(list, holding.units);
  const { currency } = holding;
  /** What a price is for, in cubic metres where it is for a volume. */
  const per = (key: string) => (key === 'chips' && holding.units === 'us' ? toUs(1, 'yd3') : 1);
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
        {phases.length > 1 && (
          <Segmented
            aria-label="Phase"
            value={phase ?? -1}
            onChange={(value) => setPhase(value < 0 ? null : value)}
            options={[
              { value: -1, label: 'All phases' },
              ...phases.map(({ later, plants }) => ({
                value: later,
                label: `${later === 0 ? 'First' : `Year ${later}`}: ${formatCount(plants)} plants`,
              })),
            ]}
          />
        )}
        <p className="soft">
          All plantings together, so that packs are shared. Ordered so that enough live; the rest are spares for gaps.
        </p>
        <Table<OrderRow>
          rowKey={(row) => `${row.item}|${row.stock}`}
          dataSource={rows}
          pagination={false}
          size="small"
          locale={{ emptyText: 'Nothing to order yet. Lay out a planting first.' }}
          columns={[
            {
              title: 'Item',
              dataIndex: 'item',
              render: (item: string, { botanical }) => (
                <>
                  <strong className="keep">{item}</strong> <em className="soft">{botanical}</em>
                </>
              ),
            },
            {
              title: 'Stock',
              dataIndex: 'stock',
              responsive: ['sm'],
              render: (stock: string) => (
                <span className="keep" title={stock}>
                  {stock.split(', ')[0]}
                </span>
              ),
            },
            {
              title: 'On plan',
              dataIndex: 'onPlan',
              align: 'right',
              render: (n: number) => (Number.isInteger(n) ? formatCount(n) : n.toFixed(1)),
            },
            {
              title: 'Losses',
              dataIndex: 'losses',
              align: 'right',
              responsive: ['md'],
              render: (n: number | null) => n ?? '',
            },
            { title: 'Wanted', dataIndex: 'order', align: 'right', render: (n: number) => formatCount(n) },
            ...(rows.some(({ here }) => here > 0)
              ? [
                  {
                    title: 'In hand',
                    dataIndex: 'here',
                    align: 'right' as const,
                    render: (n: number) => (n > 0 ? formatCount(n) : ''),
                  },
                ]
              : []),
            {
              title: 'Packs',
              dataIndex: 'packs',
              align: 'right',
              responsive: ['sm'],
              render: (packs: string) => <span className="keep">{packs}</span>,
            },
            { title: 'Cost', dataIndex: 'cents', align: 'right', render: money },
          ]}
          summary={() => (
            <Table.Summary.Row>
              <Table.Summary.Cell index={0} colSpan={rows.some(({ here }) => here > 0) ? 7 : 6}>
                <strong>Plants and materials</strong>
              </Table.Summary.Cell>
              <Table.Summary.Cell index={1} align="right">
                <strong data-testid="order-total">{money(list.cents)}</strong>
              </Table.Summary.Cell>
            </Table.Summary.Row>
          )}
        />
      </main>
      <Panel label="Prices">
        <h2>Prices</h2>
        <p className="soft fine">These are {priceSource}. Those this order uses come first.</p>
        {[...priceTable]
          .sort((a, b) => Number(used.has(b.key)) - Number(used.has(a.key)))
          .map(({ key, label, cents }) => (
            <div className={`price${used.has(key) ? '' : ' is-idle'}`} key={key}>
              <label htmlFor={`price-${key}`}>
                {inUnits(label, holding.units)}
                {holding.prices[key] === undefined ? '' : ' (yours)'}
              </label>
              <NumberField
                id={`price-${key}`}
                min={0}
                max={1_000_000}
                step={0.1}
                precision={2}
                value={Math.round(priceOf(holding, key) / per(key)) / 100}
                size="small"
                onEnter={(value) => {
                  const next = value === null ? undefined : Math.round(value * 100 * per(key));
                  run(setPrice(key, next === cents ? undefined : next, `price of ${label.toLowerCase()}`));
                }}
              />
            </div>
          ))}
      </Panel>
    </>
  );
}
