import { DatePicker, Segmented } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import { buyOrWait } from '../../../core/days/buy-or-wait.ts';
import { dateWords, dayOf, spanWords, textOf } from '../../../core/days/day.ts';
import { heldWays } from '../../../core/days/hold.ts';
import { kindOf } from '../../../core/days/windows.ts';
import { stockOf } from '../../../core/species/stock.ts';
import { formatCount, formatMoney, formatWater } from '../../../core/units/quantities.ts';
import type { Days } from './use-days.ts';
import { Facts } from '../../parts/Facts.tsx';

/** Stock that is offered before its time or comes before it can be planted: plant, hold or wait, and how it is held. */
export function Waiting({
  days,
  stocks,
  stock,
  onStock,
}: {
  days: Days;
  stocks: readonly string[];
  stock: string;
  onStock(stock: string): void;
}) {
  const { worked, today } = days;
  const { holding } = worked;
  const [offered, setOffered] = useState(today);
  const laid = worked.all.find(({ layout }) => layout.stand.lots.some((lot) => lot.stock === stock))!;
  const plants = worked.all.reduce(
    (sum, { layout: { stand } }) => sum + stand.lot.reduce((n, lot) => n + Number(stand.lots[lot]!.stock === stock), 0),
    0,
  );
  const kind = kindOf(stock);
  return (
    <>
      <h2>Stock that must wait</h2>
      <div className="days-head">
        <Segmented
          aria-label="Stock"
          size="small"
          value={stock}
          options={stocks.map((value) => ({ value, label: stockOf(value).name }))}
          onChange={(value) => onStock(value)}
        />
        <label>
          It comes{' '}
          <DatePicker
            size="small"
            aria-label="It comes on"
            format="D MMM YYYY"
            allowClear={false}
            value={dayjs(textOf(offered))}
            onChange={(day) => day && setOffered(dayOf(day.format('YYYY-MM-DD')))}
          />
        </label>
      </div>
      <div className="scroll">
        <Facts
          caption={`Buy now and hold, wait, or plant now: ${formatCount(plants)}, ${dateWords(offered)}`}
          heads={['Way', 'Planted', 'Lives', 'Water', 'Work', 'Costs with losses', 'Why']}
          rows={buyOrWait(laid, stock, plants, offered, holding).map((one) => ({
            key: one.key,
            className: one.refused ? 'is-refused' : '',
            cells: one.refused
              ? [one.label, one.refused]
              : [
                  one.label,
                  dateWords(one.plantOn),
                  `${Math.round(one.lives * 100)} %`,
                  one.litres > 0 ? formatWater(one.litres, holding.units) : 'as usual',
                  one.hours > 0 ? `${Math.round(one.hours)} h` : 'none',
                  formatMoney(one.cents, holding.currency),
                  <span key="why" className="soft">
                    {one.why}
                  </span>,
                ],
          }))}
        />
      </div>
      <Holding days={days} kind={kind} stock={stock} plants={plants} offered={offered} />
    </>
  );
}

/** Every way to hold so many plants until they are planted: how long they bear it, who waters, what it costs. */
function Holding({
  days: { worked, plan },
  kind,
  stock,
  plants,
  offered,
}: {
  days: Days;
  kind: string;
  stock: string;
  plants: number;
  offered: number;
}) {
  const { holding } = worked;
  const planted =
    plan.runs.find(({ work, to }) => to > offered && work.stocks.some((one) => one.stock === stock))?.to ??
    offered + 14;
  const carrier = plan.crew.people.find(({ not }) => !not.includes('lifting'))?.name ?? 'nobody who may lift';
  return (
    <div className="scroll">
      <Facts
        caption={`Held from ${spanWords(offered, planted)}`}
        heads={['Way', 'Bears', 'Lost from', 'Water a day', 'Work a day', 'Cost', 'Dies', 'How']}
        rows={heldWays({ kind, stock, plants, from: offered, until: planted }, holding).map((one) => ({
          key: one.way,
          className: one.outlasts ? 'is-refused' : '',
          cells: [
            one.label,
            `${one.bears} days`,
            `${dateWords(one.lost)}${one.outlasts ? ': too soon' : ''}`,
            one.litresDay > 0 ? formatWater(one.litresDay, holding.units) : 'none',
            `${Math.max(1, Math.round(one.hoursDay * 60))} min, ${carrier}`,
            formatMoney(one.cents, holding.currency),
            formatCount(one.dies),
            <span key="why" className="soft">
              {one.why}
            </span>,
          ],
        }))}
      />
    </div>
  );
}
