import type { Point } from '../geometry/point.ts';
import { landHorizon, litShare, type SunScene } from './map.ts';
import { daySuns, dayLength, inLeaf } from './sun.ts';
import { rayFrom } from './casters.ts';
import sunData from './sun.json' with { type: 'json' };

/** The sun as it is met at one place. */
export interface SunMark {
  /** Hours of sun on the 21st of each month, January first. */
  readonly hours: readonly number[];
  /** And on open level ground. */
  readonly open: readonly number[];
}

const eye = ({ relief }: SunScene, p: Point): number => (relief?.heightAt(p) ?? 0) + sunData.receiver;

/** Hours of sun by month at a place, a metre above the ground. */
export function sunAt(scene: SunScene, p: Point, stepMinutes = 15): SunMark {
  const months = Array.from({ length: 12 }, (_, i) => daySuns(scene.place, { month: i + 1, stepMinutes }));
  return {
    hours: months.map((suns, i) =>
      suns.reduce(
        (sum, sun) => sum + sun.hours * litShare(scene, p, eye(scene, p), sun, inLeaf(i + 1, scene.place.latitude)),
        0,
      ),
    ),
    open: months.map(dayLength),
  };
}

/** What stands between a place and the sun on the 21st of a month: by name, the stretches of sun time in which it takes half or more. */
function whatCuts(scene: SunScene, p: Point, month: number): { name: string; spans: [from: number, to: number][] }[] {
  const z = eye(scene, p);
  const cuts = new Map<string, [number, number][]>();
  for (const sun of daySuns(scene.place, { month, stepMinutes: 10 })) {
    const ray = rayFrom(p, z, sun);
    const names = scene.casters
      .filter((caster) => caster.passes(ray, inLeaf(month, scene.place.latitude)) < 0.5)
      .map(({ name }) => name);
    if (scene.relief && landHorizon(scene.relief, p, z, sun.azimuth) > sun.elevation) names.push('the land itself');
    for (const name of names) {
      const spans = cuts.get(name) ?? [];
      const last = spans.at(-1);
      if (last && sun.time - sun.hours / 2 - last[1] < 0.01) last[1] = sun.time + sun.hours / 2;
      else spans.push([sun.time - sun.hours / 2, sun.time + sun.hours / 2]);
      cuts.set(name, spans);
    }
  }
  return [...cuts].map(([name, spans]) => ({ name, spans }));
}

const clock = (hours: number): string => {
  const minutes = Math.round((hours * 60) / 10) * 10;
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
};

/** The same in a sentence: 'the house until 9:40, the old ash from 11:20 to 14:00'. */
export function cutsSentence(scene: SunScene, p: Point, month: number): string {
  const suns = daySuns(scene.place, { month, stepMinutes: 10 });
  if (suns.length === 0) return 'The sun does not rise.';
  const [first, last] = [suns[0]!.time, suns.at(-1)!.time];
  const said = whatCuts(scene, p, month).map(({ name, spans }) => {
    const times = spans.map(([from, to]) =>
      from < first && to > last
        ? 'all day'
        : from < first
          ? `until ${clock(to)}`
          : to > last
            ? `from ${clock(from)}`
            : `from ${clock(from)} to ${clock(to)}`,
    );
    return `${name} ${times.join(' and ')}`;
  });
  return said.length === 0
    ? 'Nothing stands between this place and the sun.'
    : `What stands between this place and the sun: ${said.join('; ')}.`;
}

/** The skyline of what takes half the sun or more, each 3 degrees of azimuth: elevation in degrees, and what it is. */
export function skyline(
  scene: SunScene,
  p: Point,
  month: number,
): { azimuth: number; elevation: number; kind: 'building' | 'wall' | 'tree' | 'land' }[] {
  const z = eye(scene, p);
  const leafy = inLeaf(month, scene.place.latitude);
  return Array.from({ length: 121 }, (_, i) => i * 3).map((azimuth) => {
    const land = scene.relief ? landHorizon(scene.relief, p, z, azimuth) : 0;
    let best: { azimuth: number; elevation: number; kind: 'building' | 'wall' | 'tree' | 'land' } = {
      azimuth,
      elevation: land,
      kind: 'land',
    };
    for (let elevation = 1; elevation < 80; elevation++) {
      const ray = rayFrom(p, z, { azimuth, elevation });
      const held = scene.casters.find((caster) => caster.passes(ray, leafy || caster.kind === 'tree') < 0.5);
      if (held && elevation > best.elevation) best = { azimuth, elevation, kind: held.kind };
    }
    return best;
  });
}
