import { pathThrough, towards, type Crown, type Spot } from './crown.ts';

const sunset = (latitude: number, day: number) => {
  const f = (latitude * Math.PI) / 180;
  const d = 0.409 * Math.sin((2 * Math.PI * day) / 365 - 1.39);
  const ws = Math.acos(Math.min(1, Math.max(-1, -Math.tan(f) * Math.tan(d))));
  return { f, d, ws };
};

/** Sunshine above the air, MJ/m² a day: `light.ra`, Allen and others 1998. */
export function sunAboveAir(latitude: number, day: number): number {
  const { f, d, ws } = sunset(latitude, day);
  const near = 1 + 0.033 * Math.cos((2 * Math.PI * day) / 365);
  return (
    ((24 * 60) / Math.PI) * 0.082 * near * (ws * Math.sin(f) * Math.sin(d) + Math.cos(f) * Math.cos(d) * Math.sin(ws))
  );
}

/** The hour angle of sunset, degrees. */
export const sunsetAngle = (latitude: number, day: number): number => (sunset(latitude, day).ws * 180) / Math.PI;

/** Share of a month's light that comes from the sky rather than the sun: `light.diffuseFraction`, Erbs and others 1982. */
export function skyShare(clearness: number, sunsetDegrees: number): number {
  const k = Math.min(0.8, Math.max(0.3, clearness));
  return sunsetDegrees <= 81.4
    ? 1.391 - 3.56 * k + 4.189 * k * k - 2.137 * k ** 3
    : 1.311 - 3.022 * k + 3.427 * k * k - 1.821 * k ** 3;
}

/** Light that plants can use under the open sky, mol/m² a day: `light.dliOpen`; 0.45 of sunlight, 4.57 mol/MJ (McCree 1972; Thimijan & Heins 1983). */
export const usableLight = (latitude: number, day: number, clearness: number): number =>
  2.06 * clearness * sunAboveAir(latitude, day);

export interface WeighedSun {
  readonly azimuth: number;
  readonly elevation: number;
  readonly weight: number;
}

/** The sky in 60 parts: on level ground light from `elevation` counts by sin·cos. */
export const SKY: readonly WeighedSun[] = [15, 30, 45, 60, 75].flatMap((elevation) => {
  const el = (elevation * Math.PI) / 180;
  return Array.from({ length: 12 }, (_, k) => ({
    azimuth: k * 30,
    elevation,
    weight: Math.sin(el) * Math.cos(el),
  }));
});

/** Share of `suns` that reaches a place through crowns, each by its weight. */
export function throughCrowns(p: Spot, crowns: readonly Crown[], suns: readonly WeighedSun[]): number {
  let [all, reaching] = [0, 0];
  for (const { azimuth, elevation, weight } of suns) {
    const way = towards(azimuth, elevation);
    let dimmed = 0;
    for (const crown of crowns) dimmed += crown.mu * pathThrough(p, way, crown);
    all += weight;
    reaching += weight * Math.exp(-dimmed);
  }
  return all > 0 ? reaching / all : 1;
}

/** Share of the open light that reaches a place, sun and sky: `light.plant`. */
export const lightAt = (p: Spot, crowns: readonly Crown[], sky: number, suns: readonly WeighedSun[]): number =>
  (1 - sky) * throughCrowns(p, crowns, suns) + sky * throughCrowns(p, crowns, SKY);
