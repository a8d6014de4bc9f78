import type { Point } from '../src/core/geometry/point.ts';
import { closesAfter, crownCompetition, rowCover, scatteredCover } from '../src/core/years/closure.ts';
import { pathThrough, radiusTowards, raisedBase, towards, type Crown, type Spot } from '../src/core/years/crown.ts';
import { leafDensity, meanSeenThrough, seenThrough, throughSlab, type BeltRow } from '../src/core/years/density.ts';
import { crownWidth, heightAt, LAST_YEAR, type Growing } from '../src/core/years/growth.ts';
import { bloomTogether, equalSpecies, pollenServed, topShare, worstPest } from '../src/core/years/mixture.ts';
import { growthInLight, heightsByYear, shareAlive, siteQuality, stemThickness } from '../src/core/years/pace.ts';
import { clearOf, juglansReach, yearNearWire } from '../src/core/years/reach.ts';
import { bestRowOrder, rowLight } from '../src/core/years/row-light.ts';
import { shadowBox, shadowOffset } from '../src/core/effects/shadow.ts';
import {
  cutOverRose,
  feltCold,
  fittedWind,
  gapWind,
  obliqueWind,
  togetherWind,
  windAt,
  windBehind,
} from '../src/core/effects/shelter.ts';
import { heightOfSight, screenedFrom, seenBetween } from '../src/core/effects/sight.ts';
import { lightAt, skyShare, sunAboveAir, usableLight } from '../src/core/years/sky-light.ts';
import { driftLength, driftSetback, heightToHold, snowBlown, snowBrought, snowHeld } from '../src/core/effects/snow.ts';
import {
  dayShade,
  nitrogenKept,
  shadeOnStream,
  soilKept,
  stripServes,
  type Banks,
} from '../src/core/effects/stream.ts';

// Each case's inputs have the shape that its note prints; the note, not a schema, is their source.
// oxlint-disable-next-line typescript/no-explicit-any
type Inputs = any;

const growing = ({ Hmax, G, p, h0, D, L, q = 1, qSite }: Inputs): Growing => ({
  fullHeight: Hmax,
  fastest: G,
  shape: p,
  start: h0,
  check: { share: D, years: L },
  pace: q,
  site: qSite,
});
const crown = ({ x, y, r, cb, H, shape, mu = 0, planes }: Inputs): Crown => ({
  x,
  y,
  r,
  base: cb,
  top: H,
  shape,
  mu,
  ...(planes && { planes }),
});
const belt = ({ x0, y, s, shape, r, cb, H, mu, survival }: Inputs): BeltRow => ({
  along: x0,
  behind: y,
  spacing: s,
  shape,
  r,
  base: cb,
  top: H,
  mu,
  alive: survival,
});
const lit = ({ x, H, cb, w, mu, f }: Inputs) => ({ offset: x, top: H, base: cb, width: w, mu, stands: f });
const suns = (all: Inputs[]) => all.map(({ az, el, w }) => ({ azimuth: az, elevation: el, weight: w }));
const banks = ({ L, R }: Inputs): Banks => {
  const bank = (one: Inputs) => (one ? { height: one.H, away: one.d, passes: one.tau } : null);
  return { left: bank(L), right: bank(R) };
};
const walls = (all: Inputs[]) => all.map(({ a, b, h }) => ({ from: a as Point, to: b as Point, height: h as number }));
/** The first whole year, 0 to 40, that holds. */
const firstWhole = (holds: (year: number) => boolean): number | null => {
  for (let year = 0; year <= LAST_YEAR; year++) if (holds(year)) return year;
  return null;
};

