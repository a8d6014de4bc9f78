import { crownsOf, type Crowns } from '../../src/core/effects/crowns.ts';
import { lightHoursInto } from '../../src/core/effects/light-map.ts';
import { Outlook } from '../../src/core/effects/outlook.ts';
import { sectionAt } from '../../src/core/effects/section.ts';
import { hiddenBy, raysOf, sightLines } from '../../src/core/effects/sight-lines.ts';
import { throughPlantings } from '../../src/core/effects/sun-through.ts';
import { windCutOver } from '../../src/core/effects/wind-scene.ts';
import { ASKED_YEARS } from '../../src/core/aims/verdict.ts';
import { newFeature } from '../../src/core/ground/features.ts';
import { prevailingRose } from '../../src/core/ground/wind.ts';
import type { Holding } from '../../src/core/holding/schema.ts';
import { noClimate } from '../../src/core/place/climate.ts';
import { layHolding } from '../../src/core/ranks/laid.ts';
import { daySuns, inLeaf } from '../../src/core/sun/sun.ts';
import { belt } from './holdings.ts';
import { line, median, type Line } from './tell.ts';

/** The belt with a yard behind it, five windows that look through it, and a wind. */
function lookedAt(plants: number): Holding {
  const holding = belt(plants);
  const windows = [100, 200, 300, 400, 500].map((x, k) => newFeature('viewpoint', `w${k}`, [[x, -40]]));
  const yard = newFeature('shelter', 'yard', [
    [200, -60],
    [260, -60],
    [260, -30],
    [200, -30],
  ]);
  const lane = newFeature('track', 'lane', [
    [0, 60],
    [900, 60],
  ]);
  return {
    ...holding,
    features: [...holding.features, ...windows, yard, lane],
    climate: { ...noClimate(), rose: prevailingRose(0, 'strong') },
  };
}

const seconds = (ms: number) => `${(ms / 1000).toFixed(2)} s`;

/** What it costs to look ahead: 40 years of effects, sight from five windows, a year of light for many plants. */
export function years(): Line[] {
  const holding = lookedAt(2000);
  const all = layHolding(holding);
  const first = median(() => {
    const outlook = new Outlook(holding, all);
    sectionAt(outlook.stands()[0]!, 100, 8, 'summer', outlook);
  }, 5);
  const yard = holding.features.find(({ id }) => id === 'yard')!;
  const lane = holding.features.find(({ id }) => id === 'lane')!;
  const start = performance.now();
  const outlook = new Outlook(holding, all);
  for (const year of ASKED_YEARS) windCutOver(yard, holding.climate!.rose!.winter, outlook.wind(year, false));
  const [window] = holding.features.filter((feature) => feature.kind === 'viewpoint');
  const lines = sightLines(window!, lane, holding.features, null);
  for (const year of ASKED_YEARS) hiddenBy(raysOf(lines, outlook.crowns(year, true)));
  const whole = performance.now() - start;
  const oneYear = median(() => {
    const crowns = crownsOf(outlook.stands(), 20, true, null);
    for (const feature of holding.features)
      if (feature.kind === 'viewpoint') hiddenBy(raysOf(sightLines(feature, lane, holding.features, null), crowns));
  }, 5);
  const stands = (plants: number) => {
    const many = belt(plants);
    const laid = layHolding(many);
    return median(() => void new Outlook(many, laid).stands(), 5);
  };
  const growth = stands(10_000) / stands(2000);
  return [
    line('first picture of 2,000 plants ahead', `${first.toFixed(0)} ms`, 'under 300 ms', first < 300),
    line('40 years of wind and sight, 2,000 plants', seconds(whole), 'under 2 s', whole < 2000),
    line('sight from 5 windows in one year, 2,000 plants', seconds(oneYear), 'under 1 s', oneYear < 1000),
    line('growth of 10,000 plants over that of 2,000', `${growth.toFixed(1)} times`, 'at most 8 times', growth <= 8),
    ...light(),
  ];
}

/** Of the cells, every so many is asked ray by ray. */
const EVERY = 97;
const GRID = { west: 0, south: -100, cell: 1, nx: 200, ny: 200 };

function light(): Line[] {
  const holding = belt(10_000);
  const outlook = new Outlook(holding, layHolding(holding));
  const year = (grid: typeof GRID, crowns: Crowns) => {
    const start = performance.now();
    for (let month = 1; month <= 12; month++)
      lightHoursInto(new Float32Array(grid.nx * grid.ny), grid, crowns, { month, place: holding.place });
    return performance.now() - start;
  };
  const crowns = crownsOf(outlook.stands(), 20, true, null);
  year(GRID, crowns);
  const ms = year(GRID, crowns);
  // Some of the cells the plain way, ray by ray, stand for all: it costs the same for each.
  const month = 6;
  const hours = new Float32Array(GRID.nx * GRID.ny);
  const fastStart = performance.now();
  lightHoursInto(hours, GRID, crowns, { month, place: holding.place });
  const fast = performance.now() - fastStart;
  const suns = daySuns(holding.place, { month, stepMinutes: 30 }).filter(({ elevation }) => elevation >= 5);
  const plainStart = performance.now();
  let [worst, mean, asked] = [0, 0, 0];
  for (let at = 0; at < hours.length; at += EVERY) {
    const p = [GRID.west + (at % GRID.nx) + 0.5, GRID.south + Math.floor(at / GRID.nx) + 0.5, 0] as const;
    const plain = suns.reduce(
      (sum, sun) => sum + sun.hours * throughPlantings(p, crowns, sun.azimuth, sun.elevation),
      0,
    );
    worst = Math.max(worst, Math.abs(plain - hours[at]!));
    mean += Math.abs(plain - hours[at]!);
    asked++;
  }
  const plain = (performance.now() - plainStart) * EVERY;
  mean /= asked;
  const leafy = inLeaf(month, holding.place.latitude);
  return [
    line(
      `a year of light, 10,000 plants on 200 x 200 cells, one core`,
      seconds(ms),
      'under 10 s: 5 s on two',
      ms < 10_000,
    ),
    line(
      'light of a month, ray by ray over scattered',
      `${(plain / fast).toFixed(0)} times`,
      'at least 4 times',
      plain / fast >= 4,
    ),
    line(
      `the two pictures apart, ${leafy ? 'in leaf' : 'leafless'}: mean, most`,
      `${mean.toFixed(2)} h, ${worst.toFixed(2)} h`,
      'mean under 0.7 h of a day',
      mean < 0.7,
    ),
  ];
}
