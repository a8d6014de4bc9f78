import { polar, type Point } from '../geometry/point.ts';
import { parseLength, type UnitSystem } from '../units/quantities.ts';

/**
 * The point that was typed: `12.5, -40` (east, north of the origin) or, after a first point, `18 at 90`
 * (length, bearing in degrees from north). A sentence when it is neither.
 */
export function typedPoint(text: string, drawn: readonly Point[], units: UnitSystem): Point | string {
  const place = text.split(',');
  if (place.length === 2) {
    const [x, y] = place.map((part) => parseLength(part, units));
    if (x != null && y != null) return [x, y];
  }
  const leg = /^(.*?)(?:\s+at\s+|\s*@\s*|\s+)(-?\d+(?:\.\d+)?)\s*°?$/.exec(text.trim());
  const last = drawn.at(-1);
  const length = leg && parseLength(leg[1]!, units);
  if (leg && length != null && last) return polar(last, length, Number(leg[2]));
  return last
    ? 'Type a leg as length and bearing, such as 18 at 90, or a place as east, north.'
    : `Type the first place as ${units === 'us' ? 'feet' : 'metres'} east, north of the origin, such as 12, -40.`;
}
