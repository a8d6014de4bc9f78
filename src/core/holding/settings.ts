import { z } from 'zod';
import settingData from './settings.json' with { type: 'json' };
import type { Holding } from './schema.ts';

const SettingSchema = z.object({
  label: z.string(),
  unit: z.enum(['m', 'share', 'plants', 'pins', 'years', 'days', 'hours', 'minutes', 'm²', 'times', 'g', 'L', 'pH']),
  default: z.number().min(0),
  source: z.string(),
});
export type Setting = z.infer<typeof SettingSchema>;
export type SettingKey = keyof typeof settingData;

/** The trade's rules and rates by key, each with its default and source; a holding may override any. */
export const settings = z.record(z.string(), SettingSchema).parse(settingData) as Readonly<Record<SettingKey, Setting>>;

/** The value in force on this holding. */
export const settingOf = (holding: Pick<Holding, 'settings'>, key: SettingKey): number =>
  holding.settings[key] ?? settings[key].default;
