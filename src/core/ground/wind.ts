import { windUnit } from '../units/quantities.ts';
import { compassName } from '../geometry/point.ts';
import windData from './wind.json' with { type: 'json' };
import { SEASONS, type Rose, type Season } from '../holding/ground-schema.ts';

/** A wind that a planting could stop: where it comes from, when, how often, how hard. */
export interface BadWind {
  readonly season: Season;
  /** Degrees from which it blows, the middle of its sector. */
  readonly from: number;
  readonly share: number;
  readonly speed: number;
  /** Its part of the whole season's wind force (share of time x speed²), 0 to 1. */
  readonly force: number;
}

/** The hardest wind of each season, where it has at least twice its even part of the season's force; hardest first. */
export function windsWorthStopping(rose: Rose): BadWind[] {
  return SEASONS.flatMap((season): BadWind[] => {
    const sectors = rose[season];
    const forces = sectors.map(({ share, speed }) => share * speed * speed);
    const whole = forces.reduce((sum, force) => sum + force, 0);
    const worst = forces.indexOf(Math.max(...forces));
    if (whole === 0 || forces[worst]! / whole < 2 / sectors.length) return [];
    return [
      {
        season,
        from: (worst * 360) / sectors.length,
        share: sectors[worst]!.share,
        speed: sectors[worst]!.speed,
        force: forces[worst]! / whole,
      },
    ];
  }).sort((a, b) => b.share * b.speed ** 2 - a.share * a.speed ** 2);
}

export type WindStrength = keyof typeof windData.strengths;
export const WIND_STRENGTHS = Object.keys(windData.strengths) as readonly WindStrength[];

/** A rose from what a steward says in one breath: where the wind mostly comes from, degrees, and how strong it is; the same in every season. */
export function prevailingRose(from: number, strength: WindStrength): Rose {
  const main = Math.round(from / 45) % 8;
  const sectors = windData.shares.map((_, i) => {
    const off = (i - main + 8) % 8;
    const beside = off === 0 || off === 1 || off === 7;
    return { share: windData.shares[off]!, speed: windData.strengths[strength] * (beside ? 1 : windData.others) };
  });
  return { winter: sectors, spring: sectors, summer: sectors, autumn: sectors };
}

/** 'North-west in winter: 24 % of the time at 7.2 m/s, 41 % of that season's force.' */
export function windSentence({ season, from, share, speed, force }: BadWind, us: boolean): string {
  const name = compassName(from);
  const { name: unit, perUnit } = windUnit(us ? 'us' : 'metric');
  const fast = `${(speed / perUnit).toFixed(us ? 0 : 1)} ${unit}`;
  return `${name[0]!.toUpperCase()}${name.slice(1)} in ${season}: ${Math.round(share * 100)} % of the time at ${fast}, ${Math.round(force * 100)} % of that season’s force.`;
}
