import { Input, Select } from 'antd';
import { setHolding, setSetting } from '../../../../core/holding/ground-commands.ts';
import { settingOf, settings, type SettingKey } from '../../../../core/holding/settings.ts';
import { inUnits } from '../../../../core/units/quantities.ts';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { RegionField } from '../../../parts/fields/RegionField.tsx';
import { PlaceField } from '../../../parts/fields/PlaceField.tsx';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
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
        <SettingField key={key} setting={key} />
      ))}
    </>
  );
}

function SettingField({ setting: key }: { setting: SettingKey }) {
  const holding = useShown();
  const { label, unit, source, default: standard } = settings[key];
  const value = settingOf(holding, key);
  const set = (next: number | null) =>
    run(setSetting(key, next === null || next === standard ? undefined : next, label.toLowerCase()));
  return (
    <div className="setting" title={inUnits(source, holding.units)}>
      {unit === 'm' ? (
        <LengthField label={label} units={holding.units} value={value} onChange={set} />
      ) : (
        <div className="field">
          <label htmlFor={key}>{label}</label>
          <NumberField
            id={key}
            min={0}
            max={unit === 'share' ? 1 : 500}
            step={unit === 'share' ? 0.01 : 1}
            value={value}
            onEnter={set}
          />
        </div>
      )}
      <p className="soft fine">{inUnits(source, holding.units)}</p>
    </div>
  );
}
