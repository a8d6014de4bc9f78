import type { Holding } from '../holding/schema.ts';
import type { Species } from '../holding/species-schema.ts';
import { madeUp } from '../place/climate.ts';
import { climateBand, isDrierThanHome, littleRain, type ClimateBand } from '../place/climate-band.ts';
import { HEATS, regionOf, type Region } from '../place/regions.ts';
import { harmTo, isDeadly, stockAmong, type Harmed } from './harm.ts';
import { moreOf } from './more.ts';
import { covers, homeClimate, nearness, standingIn, type Standing } from './ranges.ts';
import { weights } from './weights.ts';

/** What of a holding decides which species belong there. */
export type Where = Pick<Holding, 'place' | 'region' | 'nativeOnly' | 'climate' | 'animals' | 'features'>;

/** How a species belongs to a place: what forbids it, what wants care, what speaks for it, in words. */
export interface Belonging {
  readonly standing: Standing;
  readonly faults: readonly string[];
  readonly cares: readonly string[];
  readonly inFavour: readonly string[];
  /** How much nearer to first it comes for being of the place. */
  readonly weight: number;
}

const WEIGH = weights.place;

/** Those near the plants of a holding whom they could harm: the stock that is kept, and children where they play. */
export const nearPlants = ({ animals, features }: Pick<Where, 'animals' | 'features'>): Harmed[] => [
  ...stockAmong(animals),
  ...(features.some(({ kind }) => kind === 'playPlace') ? (['people'] as const) : []),
];

/** Asks of species whether a place forbids them outright: a pest, killed by winters, harmful to those near, or not native where only natives are wanted. */
export function forbidding(where: Where): (species: Species) => boolean {
  const region = regionOf(where);
  const { zone } = climateBand(where);
  const near = nearPlants(where);
  return (species) => {
    if (zone !== null && species.zone > zone) return true;
    const standing = standingIn(species.id, region);
    return standing === 'pest' || (where.nativeOnly && standing !== 'native') || harmTo(species, near) !== null;
  };
}

/** What fells or disfigures a species widely in a region, in words; null where nothing is known to. */
export function felledIn(species: Species, region: Region): string | null {
  const { pests, pestsIn } = moreOf(species);
  return pests !== undefined && (!pestsIn || covers(pestsIn, region)) ? pests : null;
}

/** What of the climate here is not what a species is at home in, in words. */
function farFromHome({ id }: Species, band: ClimateBand): string[] {
  const { heat: heats, leastRain } = homeClimate(id);
  const here = band.heat ? HEATS.indexOf(band.heat) : null;
  const said: string[] = [];
  if (here !== null && heats && here < heats[0]) said.push('at home where summers are hotter');
  if (here !== null && heats && here > heats[1]) said.push('at home where summers are cooler');
  if (isDrierThanHome(band, leastRain)) said.push('at home where more rain falls');
  return said;
}

/** How a species belongs to the place of a holding. */
export function belonging(species: Species, where: Where): Belonging {
  const region = regionOf(where);
  const band = climateBand(where);
  const faults: string[] = [];
  const cares: string[] = [];
  const inFavour: string[] = [];
  const standing = standingIn(species.id, region);
  if (standing === 'pest') faults.push(`a pest in ${region.name}: check the official list`);
  else if (standing === 'native') inFavour.push(`native in ${region.name}`);
  else if (where.nativeOnly)
    faults.push(standing === 'unknown' ? 'native range not known' : `not native in ${region.name}`);
  if (band.zone !== null) {
    const here = `zone ${band.zone}${band.usual.zone ? `, usual in ${region.name}` : madeUp(where.climate, 'zone')}`;
    if (species.zone > band.zone) faults.push(`not hardy: stands zone ${species.zone}, here it is ${here}`);
    else inFavour.push(`hardy in ${here}`);
  }
  const felled = felledIn(species, region);
  if (felled) cares.push(felled);
  const dryHome = band.drySummer ? homeClimate(species.id).dryShare : 0;
  if (dryHome >= 0.5) inFavour.push('at home where summers are dry');
  else if (band.drySummer && species.moisture[0] !== 'dry') cares.push('wants water in dry summers');
  else if (littleRain(band) && species.moisture[0] !== 'dry') cares.push('wants more water than rain brings here');
  // Fruit and herbs are grown far from where they came from.
  if (standing !== 'native' && species.kind !== 'fruit' && species.kind !== 'herb')
    cares.push(...farFromHome(species, band));
  const does = harmTo(species, nearPlants(where));
  const whom = does?.to.includes('people') && !stockAmong(where.animals).some((one) => does.to.includes(one));
  if (does)
    (isDeadly(does) ? faults : cares).push(
      `its ${does.part} can ${does.kills ? 'kill' : 'poison'} ${whom ? 'children who play here' : 'the stock that is kept here'}`,
    );
  const near = standing === 'introduced' ? nearness(species.id, region) : null;
  return {
    standing,
    faults,
    cares,
    inFavour,
    weight:
      WEIGH[near === 'group' ? 'neighbour' : standing] +
      (near === 'far' ? WEIGH.far : 0) +
      (standing === 'native' ? WEIGH.dryHome : WEIGH.dryHomeAbroad) * dryHome +
      (felled ? WEIGH.felled : 0),
  };
}
