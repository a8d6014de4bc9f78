import { Button, Segmented } from 'antd';
import { useRef, useState } from 'react';
import { dayWords, monthName } from '../../../core/ground/local-rules.ts';
import { ClimateAnswer } from '../../../core/ground/standins.ts';
import { windSentence, windsWorthStopping } from '../../../core/ground/wind.ts';
import { setClimate } from '../../../core/holding/ground-commands.ts';
import { SEASONS, type Climate, type Season } from '../../../core/holding/ground-schema.ts';
import { DayField } from '../../look/DayField.tsx';
import { NumberField } from '../../look/NumberField.tsx';
import { useShown } from '../../store/derived.ts';
import { complain, run } from '../../store/session.ts';
import { StandinOffer } from './StandinOffer.tsx';
import { WindRose } from './WindRose.tsx';

const EMPTY: Climate = {
  months: null,
  lastFrost: null,
  firstFrost: null,
  zone: null,
  rose: null,
  source: 'typed by the steward',
  simulated: false,
};
const calm = () => Array.from({ length: 8 }, () => ({ share: 0.12, speed: 3 }));

/** Wind by season, rain and evaporation by month, frosts: from the stand-in, a table, or typed. */
export function WindPanel() {
  const { climate, place, units } = useShown();
  const [season, setSeason] = useState<Season>('winter');
  const [typing, setTyping] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const change = (changes: Partial<Climate>, label: string) =>
    run(setClimate({ ...(climate ?? EMPTY), source: 'typed by the steward', simulated: false, ...changes }, label));
  const read = async (picked: File) => {
    try {
      const [{ readClimateCsv }, text] = [await import('../../../core/files/climate-csv.ts'), await picked.text()];
      run(
        setClimate(
          { ...(climate ?? EMPTY), ...readClimateCsv(text, picked.name), source: picked.name, simulated: false },
          `climate from ${picked.name}`,
        ),
      );
    } catch (problem) {
      complain((problem as Error).message);
    }
  };
  const winds = climate?.rose ? windsWorthStopping(climate.rose) : [];
  return (
    <>
      {climate ? (
        <p className="soft">
          From: {climate.source}
          {climate.simulated && ', simulated'}.
        </p>
      ) : (
        <p>Nothing is known of wind and weather. Ask the simulated climate, bring in a table, or type what you know.</p>
      )}
      {climate?.rose && (
        <>
          <Segmented
            block
            size="small"
            aria-label="Season"
            value={season}
            options={SEASONS.map((value) => ({ value, label: value }))}
            onChange={setSeason}
          />
          <WindRose sectors={climate.rose[season]} season={season} />
          <h3>Winds worth stopping</h3>
          {winds.length > 0 ? (
            <ul className="plain">
              {winds.map((wind) => (
                <li key={wind.season}>{windSentence(wind, units === 'us')}</li>
              ))}
            </ul>
          ) : (
            <p>No wind stands out: shelter is worth as much on one side as on another.</p>
          )}
        </>
      )}
      {climate && (
        <>
          <h3>Frost and winter</h3>
          <p>
            {climate.lastFrost && climate.firstFrost
              ? `Frosts until ${dayWords(climate.lastFrost)} and from ${dayWords(climate.firstFrost)}.`
              : 'Frost dates are not known.'}{' '}
            {climate.zone ? `Hardiness zone ${climate.zone}.` : 'Hardiness zone not known.'}
          </p>
        </>
      )}
      {climate?.months && <Months months={climate.months} us={units === 'us'} />}
      <div className="actions wrap">
        <Button size="small" onClick={() => setTyping(!typing)} aria-expanded={typing}>
          {typing ? 'Done typing' : 'Type it'}
        </Button>
        <Button size="small" onClick={() => file.current?.click()}>
          Bring in a table
        </Button>
      </div>
      {typing && <Typing climate={climate ?? EMPTY} season={season} onChange={change} />}
      <StandinOffer
        schema={ClimateAnswer}
        path={`climate?latitude=${place.latitude}&longitude=${place.longitude}`}
        label="What the climate record says"
        say={(found) =>
          `${found.months!.reduce((sum, { rain }) => sum + rain, 0)} mm of rain a year, zone ${found.zone}, frosts until ${dayWords(found.lastFrost!)}.`
        }
        take={(found) => run(setClimate(found, 'climate (simulated)'))}
      />
      <input
        ref={file}
        type="file"
        hidden
        accept=".csv,.tsv,.txt"
        aria-label="Climate table"
        onChange={(event) => {
          const picked = event.target.files?.[0];
          event.target.value = '';
          if (picked) void read(picked);
        }}
      />
    </>
  );
}

