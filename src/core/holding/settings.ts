import { z } from 'zod';
import { groundUnit, plannedAt, toMetres, waterUnit, type UnitSystem } from '../units/quantities.ts';
import settingData from './settings.json' with { type: 'json' };

const SettingSchema = z.object({
  label: z.string(),
  unit: z.enum(['m', 'share', 'plants', 'pins', 'years', 'days', 'hours', 'minutes', 'm²', 'times', 'g', 'L', 'pH']),
  default: z.number().min(0),
  /** What is usual where it is measured in US customary, in feet, where a shop’s own size is not the nearest one. */
  feet: z.number().positive().optional(),
  /** What it may be: beyond that no work is done so. */
  least: z.number().min(0).default(0),
  most: z.number().positive(),
  source: z.string(),
});
export type Setting = z.infer<typeof SettingSchema>;
export type SettingKey = keyof typeof settingData;

/** The trade's rules and rates by key, each with its default and source; a holding may override any. */
export const settings = z.record(z.string(), SettingSchema).parse(settingData) as Readonly<Record<SettingKey, Setting>>;

/** A rate as it is usual where people measure so: whole feet, inches, gallons, never a converted round metre. */
function usualIn(system: UnitSystem, { unit, default: usual, feet }: Setting): number {
  if (system === 'metric') return usual;
  if (unit === 'm') return feet ? toMetres(feet, 'ft') : plannedAt(usual, system);
  const own = unit === 'L' ? waterUnit(system).litres : unit === 'm²' ? 10 * groundUnit(system).squareMetres : null;
  return own === null || usual === 0 ? usual : Math.max(0.5, Math.round((2 * usual) / own) / 2) * own;
}

const USUAL: Readonly<Record<UnitSystem, Readonly<Record<string, number>>>> = {
  metric: Object.fromEntries(Object.entries(settings).map(([key, one]) => [key, usualIn('metric', one)])),
  us: Object.fromEntries(Object.entries(settings).map(([key, one]) => [key, usualIn('us', one)])),
};

/** Rates of a holding, or of one way of a planting, by key: each within what its data say it may be. */
export const RatesSchema = z
  .record(z.string().min(1).max(60), z.number().min(0).max(1e6))
  .superRefine((rates, { addIssue }) => {
    for (const [key, value] of Object.entries(rates)) {
      if (!isSetting(key)) continue;
      const { least, most } = settings[key];
      const issue = { input: value, path: [key as string], origin: 'number', inclusive: true };
      if (value < least) addIssue({ ...issue, code: 'too_small', minimum: least });
      if (value > most) addIssue({ ...issue, code: 'too_big', maximum: most });
    }
  });

export const isSetting = (key: string): key is SettingKey => Object.hasOwn(settings, key);

/** The value in force on this holding: its own, else what is usual in its units. */
export const settingOf = (
  holding: { readonly settings: Readonly<Record<string, number>>; readonly units: UnitSystem },
  key: SettingKey,
): number => holding.settings[key] ?? USUAL[holding.units][key]!;
