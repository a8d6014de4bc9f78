import type { Animal } from '../src/core/holding/ground-schema.ts';
import {
  diagonal,
  setbackToStake,
  slopeLength,
  squareError,
  stationLabel,
  tapeMark,
  walk,
} from '../src/core/field/stake.ts';
import { chainageOf, polyline } from '../src/core/geometry/polyline.ts';
import type { Point } from '../src/core/geometry/point.ts';
import { chord, rayFrom } from '../src/core/sun/casters.ts';
import { sunPosition } from '../src/core/sun/sun.ts';
import { choosePacks, priceBreak } from '../src/core/account/packs.ts';
import {
  breakEvenArea,
  breakEvenLine,
  breakEvenPlants,
  compareFence,
} from '../src/core/means/protection/break-even.ts';
import { guardHeight, stakeLength, tiesFor, withSpares } from '../src/core/means/protection/guards.ts';
import { basket, cages } from '../src/core/means/protection/pieces.ts';
import { augerFor, ballMass, bowl, crewDays, gypsum, holeSize, holeVolumes, rootGel } from '../src/core/means/holes.ts';
import { budgetTotal, costPerSurvivor, sizeYears } from '../src/core/order/money.ts';
import {
  basinLitres,
  bowser,
  bucketDrain,
  bucketRounds,
  dripZones,
  effectiveRain,
  headLoss,
  plantingWater,
  wateringInterval,
  weeklyWater,
} from '../src/core/means/water.ts';
import { chainedSurvival, finalOrder, leastOrder, sparesFor } from '../src/core/account/survival.ts';
import { careCost } from '../src/core/means/weeds/cost.ts';
import { cuttingPlan } from '../src/core/means/weeds/cutting-plan.ts';
import { headland, mowHours, mowLane } from '../src/core/means/weeds/lanes.ts';
import {
  bagsFor,
  fabricPins,
  matsAndPins,
  mulchRings,
  mulchStrip,
  spotArea,
  stripsAcross,
  xCut,
} from '../src/core/means/weeds/mulch.ts';
import { reserveWeeks } from '../src/core/means/weeds/reserve.ts';
import { cycleOf, fittedIntervals, places, standardPlaces } from '../src/core/ranks/counting.ts';
import { parallel } from '../src/core/geometry/parallel.ts';
import { density, type BlockPattern } from '../src/core/ranks/block.ts';
import { clearedStretch } from '../src/core/ranks/clearing.ts';
import { bestCycle, drift, evenMix, quotas } from '../src/core/ranks/mix.ts';
import { tightestSpacing, useUp } from '../src/core/ranks/use-up.ts';
import { toUs, type UsUnit } from '../src/core/units/quantities.ts';
import { intervals } from '../src/core/units/rounding.ts';
import { lightAbove, throughLayer } from '../src/core/years/layer-light.ts';
import { crownWidth, heightAt, rateConstant, rateConstantFrom, type Growing } from '../src/core/years/growth.ts';
import { calendar } from './calendar.ts';
import { effects } from './effects.ts';
import { row, sample, standOf } from './sample.ts';
import { speciesAt } from '../src/core/ranks/stand.ts';

/** Marks inputs that the product has no use for yet; they are counted apart and never passed silently. */
export const NOT_BUILT = Symbol('not built');

// Each case's inputs have the shape that its note prints; the note, not a schema, is their source.
// oxlint-disable-next-line typescript/no-explicit-any
type Inputs = any;

const remainder = (L: number, s: number) => Math.max(0, L - intervals(L, s) * s);
const runs = (pattern: [string, number][]) => pattern.map(([species, count]) => ({ species, count }));

function tally(
  n: number,
  pattern: [string, number][],
  phase = 0,
  replace: readonly number[] = [],
): Record<string, number> {
  const cycle = cycleOf(runs(pattern));
  const sums: Record<string, number> = {};
  for (let i = 0; i < n; i++) {
    const name = replace.includes(i) ? 'STD' : cycle[(i + phase) % cycle.length]!;
    sums[name] = (sums[name] ?? 0) + 1;
  }
  return sums;
}

