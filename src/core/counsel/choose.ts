import { bookOf } from '../species/book.ts';
import { distanceToArea } from '../geometry/polygon.ts';
import { featureLabel, featuresOf, nameOf } from '../ground/features.ts';
import { lineOf } from '../ground/local-rules.ts';
import { moistureOf, SHALLOW, soilAt, soilZones } from '../ground/soil.ts';
import type { Holding, Kept } from '../holding/schema.ts';
import { purposes } from '../ranks/purposes.ts';
import { mainString } from '../ranks/stand.ts';
import { climateBand } from '../place/climate-band.ts';
import { clearanceOf } from '../ground/wires.ts';
import { bears, matureHeight } from '../species/catalogue.ts';
import type { Moisture, Species, Use } from '../holding/species-schema.ts';
import { harmsOf } from '../species/harm.ts';
import { belonging } from '../species/belongs.ts';
import { moreOf } from '../species/more.ts';
import { weights } from '../species/weights.ts';
import { formatLength } from '../units/quantities.ts';
import { becomes } from '../species/mature.ts';
import type { Laid } from '../ranks/laid.ts';
import { plantsInside, plantsWithin } from '../ranks/near.ts';
import { plantAt, plantsWhere } from '../ranks/near.ts';
import { hoursWanted } from '../sun/plant-hours.ts';
import { sunHours } from '../sun/plant-hours.ts';

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
  /** Height that a line overhead or a local rule leaves, and which. */
  readonly ceiling: { readonly metres: number; readonly name: string } | null;
  readonly building: { readonly metres: number; readonly name: string } | null;
  /** Hours of direct sun on a summer's day at the darkest plant; null where nothing shades. */
  readonly sun: number | null;
  readonly spacing: number;
  /** What the row is kept to. */
  readonly kept: Kept | null;
}

/** Reads the spot of a row off the plan. */
export function spotOf(holding: Holding, { planting, layout: { stand } }: Laid, rowId: string): Spot {
  const laid = stand.rows[mainString(stand, rowId)];
  const isMine = (i: number) => stand.rows[stand.row[i]!]!.row.id === rowId;
  const mine = (plants: readonly number[]) => plants.filter(isMine);
  const all = plantsWhere(stand, isMine);
  let wet: Spot['wet'] = null;
  for (const feature of featuresOf(holding.features, 'wetGround')) {
    if (mine(plantsInside(stand, feature.ring)).length === 0) continue;
    if (wet?.moisture !== 'wet') wet = { moisture: feature.stands === 'days' ? 'damp' : 'wet', name: nameOf(feature) };
  }
  const zones = soilZones(holding.features);
  const met = new Set(all.map((i) => soilAt(zones, plantAt(stand, i))).filter((zone) => zone !== null));
  const band = climateBand(holding);
  const soils = [...met].map(({ zone, drainage }) => ({
    label: featureLabel(zone, holding.units),
    moisture: moistureOf(drainage, band),
    ph: zone.ph,
    depth: zone.depth,
    texture: zone.texture,
  }));
  const ceilings = [
    ...featuresOf(holding.features, 'overheadLine').flatMap((wire) =>
      mine(plantsWithin(stand, wire.line, clearanceOf(wire, holding) + 4).plants).length > 0
        ? [{ metres: wire.height - clearanceOf(wire, holding), name: nameOf(wire) }]
        : [],
    ),
    ...holding.rules.flatMap((rule) => {
      if (rule.kind === 'sightTriangle')
        return mine(plantsInside(stand, rule.ring)).length > 0 ? [{ metres: rule.most, name: 'sight triangle' }] : [];
      const line = rule.kind === 'height' ? lineOf(rule.along, holding) : null;
      return rule.kind === 'height' &&
        line &&
        mine(plantsWithin(stand, line.points, rule.metres, line.closed).plants).length > 0
        ? [{ metres: rule.most, name: `rule along ${line.name}` }]
        : [];
    }),
  ];
  const buildings = featuresOf(holding.features, 'building').map((feature) => ({
    name: nameOf(feature),
    metres: all.reduce((least, i) => Math.min(least, distanceToArea(feature.ring, plantAt(stand, i))), Infinity),
  }));
  const asked = sunHours(holding, stand);
  const hours = asked.sample.filter(isMine).map(asked.at).filter(Number.isFinite);
  const least = <T extends { readonly metres: number }>(list: readonly T[]): T | null =>
    list.reduce<T | null>((best, one) => (best && best.metres <= one.metres ? best : one), null);
  return {
    wet,
    soils,
    ceiling: least(ceilings),
    building: least(buildings.filter(({ metres }) => metres < 25)),
    sun: hours.length > 0 ? Math.min(...hours) : null,
    spacing: laid?.spacing ?? planting.rows[0]?.spacing ?? 1.5,
    kept: laid?.row.kept ?? null,
  };
}

export interface Ranked {
  readonly species: Species;
  readonly verdict: 'suits' | 'with care' | 'does not suit';
  readonly score: number;
  /** Why, most telling first: what speaks against it, then what speaks for it. */
  readonly against: readonly string[];
  readonly inFavour: readonly string[];
}

