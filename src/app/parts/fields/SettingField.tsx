import { setSetting } from '../../../core/holding/ground-commands.ts';
import { settingOf, settings, type SettingKey } from '../../../core/holding/settings.ts';
import { groundUnit, waterUnit, weightUnit } from '../../../core/units/quantities.ts';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';
import { NumberField } from './NumberField.tsx';

/** One rate of the holding, in the steward's units, with its source; emptied it goes back to what is usual. */
export function SettingField({ setting }: { setting: SettingKey }) {
  const holding = useShown();
  const { label, unit, source } = settings[setting];
  const shown =
    unit === 'share'
      ? { name: '%', each: 0.01 }
      : unit === 'L'
        ? { name: waterUnit(holding.units).name, each: waterUnit(holding.units).litres }
        : unit === 'm²'
          ? { name: groundUnit(holding.units).name, each: groundUnit(holding.units).squareMetres }
          : unit === 'g'
            ? { name: weightUnit(holding.units).name, each: weightUnit(holding.units).grams }
            : { name: '', each: 1 };
  return (
    <div className="field">
      <label htmlFor={`s-${setting}`} title={source}>
        {shown.name ? `${label}, ${shown.name}` : label}
      </label>
      <NumberField
        id={`s-${setting}`}
        min={0}
        max={unit === 'share' ? 100 : 100_000}
        value={Math.round((settingOf(holding, setting) / shown.each) * 100) / 100}
        onEnter={(next) => run(setSetting(setting, next === null ? undefined : next * shown.each, label.toLowerCase()))}
      />
    </div>
  );
}
