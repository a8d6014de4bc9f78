import { monthName } from '../../../../core/ground/local-rules.ts';
import type { Climate, Season } from '../../../../core/holding/ground-schema.ts';
import { zoneOfWinter } from '../../../../core/place/climate-band.ts';
import { rainUnit, temperatureUnit, windUnit, type UnitSystem } from '../../../../core/units/quantities.ts';
import { DayField } from '../../../parts/fields/DayField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { Facts } from '../../../parts/Facts.tsx';

const calm = () => Array.from({ length: 8 }, () => ({ share: 0.12, speed: 3 }));

interface TypingProps {
  readonly climate: Climate;
  readonly units: UnitSystem;
  readonly season: Season;
  onChange(changes: Partial<Omit<Climate, 'from'>>, label: string): void;
}

const tenth = (value: number): number => Math.round(value * 10) / 10;

/** What the steward knows of the climate, typed: frosts, zone, rain and evaporation by month, wind of a season. */
export function ClimateTyping({ climate, units, season, onChange }: TypingProps) {
  const temperature = temperatureUnit(units);
  return (
    <div className="form typing">
      <div className="pair">
        <DayField
          label="Last frost"
          value={climate.lastFrost}
          onChange={(lastFrost) => onChange({ lastFrost }, 'last frost')}
        />
        <DayField
          label="First frost"
          value={climate.firstFrost}
          onChange={(firstFrost) => onChange({ firstFrost }, 'first frost')}
        />
      </div>
      <div className="pair">
        <div className="field">
          <label htmlFor="zone">Hardiness zone</label>
          <NumberField
            id="zone"
            min={1}
            max={13}
            precision={0}
            value={climate.zone}
            onEnter={(zone) => onChange({ zone }, 'hardiness zone')}
          />
        </div>
        <div className="field">
          <label htmlFor="coldest-night">or a winter’s coldest night, {temperature.name}</label>
          <NumberField
            id="coldest-night"
            min={-80}
            max={80}
            value={null}
            onEnter={(degrees) =>
              degrees !== null && onChange({ zone: zoneOfWinter(temperature.celsius(degrees)) }, 'hardiness zone')
            }
          />
        </div>
      </div>
      <MonthTable climate={climate} units={units} onChange={onChange} />
      <RoseTable climate={climate} units={units} season={season} onChange={onChange} />
    </div>
  );
}

function MonthTable({ climate, units, onChange }: Omit<TypingProps, 'season'>) {
  const rain = rainUnit(units);
  const months = climate.months ?? Array.from({ length: 12 }, () => ({ rain: 0, evaporation: 0 }));
  return (
    <Facts
      className="months"
      heads={['Month', `Rain, ${rain.name}`, `Evaporation, ${rain.name}`]}
      rows={months.map((month, i) => ({
        key: i,
        cells: [
          monthName(i + 1).slice(0, 3),
          ...(['rain', 'evaporation'] as const).map((key) => (
            <NumberField
              key={key}
              size="small"
              aria-label={`${key} in ${monthName(i + 1)}, ${rain.name}`}
              min={0}
              max={(key === 'rain' ? 3000 : 600) / rain.perUnit}
              value={tenth(month[key] / rain.perUnit)}
              onEnter={(value) =>
                onChange(
                  { months: months.map((one, k) => (k === i ? { ...one, [key]: (value ?? 0) * rain.perUnit } : one)) },
                  `${key} in ${monthName(i + 1)}`,
                )
              }
            />
          )),
        ],
      }))}
    />
  );
}

function RoseTable({ climate, units, season, onChange }: TypingProps) {
  const wind = windUnit(units);
  const rose = climate.rose ?? { winter: calm(), spring: calm(), summer: calm(), autumn: calm() };
  const sector = (i: number, changes: object) =>
    onChange(
      { rose: { ...rose, [season]: rose[season].map((one, k) => (k === i ? { ...one, ...changes } : one)) } },
      `wind in ${season}`,
    );
  return (
    <Facts
      className="months"
      heads={[`From, ${season}`, '% of time', wind.name]}
      rows={rose[season].map(({ share, speed }, i) => {
        const from = `${Math.round((i * 360) / rose[season].length)}°`;
        return {
          key: from,
          cells: [
            from,
            <NumberField
              key="share"
              size="small"
              aria-label={`Share from ${from}, per cent`}
              min={0}
              max={100}
              value={Math.round(share * 1000) / 10}
              onEnter={(value) => sector(i, { share: (value ?? 0) / 100 })}
            />,
            <NumberField
              key="speed"
              size="small"
              aria-label={`Speed from ${from}, ${wind.name}`}
              min={0}
              max={60 / wind.perUnit}
              value={tenth(speed / wind.perUnit)}
              onEnter={(value) => sector(i, { speed: (value ?? 0) * wind.perUnit })}
            />,
          ],
        };
      })}
    />
  );
}