function Months({ months, us }: { months: NonNullable<Climate['months']>; us: boolean }) {
  const amount = (millimetres: number) => (us ? (millimetres / 25.4).toFixed(1) : String(Math.round(millimetres)));
  return (
    <>
      <h3>Rain and evaporation, {us ? 'inches' : 'mm'}</h3>
      <table className="months">
        <thead>
          <tr>
            <th scope="col">Month</th>
            <th scope="col">Rain</th>
            <th scope="col">Evaporation</th>
            <th scope="col">Left over</th>
          </tr>
        </thead>
        <tbody>
          {months.map(({ rain, evaporation }, i) => (
            <tr key={monthName(i + 1)} className={rain < evaporation ? 'is-short' : ''}>
              <th scope="row">{monthName(i + 1)}</th>
              <td>{amount(rain)}</td>
              <td>{amount(evaporation)}</td>
              <td>{amount(rain - evaporation)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function Typing({
  climate,
  season,
  onChange,
}: {
  climate: Climate;
  season: Season;
  onChange(changes: Partial<Climate>, label: string): void;
}) {
  const months = climate.months ?? Array.from({ length: 12 }, () => ({ rain: 0, evaporation: 0 }));
  const rose = climate.rose ?? { winter: calm(), spring: calm(), summer: calm(), autumn: calm() };
  const sector = (i: number, changes: object) =>
    onChange(
      { rose: { ...rose, [season]: rose[season].map((one, k) => (k === i ? { ...one, ...changes } : one)) } },
      `wind in ${season}`,
    );
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
      <table className="months">
        <thead>
          <tr>
            <th scope="col">Month</th>
            <th scope="col">Rain, mm</th>
            <th scope="col">Evaporation, mm</th>
          </tr>
        </thead>
        <tbody>
          {months.map((month, i) => (
            <tr key={monthName(i + 1)}>
              <th scope="row">{monthName(i + 1).slice(0, 3)}</th>
              {(['rain', 'evaporation'] as const).map((key) => (
                <td key={key}>
                  <NumberField
                    size="small"
                    aria-label={`${key} in ${monthName(i + 1)}, mm`}
                    min={0}
                    max={key === 'rain' ? 3000 : 600}
                    value={month[key]}
                    onEnter={(value) =>
                      onChange(
                        { months: months.map((one, k) => (k === i ? { ...one, [key]: value ?? 0 } : one)) },
                        `${key} in ${monthName(i + 1)}`,
                      )
                    }
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <table className="months">
        <thead>
          <tr>
            <th scope="col">From, {season}</th>
            <th scope="col">% of time</th>
            <th scope="col">m/s</th>
          </tr>
        </thead>
        <tbody>
          {rose[season].map(({ share, speed }, i) => {
            const from = `${Math.round((i * 360) / rose[season].length)}°`;
            return (
              <tr key={from}>
                <th scope="row">{from}</th>
                <td>
                  <NumberField
                    size="small"
                    aria-label={`Share from ${from}, per cent`}
                    min={0}
                    max={100}
                    value={Math.round(share * 1000) / 10}
                    onEnter={(value) => sector(i, { share: (value ?? 0) / 100 })}
                  />
                </td>
                <td>
                  <NumberField
                    size="small"
                    aria-label={`Speed from ${from}, m/s`}
                    min={0}
                    max={60}
                    value={speed}
                    onEnter={(value) => sector(i, { speed: value ?? 0 })}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
