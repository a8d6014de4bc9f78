import { dayOf, dayWords, type Day } from '../../../core/days/day.ts';
import { againstPlanting, againstSpraying, goodDay, type WeatherDay } from '../../../core/days/weather.ts';
import { plantKinds } from '../../../core/days/windows.ts';
import { inUnits, rainUnit, windUnit, type UnitSystem } from '../../../core/units/quantities.ts';
import { Heads } from '../../parts/Heads.tsx';

const temperature = (celsius: number, units: UnitSystem): string =>
  units === 'us' ? `${Math.round(celsius * 1.8 + 32)} °F` : `${Math.round(celsius)} °C`;
const rainWords = (mm: number, units: UnitSystem): string => {
  const { name, perUnit } = rainUnit(units);
  return mm === 0 ? 'dry' : `${(mm / perUnit).toFixed(units === 'us' ? 1 : 0)} ${name}`;
};
const windWords = (speed: number, units: UnitSystem): string =>
  `${Math.round(speed / windUnit(units).perUnit)} ${windUnit(units).name}`;

/** Today and the days of the forecast, each judged for planting and for spraying, and the next good one. */
export function NextDays({
  weather,
  kind,
  today,
  units,
}: {
  weather: readonly WeatherDay[];
  kind: string;
  today: Day;
  units: UnitSystem;
}) {
  const good = goodDay(weather, [kind], today);
  const against = (reasons: readonly { why: string }[] | null) =>
    !reasons || reasons.length === 0 ? 'good' : reasons.map(({ why }) => inUnits(why, units)).join(' ');
  return (
    <>
      <p>
        {good === null
          ? 'None of the days that are known is good for it.'
          : `For ${plantKinds[kind]!.label.toLowerCase()} the next good day is ${dayWords(good)}.`}
      </p>
      <div className="scroll">
        <table className="facts weather">
          <Heads of={['Day', 'Coldest', 'Warmest', 'Rain', 'Wind', 'For planting', 'For spraying']} />
          <tbody>
            {weather
              .filter(({ date }) => dayOf(date) >= today)
              .map((one) => (
                <tr key={one.date}>
                  <th scope="row">
                    {dayWords(dayOf(one.date), false)}
                    {one.forecast ? ', forecast' : ''}
                  </th>
                  <td>{temperature(one.min, units)}</td>
                  <td>{temperature(one.max, units)}</td>
                  <td>{rainWords(one.rain, units)}</td>
                  <td>{windWords(one.wind, units)}</td>
                  <td>{against(againstPlanting(weather, [kind], dayOf(one.date)))}</td>
                  <td>{against(againstSpraying(weather, dayOf(one.date)))}</td>
                </tr>
              ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
