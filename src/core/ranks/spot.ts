import { SHALLOW } from '../ground/soil.ts';
import type { Holding, Kept } from '../holding/schema.ts';
import type { Moisture, Species } from '../holding/species-schema.ts';
import { bears, matureHeight } from '../species/catalogue.ts';
import { hoursWanted } from '../species/hours-wanted.ts';
import { becomes } from '../species/mature.ts';
import { moreOf } from '../species/more.ts';
import { formatLength } from '../units/quantities.ts';

/** What is known of the places that one row's plants stand in: the hardest of each. */
export interface Spot {
  readonly wet: { readonly moisture: Moisture; readonly name: string } | null;
  readonly soils: readonly {
    readonly label: string;
    readonly moisture: Moisture;
    readonly ph: number | null;
    readonly depth: number | null;
    readonly texture: string;
  }[];
  /** Heights that lines overhead and local rules leave, lowest first, and how far a crown may reach aside before it comes under one, metres. */
  readonly ceilings: readonly { readonly metres: number; readonly name: string; readonly aside: number }[];
  readonly building: { readonly metres: number; readonly name: string } | null;
  /** Hours of direct sun on a summer's day at the darkest plant; null where nothing shades. */
  readonly sun: number | null;
  readonly spacing: number;
  /** What the row is kept to. */
  readonly kept: Kept | null;
}

/** A row on open ground of which nothing is known: what its spacing asks is asked all the same. */
export const openSpot = (spacing: number, kept: Kept | null): Spot => ({
  wet: null,
  soils: [],
  ceilings: [],
  building: null,
  sun: null,
  spacing,
  kept,
});

/** What is said of a species at a spot: what forbids it, what wants care, what speaks for it. */
export interface Said {
  readonly faults: string[];
  readonly cares: string[];
  readonly inFavour: string[];
}

/** Water and soil. */
export function sayGround(
  { faults, cares, inFavour }: Said,
  species: Species,
  spot: Spot,
  { units }: Pick<Holding, 'units'>,
): void {
  const { bearsClay, bearsSand } = moreOf(species);
  if (spot.wet) {
    if (bears(species, spot.wet.moisture)) inFavour.push('bears wet feet');
    else faults.push(`drowns in ${spot.wet.name}: bears ${species.moisture.join(' to ')}`);
  }
  for (const { label, moisture, ph, depth, texture } of spot.soils) {
    const bearsIt = texture === 'clay' ? bearsClay : texture === 'sand' ? bearsSand : undefined;
    if (bearsIt === false) cares.push(`${label} is too ${texture === 'clay' ? 'heavy' : 'light'} for it`);
    if ((moisture === 'wet' || moisture === 'dry') && !bears(species, moisture))
      (moisture === 'wet' ? faults : cares).push(`${label} is too ${moisture} for it`);
    else if (species.ph && ph !== null && (ph < species.ph[0] || ph > species.ph[1]))
      cares.push(`pH ${ph} lies outside its ${species.ph.join(' to ')}`);
    else if (depth !== null && depth < SHALLOW && matureHeight(species) > 12)
      cares.push(`${sayMetres(depth, units)} of soil is shallow for so tall a tree`);
  }
  if (spot.soils.length > 0 && faults.length + cares.length === 0) inFavour.push('suits the soil');
}

/** What hangs over it and stands beside it, the light they leave, and the width of its row. */
export function sayRoom(
  { faults, cares, inFavour }: Said,
  species: Species,
  spot: Spot,
  holding: Pick<Holding, 'units' | 'settings'>,
): void {
  const { units } = holding;
  const grown = becomes({ species, kept: spot.kept });
  const halfWide = Math.min(species.width[1], spot.kept?.width ?? Infinity) / 2;
  const ceiling = spot.ceilings.find(({ aside }) => halfWide > aside);
  if (ceiling && grown.height > ceiling.metres)
    faults.push(
      `${sayMetres(grown.height, units)} is too much under the ${sayMetres(ceiling.metres, units)} that the ${ceiling.name} leaves`,
    );
  else if (ceiling && matureHeight(species) > ceiling.metres)
    cares.push(`stays under the ${ceiling.name} only while it is cut`);
  else if (ceiling) inFavour.push(`stays under the ${ceiling.name}`);
  if (spot.building && spot.building.metres < halfWide) cares.push(`its crown will touch the ${spot.building.name}`);
  if (spot.sun !== null) {
    const wanted = hoursWanted(holding, species);
    if (wanted > spot.sun) cares.push(`wants ${wanted} h of sun, the darkest plant has ${spot.sun.toFixed(1)}`);
    else if (spot.sun < 6) inFavour.push('bears the shade here');
  }
  if (spot.spacing > grown.width * 1.2) cares.push(`at ${sayMetres(spot.spacing, units)} apart it will not close`);
}

const sayMetres = (metres: number, units: Holding['units']): string =>
  formatLength(metres, units, { decimals: metres % 1 === 0 ? 0 : 1 });
