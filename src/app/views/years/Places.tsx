import { SEASONS } from '../../../core/holding/ground-schema.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { monthName } from '../../../core/ground/local-rules.ts';
import { WhyLine } from '../../parts/WhyLine.tsx';
import { useYearPlaces } from '../../parts/use-years.ts';

const MONTHS = Array.from({ length: 12 }, (_, m) => m + 1);

/** What reaches every place in the year shown: by how much today's wind is cut in each season, and its hours of sun. */
export function Places({ holding, year }: { holding: Holding; year: number }) {
  const found = useYearPlaces(holding, year);
  if (!found || found.winds.length === 0) return null;
  return (
    <>
      <table className="facts by-row">
        <caption>Places in year {year}</caption>
        <thead>
          <tr>
            <th scope="col">Of today’s</th>
            {found.winds.map(({ place }) => (
              <th key={place} scope="col">
                {place}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {SEASONS.map((season) => (
            <tr key={season}>
              <th scope="row">Wind, {season}</th>
              {found.winds.map(({ place, cut }) => (
                <td key={place}>{cut[season] === null ? 'not known' : `${-Math.round(cut[season]!)} %`}</td>
              ))}
            </tr>
          ))}
          {MONTHS.map((month) => (
            <tr key={month}>
              <th scope="row">Sun, 21 {monthName(month).slice(0, 3)}</th>
              {found.light.map(({ place, hours, open }) => (
                <td key={place}>
                  {hours[month - 1]!.toFixed(1)} h,{' '}
                  {Math.round((100 * hours[month - 1]!) / Math.max(0.1, open[month - 1]!))} %
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <WhyLine
        formula="wind: Hagen’s relation over the rose, less than today’s; sun: the suns of the day, half an hour apart, past what stands and every crown; shares are of open level ground"
        source="Hagen 1996; Monsi & Saeki 1953. Wind within ten points, sun within half an hour"
      />
    </>
  );
}
