import { closesIn, thinIn } from '../../../core/years/closing.ts';
import type { StandYears } from '../../../core/years/stand-years.ts';
import { heightOfRow } from '../../../core/years/rows-at.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { useShown, useWorked } from '../../store/derived.ts';
import { WhyLine } from '../../parts/WhyLine.tsx';
import { careSource } from '../../../core/years/care.ts';
import { growthSource } from '../../../core/years/growth.ts';
import { look } from '../../store/look-at.ts';
import { Facts } from '../../parts/Facts.tsx';

/** Each row in the year shown: how high it is, what light reaches it past its neighbours, when it closes and wants thinning. */
export function ByRow({ stand, year }: { stand: StandYears; year: number }) {
  const { units } = useShown();
  const when = (one: number | null) => (one === null ? '–' : String(one));
  return (
    <>
      <Facts
        className="by-row"
        caption="By row"
        heads={['Row', 'Height', 'Light', 'Closes', 'Thin']}
        rows={stand.laid.planting.rows.flatMap(({ id, name }) => {
          const kinds = stand.grown.filter(({ row }) => row === id);
          if (kinds.length === 0) return [];
          const plants = kinds.reduce((sum, one) => sum + one.plants, 0);
          const light = kinds.reduce((sum, one) => sum + one.plants * one.light[year]!, 0) / plants;
          return {
            key: id,
            cells: [
              name,
              formatLength(heightOfRow(stand.grown, kinds[0]!.laidRow, year), units, { decimals: 1 }),
              `${Math.round(light * 100)} %`,
              when(closesIn(stand, id)),
              when(thinIn(stand, id)),
            ],
          };
        })}
      />
      <WhyLine
        formula="mean of the row’s kinds by their plants. Light: sun and sky that reach three quarters of its height past the other rows, over the time in leaf. Closes: mean free crown as wide as the spacing. Thin: free crowns 1.6 times the spacing, or less than 0.4 of the height green"
        source={`${growthSource}; ${careSource}`}
      />
    </>
  );
}

/** What goes wrong with the years, the first to begin first; a touch goes to its year. */
export function Conflicts({ planting }: { planting: string }) {
  const worked = useWorked();
  const found = worked
    .findingsOf(planting)
    .flatMap(({ id, year, what, severity }) => (year === null || severity === 'good' ? [] : [{ id, year, what }]))
    .sort((a, b) => a.year - b.year);
  if (found.length === 0) return null;
  return (
    <section aria-label="Conflicts by year">
      <h3>Conflicts by year</h3>
      <ul className="rows-list">
        {found.map(({ id, year, what }) => (
          <li key={id}>
            <button type="button" className="link" onClick={() => look({ year })}>
              Year {year}
            </button>{' '}
            {what}.
          </li>
        ))}
      </ul>
    </section>
  );
}
