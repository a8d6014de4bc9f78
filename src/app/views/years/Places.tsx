import { SEASONS } from '../../../core/holding/ground-schema.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { useYearPlaces } from '../../parts/use-years.ts';

/** What reaches every place in the year shown: by how much today's wind is cut in each season, and its hours of sun. */
export function Places({ holding, year }: { holding: Holding; year: number }) {
  const found = useYearPlaces(holding, year);
  if (!found || found.winds.length === 0) return null;
  return (
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
        {(['midwinter', 'midsummer'] as const).map((when) => (
          <tr key={when}>
            <th scope="row">Sun, {when}</th>
            {found.light.map((one) => (
              <td key={one.place}>{one[when].toFixed(1)} h</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