/** The topics of what a planting becomes and does, each by the core's own functions. */
export const effects: Readonly<Record<string, (inputs: Inputs) => unknown>> = {
  'growth.siteQ': ({ factors }) => siteQuality(factors),
  'growth.heightSeries': ({ qByYear, ...plant }) => heightsByYear(growing(plant), qByYear).at(-1),
  'growth.radiusToward': ({ rFreeI, rFreeJ, d }) => radiusTowards(rFreeI, rFreeJ, d),
  'growth.crownBaseStep': ({ cb, H, cbr, CI, kappa, rho }) =>
    raisedBase(cb, H, { least: cbr, shedding: kappa, crowding: CI, pace: rho }),
  'growth.lightResponse': ({ tolerance, al }) => growthInLight(tolerance, al),
  'growth.stemDiameter': ({ H, Hmax, delta, gamma }) => {
    const { foot, breast } = stemThickness(H, Hmax, delta, gamma);
    return { basalCm: foot, dbhCm: breast };
  },
  'growth.survival': ({ t, est, m }) => shareAlive(t, est, m),
  'closure.year': ({ spacing, plant, Wmax, beta }) => closesAfter(spacing, growing(plant), Wmax, beta),
  'closure.coverRow': ({ r, s, w }) => rowCover(r, s, w),
  'closure.coverBoolean': ({ sumCrownArea, plotArea }) => scatteredCover(sumCrownArea, plotArea),
  'closure.ccf': ({ freeCrownWidths, plotArea }) => crownCompetition(freeCrownWidths, plotArea),
  'porosity.ladEff': ({ lad0, cap, shape, ra, rc, h }) => leafDensity(lad0, cap, { shape, along: ra, across: rc, h }),
  'porosity.slab': ({ mu, width, phi }) => throughSlab(mu, width, phi),
  'porosity.band': ({ rows, z, phi }) => seenThrough(rows.map(belt), z, phi),
  'porosity.mean': ({ rows, phi, bands }) => meanSeenThrough(rows.map(belt), phi, bands),
  'wind.raw': ({ x, theta }) => fittedWind(x, theta),
  'wind.shelter': ({ x, theta }) => windBehind(x, theta),
  'wind.oblique': ({ xPerp, theta, phi }) => obliqueWind(xPerp, theta, phi),
  'wind.combine': ({ rel }) => togetherWind(rel),
  'wind.finiteBarrier': ({ point, windFromDeg, barrier: { x0, y0, x1, y1, H, theta } }) =>
    windAt(point, windFromDeg, { from: [x0, y0], to: [x1, y1], height: H, theta }),
  'wind.roseMean': ({ sectors, n }) =>
    cutOverRose(
      sectors.map(({ p, u, f }: Inputs) => ({ share: p, speed: u, left: f })),
      n,
    ),
  'wind.gapJet': ({ gapWidth, H, x, lateral }) => gapWind(gapWidth, H, x, lateral),
  'wind.chill': ({ tempC, windKmh }) => feltCold(tempC, windKmh),
  'snow.capacity': ({ H, P }) => snowHeld(H, P),
  'snow.driftLength': ({ H, P }) => driftLength(H, P),
  'snow.setback': ({ H, P, windAngleDeg }) => driftSetback(H, P, windAngleDeg),
  'snow.transport': ({ SweMm, relocation, fetchM, T }) =>
    snowBrought({ water: SweMm, moved: relocation, fetch: fetchM, farthest: T }),
  'snow.flux': ({ u10 }) => snowBlown(u10),
  'snow.requiredHeight': ({ Qt, P }) => heightToHold(Qt, P),
  'snow.firstYear': ({ Qt, P, plant }) => firstWhole((year) => snowHeld(heightAt(growing(plant), year), P) >= Qt),
  'shade.chord': ({ origin, sunAz, sunEl, crown: one }) => pathThrough(origin, towards(sunAz, sunEl), crown(one)),
  'shade.shadowOffset': ({ height, sunAz, sunEl, slope }) => shadowOffset(height, sunAz, sunEl, slope),
  'shade.shadowBox': ({ crown: one, sunAz, sunEl, slope }) => shadowBox(crown(one), sunAz, sunEl, slope),
  'shade.rowLight': ({ rows, target, rowAz, frac, suns: all }) =>
    rowLight(rows.map(lit), target, rowAz, frac, suns(all)),
  'shade.rowOrder': ({ plants, xs, rowAz, frac, suns: all }) => {
    const rows = plants.map((plant: Inputs) => ({ ...lit(plant), need: plant.need }));
    const { order, score } = bestRowOrder(rows, xs, rowAz, frac, suns(all));
    return { order: order.map((k) => plants[k].id), score };
  },
  'light.ra': ({ lat, doy }) => sunAboveAir(lat, doy),
  'light.diffuseFraction': ({ K, sunsetHourAngleDeg }) => skyShare(K, sunsetHourAngleDeg),
  'light.dliOpen': ({ lat, doy, K }) => usableLight(lat, doy, K),
  'light.plant': ({ point, crowns, diffuse, suns: all }) => lightAt(point, crowns.map(crown), diffuse, suns(all)),
  'privacy.rayTransmittance': ({ eye, target, crowns, walls: all }) =>
    seenBetween(eye, target, crowns.map(crown), walls(all)),
  'privacy.screened': ({ eyes, targets, crowns, walls: all }) =>
    screenedFrom(eyes, targets, crowns.map(crown), walls(all)),
  'privacy.firstYear': ({ plant, Wmax, beta, cbr, shape, s, n, rowX, eyes, targets, threshold, mu }) =>
    firstWhole((year) => {
      const top = heightAt(growing(plant), year);
      const r = crownWidth(top, plant.Hmax, Wmax, beta) / 2;
      const row = Array.from({ length: n }, (_, i): Crown => {
        const planes = [
          [0, 1, s / 2],
          [0, -1, s / 2],
        ] as const;
        return { x: rowX, y: (i - n / 2) * s, r, base: cbr * top, top, shape, mu, planes };
      });
      return screenedFrom(eyes as Spot[], targets as Spot[], row, []).screened >= threshold;
    }),
  'privacy.requiredHeight': ({ eyeZ, targetZ, eyeToBarrier, eyeToTarget }) =>
    heightOfSight(eyeZ, targetZ, eyeToBarrier, eyeToTarget),
  'riparian.functions': ({ widthM }) => Object.fromEntries(stripServes(widthM).map(({ key, served }) => [key, served])),
  'riparian.sedimentBand': ({ widthM }) => soilKept(widthM),
  'riparian.nitrogenBand': ({ widthM }) => nitrogenKept(widthM),
  'riparian.streamShade': ({ sunAz, sunEl, streamAz, widthM, banks: both }) =>
    shadeOnStream({ azimuth: sunAz, elevation: sunEl }, streamAz, widthM, banks(both)),
  'riparian.dayShade': ({ lat, doy, streamAz, widthM, banks: both }) =>
    dayShade(lat, doy, streamAz, widthM, banks(both)),
  'diversity.hill': ({ amounts }) => {
    const { byShare, bySquare } = equalSpecies(amounts);
    return { n1: byShare, n2: bySquare };
  },
  'diversity.topShares': ({ amounts, species, genera, families }) => ({
    species: topShare(amounts, species).share,
    genus: topShare(amounts, genera).share,
    family: topShare(amounts, families).share,
  }),
  'diversity.pestExposure': ({ amounts, hosts }) => {
    const { pest, share } = worstPest(amounts, hosts);
    return { id: pest, share };
  },
  'diversity.bloomOverlap': ({ targetFrom, targetTo, partnerFrom, partnerTo }) =>
    bloomTogether(targetFrom, targetTo, partnerFrom, partnerTo),
  'diversity.pollen': ({ distance, overlap, d0, compat }) => pollenServed(distance, overlap, d0, compat),
  'diversity.juglansRadius': ({ crownRadius, k, min, max }) => juglansReach(crownRadius, k, min, max),
  'risk.clearance': ({ horizontalDistance, crownRadius, wireHeight, treeHeight }) =>
    clearOf(horizontalDistance, crownRadius, wireHeight, treeHeight),
  'risk.firstYear': ({ plant, Wmax, beta, horizontalDistance, wireHeight, minClearance }) =>
    yearNearWire(growing(plant), Wmax, beta, { away: horizontalDistance, wire: wireHeight, least: minClearance }),
};
