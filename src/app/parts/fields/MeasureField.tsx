import { setMeasure } from '../../../core/holding/means-commands.ts';
import type { MeansOf } from '../../../core/holding/means-schema.ts';
import { settings, type SettingKey } from '../../../core/holding/settings.ts';
import { groundUnit, waterUnit, weightUnit } from '../../../core/units/quantities.ts';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';
import { LengthField } from './LengthField.tsx';
import { NumberField } from './NumberField.tsx';

interface Props {
  readonly planting: string;
  readonly of: MeansOf;
  readonly setting: SettingKey;
  readonly value: number;
}

/** One measure of a planting's own way, in the steward's units; emptied it follows the holding again. */
export function MeasureField({ planting, of, setting, value }: Props) {
  const { units } = useShown();
  const { label, unit } = settings[setting];
  const set = (next: number | null) => run(setMeasure(planting, of, setting, next ?? undefined, label.toLowerCase()));
  if (unit === 'm') return <LengthField label={label} units={units} most={200} value={value} onChange={set} />;
  const shown =
    unit === 'L'
      ? { name: waterUnit(units).name, each: waterUnit(units).litres }
      : unit === 'm²'
        ? { name: groundUnit(units).name, each: groundUnit(units).squareMetres }
        : unit === 'g'
          ? { name: weightUnit(units).name, each: weightUnit(units).grams }
          : { name: unit === 'share' ? '%' : '', each: unit === 'share' ? 0.01 : 1 };
  return (
    <div className="field">
      <label htmlFor={`m-${setting}`}>{shown.name ? `${label}, ${shown.name}` : label}</label>
      <NumberField
        id={`m-${setting}`}
        min={0}
        max={100_000}
        value={Math.round((value / shown.each) * 100) / 100}
        onEnter={(next) => set(next === null ? null : next * shown.each)}
      />
    </div>
  );
}
