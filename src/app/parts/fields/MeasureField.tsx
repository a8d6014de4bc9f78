import { setMeasure } from '../../../core/holding/means-commands.ts';
import type { MeansOf } from '../../../core/holding/means-schema.ts';
import { settings, type SettingKey } from '../../../core/holding/settings.ts';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';
import { RateField } from './RateField.tsx';

interface Props {
  readonly planting: string;
  readonly of: MeansOf;
  readonly setting: SettingKey;
  readonly value: number;
}

/** One measure of a planting's own way; emptied it follows the holding again. */
export function MeasureField({ planting, of, setting, value }: Props) {
  const { units } = useShown();
  return (
    <RateField
      setting={setting}
      units={units}
      value={value}
      onEnter={(next) =>
        run(setMeasure(planting, of, setting, next ?? undefined, settings[setting].label.toLowerCase()))
      }
    />
  );
}
