import { z } from 'zod';
import type { Species } from '../holding/species-schema.ts';
import type { Region } from '../place/regions.ts';
import insectData from './insects.json' with { type: 'json' };

const counts = z.record(z.string(), z.number().int().positive());
const insects = z
  .strictObject({ source: z.string().min(5), many: z.number(), '1': counts, '7': counts })
  .parse(insectData);

/** Whether many kinds of insect live on a genus on the continent of a region; false where nobody counted. */
export function feedsManyInsects({ botanical }: Species, { group }: Region): boolean {
  const continent = group[0];
  const counted = continent === '1' || continent === '7' ? insects[continent] : {};
  return (counted[botanical.split(' ')[0]!] ?? 0) >= insects.many;
}
