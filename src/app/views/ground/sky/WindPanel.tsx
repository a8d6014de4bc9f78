import type { ClimateTable } from '../../../../core/files/climate-csv.ts';
import { FilePick } from '../../../parts/fields/FilePick.tsx';
import { Button, Segmented, Select } from 'antd';
import { useRef, useState } from 'react';
import { dayWords, monthName } from '../../../../core/ground/local-rules.ts';
import { ClimateAnswer } from '../../../../core/ground/standins.ts';
import { compassName } from '../../../../core/geometry/point.ts';
import { noClimate, sourceWords, told, TYPED } from '../../../../core/place/climate.ts';
import {
  prevailingRose,
  WIND_STRENGTHS,
  windSentence,
  windsWorthStopping,
  type WindStrength,
} from '../../../../core/ground/wind.ts';
import { setClimate } from '../../../../core/holding/ground-commands.ts';
import { rainUnit } from '../../../../core/units/quantities.ts';
import { SEASONS, type Climate, type Rose, type Season, type Source } from '../../../../core/holding/ground-schema.ts';
import { useShown } from '../../../store/derived.ts';
import { complain, run } from '../../../store/session.ts';
import { ClimateTyping } from '../place/ClimateTyping.tsx';
import { StandinOffer } from '../place/StandinOffer.tsx';
import { WindRose } from './WindRose.tsx';
import { Facts } from '../../../parts/Facts.tsx';

/** Wind by season, rain and evaporation by month, frosts: from the stand-in, a table, or typed. */
export function WindPanel() {
  const { climate, place, units } = useShown();
  const [season, setSeason] = useState<Season>('winter');
  const [typing, setTyping] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const change = (changes: Partial<Omit<Climate, 'from'>>, label: string) =>
    run(setClimate(told(climate, changes, TYPED), label));
  const read = async (picked: File) => {
    try {
      const { bringIn } = await import('../../../workers/bring-in.ts');
      const table = await bringIn<ClimateTable>(picked, (worker, bytes) => worker.climate(bytes, picked.name));
      run(
        setClimate(
          told(climate, table, { source: picked.name.slice(0, 200), simulated: false }),
          `climate from ${picked.name}`,
        ),
      );
    } catch (problem) {
      complain((problem as Error).message);
    }
  };
  return (
    <>
      {!climate && (
        <p>
          Nothing is known of wind and weather. Say where the wind mostly comes from, ask the simulated climate, bring
          in a table, or type what you know.
        </p>
      )}
      <Prevailing onChange={(rose) => change({ rose }, 'prevailing wind')} />
      {climate?.rose && <Roses rose={climate.rose} source={climate.from.rose} season={season} onSeason={setSeason} />}
      {climate && <Winter climate={climate} />}
      {climate?.months && (
        <>
          <Months months={climate.months} us={units === 'us'} />
          <From source={climate.from.months} />
        </>
      )}
      <div className="actions wrap">
        <Button size="small" onClick={() => setTyping(!typing)} aria-expanded={typing}>
          {typing ? 'Done typing' : 'Type it'}
        </Button>
        <Button size="small" onClick={() => file.current?.click()}>
          Bring in a table
        </Button>
      </div>
      {typing && <ClimateTyping climate={climate ?? noClimate()} units={units} season={season} onChange={change} />}
      <StandinOffer
        schema={ClimateAnswer}
        path={`climate?latitude=${place.latitude}&longitude=${place.longitude}`}
        label="What the climate record says"
        say={(found) =>
          `${Math.round(found.months!.reduce((sum, { rain }) => sum + rain, 0) / rainUnit(units).perUnit)} ${rainUnit(units).name} of rain a year, zone ${found.zone}, frosts until ${dayWords(found.lastFrost!)}.`
        }
        take={({ source, simulated, ...facts }) =>
          run(setClimate(told(climate, facts, { source, simulated }), 'climate (simulated)'))
        }
      />
      <FilePick input={file} label="Climate table" accept=".csv,.tsv,.txt" onPick={(picked) => void read(picked)} />
    </>
  );
}

/** The wind of a season, and which of the year's winds are worth a belt. */
function Roses({
  rose,
  source,
  season,
  onSeason,
}: {
  rose: Rose;
  source: Source;
  season: Season;
  onSeason(season: Season): void;
}) {
  const { units } = useShown();
  const winds = windsWorthStopping(rose);
  return (
    <>
      <Segmented
        block
        size="small"
        aria-label="Season"
        value={season}
        options={SEASONS.map((value) => ({ value, label: value }))}
        onChange={onSeason}
      />
      <WindRose sectors={rose[season]} season={season} units={units} />
      <From source={source} />
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
  );
}

function Winter({ climate }: { climate: Climate }) {
  return (
    <>
      <h3>Frost and winter</h3>
      <p>
        {climate.lastFrost && climate.firstFrost
          ? `Frosts until ${dayWords(climate.lastFrost)} and from ${dayWords(climate.firstFrost)}.`
          : 'Frost dates are not known.'}{' '}
        {climate.zone ? `Hardiness zone ${climate.zone}.` : 'Hardiness zone not known.'}
      </p>
      {climate.lastFrost && <From what="Frosts" source={climate.from.frosts} />}
      {climate.zone && <From what="Zone" source={climate.from.zone} />}
    </>
  );
}

function From({ what, source }: { what?: string; source: Source }) {
  return (
    <p className="soft fine">
      {what ? `${what} from` : 'From'}: {sourceWords(source)}.
    </p>
  );
}

/** One direction and how strong: all that most stewards can say of their wind, and enough to lay a belt. */
function Prevailing({ onChange }: { onChange(rose: Rose): void }) {
  const [from, setFrom] = useState<number | null>(null);
  const [strength, setStrength] = useState<WindStrength>('fresh');
  const say = (direction: number | null, how: WindStrength) => {
    setFrom(direction);
    setStrength(how);
    if (direction !== null) onChange(prevailingRose(direction, how));
  };
  return (
    <div className="pair">
      <div className="field">
        <label htmlFor="prevailing">Wind mostly from</label>
        <Select
          id="prevailing"
          value={from}
          placeholder="choose"
          options={Array.from({ length: 8 }, (_, i) => ({ value: i * 45, label: compassName(i * 45) }))}
          onChange={(direction) => say(direction, strength)}
        />
      </div>
      <div className="field">
        <label htmlFor="strength">It is</label>
        <Select
          id="strength"
          value={strength}
          options={WIND_STRENGTHS.map((value) => ({ value, label: value }))}
          onChange={(how) => say(from, how)}
        />
      </div>
    </div>
  );
}

function Months({ months, us }: { months: NonNullable<Climate['months']>; us: boolean }) {
  const amount = (millimetres: number) =>
    us ? (millimetres / rainUnit('us').perUnit).toFixed(1) : String(Math.round(millimetres));
  return (
    <>
      <h3>Rain and evaporation, {us ? 'inches' : 'mm'}</h3>
      <Facts
        className="months"
        heads={['Month', 'Rain', 'Evaporation', 'Left over']}
        rows={months.map(({ rain, evaporation }, i) => ({
          key: i,
          className: rain < evaporation ? 'is-short' : '',
          cells: [monthName(i + 1), amount(rain), amount(evaporation), amount(rain - evaporation)],
        }))}
      />
    </>
  );
}
