import type { ClimateBand } from '../place/climate-band.ts';
import type { Point } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import type { DRAINAGES, Feature, FeatureOf } from '../holding/ground-schema.ts';
import type { Moisture } from '../holding/species-schema.ts';
import { formatLength, type UnitSystem } from '../units/quantities.ts';
import { featuresOf } from './features.ts';
import soilData from './soil.json' with { type: 'json' };

export type Drainage = (typeof DRAINAGES)[number];
export const soilSource = soilData.source;
/** Rooting depth below which a soil counts as shallow, metres. */
export const SHALLOW = soilData.shallow;

/** Water that a texture holds for plants, m³ in m³; that of a loam where none is known. */
export const waterHeld = (texture: string | null): number =>
  (soilData.held.of as Record<string, number>)[texture ?? ''] ?? soilData.held.unknown;

/** Rate and class of a percolation test: `fall` metres of water in `minutes`, in a hole that was wetted first. */
export function percolationOf({ fall, minutes }: { readonly fall: number; readonly minutes: number }): {
  millimetresHour: number;
  drainage: Drainage;
} {
  const millimetresHour = (fall * 1000 * 60) / minutes;
  const found = soilData.classes.find(({ below }) => below === null || millimetresHour < below - 1e-9)!;
  return { millimetresHour, drainage: found.drainage as Drainage };
}

/** The rate in words: '51 mm an hour: drains moderately'. */
export function percolationWords(test: FeatureOf<'percolation'>, units: UnitSystem): string {
  const { millimetresHour, drainage } = percolationOf(test);
  const rate = units === 'us' ? `${(millimetresHour / 25.4).toFixed(1)} in` : `${Math.round(millimetresHour)} mm`;
  return `${rate} an hour: drainage ${drainage}.`;
}

/** What a hole test says of planting there. */
export function holeWords({ depth, water, pan, texture }: FeatureOf<'holeTest'>, units: UnitSystem): string {
  const length = (metres: number) => formatLength(metres, units, { decimals: 2 });
  const parts = [
    water !== null
      ? `Water stands at ${length(water)}: ${water < SHALLOW ? 'only what bears wet feet, or plant proud' : 'deep roots will meet it'}`
      : `No water to ${length(depth)}`,
    ...(pan !== null
      ? [
          `a pan or rock at ${length(pan)}: ${pan < SHALLOW ? 'break it or plant shallow-rooted kinds' : 'room enough for most roots'}`,
        ]
      : []),
    ...(texture === 'clay' || texture === 'clayLoam'
      ? ['score the sides of each hole, which a spade leaves slick']
      : []),
  ];
  return `${parts.join('; ')}.`;
}

/** The soil zone at a place, the last drawn where zones overlap, with its drainage as tests in it measured it. */
export interface SoilHere {
  readonly zone: FeatureOf<'soilZone'>;
  readonly drainage: Drainage;
  readonly measured: boolean;
}

export const soilZones = (features: readonly Feature[]): SoilHere[] => {
  const tests = featuresOf(features, 'percolation');
  return featuresOf(features, 'soilZone').map((zone) => {
    const rates = tests.filter(({ at }) => isInside(zone.ring, at)).map((test) => test.fall / test.minutes);
    if (rates.length === 0) return { zone, drainage: zone.drainage, measured: false };
    const mean = rates.reduce((sum, rate) => sum + rate, 0) / rates.length;
    return { zone, drainage: percolationOf({ fall: mean, minutes: 1 }).drainage, measured: true };
  });
};

export const soilAt = (zones: readonly SoilHere[], p: Point): SoilHere | null =>
  zones.findLast(({ zone }) => isInside(zone.ring, p)) ?? null;

/** How wet the ground is that drains so, on the species' own scale. */
export const moistureOf = (
  drainage: Drainage,
  { rain, drySummer }: Pick<ClimateBand, 'rain' | 'drySummer'>,
): Moisture =>
  drainage === 'free' && rain !== null && rain >= soilData.wetClimate.rain && !drySummer
    ? 'moist'
    : (soilData.bears[drainage] as Moisture);
