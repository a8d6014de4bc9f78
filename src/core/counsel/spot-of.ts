import { distanceToArea } from '../geometry/polygon.ts';
import { featureLabel, featuresOf, nameOf } from '../ground/features.ts';
import { lineOf } from '../ground/local-rules.ts';
import { moistureOf, soilAt, soilZones, type SoilHere } from '../ground/soil.ts';
import { clearanceOf } from '../ground/wires.ts';
import type { Holding } from '../holding/schema.ts';
import { climateBand } from '../place/climate-band.ts';
import type { Laid } from '../ranks/laid.ts';
import { distancesFrom } from '../ranks/distances.ts';
import { plantAt, plantsInside, plantsWhere, plantsWithin } from '../ranks/near.ts';
import type { Spot } from '../ranks/spot.ts';
import { mainString, type Stand } from '../ranks/stand.ts';
import { sunHours } from '../sun/plant-hours.ts';

/** Half the width of the widest crown that is asked about, metres: farther off no wire hangs over a row. */
const WIDEST = 15;

/**
 * Reads the spot of a row off the plan: the hardest of each that any of its plants meets, or, `prevailing`, what at
 * least half of them meet. A corner that is wet or hangs under a wire is mended there; it does not decide a whole row.
 */
export function spotOf(
  holding: Holding,
  { planting, layout: { stand } }: Laid,
  rowId: string,
  prevailing = false,
): Spot {
  const laid = stand.rows[mainString(stand, rowId)];
  const isMine = (i: number) => stand.rows[stand.row[i]!]!.row.id === rowId;
  const mine = plantsWhere(stand, isMine);
  const counts = (plants: readonly number[]): boolean =>
    plants.length > 0 && (!prevailing || plants.length * 2 >= mine.length);
  const met = (plants: readonly number[]): boolean => counts(plants.filter(isMine));
  /** Of a measure of each plant the least, or what half of them have at most. */
  const lowest = (values: readonly number[]): number =>
    values.length === 0 ? Infinity : values.toSorted((a, b) => a - b)[prevailing ? (values.length - 1) >> 1 : 0]!;
  const buildings = featuresOf(holding.features, 'building').map((feature) => ({
    name: nameOf(feature),
    metres: lowest(mine.map((i) => distanceToArea(feature.ring, plantAt(stand, i)))),
  }));
  const asked = sunHours(holding, stand);
  const sun = lowest(asked.sample.filter(isMine).map(asked.at));
  return {
    wet: wetOf(holding, stand, met),
    soils: soilsOf(holding, stand, mine, counts),
    ceilings: ceilingsOf(holding, stand, isMine, met, lowest),
    building: buildings.filter(({ metres }) => metres < 25).sort((a, b) => a.metres - b.metres)[0] ?? null,
    sun: Number.isFinite(sun) ? sun : null,
    spacing: laid?.spacing ?? planting.rows[0]?.spacing ?? 1.5,
    kept: laid?.row.kept ?? null,
  };
}

type Asks = (plants: readonly number[]) => boolean;

/** The wettest ground that enough plants stand in; what stands wet for days only is damp. */
function wetOf({ features }: Holding, stand: Stand, met: Asks): Spot['wet'] {
  const here = featuresOf(features, 'wetGround').map((feature) => ({
    feature,
    plants: plantsInside(stand, feature.ring),
  }));
  const among = (of: typeof here): Spot['wet'] => {
    const plants = [...new Set(of.flatMap((one) => one.plants))];
    if (!met(plants)) return null;
    const { feature } = of.reduce((a, b) => (b.plants.length > a.plants.length ? b : a));
    return { moisture: feature.stands === 'days' ? 'damp' : 'wet', name: nameOf(feature) };
  };
  return among(here.filter(({ feature }) => feature.stands !== 'days')) ?? among(here);
}

/** The soils that enough plants stand in. */
function soilsOf(holding: Holding, stand: Stand, mine: readonly number[], counts: Asks): Spot['soils'] {
  const zones = soilZones(holding.features);
  const band = climateBand(holding);
  const plantsOf = new Map<SoilHere, number[]>();
  for (const i of zones.length > 0 ? mine : []) {
    const zone = soilAt(zones, plantAt(stand, i));
    const others = zone && plantsOf.get(zone);
    if (others) others.push(i);
    else if (zone) plantsOf.set(zone, [i]);
  }
  return [...plantsOf]
    .filter(([, plants]) => counts(plants))
    .map(([{ zone, drainage }]) => ({
      label: featureLabel(zone, holding.units),
      moisture: moistureOf(drainage, band),
      ph: zone.ph,
      depth: zone.depth,
      texture: zone.texture,
    }));
}

/** Heights that are left to enough plants by wires and by rules of the place, lowest first. */
function ceilingsOf(
  holding: Holding,
  stand: Stand,
  isMine: (i: number) => boolean,
  met: Asks,
  lowest: (values: readonly number[]) => number,
): Spot['ceilings'] {
  const wires = featuresOf(holding.features, 'overheadLine').flatMap((wire) => {
    const clearance = clearanceOf(wire, holding);
    if (!met(plantsWithin(stand, wire.line, clearance + WIDEST).plants)) return [];
    const { distance } = distancesFrom(stand, wire.line);
    const away = lowest(plantsWhere(stand, isMine).map((i) => distance[i]!));
    return [{ metres: wire.height - clearance, name: nameOf(wire), aside: away - clearance }];
  });
  const rules = holding.rules.flatMap((rule) => {
    const under = (most: number, name: string) => [{ metres: most, name, aside: -Infinity }];
    if (rule.kind === 'sightTriangle')
      return met(plantsInside(stand, rule.ring)) ? under(rule.most, 'sight triangle') : [];
    const line = rule.kind === 'height' ? lineOf(rule.along, holding) : null;
    return rule.kind === 'height' &&
      line &&
      met(plantsWithin(stand, line.points, rule.metres + line.edge, line.closed).plants)
      ? under(rule.most, `rule along ${line.name}`)
      : [];
  });
  return [...wires, ...rules].sort((a, b) => a.metres - b.metres);
}
