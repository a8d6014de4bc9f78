import { describe, expect, it } from 'vitest';
import { newFeature } from '../ground/features.ts';
import { castersOf, rayFrom, type Ray } from './casters.ts';
import { litPatches, litShare, sunGrid, sunHoursInto, sunScene, type SunScene } from './map.ts';
import { cutsSentence, sunAt } from './mark.ts';
import { sunVerdicts } from './aims.ts';
import { dayLength, daySuns, inLeaf, sunPosition } from './sun.ts';
import type { Feature, Terrain } from '../holding/ground-schema.ts';
import type { Point } from '../geometry/point.ts';

const place = { latitude: 52, longitude: -20 };
const scene = (features: readonly Feature[], terrain: Terrain | null = null): SunScene =>
  sunScene({ place, features: [...features], terrain });
const wall = (height: number, y = 0) =>
  newFeature(
    'fence',
    'w',
    [
      [-200, y],
      [200, y],
    ],
    { height, solid: true },
  );
const house = newFeature(
  'building',
  'h',
  [
    [-6, -4],
    [6, -4],
    [6, 4],
    [-6, 4],
  ],
  { eaves: 3, ridge: 7 },
);
const tree = newFeature('tree', 't', [[14, 3]], { height: 9, crown: 7 });

describe(sunPosition, () => {
  it('stands where the worked example of Reda & Andreas 2004 has it, within 0.1 degree', () => {
    const { azimuth, elevation } = sunPosition(new Date('2003-10-17T19:30:30Z'), {
      latitude: 39.742476,
      longitude: -105.1786,
    });
    expect(Math.abs(azimuth - 194.34024)).toBeLessThan(0.1);
    expect(Math.abs(elevation - 39.88838)).toBeLessThan(0.1);
  });
});

describe(daySuns, () => {
  it.each([
    [52, 12],
    [52, 6],
    [-35, 6],
    [0, 3],
    [60, 12],
  ])('adds up to the length of the day at %d degrees in month %d', (latitude, month) => {
    // The day's length from the declination alone: 24/π · acos(-tan φ tan δ).
    const noon = sunPosition(new Date(Date.UTC(2025, month - 1, 21, 12)), { latitude: 0, longitude: 0 });
    const declination = ((90 - noon.geometric) * (noon.azimuth > 90 && noon.azimuth < 270 ? -1 : 1) * Math.PI) / 180;
    const expected =
      (24 / Math.PI) *
      Math.acos(Math.max(-1, Math.min(1, -Math.tan((latitude * Math.PI) / 180) * Math.tan(declination))));
    expect(dayLength(daySuns({ latitude, longitude: 33 }, { month }))).toBeCloseTo(expected, 1);
  });
  it('has no sun in polar night and 24 hours on a polar day', () => {
    expect(daySuns({ latitude: 75, longitude: 0 }, { month: 12 })).toEqual([]);
    expect(dayLength(daySuns({ latitude: 75, longitude: 0 }, { month: 6 }))).toBeCloseTo(24, 6);
  });
  it('knows when leaves are on, turned round in the south', () => {
    expect([inLeaf(6, 52), inLeaf(1, 52), inLeaf(6, -41), inLeaf(1, -41)]).toEqual([true, false, false, true]);
  });
});

