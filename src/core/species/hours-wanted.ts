import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { LIGHTS, type Species } from '../holding/species-schema.ts';

/** Hours of direct sun a summer's day that a species needs: what its lowest light class stands for. */
export const hoursWanted = (holding: Pick<Holding, 'settings' | 'units'>, { light }: Species): number =>
  [0, settingOf(holding, 'sun.part'), settingOf(holding, 'sun.full')][LIGHTS.indexOf(light[0])]!;