/** A crown of the note as the product's own: its middle and half height. */
const egg = ({ x, y, r, cb, H }: Inputs) => ({ x, y, z: (H + cb) / 2, r, half: (H - cb) / 2 });

/** A volume as the note prints it. */
const mulched = ({ settled, order }: { settled: number; order: number }, bagL: number) => ({
  settledM3: settled,
  orderM3: order,
  orderYd3: toUs(order, 'yd3'),
  bags: bagsFor(order, bagL),
});

const growing = ({ Hmax, G, p, h0, D, L, q, qSite }: Record<string, number>): Growing => ({
  fullHeight: Hmax!,
  fastest: G!,
  shape: p!,
  start: h0!,
  check: { share: D!, years: L! },
  pace: q!,
  site: qSite!,
});

/** The whole row set through the product's own layout: letters become species, the standard a lime. */
function wholePlan({ L, s, rows, gaps, clearance, standards }: Inputs) {
  const letters: Record<string, string> = {
    A: 'Corylus avellana',
    B: 'Acer campestre',
    C: 'Rosa canina',
    D: 'Cornus sanguinea',
  };
  const turned = (pattern: [string, number][], phase: number): [number, string][] => {
    const cycle = cycleOf(runs(pattern));
    return cycle.map((_, i) => [1, letters[cycle[(i + phase) % cycle.length]!]!]);
  };
  const holding = sample({
    length: L,
    rows: rows.map(({ pattern, phase }: { pattern: [string, number][]; phase: number }, r: number) =>
      row({
        spacing: s,
        rowGap: r,
        staggered: r % 2 === 1,
        species: turned(pattern, phase),
        standards:
          standards?.row === r ? { species: 'Tilia cordata', every: standards.D, first: standards.first } : null,
      }),
    ),
    planting: { gaps: gaps.map(([a, b]: [number, number]) => ({ at: (a + b) / 2, width: b - a + 2 * clearance })) },
  });
  const stand = standOf(holding);
  const names = Object.fromEntries(
    Object.entries(letters).map(([letter, name]) => [name.toLowerCase().replace(' ', '-'), letter]),
  );
  const perRow = stand.rows.map(({ from, to }) => {
    const sums: Record<string, number> = {};
    for (let i = from; i < to; i++) {
      const name = names[speciesAt(stand, i).id] ?? 'STD';
      sums[name] = (sums[name] ?? 0) + 1;
    }
    return sums;
  });
  return { perRow, total: addUp(perRow) };
}

const addUp = (all: readonly Record<string, number>[]) => {
  const total: Record<string, number> = {};
  for (const sums of all) for (const [name, n] of Object.entries(sums)) total[name] = (total[name] ?? 0) + n;
  return total;
};

/** Corners of a line of these legs, each turned left by its angle; the way back of a closed one is left out. */
function legs(segments: readonly number[], turns: readonly number[], closed: boolean): [number, number][] {
  const points: [number, number][] = [[0, 0]];
  let heading = 0;
  segments.slice(0, closed ? -1 : undefined).forEach((length, i) => {
    const [x, y] = points.at(-1)!;
    points.push([x + length * Math.cos(heading), y + length * Math.sin(heading)]);
    heading += ((turns[i] ?? 0) * Math.PI) / 180;
  });
  return points;
}

/** A bend to the left of this length and turn, in steps too small to matter. */
function arc(length: number, turnDeg: number) {
  const steps = 1000;
  return polyline(
    legs(
      Array.from({ length: steps }, () => length / steps),
      Array.from({ length: steps }, () => turnDeg / (steps - 1)),
      false,
    ),
  );
}

