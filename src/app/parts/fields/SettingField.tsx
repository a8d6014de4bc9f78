import { setSetting } from '../../../core/holding/ground-commands.ts';
import { settingOf, settings, type SettingKey } from '../../../core/holding/settings.ts';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';
import { RateField } from './RateField.tsx';

/** One rate of the holding; emptied it goes back to what is usual. */
export function SettingField({ setting }: { setting: SettingKey }) {
  const holding = useShown();
  return (
    <RateField
      setting={setting}
      units={holding.units}
      value={settingOf(holding, setting)}
      onEnter={(next) => {
        const usual = next === null || next === settingOf({ settings: {}, units: holding.units }, setting);
        run(setSetting(setting, usual ? undefined : next, settings[setting].label.toLowerCase()));
      }}
    />
  );
}
