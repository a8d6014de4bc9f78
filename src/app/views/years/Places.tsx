import { SEASONS } from '../../../core/holding/ground-schema.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { monthName } from '../../../core/ground/local-rules.ts';
import { WhyLine } from '../../parts/WhyLine.tsx';
import { useYearPlaces } from '../../parts/use-years.ts';
import { Facts } from '../../parts/Facts.tsx';

const MONTHS = Array.from({ length: 12 }, (_, m) => m + 1);

/** What reaches every place in the year shown: by how much today's wind is cut in each season, and its hours of sun. */
export function Places({ holding, year }: { holding: Holding; year: number }) {
  const found = useYearPlaces(holding, year);
  if (!found || found.winds.length === 0) return null;
  return (
    <>
      <Facts
        className="by-row"
        caption={`Places in year ${year}`}
        heads={['Of today’s', ...found.winds.map(({ place }) => place)]}
        rows={[
          ...SEASONS.map((season) => ({
            key: season,
            cells: [
              `Wind, ${season}`,
              ...found.winds.map(({ cut }) => (cut[season] === null ? 'not known' : `${-Math.round(cut[season]!)} %`)),
            ],
          })),
          ...MONTHS.map((month) => ({
            key: month,
            cells: [
              `Sun, 21 ${monthName(month).slice(0, 3)}`,
              ...found.light.map(
                ({ hours, open }) =>
                  `${hours[month - 1]!.toFixed(1)} h, ${Math.round((100 * hours[month - 1]!) / Math.max(0.1, open[month - 1]!))} %`,
              ),
            ],
          })),
        ]}
      />
      <WhyLine
        formula="wind: Hagen’s relation over the rose, less than today’s; sun: the suns of the day, half an hour apart, past what stands and every crown; shares are of open level ground"
        source="Hagen 1996; Monsi & Saeki 1953. Wind within ten points, sun within half an hour"
      />
    </>
  );
}
