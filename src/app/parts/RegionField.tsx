import { Select } from 'antd';
import { setHolding } from '../../core/holding/ground-commands.ts';
import { climateBand } from '../../core/place/climate-band.ts';
import { groupName, proposedRegion, regionOf, regions } from '../../core/place/regions.ts';
import { rainUnit } from '../../core/units/quantities.ts';
import { useShown } from '../store/derived.ts';
import { run } from '../store/session.ts';
import { Toggle } from './Toggle.tsx';

/** Stands for the region that the place proposes. */
const PROPOSED = '';

const groups = [...new Set(regions.map(groupName))].map((label) => ({
  label,
  options: regions
    .filter((region) => groupName(region) === label)
    .map(({ code, name }) => ({ value: code, label: `${name} (${code})` })),
}));

/** The botanical region: proposed from the place, changed by one choice; and whether only its natives are offered. */
export function RegionField() {
  const holding = useShown();
  const { zone, drySummer, rain, heat, frostFree, usual } = climateBand(holding);
  const unit = rainUnit(holding.units);
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
        {region.code}, {groupName(region)}.{' '}
        {zone === null ? 'Winter zone not known' : `Winter zone ${zone}${usual.zone ? ' (usual here)' : ''}`}
        {drySummer ? `, dry summers${usual.summer ? ' (usual here)' : ''}` : ''}
        {heat ? `, ${heat} summers${usual.summer ? ' (usual here)' : ''}` : ''}
        {rain === null
          ? ''
          : `, ${Math.round(rain / unit.perUnit)} ${unit.name} of rain a year${usual.summer ? ' (usual here)' : ''}`}
        {frostFree === null ? '' : `, ${frostFree} days without frost`}. Plants are native or a pest by this region.
      </p>
      <Toggle
        label="Offer natives only"
        on={holding.nativeOnly}
        onChange={(nativeOnly) => run(setHolding({ nativeOnly }))}
      />
    </div>
  );
}
