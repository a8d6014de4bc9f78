import { compassName } from '../geometry/point.ts';
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

/** 'North-west in winter: 24 % of the time at 7.2 m/s, 41 % of that season's force.' */
export function windSentence({ season, from, share, speed, force }: BadWind, us: boolean): string {
  const name = compassName(from);
  const fast = us ? `${Math.round(speed * 2.236936)} mph` : `${speed.toFixed(1)} m/s`;
  return `${name[0]!.toUpperCase()}${name.slice(1)} in ${season}: ${Math.round(share * 100)} % of the time at ${fast}, ${Math.round(force * 100)} % of that season’s force.`;
}
