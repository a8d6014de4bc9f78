import { distanceToArea } from '../geometry/polygon.ts';
import { featureLabel, featuresOf, nameOf } from '../ground/features.ts';
import { lineOf } from '../ground/local-rules.ts';
import { moistureOf, soilAt, soilZones } from '../ground/soil.ts';
import { clearanceOf } from '../ground/wires.ts';
import type { Holding } from '../holding/schema.ts';
import { climateBand } from '../place/climate-band.ts';
import type { Laid } from '../ranks/laid.ts';
import { distancesFrom } from '../ranks/distances.ts';
import { plantAt, plantsInside, plantsWhere, plantsWithin } from '../ranks/near.ts';
import type { Spot } from '../ranks/spot.ts';
import { mainString } from '../ranks/stand.ts';
import { sunHours } from '../sun/plant-hours.ts';

/** Half the width of the widest crown that is asked about, metres: farther off no wire hangs over a row. */
const WIDEST = 15;

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
    ...featuresOf(holding.features, 'overheadLine').flatMap((wire) => {
      const clearance = clearanceOf(wire, holding);
      const { plants } = plantsWithin(stand, wire.line, clearance + WIDEST);
      const under = mine(plants);
      if (under.length === 0) return [];
      const { distance } = distancesFrom(stand, wire.line);
      const nearest = Math.min(...under.map((i) => distance[i]!));
      return [{ metres: wire.height - clearance, name: nameOf(wire), aside: nearest - clearance }];
    }),
    ...holding.rules.flatMap((rule) => {
      const under = (most: number, name: string) => [{ metres: most, name, aside: -Infinity }];
      if (rule.kind === 'sightTriangle')
        return mine(plantsInside(stand, rule.ring)).length > 0 ? under(rule.most, 'sight triangle') : [];
      const line = rule.kind === 'height' ? lineOf(rule.along, holding) : null;
      return rule.kind === 'height' &&
        line &&
        mine(plantsWithin(stand, line.points, rule.metres, line.closed).plants).length > 0
        ? under(rule.most, `rule along ${line.name}`)
        : [];
    }),
  ].sort((a, b) => a.metres - b.metres);
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
    ceilings,
    building: least(buildings.filter(({ metres }) => metres < 25)),
    sun: hours.length > 0 ? Math.min(...hours) : null,
    spacing: laid?.spacing ?? planting.rows[0]?.spacing ?? 1.5,
    kept: laid?.row.kept ?? null,
  };
}
