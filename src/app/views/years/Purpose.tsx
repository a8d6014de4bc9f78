import { snowAt, streamsAt } from '../../../core/effects/at-year.ts';
import type { Outlook } from '../../../core/effects/outlook.ts';
import { streamSource } from '../../../core/effects/stream.ts';
import { noonShadow } from '../../../core/effects/sun-through.ts';
import { monthName } from '../../../core/ground/local-rules.ts';
import { midwinter } from '../../../core/sun/sun.ts';
import { formatLength, formatWeight, inUnits, type UnitSystem } from '../../../core/units/quantities.ts';
import { bearingSource, harvests, type Harvest } from '../../../core/years/bearing.ts';
import type { StandYears } from '../../../core/years/stand-years.ts';
import { Facts } from '../../parts/Facts.tsx';

/** What this planting does beside wind and sight, where it has something to do with it: water, snow, fruit, and its midwinter shadow. */
export function Purpose({ outlook, stand, year }: { outlook: Outlook; stand: StandYears; year: number }) {
  const { purpose } = stand.laid.planting;
  return (
    <>
      <Shadow outlook={outlook} stand={stand} year={year} />
      {purpose === 'stream' && <Water outlook={outlook} year={year} />}
      <Snow outlook={outlook} year={year} />
      <Food stand={stand} year={year} south={outlook.holding.place.latitude < 0} units={outlook.holding.units} />
    </>
  );
}

function Shadow({ outlook, stand, year }: { outlook: Outlook; stand: StandYears; year: number }) {
  const { place, units } = outlook.holding;
  const top = Math.max(0, ...stand.grown.map(({ height }) => height[year]!));
  const shadow = noonShadow(top, place, midwinter(place.latitude));
  return (
    <p className="soft">
      {shadow
        ? `Its midwinter noon shadow is ${formatLength(shadow.length, units, { decimals: 0 })} long.`
        : 'In midwinter the sun does not rise.'}
    </p>
  );
}

function Water({ outlook, year }: { outlook: Outlook; year: number }) {
  const { units } = outlook.holding;
  return streamsAt(outlook, year).map(({ water, strips, shade }) => (
    <section key={water} aria-label={water}>
      <h3>{water}</h3>
      {strips.map(({ side, narrowest, mean, serves, soilKept, nitrogenKept }) => (
        <div key={side}>
          <p>
            {side === 'left' ? 'Left' : 'Right'} bank: {formatLength(narrowest, units, { decimals: 1 })} of woody cover
            at its narrowest, {formatLength(mean, units, { decimals: 1 })} on average. It keeps {range(soilKept)} of the
            soil and {range(nitrogenKept)} of the nitrogen out where water seeps through it.
          </p>
          <ul className="serves">
            {serves.map(({ key, label, served }) => (
              <li key={key} className={`is-${served}`}>
                {{ not: '✕', partly: '◐', served: '✓' }[served]} {label}: {served === 'not' ? 'not yet' : served}
              </li>
            ))}
          </ul>
        </div>
      ))}
      <p>
        In midsummer it holds {Math.round(shade)} % of the sun off the water.{' '}
        <span className="soft fine">Source: {streamSource}.</span>
      </p>
    </section>
  ));
}

const range = ([low, high]: readonly [number, number]) => `${Math.round(low)} to ${Math.round(high)} %`;

function Snow({ outlook, year }: { outlook: Outlook; year: number }) {
  const { units } = outlook.holding;
  return snowAt(outlook, year).map(({ along, held, drift, nearest }) => (
    <section key={along} aria-label={`Snow, ${along}`}>
      <h3>Snow, {along}</h3>
      <p>
        {drift === null || drift === undefined
          ? 'No belt stands upwind of it.'
          : `It holds ${Math.round((held ?? 0) * 100)} % of the snow that a winter brings; its drift is ${formatLength(drift, units, { decimals: 0 })} long, ${formatLength(nearest ?? 0, units, { decimals: 0 })} are there.`}
      </p>
    </section>
  ));
}

function Food({ stand, year, south, units }: { stand: StandYears; year: number; south: boolean; units: UnitSystem }) {
  const found = harvests(stand);
  if (found.length === 0) return null;
  return (
    <>
      <Facts
        className="by-row"
        caption="Harvest"
        heads={['Kind', 'Bears', 'Months', `Year ${year}`]}
        rows={found.map((harvest) => ({
          key: harvest.species.id,
          cells: [
            harvest.species.common,
            harvest.first === null ? 'not known' : `${harvest.first}, full ${harvest.full ?? '–'}`,
            monthsOf(harvest, south),
            <>
              {Math.round(harvest.crop[year]! * 100)} %
              <br />
              {eachIn(harvest, year, units)}
            </>,
          ],
        }))}
      />
      <p className="soft fine">
        {inUnits(bearingSource, units)}. The crop is of a full one, by age and light; what each plant bears follows from
        its crown, an ordinary year to a good one.
      </p>
    </>
  );
}

/** '12 to 30 kg', '4 to 9 lb': what a plant bears in a year; nothing where that is not known. */
function eachIn({ each }: Harvest, year: number, units: UnitSystem): string {
  const [low, high] = each?.[year] ?? [0, 0];
  if (!each) return 'not known';
  if (high < 0.05) return '';
  const [least, most] = [formatWeight(low, units), formatWeight(high, units)];
  // The unit once, where both are in it.
  return least.split(' ')[1] === most.split(' ')[1] ? `${least.split(' ')[0]} to ${most}` : `${least} to ${most}`;
}

/** 'August to October', half a year on in the south; 'not known' where it is not. */
function monthsOf({ months }: Harvest, south: boolean): string {
  if (!months) return 'not known';
  const at = (month: number) => monthName(south ? ((month + 5) % 12) + 1 : month).slice(0, 3);
  return months[0] === months[1] ? at(months[0]) : `${at(months[0])} to ${at(months[1])}`;
}
