import { getPosition } from 'suncalc';
import type { Holding } from '../holding/schema.ts';
import sunData from './sun.json' with { type: 'json' };

type Place = Holding['place'];

/** Where the sun stands: degrees clockwise from north and above the horizon; `geometric` leaves refraction out. */
export interface SunPosition {
  readonly azimuth: number;
  readonly elevation: number;
  readonly geometric: number;
}

/** The sun at an instant. Within 0.01° of the published example of Reda & Andreas 2004 (Solar Energy 76). */
export function sunPosition(instant: Date, { latitude, longitude }: Place): SunPosition {
  const { azimuth, altitude } = getPosition(instant, latitude, longitude);
  let geometric = altitude;
  for (let i = 0; i < 3; i++) geometric = altitude - refraction(geometric);
  return { azimuth, elevation: altitude, geometric };
}

/** What the air adds to a geometric elevation, degrees: Sæmundsson's formula, as the sun library adds it (Meeus 1998, 16.4). */
function refraction(geometric: number): number {
  const h = (Math.max(0, geometric) * Math.PI) / 180;
  return ((0.0002967 / Math.tan(h + 0.00312536 / (h + 0.08901179))) * 180) / Math.PI;
}

/** One step of a day's sun: where it stands in its middle and how many hours the step lasts. */
export interface Sun {
  readonly azimuth: number;
  readonly elevation: number;
  readonly hours: number;
  /** Local mean sun time at its middle, hours from midnight. */
  readonly time: number;
}

const HOUR = 3_600_000;

/**
 * The suns of one day from sunrise to sunset (centre of the disc on a level horizon, no refraction), in steps
 * of about `stepMinutes`: their hours add up to the length of the day. None in polar night.
 * @param day - day of the month, 1 to 28 for any month; `month` 1 to 12
 */
export function daySuns(
  place: Place,
  {
    year = 2025,
    month,
    day = sunData.day,
    stepMinutes = 20,
  }: { year?: number; month: number; day?: number; stepMinutes?: number },
): Sun[] {
  const midnight = Date.UTC(year, month - 1, day) - (place.longitude / 15) * HOUR;
  const at = (hours: number) => sunPosition(new Date(midnight + hours * HOUR), place);
  const isUp = (hours: number) => at(hours).geometric > 0;
  const crossing = (down: number, up: number): number => {
    let [low, high] = [down, up];
    for (let i = 0; i < 24; i++) {
      const middle = (low + high) / 2;
      if (isUp(middle)) high = middle;
      else low = middle;
    }
    return high;
  };
  // The sun is highest within half an hour of local mean noon: the equation of time is never more than 17 minutes.
  const noon = [11.6, 11.8, 12, 12.2, 12.4].reduce((best, hours) =>
    at(hours).geometric > at(best).geometric ? hours : best,
  );
  if (!isUp(noon)) return [];
  const rise = isUp(noon - 12) ? noon - 12 : crossing(noon - 12, noon);
  const set = isUp(noon + 12) ? noon + 12 : crossing(noon + 12, noon);
  const steps = Math.max(1, Math.round(((set - rise) * 60) / stepMinutes));
  const hours = (set - rise) / steps;
  return Array.from({ length: steps }, (_, i) => {
    const time = rise + (i + 0.5) * hours;
    const { azimuth, elevation } = at(time);
    return { azimuth, elevation, hours, time };
  });
}

export const dayLength = (suns: readonly Sun[]): number => suns.reduce((sum, { hours }) => sum + hours, 0);

/** Whether deciduous trees are in leaf in this month (1 to 12). */
export const inLeaf = (month: number, latitude: number): boolean =>
  sunData.inLeafNorth.includes(latitude >= 0 ? month : ((month + 5) % 12) + 1);

/** The month of midwinter: December, in the south June. */
export const midwinter = (latitude: number): number => (latitude >= 0 ? 12 : 6);
/** Where the sun stands at noon of midwinter, degrees; null where it never rises above the low trees of the horizon. */
export function midwinterNoon(latitude: number): Pick<Sun, 'azimuth' | 'elevation'> | null {
  const elevation = 90 - Math.abs(latitude) - sunData.tilt;
  return elevation >= sunData.lowest ? { azimuth: latitude >= 0 ? 180 : 0, elevation } : null;
}
/** Height above the ground at which sun is asked for, metres. */
export const RECEIVER = sunData.receiver;
export const midsummer = (latitude: number): number => (latitude >= 0 ? 6 : 12);

/** Hours in midwinter from which a patch counts as staying lit. */
export const LIT_HOURS = sunData.litHours;