describe('shade', () => {
  it('an 8 m wall throws 21.98 m of shade from a sun 20 degrees high', () => {
    const [caster] = castersOf([wall(8)], null);
    const passes = (y: number) => caster!.passes(rayFrom([0, y], 0, { azimuth: 180, elevation: 20 }), true);
    expect([passes(21.97), passes(21.99)]).toEqual([0, 1]);
  });

  it('open flat ground has the whole day', () => {
    const { hours, open } = sunAt(scene([]), [0, 0]);
    hours.forEach((one, i) => expect(one).toBeCloseTo(open[i]!, 9));
    expect(cutsSentence(scene([]), [0, 0], 12)).toBe('Nothing stands between this place and the sun.');
  });

  it('a taller wall never gives more sun', () => {
    const grid = sunGrid([-5, -20, 5, 40], { finest: 2 });
    let before = new Float32Array(grid.nx * grid.ny).fill(99);
    for (const height of [0.5, 1, 2, 4, 8, 16]) {
      const hours = new Float32Array(before.length);
      sunHoursInto(hours, scene([wall(height)]), grid, { month: 12, stepMinutes: 30 });
      hours.forEach((one, at) => expect(one).toBeLessThanOrEqual(before[at]! + 1e-5));
      before = hours;
    }
  });

  it('the mean of both slopes of a roof: a gable shades no farther than its ridge, farther than its eaves', () => {
    const [caster] = castersOf([house], null);
    const reach = (elevation: number) =>
      Array.from({ length: 600 }, (_, i) => 4.05 + i * 0.1).find(
        (y) => caster!.passes(rayFrom([0, y], 0, { azimuth: 180, elevation }), true) === 1,
      )!;
    // Ridge 7 m over y = 0 throws 7/tan 20 = 19.23 m from there.
    expect(reach(20)).toBeGreaterThan(19);
    expect(reach(20)).toBeLessThan(19.4);
  });

  it('the fast map equals marching along every ray, but at the very edge of a shadow', () => {
    const things = scene([house, tree, wall(2, -9)]);
    const grid = sunGrid([-15, -12, 22, 25], { finest: 2.5 });
    const fast = new Float32Array(grid.nx * grid.ny);
    sunHoursInto(fast, things, grid, { month: 3, stepMinutes: 60, height: 0.4 });
    let [worst, sum] = [0, 0];
    fast.forEach((hours, at) => {
      const p: Point = [
        grid.west + ((at % grid.nx) + 0.5) * grid.cell,
        grid.south + (Math.floor(at / grid.nx) + 0.5) * grid.cell,
      ];
      const plain = daySuns(place, { month: 3, stepMinutes: 60 }).reduce(
        (total, sun) => total + sun.hours * marched(rayFrom(p, 0.4, sun)),
        0,
      );
      worst = Math.max(worst, Math.abs(plain - hours));
      sum += Math.abs(plain - hours);
    });
    process.stdout.write(
      `sun map against marched rays: largest difference ${worst.toFixed(4)} h, mean ${(sum / fast.length).toFixed(5)} h over ${fast.length} cells\n`,
    );
    expect(worst).toBeLessThan(0.02);
  });

  it('the same is asked of every caster by the plain way', () => {
    const things = scene([house, tree]);
    const grid = sunGrid([-15, -12, 22, 25], { finest: 3 });
    const fast = new Float32Array(grid.nx * grid.ny);
    sunHoursInto(fast, things, grid, { month: 6, stepMinutes: 60 });
    fast.forEach((hours, at) => {
      const p: Point = [
        grid.west + ((at % grid.nx) + 0.5) * grid.cell,
        grid.south + (Math.floor(at / grid.nx) + 0.5) * grid.cell,
      ];
      expect(hours).toBeCloseTo(
        daySuns(place, { month: 6, stepMinutes: 60 }).reduce(
          (total, sun) => total + sun.hours * litShare(things, p, 1, sun, true),
          0,
        ),
        4,
      );
    });
  });

  it('land to the south takes the low sun: a ridge 40 m high 100 m away hides a sun under 21.8 degrees', () => {
    const heights = Array.from({ length: 41 * 41 }, (_, at) => (Math.floor(at / 41) === 10 ? 40 : 0));
    const ridge: Terrain = {
      west: -200,
      south: -200,
      cell: 10,
      columns: 41,
      rows: 41,
      heights,
      source: 'test',
      simulated: false,
    };
    const dark = sunAt(scene([], ridge), [0, 0]);
    expect(dark.hours[11]).toBeLessThan(2.5); // noon in December stands 14.6 degrees high
    expect(dark.hours[5]).toBeGreaterThan(15);
    expect(cutsSentence(scene([], ridge), [0, 0], 12)).toMatch(/the land itself/);
  });

  it('land on the map: hours read between bearings and places are those of the plain way, but at a shadow’s edge', () => {
    const hills = (x: number, y: number) =>
      30 * Math.exp(-(((x - 40) / 60) ** 2) - ((y + 90) / 30) ** 2) + 12 * Math.exp(-(((x + 70) / 25) ** 2));
    const land: Terrain = {
      west: -120,
      south: -120,
      cell: 12,
      columns: 21,
      rows: 21,
      heights: Array.from({ length: 441 }, (_, at) => hills(-120 + (at % 21) * 12, -120 + Math.floor(at / 21) * 12)),
      source: 'test',
      simulated: false,
    };
    const things = scene([tree], land);
    const grid = sunGrid([-60, -30, 66, 60], { finest: 9 });
    const suns = daySuns(place, { month: 12, stepMinutes: 20 });
    const fast = new Float32Array(grid.nx * grid.ny);
    sunHoursInto(fast, things, grid, { month: 12, stepMinutes: 20, height: 2 });
    const apart = Array.from(fast, (hours, at) => {
      const p: Point = [
        grid.west + ((at % grid.nx) + 0.5) * grid.cell,
        grid.south + (Math.floor(at / grid.nx) + 0.5) * grid.cell,
      ];
      const z = things.relief!.heightAt(p)! + 2;
      return hours - suns.reduce((sum, sun) => sum + sun.hours * litShare(things, p, z, sun, false), 0);
    });
    expect(Math.max(...fast) - Math.min(...fast)).toBeGreaterThan(3); // the hills do hide the sun, in places
    expect(Math.max(...apart.map(Math.abs))).toBeLessThan(1.01); // three suns of the 20 minutes
    expect(apart.reduce((sum, one) => sum + Math.abs(one), 0) / apart.length).toBeLessThan(0.12);
  });

  it('a bare tree takes little, the same tree in leaf much', () => {
    const behind = sunAt(scene([tree]), [14, 9]);
    const lost = (month: number) => behind.open[month]! - behind.hours[month]!;
    expect(lost(11)).toBeGreaterThan(0.05);
    expect(lost(9) / behind.open[9]!).toBeGreaterThan((lost(1) / behind.open[1]!) * 2);
  });

  it('says what cuts the sun, and when', () => {
    expect(cutsSentence(scene([{ ...house, name: 'house' } as Feature]), [0, 8], 12)).toBe(
      'What stands between this place and the sun: house all day.',
    );
    expect(cutsSentence(scene([{ ...house, name: 'house' } as Feature]), [10, 14], 12)).toMatch(/house from \d\d:\d0/);
  });
});

