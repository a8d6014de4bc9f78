import { settings, type SettingKey } from '../../../core/holding/settings.ts';
import { groundUnit, waterUnit, weightUnit, type UnitSystem } from '../../../core/units/quantities.ts';
import { LengthField } from './LengthField.tsx';
import { NumberField } from './NumberField.tsx';

/** The unit in which a rate is written, and how much of its own unit one of it is. */
function unitOf(unit: string, units: UnitSystem): { readonly name: string; readonly each: number } {
  if (unit === 'share') return { name: '%', each: 0.01 };
  if (unit === 'L') return { name: waterUnit(units).name, each: waterUnit(units).litres };
  if (unit === 'm²') return { name: groundUnit(units).name, each: groundUnit(units).squareMetres };
  if (unit === 'g') return { name: weightUnit(units).name, each: weightUnit(units).grams };
  return { name: '', each: 1 };
}

/** One rate in the steward's units, a share in per cent, with its source behind its name; emptied it is `null`: as is usual. */
export function RateField({
  setting,
  units,
  value,
  onEnter,
}: {
  setting: SettingKey;
  units: UnitSystem;
  value: number;
  onEnter(next: number | null): void;
}) {
  const { label, unit, source, least, most } = settings[setting];
  if (unit === 'm')
    return <LengthField label={label} units={units} least={least} most={most} value={value} onChange={onEnter} />;
  const { name, each } = unitOf(unit, units);
  return (
    <div className="field">
      <label htmlFor={`rate-${setting}`} title={source}>
        {name ? `${label}, ${name}` : label}
      </label>
      <NumberField
        id={`rate-${setting}`}
        min={least / each}
        max={most / each}
        value={Math.round((value / each) * 100) / 100}
        onEnter={(next) => onEnter(next === null ? null : next * each)}
      />
    </div>
  );
}