/** A lattice through `origin` in a polygon, as the block that the product lays: its grid is moved until it runs through there. */
function blockCount(outline: Point[], s: number, pattern: BlockPattern, [ox, oy]: Point, headland: number): number {
  const gap = { square: s, triangular: (s * Math.sqrt(3)) / 2, quincunx: s / 2, rows: s }[pattern];
  const [west, north] = [Math.min(...outline.map(([x]) => x)), Math.max(...outline.map(([, y]) => y))];
  const down = north - oy;
  const rows = [row({ spacing: s, rowGap: gap }), row({ spacing: s, rowGap: gap, staggered: pattern !== 'square' })];
  // The first row lies as many whole pairs of gaps above the origin as fit.
  const across = down - Math.floor(down / (2 * gap) + 1e-9) * 2 * gap - headland;
  const count = (shift: number) =>
    standOf(
      sample({
        planting: {
          baseline: {
            outline: outline.map(([x, y]) => [x, y]),
            bearing: 90,
            headland,
            shift: { along: ox - west - headland, across: shift },
          },
        },
        rows,
      }),
    ).count;
  return count(across - 2 * gap);
}

/** Each topic of the working notes on the core's own function; a topic enters when its part is built. */
export const adapter: Readonly<Record<string, (inputs: Inputs) => unknown>> = {
  'unit.toUS': ({ value, unit }) => toUs(value, unit as UsUnit),
  'count.line': ({ L, s, mode }) => {
    // A joint to another line is a row that stops, or starts too, a spacing short of it.
    const [start, stop] = [mode === 'none' ? s : 0, mode === 'none' || mode === 'start' ? s : 0];
    const { at } = places(L - start - stop, {
      spacing: s,
      ends: mode === 'inset' ? 'centre' : 'keep',
      closed: mode === 'ring',
    });
    return { n: at.length, first: start + at[0]!, remainder: remainder(L, s) };
  },
  'count.fit': ({ L, s, mode, tolPct }) => {
    const m = fittedIntervals(L, s);
    const ends = ({ inset: 'fitInset', start: 'fitStart' } as const)[mode as string] ?? 'fit';
    const { at, spacing } = places(L, { spacing: s, ends, closed: mode === 'ring' });
    const changePct = 100 * (L / m / s - 1);
    return { n: at.length, s: spacing, changePct, ok: Math.abs(changePct) <= tolPct };
  },
  'count.stagger': ({ L, s, rows, fit }) => {
    const laid = Array.from({ length: rows }, (_, r) =>
      places(L, { spacing: s, ends: fit ? 'fit' : 'keep', staggered: r % 2 === 1 }),
    );
    const perRow = laid.map(({ at }) => at.length);
    return { s: laid[0]!.spacing, perRow, total: perRow.reduce((a, b) => a + b, 0) };
  },
  'count.pattern': ({ n, pattern, phase, replace }) => tally(n, pattern, phase, replace),
  'count.patternRows': ({ rows }) => {
    const perRow = rows.map(({ n, pattern, phase, replace }: Inputs) => tally(n, pattern, phase, replace));
    return { perRow, total: addUp(perRow) };
  },
  'count.overlay': ({ L, s, D, first }) => {
    const { at } = places(L, { spacing: s, ends: 'keep' });
    const indices = [...standardPlaces(at, L, { every: D, first, within: D / 2 })].sort((a, b) => a - b);
    return { n: at.length, indices, standards: indices.length };
  },
  'count.plan': wholePlan,
  'count.gaps': ({ L, s, gaps, clearance, mode, fit }) => {
    const { count, chainage } = standOf(
      sample({
        length: L,
        rows: [row({ spacing: s, ends: fit ? 'fit' : 'keep' })],
        planting: {
          gaps: gaps.map(([a, b]: [number, number]) => ({ at: (a + b) / 2, width: b - a + 2 * clearance })),
          beyondGaps: mode === 'mask' ? 'keep' : 'anew',
        },
      }),
    );
    const first = chainage.filter((at) => at < gaps[0][0]).length;
    return { n: count, ...(mode === 'split' && { perLine: [first, count - first] }) };
  },
  'count.quota': ({ n, shares }) => Object.fromEntries(quotas(n, Object.entries(shares) as [string, number][])),
  'count.drift': ({ quotas: counts, maxRun, seed }) => {
    const drawn = drift(Object.entries(counts) as [string, number][], { maxRun, seed });
    return { feasible: drawn !== null, sequence: drawn?.join('') ?? null };
  },
  'count.evenMix': ({ counts }) => evenMix(Object.entries(counts) as [string, number][]).join(''),
  'count.bestCycle': ({ counts, maxCycle }) => {
    const best = bestCycle(Object.entries(counts) as [string, number][], maxCycle)!;
    return {
      repeats: best.repeats,
      cycle: Object.fromEntries(best.cycle),
      leftover: Object.fromEntries(best.leftOver),
    };
  },
  'count.useUp': ({ stock, rows, sMin }) => {
    const { perRow, spacings, leftOver } = useUp(stock, rows, sMin);
    return { perRow, spacings, leftover: leftOver };
  },
  'count.useUpUniform': ({ stock, rows, step }) => {
    const needed = (spacing: number) =>
      rows.reduce((sum: number, length: number) => sum + places(length, { spacing, ends: 'keep' }).at.length, 0);
    const spacing = tightestSpacing(needed, { wanted: stock, least: step, most: Math.max(...rows), step });
    return { s: spacing, used: needed(spacing), leftover: stock - needed(spacing) };
  },
  'count.useUpStagger': ({ stock, rows, L }) => {
    const laid = (spacing: number) =>
      Array.from({ length: rows }, (_, r) => places(L, { spacing, ends: 'fit', staggered: r % 2 === 1 }));
    const needed = (spacing: number) => laid(spacing).reduce((sum, { at }) => sum + at.length, 0);
    const tight = tightestSpacing(needed, { wanted: stock, least: 0.01, most: L, step: 0.001 });
    return {
      n: laid(tight)[0]!.at.length,
      s: laid(tight)[0]!.spacing,
      used: needed(tight),
      leftover: stock - needed(tight),
    };
  },
  'count.density': ({ s, g, pattern }) => {
    const perHa = density(s, pattern === 'rect' ? 'rows' : pattern, g) * 10_000;
    return { perHa, perAcre: perHa * 0.40468564224 };
  },
  'count.block': ({ polygon, s, pattern, origin, margin }) => blockCount(polygon, s, pattern, origin, margin),
  'count.treeGap': ({ x, offset, radius }) => clearedStretch(x, offset, radius),
  'count.corner': ({ segments, s, rule, closed }) =>
    standOf(
      sample({
        planting: {
          baseline: {
            points: legs(
              segments,
              segments.map(() => 90),
              closed,
            ),
            closed,
          },
          corners: rule === 'pinned' ? 'planted' : 'round',
        },
        rows: [row({ spacing: s })],
      }),
    ).count,
  'count.offsetCurve': ({ L, turnDeg, offset }) => parallel(arc(L, turnDeg), offset)!.length,
  'count.insideSpacing': ({ R, s, offset }) => (s * parallel(arc(R, 180 / Math.PI), offset)!.length) / R,
  // Outside corners are turned in an arc, so a mitre is only what an inside corner gives by itself.
  'count.offsetPolyline': ({ segments, deflectionsDeg, offset, join }) =>
    join === 'mitre' && deflectionsDeg.some((turn: number) => turn * offset > 0)
      ? NOT_BUILT
      : parallel(
          polyline(
            legs(
              segments,
              deflectionsDeg.map((turn: number) => turn),
              false,
            ),
          ),
          offset,
        )!.length,
  'light.layer': ({ LAI, k, cover }) => throughLayer({ leafArea: LAI, spread: k, cover }),
  'light.stack': ({ layers }) =>
    lightAbove(layers.map(({ LAI, k, cover }: Inputs) => ({ leafArea: LAI, spread: k, cover }))),
  'order.least': ({ need, survival, prob, rho }) => leastOrder({ need, survival, prob, rho }),
  'order.final': ({ positions, spares, cull }) => finalOrder(positions, spares, cull),
  'order.packs': ({ need, packs, aim }) => {
    const { quantity, cost, counts } = choosePacks(need, packs, aim);
    return {
      qty: quantity,
      cost,
      packs: Object.fromEntries(
        packs.map(({ size }: Inputs, i: number) => [size, counts[i]!]).filter(([, n]: [number, number]) => n > 0),
      ),
    };
  },
  'order.spares': ({ n, mortality, prob }) => sparesFor(n, mortality, prob),
  'order.breaks': ({ need, tiers }) => {
    const { quantity, cost } = priceBreak(need, tiers);
    return { qty: quantity, cost };
  },
  'order.survivalChain': ({ first, later, years }) => chainedSurvival(first, later, years),
  'guard.height': ({ animals, snow }) => guardHeight(animals as Animal[], snow),
  'guard.stake': (inputs) => stakeLength(inputs),
  'guard.ties': ({ tube }) => tiesFor(tube),
  'guard.packs': ({ n, spareShare, pack }) => withSpares(n, spareShare, pack),
  'guard.cages': ({ n, ...options }) => cages(n, options),
  'guard.basket': (inputs) => basket(inputs),
  'guard.compare': (inputs) => compareFence(inputs),
  'guard.breakEvenN': (inputs) => breakEvenPlants(inputs),
  'guard.breakEvenArea': (inputs) => breakEvenArea(inputs),
  'guard.breakEvenLine': (inputs) => breakEvenLine(inputs),
  'weed.fabricRolls': ({ rows, ...options }) => {
    const { rolls, joints, offcuts, remnant } = cuttingPlan(rows, options);
    return { rolls, joints, offcuts: offcuts.reduce((sum, piece) => sum + piece, 0), remnant };
  },
  'weed.pins': ({ rows, ...options }) => fabricPins(rows, options),
  'weed.mats': ({ n, ...options }) => matsAndPins(n, options),
  'weed.mulchRing': ({ bagL, ...inputs }) => mulched(mulchRings(inputs), bagL),
  'weed.mulchStrip': ({ L, bagL, ...inputs }) => mulched(mulchStrip({ length: L, ...inputs }), bagL),
  'weed.spots': ({ n, spacing, diameter }) => spotArea(n, spacing, diameter),
  'weed.stripsAcross': ({ width, roll, overlap }) => stripsAcross(width, roll, overlap),
  'weed.xcut': ({ slit }) => xCut(slit),
  'weed.mowLane': (inputs) => {
    const { clear, passes, times } = mowLane(inputs);
    return { clear, ok: passes, passes: times };
  },
  'weed.headland': ({ turnR, pitch, machineW, margin }) => headland({ turn: turnR, pitch, width: machineW, margin }),
  'weed.mowHours': ({ area, width, kmh, efficiency }) => mowHours(area, width, kmh, efficiency),
  'weed.reserve': ({ awc, mad, depth, et0, kSoil, mulchCut, kWeed, weedCover, kTree }) =>
    reserveWeeks({
      held: awc,
      share: mad,
      depth,
      evaporation: et0,
      soil: kSoil,
      weed: kWeed,
      tree: kTree,
      mulchCut,
      weedCover,
    }),
  'weed.cost5': (inputs) => careCost(inputs),
  'hole.size': (inputs) => holeSize(inputs),
  'hole.volumes': (inputs) => holeVolumes(inputs),
  'hole.frustum': (inputs) => bowl(inputs),
  'hole.auger': ({ width }) => augerFor(width),
  'hole.ballMass': (inputs) => ballMass(inputs),
  'hole.gypsum': (inputs) => gypsum(inputs),
  'hole.gel': (inputs) => rootGel(inputs),
  'crew.days': (inputs) => crewDays(inputs),
  'water.planting': (inputs) => plantingWater(inputs),
  'water.weekly': (inputs) => weeklyWater(inputs),
  'water.effRainMonth': ({ P }) => effectiveRain(P),
  'water.interval': (inputs) => wateringInterval(inputs),
  'water.drip': (inputs) => dripZones(inputs),
  'water.hazen': (inputs) => headLoss(inputs),
  'water.bucketDrain': (inputs) => bucketDrain(inputs),
  'water.bucketRounds': (inputs) => bucketRounds(inputs),
  'water.bowser': (inputs) => bowser(inputs),
  'water.basin': (inputs) => basinLitres(inputs),
  'budget.sizeYears': (inputs) => sizeYears(inputs),
  'budget.total': (inputs) => budgetTotal(inputs),
  'budget.perSurvivor': (inputs) => costPerSurvivor(inputs),
  'stake.chainage': ({ A, B, P }) => {
    const { chainage, offset } = chainageOf(polyline([A, B]), P as Point);
    return { chainage, offsetRight: offset };
  },
  'stake.polyChainage': ({ line, P }) => {
    const { chainage, offset } = chainageOf(polyline(line), P as Point);
    return { chainage, offsetRight: offset };
  },
  'stake.tape': ({ L, n, step }) => {
    const s = L / (n - 1);
    const marks = Array.from({ length: n }, (_, i) => tapeMark(i * s, step));
    const worst = Math.max(...marks.map((mark, i) => Math.abs(mark - i * s)));
    return {
      s,
      last: marks.at(-1),
      worst,
      naiveEndError: tapeMark(s, step) * (n - 1) - L,
      mid: marks[Math.floor((n - 1) / 2)],
    };
  },
  'stake.diagonal': ({ a, b }) => diagonal(a, b),
  'stake.station': ({ m, system }) => stationLabel(m, system),
  'stake.walk': ({ rows, gap }) =>
    walk(
      rows,
      rows.map(() => gap),
    ),
  'stake.setback': (inputs) => setbackToStake(inputs),
  'stake.slopeLength': ({ horizontal, grade }) => slopeLength(horizontal, grade),
  'stake.squareError': (inputs) => squareError(inputs),
  'sun.position': ({ utc, lat, lon, refraction }) => {
    const { azimuth, elevation, geometric } = sunPosition(new Date(utc), { latitude: lat, longitude: lon });
    return { azimuth, elevation: refraction ? elevation : geometric };
  },
  'shade.sunHours': ({ lat, doy, stepMin, elMin, year, lon, crowns, point: [x, y, z] }) => {
    let hours = 0;
    for (let minutes = stepMin / 2; minutes < 1440; minutes += stepMin) {
      const { azimuth, geometric } = sunPosition(new Date(Date.UTC(year, 0, doy) + (minutes - lon * 4) * 60_000), {
        latitude: lat,
        longitude: lon,
      });
      if (geometric < elMin) continue;
      const ray = rayFrom([x, y], z, { azimuth, elevation: geometric });
      hours +=
        (stepMin / 60) *
        Math.exp(-crowns.reduce((sum: number, crown: Inputs) => sum + crown.mu * chord(ray, egg(crown)), 0));
    }
    return hours;
  },
  'growth.rateK': ({ Hmax, G, p }) => rateConstant({ fullHeight: Hmax, fastest: G, shape: p }),
  'growth.rateKFromH20': ({ Hmax, H20, p }) => rateConstantFrom(Hmax!, H20!, p!),
  'growth.height': ({ t, ...inputs }) => heightAt(growing(inputs), t),
  ...effects,
  ...calendar,
  'growth.crownWidth': ({ H, Hmax, Wmax, beta }) => crownWidth(H, Hmax, Wmax, beta),
};
