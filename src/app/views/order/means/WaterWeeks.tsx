import { scaleBand, scaleLinear } from 'd3-scale';
import { monthName } from '../../../../core/ground/local-rules.ts';
import { monthOfWeek, type WaterPlan } from '../../../../core/means/water-plan.ts';
import { formatWater } from '../../../../core/units/quantities.ts';
import { useShown } from '../../../store/derived.ts';

const WIDE = 660;
const FOOT = 118;

/** Litres of each week through the seasons that are watered, as bars side by side, each season with its thirstiest week. */
export function WaterWeeks({ plan }: { plan: WaterPlan }) {
  const { units, place } = useShown();
  const litres = (amount: number) => formatWater(Math.round(amount), units);
  const y = scaleLinear([0, Math.max(1, plan.most)], [FOOT, 26]);
  const season = scaleBand(
    plan.seasons.map((_, s) => s),
    [0, WIDE],
  ).padding(0.04);
  const first = plan.seasons[0] ?? [];
  const week = scaleBand(
    first.map((_, w) => w),
    [0, season.bandwidth()],
  );
  return (
    <section className="drawing" aria-label="Water by week">
      <h2>
        Water a week through{' '}
        {plan.seasons.length === 1 ? 'the first season' : `the first ${plan.seasons.length} seasons`}{' '}
        <span className="soft">
          {litres(plan.planting)} on the day, {litres(plan.season)} in the season that takes most
          {Math.round(plan.dry) > Math.round(plan.season) && `, ${litres(plan.dry)} in a dry year`}
        </span>
      </h2>
      <svg viewBox={`0 0 ${WIDE} 140`} role="img" aria-label={plan.seasons.map((weeks, s) => said(weeks, s)).join(' ')}>
        {plan.seasons.map((weeks, s) => (
          <g key={s} transform={`translate(${season(s)!} 0)`}>
            <text x={0} y={12} className="name">
              {said(weeks, s)}
            </text>
            <line x1={0} x2={season.bandwidth()} y1={FOOT} y2={FOOT} />
            {weeks.map((amount, w) => (
              <rect
                key={w}
                className="water-bar"
                x={week(w)!}
                width={Math.max(1, week.bandwidth() - 0.6)}
                y={y(amount)}
                height={FOOT - y(amount)}
              >
                <title>{`${monthName(monthOfWeek(w, place.latitude) + 1)}: ${litres(amount)} a week`}</title>
              </rect>
            ))}
            {MONTHS.map((w) => (
              <text key={w} x={week(w)!} y={134}>
                {monthName(monthOfWeek(w, place.latitude) + 1).slice(0, 3)}
              </text>
            ))}
          </g>
        ))}
      </svg>
    </section>
  );

  function said(weeks: readonly number[], s: number): string {
    const most = Math.max(...weeks);
    const watered = weeks.filter((amount) => amount > 0).length;
    return most > 0
      ? `Season ${s + 1}: ${watered} weeks, at most ${litres(most)} in ${monthName(monthOfWeek(weeks.indexOf(most), place.latitude) + 1)}`
      : `Season ${s + 1}: rain does it`;
  }
}

/** The weeks that carry the name of their month: four of a year. */
const MONTHS = [9, 18, 27, 36];
