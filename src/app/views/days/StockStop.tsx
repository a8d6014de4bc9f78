import { Segmented } from 'antd';
import { useState } from 'react';
import { buySource } from '../../../core/days/buy-or-wait.ts';
import { holds } from '../../../core/days/hold.ts';
import { seasonDates, seasonSource } from '../../../core/days/season.ts';
import { weatherRules } from '../../../core/days/weather.ts';
import { kindOf, kindsSource, plantKinds, saySeason, sayWindow, windowsFor } from '../../../core/days/windows.ts';
import { setDays } from '../../../core/holding/days-commands.ts';
import { inUnits } from '../../../core/units/quantities.ts';
import { DayField } from '../../parts/fields/DayField.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { run } from '../../store/session.ts';
import { NextDays } from './NextDays.tsx';
import { useDays, useWeather } from './use-days.ts';
import { Waiting } from './Waiting.tsx';
import { Facts } from '../../parts/Facts.tsx';

/** When each kind of stock may be planted here, what the next days are like, and what becomes of stock that must wait. */
export function StockStop() {
  const days = useDays();
  const { worked, today } = days;
  const { holding } = worked;
  const { data: weather, error } = useWeather(holding);
  const stocks = [...new Set(worked.all.flatMap((laid) => laid.layout.stand.lots.map(({ stock }) => stock)))];
  const [asked, setAsked] = useState<string | null>(null);
  const stock = stocks.find((one) => one === asked) ?? stocks[0];
  const used = new Set(stocks.map(kindOf));
  const said = (kind: string, day: number) =>
    windowsFor(kind, holding, day).map(sayWindow).join('; ') || 'no time here';
  return (
    <>
      <main className="stage page days-stop" tabIndex={0}>
        <h1>Windows and stock</h1>
        <p className="soft">{saySeason(seasonDates(holding, today))}</p>
        <div className="scroll">
          <Facts
            heads={['Stock', 'This season', 'Next', 'Why']}
            rows={Object.entries(plantKinds).map(([key, { label, why }]) => ({
              key,
              className: used.has(key) ? 'is-used' : '',
              cells: [
                label,
                said(key, today),
                said(key, today + 365),
                <span key="why" className="soft">
                  {inUnits(why, holding.units)}
                </span>,
              ],
            }))}
          />
        </div>
        <h2>The next days {weather?.simulated && <span className="soft">{weather.source}, simulated</span>}</h2>
        {error && <p className="reading">{error.message}</p>}
        {weather && <NextDays weather={weather.days} kind={kindOf(stock ?? 'whip')} today={today} holding={holding} />}
        {stock && <Waiting days={days} stocks={stocks} stock={stock} onStock={setAsked} />}
      </main>
      <Panel label="The ground in winter">
        <Winter />
      </Panel>
    </>
  );
}

/** Whether and when the ground is frozen, and whether a supplier keeps roots cold. */
function Winter() {
  const { worked } = useDays();
  const { days } = worked.holding;
  return (
    <>
      <h2>The ground in winter</h2>
      <Segmented
        aria-label="Whether the ground freezes through"
        size="small"
        value={days.freezes === null ? 'usual' : days.freezes ? 'yes' : 'no'}
        options={[
          { value: 'usual', label: 'As usual here' },
          { value: 'yes', label: 'Freezes' },
          { value: 'no', label: 'Never' },
        ]}
        onChange={(value) => run(setDays({ freezes: value === 'usual' ? null : value === 'yes' }, 'frozen ground'))}
      />
      <DayField
        label="Frozen from"
        value={days.freeze}
        onChange={(freeze) => run(setDays({ freeze }, 'frozen from'))}
      />
      <DayField label="Thawed from" value={days.thaw} onChange={(thaw) => run(setDays({ thaw }, 'thawed from'))} />
      <label className="switch">
        <input
          type="checkbox"
          checked={days.coldStore}
          onChange={() => run(setDays({ coldStore: !days.coldStore }, 'cold store'))}
        />{' '}
        A supplier keeps bare roots cold
      </label>
      <p className="soft fine">
        Frosts are those of Ground, Place. Sources: {kindsSource}; {seasonSource}; {weatherRules.source}; {holds.source}
        ; {buySource}.
      </p>
    </>
  );
}
