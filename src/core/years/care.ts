import { z } from 'zod';
import { soilAt, soilZones, moistureOf } from '../ground/soil.ts';
import { isInside } from '../geometry/polygon.ts';
import { wayFor } from '../holding/means-schema.ts';
import { ANIMALS } from '../holding/ground-schema.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { MOISTURES, type Species } from '../holding/species-schema.ts';
import { climateBand } from '../place/climate-band.ts';
import type { Point } from '../geometry/point.ts';
import type { Lot } from '../ranks/stand.ts';
import { siteQuality } from './pace.ts';
import { stockOf } from '../species/stock.ts';
import careData from './care.json' with { type: 'json' };

const share = z.number().min(0).max(1);
const rates = z
  .object({
    source: z.string().min(1),
    /** Growth on ground as wet as the species likes, one class off, more. */
    moistureOff: z.array(share).length(3),
    /** Within the species' pH, within `near` of it, outside. */
    ph: z.object({ near: z.number(), off: z.array(share).length(3) }),
    depth: z.array(z.object({ from: z.number(), factor: share })),
    /** By method against weeds, for so many years; every other method keeps the ground clean. */
    weeds: z.record(z.string(), share),
    weedYears: z.number(),
    /** Eaten each winter until it is so high, metres, by these. */
    browsed: share,
    browsedTo: z.number(),
    browsers: z.array(z.enum(ANIMALS)),
    /** In a season of the first so many that is not watered, where summers are dry. */
    dry: share,
    dryYears: z.number(),
    /** Share of those alive after a year that are still so after three, and what dies each year later. */
    established: share,
    toll: share,
  })
  .parse(careData);

/** What the ground and the care of one kind of plants of a row come to. */
export interface Care {
  /** Site quality for it, 0 to 1, and what it was reckoned from. */
  readonly site: number;
  readonly factors: readonly { readonly of: string; readonly factor: number }[];
  /** Multiplier of growth in its season `n`, from 1, at a height. */
  pace(season: number, height: number): number;
  /** What slows it, in words. */
  readonly slowed: readonly string[];
}

type Ground = Pick<Holding, 'features' | 'settings' | 'units' | 'climate' | 'region' | 'place' | 'animals'>;

/** Site and care of plants that grow alike, in a row, judged where they stand in the middle. */
export function careOf(planting: Planting, rowId: string, lot: Lot, at: Point, holding: Ground): Care {
  const { species, stock } = lot;
  const band = climateBand(holding);
  const soil = soilAt(soilZones(holding.features), at);
  const factors = [
    { of: 'the site', factor: settingOf(holding, 'growth.site') },
    ...(soil
      ? [
          { of: 'how wet the ground is', factor: moistureFactor(species, moistureOf(soil.drainage, band)) },
          { of: 'its pH', factor: phFactor(species, soil.zone.ph) },
          { of: 'its depth', factor: depthFactor(soil.zone.depth) },
        ]
      : []),
  ].filter(({ factor }, i) => i === 0 || factor < 1);
  const { method } = wayFor(planting.means.weeds, { species: species.id, row: rowId, stock });
  const weeds = rates.weeds[method] ?? 1;
  const guarded = wayFor(planting.means.protection, { species: species.id, row: rowId, stock }).method !== 'none';
  const eaten = !guarded && browsersAt(at, holding);
  const watered = Math.round(planting.means.water.measures['water.seasons'] ?? settingOf(holding, 'water.seasons'));
  const dry = band.drySummer && watered < rates.dryYears;
  return {
    site: siteQuality(factors.map(({ factor }) => factor)),
    factors,
    pace: (season, height) =>
      (season <= rates.weedYears ? weeds : 1) *
      (eaten && height < rates.browsedTo ? rates.browsed : 1) *
      (dry && season > watered && season <= rates.dryYears ? rates.dry : 1),
    slowed: [
      ...factors.slice(1).map(({ of }) => of),
      ...(weeds < 1 ? ['weeds in the first years'] : []),
      ...(eaten ? ['browsing, with no guard'] : []),
      ...(dry ? ['dry summers without water'] : []),
    ],
  };
}

function moistureFactor({ moisture }: Species, here: (typeof MOISTURES)[number]): number {
  const at = MOISTURES.indexOf(here);
  const off = Math.max(0, MOISTURES.indexOf(moisture[0]) - at, at - MOISTURES.indexOf(moisture[1]));
  return rates.moistureOff[Math.min(2, off)]!;
}

function phFactor({ ph }: Species, here: number | null): number {
  if (!ph || here === null) return 1;
  const off = Math.max(0, ph[0] - here, here - ph[1]);
  return rates.ph.off[off <= 1e-9 ? 0 : off <= rates.ph.near + 1e-9 ? 1 : 2]!;
}

const depthFactor = (depth: number | null): number =>
  depth === null ? 1 : rates.depth.find(({ from }) => depth >= from)!.factor;

const browsersAt = (at: Point, { animals, features }: Pick<Ground, 'animals' | 'features'>): boolean => {
  const eats = (animal: (typeof ANIMALS)[number]) => rates.browsers.includes(animal);
  return (
    animals.some(eats) ||
    features.some((feature) => feature.kind === 'browsed' && feature.animals.some(eats) && isInside(feature.ring, at))
  );
};

/** Share of a stock that lives after `years`, 0 to 1. */
export const livingOf = (stock: string, years: number): number => {
  const first = stockOf(stock).survival;
  return years <= 1
    ? first ** Math.max(0, years)
    : first * rates.established ** (Math.min(years - 1, 2) / 2) * (1 - rates.toll) ** Math.max(0, years - 3);
};

/**
 * Share of places that hold a living plant after `season` growing seasons, 0 to 1, where the share `fill` of those that are
 * empty is planted again in each of the first two winters: what is planted later lives as its stock does, from then on.
 */
export function standingOf(stock: string, season: number, fill: number): number {
  const first = fill * (1 - livingOf(stock, 1));
  const second = fill * (1 - livingOf(stock, 2) - first * livingOf(stock, 1));
  return (
    livingOf(stock, season) +
    (season >= 1 ? first * livingOf(stock, season - 1) : 0) +
    (season >= 2 ? second * livingOf(stock, season - 2) : 0)
  );
}

export const careSource = rates.source;
