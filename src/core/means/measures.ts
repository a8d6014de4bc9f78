import { z } from 'zod';
import { settings, type SettingKey } from '../holding/settings.ts';
import data from './measures.json' with { type: 'json' };
import type { WeedMethod } from './weeds/methods.ts';

const keys = z.array(z.enum(Object.keys(settings) as [SettingKey, ...SettingKey[]]));

/** What is measured of each way: of weeds by what it lays, of water by its method. */
const measures = z.object({ weeds: z.record(z.string(), keys), water: z.record(z.string(), keys) }).parse(data);

export const weedMeasures = ({ lays }: WeedMethod): readonly SettingKey[] => measures.weeds[lays]!;
export const waterMeasures = (method: string): readonly SettingKey[] =>
  measures.water[method] ?? measures.water['none']!;
