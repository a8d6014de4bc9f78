import { useId } from 'react';
import type { FeatureNumber } from '../../../../core/ground/features.ts';
import { lengthUnit, toMetres, waterUnit, type UnitSystem } from '../../../../core/units/quantities.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';

interface Props {
  readonly number: FeatureNumber;
  readonly value: number | null;
  readonly units: UnitSystem;
  /** Leaves the label to the column that it stands in. */
  readonly bare?: boolean;
  onChange(value: number | null): void;
}

/** A number of a feature in its own unit; an optional one may be left empty, which means not known. */
export function FeatureNumberField({ number, value, units, bare = false, onChange }: Props) {
  const id = useId();
  const { key, label, unit, optional, least = key === 'width' ? 0.3 : 0, most = 120 } = number;
  if (unit === 'm' && !optional)
    return (
      <LengthField
        label={label}
        bare={bare}
        units={units}
        least={least}
        most={most}
        value={value ?? 0}
        onChange={onChange}
      />
    );
  const range = {
    m: [0, 20, 0.1],
    pH: [3, 10, 0.1],
    'L/min': [0.1, 1000, 1],
    L: [1, 1_000_000, 100],
    min: [1, 10_000, 1],
    year: [1800, 2200, 1],
  }[unit] as [number, number, number];
  // What one of the unit shown is in the unit kept.
  const shown =
    unit === 'm'
      ? { name: lengthUnit(units), kept: units === 'us' ? toMetres(1, 'ft') : 1 }
      : unit === 'L' || unit === 'L/min'
        ? { name: unit.replace('L', waterUnit(units).name), kept: waterUnit(units).litres }
        : { name: unit === 'min' ? unit : undefined, kept: 1 };
  return (
    <div className="field">
      {!bare && <label htmlFor={id}>{label}</label>}
      <NumberField
        id={id}
        aria-label={bare ? label : undefined}
        min={range[0] / shown.kept}
        max={range[1] / shown.kept}
        step={range[2]}
        precision={unit === 'm' ? 2 : shown.kept === 1 ? undefined : 1}
        placeholder="not known"
        suffix={shown.name}
        value={value === null ? null : value / shown.kept}
        onEnter={(entered) =>
          (entered !== null || optional) && onChange(entered === null ? null : entered * shown.kept)
        }
      />
    </div>
  );
}
