import { Select } from 'antd';
import { setHolding } from '../../../core/holding/ground-commands.ts';
import { climateBand, type ClimateBand } from '../../../core/place/climate-band.ts';
import { groupName, proposedRegion, regionOf, regions } from '../../../core/place/regions.ts';
import { rainUnit, type UnitSystem } from '../../../core/units/quantities.ts';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';
import { Toggle } from './Toggle.tsx';

/** Stands for the region that the place proposes. */
const PROPOSED = '';

const groups = [...new Set(regions.map(groupName))].map((label) => ({
  label,
  options: regions
    .filter((region) => groupName(region) === label)
    .map(({ code, name }) => ({ value: code, label: `${name} (${code})` })),
}));

/** What the climate of the place asks of plants: what is known of it first, then what is usual in its region. */
function climateWords({ zone, drySummer, rain, heat, frostFree, usual }: ClimateBand, units: UnitSystem): string {
  const unit = rainUnit(units);
  const winter = zone === null ? [] : [`winter zone ${zone}`];
  const summer = [
    ...(heat || drySummer ? [`${[drySummer && 'dry', heat].filter(Boolean).join(', ')} summers`] : []),
    ...(rain === null ? [] : [`${Math.round(rain / unit.perUnit)} ${unit.name} of rain a year`]),
  ];
  const known = [...(usual.zone ? [] : winter), ...(usual.summer ? [] : summer)];
  const supposed = [...(usual.zone ? winter : []), ...(usual.summer ? summer : [])];
  return [
    zone === null ? 'Winter zone not known.' : '',
    known.length > 0 || frostFree !== null
      ? `Here: ${[...known, ...(frostFree === null ? [] : [`${frostFree} days without frost`])].join('; ')}.`
      : '',
    supposed.length > 0 ? `Usual here: ${supposed.join('; ')}.` : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** The botanical region: proposed from the place, changed by one choice; and whether only its natives are offered. */
export function RegionField() {
  const holding = useShown();
  const region = regionOf(holding);
  const proposed = proposedRegion(holding.place);
  return (
    <div className="region-field">
      <div className="field">
        <label htmlFor="region">Botanical region</label>
        <Select
          id="region"
          showSearch={{ optionFilterProp: 'label' }}
          popupMatchSelectWidth={280}
          value={holding.region ?? PROPOSED}
          options={[{ value: PROPOSED, label: `${proposed.name} (${proposed.code}), from the place` }, ...groups]}
          onChange={(code) => run(setHolding({ region: code === PROPOSED ? null : code }))}
        />
      </div>
      <p className="soft fine">
        {region.code}, {groupName(region)}. {climateWords(climateBand(holding), holding.units)} Plants are native or a
        pest by this region.
      </p>
      <Toggle
        label="Offer natives only"
        on={holding.nativeOnly}
        onChange={(nativeOnly) => run(setHolding({ nativeOnly }))}
      />
    </div>
  );
}
