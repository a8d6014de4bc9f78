import { Input, Select } from 'antd';
import { setHolding } from '../../../../core/holding/ground-commands.ts';
import { settings, type SettingKey } from '../../../../core/holding/settings.ts';
import { inUnits } from '../../../../core/units/quantities.ts';
import { RegionField } from '../../../parts/fields/RegionField.tsx';
import { PlaceField } from '../../../parts/fields/PlaceField.tsx';
import { SettingField } from '../../../parts/fields/SettingField.tsx';
import { useShown } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';
import { CurrencyField } from './CurrencyField.tsx';

/** Place, units, currency, and the rules and rates that every figure rests on. */
export function PlacePanel() {
  const holding = useShown();
  const { place, units, name } = holding;
  return (
    <>
      <h2>Place and rules</h2>
      <div className="form">
        <div className="field">
          <label htmlFor="holding-name">Name</label>
          <Input
            id="holding-name"
            key={name}
            defaultValue={name}
            maxLength={80}
            onPressEnter={(event) => event.currentTarget.blur()}
            onBlur={(event) =>
              event.target.value.trim() &&
              event.target.value !== name &&
              run(setHolding({ name: event.target.value.trim() }))
            }
          />
        </div>
        <PlaceField value={place} onChange={(next) => next && run(setHolding({ place: next }))} />
        <RegionField />
        <div className="pair">
          <div className="field">
            <label htmlFor="units">Units</label>
            <Select
              id="units"
              value={units}
              options={[
                { value: 'metric', label: 'Metric' },
                { value: 'us', label: 'US customary' },
              ]}
              onChange={(value) => run(setHolding({ units: value }))}
            />
          </div>
          <CurrencyField />
        </div>
      </div>
      <h3>Rules and rates</h3>
      <p className="soft fine">
        Defaults of the trade until you change them. Local codes and licensed practice have the last word.
      </p>
      {(Object.keys(settings) as SettingKey[]).map((key) => (
        <div className="setting" key={key} title={inUnits(settings[key].source, units)}>
          <SettingField setting={key} />
          <p className="soft fine">{inUnits(settings[key].source, units)}</p>
        </div>
      ))}
    </>
  );
}