/** What is said of a species at a spot: what forbids it, what wants care, what speaks for it. */
interface Said {
  readonly faults: string[];
  readonly cares: string[];
  readonly inFavour: string[];
}

const WEIGH = weights.spot;

/** How a species suits a spot, in words. */
export function rank(species: Species, spot: Spot, holding: Holding, use: Use | null): Ranked {
  const said: Said = { faults: [], cares: [], inFavour: [] };
  sayGround(said, species, spot, holding);
  sayRoom(said, species, spot, holding);
  const weight = sayPlace(said, species, holding);
  const { faults, cares, inFavour } = said;
  const { uses = [], fixesNitrogen, bearsWind, flammable } = moreOf(species);
  const thrives = holding.thriving.some(
    (one) =>
      one === species.id ||
      [species.common, species.botanical].some((name) => name.toLowerCase() === one.toLowerCase()),
  );
  if (thrives) inFavour.unshift('thrives within sight of the fence');
  if (use && uses.includes(use)) inFavour.push(`planted for ${use}`);
  if (bearsWind && use === 'windbreak') inFavour.push('stands in the open wind');
  if (fixesNitrogen) inFavour.push('feeds the soil with nitrogen');
  const score =
    weight +
    WEIGH.fault * faults.length +
    WEIGH.care * cares.length +
    WEIGH.inFavour * inFavour.length +
    (thrives ? WEIGH.thrives : 0) +
    (use && uses.includes(use) ? WEIGH.use : 0) +
    // Of two that suit, the one that can hurt nobody and burns less.
    (harmsOf(species).length > 0 ? WEIGH.harms : 0) +
    (flammable ? WEIGH.flammable : 0) +
    // Fruit bushes, herbs and climbers do a row's work only where they are asked for.
    (['fruit', 'herb', 'climber'].includes(species.kind) && !(use && uses.includes(use)) ? WEIGH.notAsked : 0);
  return {
    species,
    score,
    verdict: faults.length > 0 ? 'does not suit' : cares.length > 0 ? 'with care' : 'suits',
    against: [...faults, ...cares],
    inFavour,
  };
}

/** Water and soil. */
function sayGround({ faults, cares, inFavour }: Said, species: Species, spot: Spot, { units }: Holding): void {
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
function sayRoom({ faults, cares, inFavour }: Said, species: Species, spot: Spot, holding: Holding): void {
  const { units } = holding;
  const grown = becomes({ species, kept: spot.kept });
  if (spot.ceiling && grown.height > spot.ceiling.metres)
    faults.push(
      `${sayMetres(grown.height, units)} is too much under the ${sayMetres(spot.ceiling.metres, units)} that the ${spot.ceiling.name} leaves`,
    );
  else if (spot.ceiling && matureHeight(species) > spot.ceiling.metres)
    cares.push(`stays under the ${spot.ceiling.name} only while it is cut`);
  else if (spot.ceiling) inFavour.push(`stays under the ${spot.ceiling.name}`);
  if (spot.building && spot.building.metres < Math.min(species.width[1], spot.kept?.width ?? Infinity) / 2)
    cares.push(`its crown will touch the ${spot.building.name}`);
  if (spot.sun !== null) {
    const wanted = hoursWanted(holding, species);
    if (wanted > spot.sun) cares.push(`wants ${wanted} h of sun, the darkest plant has ${spot.sun.toFixed(1)}`);
    else if (spot.sun < 6) inFavour.push('bears the shade here');
  }
  if (spot.spacing > grown.width * 1.2) cares.push(`at ${sayMetres(spot.spacing, units)} apart it will not close`);
}

/** Region, winters, summers and those near it; what else is known against it. Returns how much it comes nearer for being of the place. */
function sayPlace({ faults, cares, inFavour }: Said, species: Species, holding: Holding): number {
  const { faults: forbids, cares: minds, inFavour: praises, weight } = belonging(species, holding);
  faults.push(...forbids);
  cares.push(...minds);
  inFavour.push(...praises);
  const { invasive } = moreOf(species);
  if (invasive) cares.push(invasive);
  return weight;
}

const sayMetres = (metres: number, units: Holding['units']): string =>
  formatLength(metres, units, { decimals: metres % 1 === 0 ? 0 : 1 });

/** All species ranked for a row, best first: those planted for what the planting is for before others; with a use only those planted for it. */
export function choose(holding: Holding, laid: Laid, rowId: string, use: Use | null): Ranked[] {
  const spot = spotOf(holding, laid, rowId);
  const wanted = use ?? purposes[laid.planting.purpose].use;
  return bookOf(holding)
    .all.filter((species) => !use || moreOf(species).uses?.includes(use))
    .map((species) => rank(species, spot, holding, wanted))
    .sort(
      (a, b) =>
        Number(a.verdict === 'does not suit') - Number(b.verdict === 'does not suit') ||
        b.score - a.score ||
        a.species.common.localeCompare(b.species.common),
    );
}
