import { dayOf, dayWords, type Day } from '../../../core/days/day.ts';
import { againstPlanting, againstSpraying, goodDay, type WeatherDay } from '../../../core/days/weather.ts';
import { fitsWindow, plantKinds, sayWindow } from '../../../core/days/windows.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { inUnits } from '../../../core/units/quantities.ts';
import { Facts } from '../../parts/Facts.tsx';

/** Today and the days of the forecast, each judged for planting and for spraying, and the next good one. */
export function NextDays({
  weather,
  kind,
  today,
  holding,
}: {
  weather: readonly WeatherDay[];
  kind: string;
  today: Day;
  holding: Holding;
}) {
  const { units } = holding;
  const time = (day: Day) => fitsWindow(kind, holding, day).in !== null;
  const good = goodDay(weather, [kind], today, time);
  const { in: now, next } = fitsWindow(kind, holding, today);
  const label = plantKinds[kind]!.label;
  const against = (reasons: readonly { why: string }[] | null) =>
    !reasons || reasons.length === 0 ? 'good' : reasons.map(({ why }) => inUnits(why, units)).join(' ');
  return (
    <>
      <p>
        {good === null
          ? now
            ? `None of the days that are known is good for ${label.toLowerCase()}.`
            : `It is not the time of ${label.toLowerCase()}: ${next ? sayWindow(next) : 'they have none here'}.`
          : `For ${label.toLowerCase()} the next good day is ${dayWords(good)}.`}
      </p>
      <div className="scroll">
        <Facts
          className="weather"
          heads={['Day', 'Coldest', 'Warmest', 'Rain', 'Wind', 'For planting', 'For spraying']}
          rows={weather
            .filter(({ date }) => dayOf(date) >= today)
            .map((one) => ({
              key: one.date,
              cells: [
                `${dayWords(dayOf(one.date), false)}${one.forecast ? ', forecast' : ''}`,
                inUnits(`${Math.round(one.min)} °C`, units),
                inUnits(`${Math.round(one.max)} °C`, units),
                one.rain === 0 ? 'dry' : inUnits(`${Math.round(one.rain)} mm`, units),
                inUnits(`${Math.round(one.wind)} m/s`, units),
                time(dayOf(one.date)) ? against(againstPlanting(weather, [kind], dayOf(one.date))) : 'not its time',
                against(againstSpraying(weather, dayOf(one.date))),
              ],
            }))}
        />
      </div>
    </>
  );
}
