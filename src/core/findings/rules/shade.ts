import { castersOf, rayFrom, type Caster } from '../../ground/casters.ts';
import { reliefOf } from '../../ground/relief.ts';
import { daySuns, inLeaf } from '../../ground/sun.ts';
import type { Holding } from '../../holding/schema.ts';
import { settingOf } from '../../holding/settings.ts';
import { speciesIdOf, type Stand } from '../../ranks/stand.ts';
import { speciesOf } from '../../species/catalogue.ts';
import { LIGHTS, type Species } from '../../holding/species-schema.ts';
import { finding, type Rule } from '../finding.ts';
import { sayStand, substitute, swapPlants } from '../plants.ts';

/** Plants for which the sun is asked at most: it is the dearest question of all, and shade has no sharp edges. */
const MOST_ASKED = 120;

/** Species that want more sun than buildings, walls and standing trees leave them in the growing season. */
export const shade: Rule = (judged) => {
  const { holding, layout } = judged;
  const { stand } = layout;
  const wants = stand.speciesIds.map((id) => hoursWanted(holding, speciesOf(id)));
  if (stand.count === 0 || wants.every((hours) => hours === 0)) return [];
  const hours = seasonHours(holding, stand);
  const dark = [...hours.keys()].filter((i) => hours.get(i)! < wants[stand.species[i]!]! - 1e-6);
  if (dark.length === 0) return [];
  const worst = dark.reduce((a, b) => (hours.get(b)! < hours.get(a)! ? b : a));
  const species = speciesOf(speciesIdOf(stand, worst));
  const other = substitute(
    judged,
    species,
    (one) => hoursWanted(holding, one) <= hours.get(worst)! && one.height[1] <= species.height[1] * 2,
  );
  return [
    finding('shade', judged, 'dark', {
      severity: 'caution',
      what: `Too dark for ${[...new Set(dark.map((i) => speciesOf(speciesIdOf(stand, i)).common))].slice(0, 2).join(' and ')}`,
      why: `${sayStand(stand, dark)} in ${hours.get(worst)!.toFixed(1)} h of sun or little more on a summer’s day; ${species.common} wants ${wants[stand.species[worst]!]} h. It will live thin and lean to the light.`,
      plants: dark,
      remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, dark, other) }] : [],
    }),
  ];
};

/** Hours of direct sun a summer's day that a species needs: what its lowest light class stands for. */
export const hoursWanted = (holding: Holding, { light }: Species): number =>
  [0, settingOf(holding, 'sun.part'), settingOf(holding, 'sun.full')][LIGHTS.indexOf(light[0])]!;

const known = new WeakMap<Stand, { features: Holding['features']; hours: Map<number, number> }>();

/** Mean hours of sun over the three middle months of the growing season, for plants that something can shade. */
export function seasonHours(holding: Holding, stand: Stand): Map<number, number> {
  const before = known.get(stand);
  if (before?.features === holding.features) return before.hours;
  const hours = new Map<number, number>();
  const casters = castersOf(holding.features, reliefOf(holding));
  const step = Math.max(1, Math.ceil(stand.count / MOST_ASKED));
  const suns = sunsOf(holding);
  const reach = ({ box: [w, s, e, n], top }: Caster, x: number, y: number) => {
    const aside = Math.hypot(Math.max(0, w - x, x - e), Math.max(0, s - y, y - n));
    return aside < top * 5;
  };
  if (casters.length > 0)
    for (let i = 0; i < stand.count; i += step) {
      const near = casters.filter((caster) => reach(caster, stand.x[i]!, stand.y[i]!));
      if (near.length === 0) continue;
      let sum = 0;
      for (const sun of suns) {
        const ray = rayFrom([stand.x[i]!, stand.y[i]!], 0.5, sun);
        sum +=
          sun.hours *
          near.reduce(
            (share, caster) => (share === 0 || misses(caster, ray) ? share : share * caster.passes(ray, true)),
            1,
          );
      }
      hours.set(i, sum);
    }
  known.set(stand, { features: holding.features, hours });
  return hours;
}

/** Whether the ray runs away from a caster or past it: the cheap test before the dear one. */
function misses(
  { box: [w, s, e, n] }: Caster,
  { x, y, ux, uy }: { x: number; y: number; ux: number; uy: number },
): boolean {
  const [dx, dy] = [(w + e) / 2 - x, (s + n) / 2 - y];
  const half = Math.hypot(e - w, n - s) / 2;
  return Math.abs(dx * uy - dy * ux) > half || dx * ux + dy * uy < -half;
}

let sunsKnown: { place: Holding['place']; suns: ReturnType<typeof daySuns> } | null = null;
function sunsOf({ place }: Holding): ReturnType<typeof daySuns> {
  if (sunsKnown?.place.latitude === place.latitude && sunsKnown.place.longitude === place.longitude)
    return sunsKnown.suns;
  const months = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12].filter((month) => inLeaf(month, place.latitude)).slice(1, 4);
  const suns = months
    .flatMap((month) => daySuns(place, { month, stepMinutes: 90 }))
    .map((sun) => ({ ...sun, hours: sun.hours / months.length }));
  sunsKnown = { place, suns };
  return suns;
}
