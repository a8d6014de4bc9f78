import { kept } from '../derived/derived.ts';
import { bearing } from '../geometry/point.ts';
import { area } from '../geometry/polygon.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Stand } from '../ranks/stand.ts';
import { daySuns, inLeaf } from '../sun/sun.ts';
import { scatteredCover } from './closure.ts';
import type { Grown } from './grown.ts';
import light from './light.json' with { type: 'json' };
import { rowLight, type LightRow } from './row-light.ts';
import { SKY, skyShare, sunsetAngle, type WeighedSun } from './sky-light.ts';

export interface Belt {
  readonly bearing: number;
  /** By laid row: offset to the right of the bearing, and the rows next to it with their distance. */
  readonly offsets: readonly number[];
  readonly beside: readonly (readonly { readonly row: number; readonly gap: number }[])[];
}

export function beltOf({ planting, layout: { stand, baseline } }: Laid): Belt | null {
  if (!baseline) return null;
  const { points } = baseline.line;
  const sign = planting.side === 'right' ? 1 : -1;
  const offsets = stand.rows.map(({ offset }) => sign * offset);
  const planted = stand.rows
    .flatMap(({ from, to }, row) => (to > from ? [row] : []))
    .sort((a, b) => offsets[a]! - offsets[b]!);
  const beside = stand.rows.map((_, row) => {
    const k = planted.indexOf(row);
    return [planted[k - 1], planted[k + 1]].flatMap((next) =>
      k < 0 || next === undefined ? [] : [{ row: next, gap: Math.abs(offsets[next]! - offsets[row]!) }],
    );
  });
  return { bearing: bearing(points[0]!, points.at(-1)!), offsets, beside };
}

export type LightBy = (grown: readonly Grown[], year: number) => number[];

/** Light at three quarters of the height of each row, past the other rows, by sun and sky. */
export function beltLight(belt: Belt, stand: Stand, { place }: Holding): LightBy {
  const suns = seasonSuns(place);
  const sky = skyShare(light.clearness, sunsetAngle(place.latitude, place.latitude >= 0 ? 172 : 355));
  let kept: { year: number; rows: number[] } | null = null;
  return (grown, year) => {
    if (!kept || year - kept.year >= light.everyYears) {
      const rows = stand.rows.map((_, r) => rowOf(grown, r, belt.offsets[r]!, year));
      kept = {
        year,
        rows: rows.map((row, r) =>
          row.top <= 0
            ? 1
            : (1 - sky) * rowLight(rows, r, belt.bearing, light.at, suns) +
              sky * rowLight(rows, r, belt.bearing, light.at, SKY),
        ),
      };
    }
    const { rows } = kept;
    return grown.map(({ laidRow }) => rows[laidRow]!);
  };
}

function rowOf(grown: readonly Grown[], laidRow: number, offset: number, year: number): LightRow {
  let [plants, top, base, width, mu, stands] = [0, 0, 0, 0, 0, 0];
  for (const one of grown) {
    if (one.laidRow !== laidRow) continue;
    plants += one.plants;
    top += one.plants * one.height[year]!;
    base += one.plants * one.base[year]!;
    width += one.plants * 2 * one.across[year]!;
    mu += one.plants * one.leafy[year]!;
    stands += one.plants * one.alive[year]! * Math.min(1, (2 * one.along[year]!) / one.spacing);
  }
  const n = Math.max(1, plants);
  return { offset, top: top / n, base: base / n, width: Math.max(0.01, width / n), mu: mu / n, stands: stands / n };
}

/** Light by layers where plants do not stand in a belt: those much taller cover their share of the ground at random. */
export function layersLight({ planting, layout: { stand } }: Laid): LightBy {
  const plot = Math.max(1, groundOf(planting, stand));
  return (grown, year) => {
    const layers = grown.map((one) => {
      const crowns = one.plants * one.alive[year]! * Math.PI * one.along[year]! * one.across[year]!;
      const thick = (2 / 3) * (one.height[year]! - one.base[year]!); // mean depth of an ellipsoid
      return { cover: scatteredCover(crowns, plot) / 100, takes: 1 - Math.exp(-one.leafy[year]! * thick) };
    });
    return grown.map((one) =>
      grown.reduce((share, other, o) => {
        const over = Math.min(
          1,
          Math.max(0, (other.height[year]! / Math.max(0.05, one.height[year]!) - 1) / light.over),
        );
        return share * (1 - over * layers[o]!.cover * layers[o]!.takes);
      }, 1),
    );
  };
}

/** Ground that a block fills, or rings round their anchors, m². */
const groundOf = ({ baseline }: Planting, { rows }: Stand): number =>
  baseline.kind === 'block'
    ? area(baseline.outline)
    : Math.PI *
      (Math.max(0, ...rows.map(({ offset }) => offset)) + 1) ** 2 *
      Math.max(1, ...rows.map(({ copy }) => copy + 1));

/** Suns of the time in leaf, an hour and a half apart, weighed by how high they stand. */
const seasonSuns = kept(function seasonSuns(place: Holding['place']): WeighedSun[] {
  return [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]
    .filter((month) => inLeaf(month, place.latitude))
    .flatMap((month) => daySuns(place, { month, stepMinutes: 90 }))
    .map(({ azimuth, elevation }) => ({ azimuth, elevation, weight: Math.sin((elevation * Math.PI) / 180) }));
});

/** Within its own row a plant stands between others: those much taller take their part of the half of the sky that is over them. */
export function besideTaller(one: Grown, grown: readonly Grown[], year: number): number {
  const row = grown.filter(({ laidRow }) => laidRow === one.laidRow);
  const plants = row.reduce((sum, other) => sum + other.plants, 0);
  const z = light.at * one.height[year]!;
  return row.reduce((share, other) => {
    if (other === one || other.height[year]! < light.taller * one.height[year]!) return share;
    const path = other.base[year]! > z ? 0 : 2 * other.across[year]!;
    const takes = 1 - Math.exp(-other.leafy[year]! * path);
    return share * (1 - (light.beside * takes * other.plants * other.alive[year]!) / plants);
  }, 1);
}
