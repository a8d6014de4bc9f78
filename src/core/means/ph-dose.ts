import { z } from 'zod';
import { nameOf } from '../ground/features.ts';
import { soilAt, soilZones } from '../ground/soil.ts';
import { TEXTURES } from '../holding/ground-schema.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf, type SettingKey } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import doseData from './ph-dose.json' with { type: 'json' };

const byTexture = z.record(z.enum(TEXTURES), z.number().positive());
const data = z
  .object({
    source: z.string().min(1),
    caution: z.string().min(1),
    /** Most units of pH that are given at once. */
    mostUnits: z.number().positive(),
    /** Kilograms a square metre for each unit of pH. */
    lime: byTexture,
    sulphur: byTexture,
  })
  .parse(doseData);

export const { caution: phCaution, source: phSource } = data;

/** What brings soil towards a pH: lime upward, sulphur downward. */
export interface PhDose {
  readonly stuff: 'lime' | 'sulphur';
  /** Kilograms a square metre, this year. */
  readonly perArea: number;
  /** Units of pH that it moves, and that are left for later years. */
  readonly units: number;
  readonly left: number;
}

/** The dose that moves soil of a texture from one pH towards another, no more than is borne in a year; null where nothing is wanted. */
export function phDose(texture: (typeof TEXTURES)[number], now: number, target: number): PhDose | null {
  const wanted = Math.abs(target - now);
  if (wanted < 0.05) return null;
  const stuff = target > now ? 'lime' : 'sulphur';
  const units = Math.min(wanted, data.mostUnits);
  return { stuff, perArea: data[stuff][texture] * units, units, left: wanted - units };
}

/** Ground of one pH under a planting, and what it is given. */
export interface PhGround extends PhDose {
  readonly zone: string;
  readonly now: number;
  readonly plants: number;
  readonly kilograms: number;
}

/**
 * What brings the ground round each plant towards the pH that is wanted, zone by zone where its pH is known; over the circle
 * that is top dressed. Empty where none is wanted.
 */
export function phGround(
  planting: Planting,
  { stand }: Layout,
  holding: Pick<Holding, 'settings' | 'units' | 'features'>,
): PhGround[] {
  const of = (key: SettingKey) => planting.means.soil.measures[key] ?? settingOf(holding, key);
  const target = of('soil.ph');
  if (target <= 0) return [];
  const zones = soilZones(holding.features);
  const counts = new Map<(typeof zones)[number]['zone'], number>();
  for (let i = 0; i < stand.count; i++) {
    const here = soilAt(zones, [stand.x[i]!, stand.y[i]!])?.zone;
    if (here && here.ph !== null) counts.set(here, (counts.get(here) ?? 0) + 1);
  }
  const each = (Math.PI / 4) * of('soil.dress') ** 2;
  return [...counts].flatMap(([zone, plants]): PhGround[] => {
    const dose = phDose(zone.texture, zone.ph!, target);
    return dose
      ? [{ ...dose, zone: nameOf(zone), now: zone.ph!, plants, kilograms: plants * each * dose.perArea }]
      : [];
  });
}