/** Share of the beam along a ray, found by walking it in 1 cm steps and asking what each step stands in: independent of the closed forms. */
function marched({ x, y, z, ux, uy, rise }: Ray): number {
  let path = 0;
  const step = 0.01;
  for (let t = 0; t < 45 && z + t * rise < 12; t += step) {
    const [px, py, pz] = [x + t * ux, y + t * uy, z + t * rise];
    if (Math.abs(px) <= 6 && Math.abs(py) <= 4 && pz <= 3 + 4 * (1 - Math.abs(py) / 4)) return 0;
    if (Math.abs(py + 9) < step * Math.max(0.5, Math.abs(uy)) && pz <= 2) return 0;
    const bottom = 9 * 0.15;
    const half = (9 - bottom) / 2;
    if (((px - 14) / 3.5) ** 2 + ((py - 3) / 3.5) ** 2 + ((pz - bottom - half) / half) ** 2 < 1)
      path += step * Math.hypot(1, rise);
  }
  return Math.exp(-0.075 * path);
}

describe(litPatches, () => {
  it('finds the patch that keeps its hours and its area', () => {
    const grid = { west: 0, south: 0, cell: 2, nx: 10, ny: 10 };
    const hours = Float32Array.from({ length: 100 }, (_, at) => (at % 10 >= 4 ? 5 : 1));
    const { rings, area } = litPatches(hours, grid, 4);
    expect(area).toBe(60 * 4);
    expect(rings).toHaveLength(1);
    const two = Float32Array.from({ length: 100 }, (_, at) => (at % 10 === 0 || at % 10 > 5 ? 4 : 0));
    expect(litPatches(two, grid, 4).rings.map((ring) => Math.max(...ring.map(([x]) => x)))).toEqual([20, 2]); // largest first
    expect(
      litPatches(hours, grid, 4, [
        [0, 0],
        [10, 0],
        [10, 20],
        [0, 20],
      ]).area,
    ).toBe(10 * 4);
  });
});

describe(sunVerdicts, () => {
  it('judges an aim on the map and says where it would hold', () => {
    const grid = { west: 0, south: 0, cell: 1, nx: 40, ny: 20 };
    const hours = Float32Array.from({ length: 800 }, (_, at) => (at % 40 >= 20 ? 6 : 3));
    const beds = newFeature('place', 'beds', [
      [8, 5],
      [14, 5],
      [14, 11],
      [8, 11],
    ]);
    const [verdict] = sunVerdicts(
      { aims: [{ id: 'a', kind: 'winterSun', place: 'beds', hours: 5.5 }], features: [beds], units: 'metric' },
      grid,
      hours,
    );
    expect(verdict).toMatchObject({ hours: 3, holds: false, better: '12 m to the east it would have 6.0 h.' });
    expect(
      sunVerdicts(
        { aims: [{ id: 'a', kind: 'winterSun', place: 'beds', hours: 3 }], features: [beds], units: 'metric' },
        grid,
        hours,
      )[0]!.holds,
    ).toBe(true);
  });
  it('takes the mean of the cells that a place covers, up to its edges; of one too small the cell that it lies in', () => {
    const grid = { west: 0, south: 0, cell: 1, nx: 6, ny: 5 };
    const hours = Float32Array.from({ length: 30 }, (_, at) => Math.floor(at / 6) * 10 + (at % 6));
    const mean = (ring: [number, number][]) =>
      sunVerdicts(
        {
          aims: [{ id: 'a', kind: 'winterSun', place: 'beds', hours: 1 }],
          features: [newFeature('place', 'beds', ring)],
          units: 'metric',
        },
        grid,
        hours,
      )[0]?.hours;
    const square = (x: number, y: number, side: number): [number, number][] => [
      [x, y],
      [x + side, y],
      [x + side, y + side],
      [x, y + side],
    ];
    expect(mean(square(1, 1, 2.9))).toBeCloseTo((11 + 12 + 13 + 21 + 22 + 23 + 31 + 32 + 33) / 9, 6);
    expect(mean(square(0.1, 0.1, 1.6))).toBeCloseTo((0 + 1 + 10 + 11) / 4, 6);
    expect(mean(square(2.6, 3.6, 0.3))).toBe(32); // covers no centre
    expect(mean(square(4.5, 3, 2))).toBeUndefined(); // beyond the map nothing is known
  });
});
