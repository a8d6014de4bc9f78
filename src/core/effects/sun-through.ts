import type { Point } from '../geometry/point.ts';
import type { Holding } from '../holding/schema.ts';
import { litShare, type SunScene } from '../sun/map.ts';
import { daySuns, inLeaf } from '../sun/sun.ts';
import { pathThrough, towards, type Spot } from '../years/crown.ts';
import type { Crowns } from './crowns.ts';

/** Share of the beam from a sun that reaches a place past the plantings. */
export function throughPlantings([x, y, z]: Spot, crowns: Crowns, azimuth: number, elevation: number): number {
  if (crowns.all.length === 0 || z >= crowns.top) return 1;
  const way = towards(azimuth, elevation);
  const far = (crowns.top - z) / way[2];
  const [ex, ey] = [x + way[0] * far, y + way[1] * far];
  // A low sun's ray is long: boxes along it hold fewer crowns than one box round it.
  const parts = Math.max(1, Math.ceil(Math.hypot(ex - x, ey - y) / 15));
  let dimmed = 0;
  const seen = new Set<unknown>();
  for (let k = 0; k < parts; k++) {
    const [ax, ay] = [x + ((ex - x) * k) / parts, y + ((ey - y) * k) / parts];
    const [bx, by] = [x + ((ex - x) * (k + 1)) / parts, y + ((ey - y) * (k + 1)) / parts];
    for (const crown of crowns.over(Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by))) {
      if (seen.has(crown)) continue;
      seen.add(crown);
      dimmed += crown.mu * pathThrough([x, y, z], way, crown);
    }
  }
  return Math.exp(-dimmed);
}

/** Hours of sun at a place on the 21st of a month, past what stands and what is planted. `height` above the ground, metres. */
export function sunHoursAt(
  p: Point,
  month: number,
  scene: SunScene,
  crowns: Crowns,
  { height = 1, stepMinutes = 20 }: { height?: number; stepMinutes?: number } = {},
): number {
  const z = (scene.relief?.heightAt(p) ?? 0) + height;
  const leafy = inLeaf(month, scene.place.latitude);
  return daySuns(scene.place, { month, stepMinutes }).reduce((sum, sun) => {
    const past = litShare(scene, p, z, sun, leafy);
    return (
      sum + (past > 0 ? sun.hours * past * throughPlantings([p[0], p[1], z], crowns, sun.azimuth, sun.elevation) : 0)
    );
  }, 0);
}

/** Length and bearing of the shadow of `height` at midwinter noon, metres and degrees; null where the sun does not rise. */
export function noonShadow(
  height: number,
  place: Holding['place'],
  month: number,
): { length: number; towards: number } | null {
  const suns = daySuns(place, { month });
  if (suns.length === 0) return null;
  const noon = suns.reduce((best, sun) => (sun.elevation > best.elevation ? sun : best));
  return { length: height / Math.tan((noon.elevation * Math.PI) / 180), towards: (noon.azimuth + 180) % 360 };
}
