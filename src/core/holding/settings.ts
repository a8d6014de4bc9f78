import { z } from 'zod';
import { groundUnit, plannedAt, toMetres, waterUnit, type UnitSystem } from '../units/quantities.ts';
import settingData from './settings.json' with { type: 'json' };
import type { Holding } from './schema.ts';

const SettingSchema = z.object({
  label: z.string(),
  unit: z.enum(['m', 'share', 'plants', 'pins', 'years', 'days', 'hours', 'minutes', 'm²', 'times', 'g', 'L', 'pH']),
  default: z.number().min(0),
  /** What is usual where it is measured in US customary, in feet, where a shop’s own size is not the nearest one. */
  feet: z.number().positive().optional(),
  /** The largest that it may be, where that is not 1 for a share. */
  most: z.number().positive().optional(),
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

/** The value in force on this holding: its own, else what is usual in its units. */
export const settingOf = (holding: Pick<Holding, 'settings' | 'units'>, key: SettingKey): number =>
  holding.settings[key] ?? USUAL[holding.units][key]!;
