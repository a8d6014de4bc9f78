import type { Holding } from '../holding/schema.ts';

type Place = Holding['place'];

/** Farthest from the equator that a holding's plane can lie, degrees. */
const FARTHEST = 85;
const EXAMPLE = 'such as 52.1, -20.4 or 52°06′N 20°24′W';

/** Words and marks that mean the same, as one: upper case, points for decimals, plain primes. */
const plain = (text: string): string =>
  text
    .toUpperCase()
    .replaceAll(/[−–]/g, '-')
    .replaceAll(/[º˚]/g, '°')
    .replaceAll(/[′’‘´`]/g, "'")
    .replaceAll(/[″“”]|''/g, '"')
    .replace(/^\s*GEO:/, '')
    .replaceAll(/\b(?:LATITUDE|LAT|LONGITUDE|LONG|LON|LNG|DEGREES|DEG)\b[.:=]?/g, ' ')
    .replaceAll(/\b([NS])(?:ORTH|OUTH)\b/g, '$1')
    .replaceAll(/\b([EW])(?:AST|EST)\b/g, '$1')
    // Decimal commas: '52,1 -20,4' and '52,1; -20,4', where no point says otherwise.
    .replace(/^([^\d.]*\d+),(\d+)([^\d.,]*[\s;,°NSEW][^\d.]*)(\d+),(\d+)([^\d.]*)$/, '$1.$2$3$4.$5$6');

/** One half of a place as its numbers and the letter beside them. */
interface Half {
  readonly numbers: readonly string[];
  readonly letter: string | null;
}

/** Degrees of one half: degrees, minutes and seconds with a sign or a letter; null when it is none. */
function degrees({ numbers, letter }: Half): number | null {
  const [whole, ...parts] = numbers;
  if (whole === undefined || parts.length > 2) return null;
  if (numbers.slice(0, -1).some((part) => part.includes('.'))) return null;
  if (parts.some((part) => /^[-+]/.test(part) || Number(part) >= 60)) return null;
  const size = numbers.reduce((sum, part, i) => sum + Math.abs(Number(part)) / 60 ** i, 0);
  const negative = whole.startsWith('-');
  if (negative && (letter === 'N' || letter === 'E')) return null;
  return negative || letter === 'S' || letter === 'W' ? -size : size;
}

/** The two halves of a place, by their letters, by the mark between them, or by counting; null when they are not two. */
function halves(text: string): readonly [Half, Half] | null {
  const words: readonly string[] = text.match(/[NSEW]|[-+]?\d+(?:\.\d+)?/g) ?? [];
  const letters = words.filter((word) => /[NSEW]/.test(word));
  const numbers = words.filter((word) => !/[NSEW]/.test(word));
  const bare = (of: readonly string[]): Half => ({ numbers: of, letter: null });
  if (letters.length === 2) {
    const before = /[NSEW]/.test(words[0]!);
    const cut = before ? words.indexOf(letters[1]!, 1) : words.indexOf(letters[0]!) + 1;
    const half = (of: readonly string[], letter: string): Half => ({
      numbers: of.filter((word) => word !== letter),
      letter,
    });
    return [half(words.slice(0, cut), letters[0]!), half(words.slice(cut), letters[1]!)];
  }
  if (letters.length > 0) return null;
  const parts = text.split(/[,;]/).filter((part) => /\d/.test(part));
  if (parts.length === 2) {
    const [first, second] = parts.map((part) => bare(part.match(/[-+]?\d+(?:\.\d+)?/g) ?? []));
    return [first!, second!];
  }
  if (numbers.length % 2 !== 0) return null;
  return [bare(numbers.slice(0, numbers.length / 2)), bare(numbers.slice(numbers.length / 2))];
}

/**
 * The place that was typed or pasted, in degrees, latitude first unless letters say otherwise: decimal degrees with
 * sign or letter, degrees and minutes, degrees, minutes and seconds, with or without their marks, decimal commas,
 * a `geo:` address. A sentence when it is none of these.
 */
export function typedPlace(text: string): Place | string {
  const written = plain(text);
  if (!/\d/.test(written)) return `Type the place as latitude, longitude, ${EXAMPLE}.`;
  const found = /[^\d\s.,;:°'"()/+NSEW-]/.test(written) ? null : halves(written);
  const values = found?.map(degrees);
  if (!found || !values || values[0] == null || values[1] == null)
    return `‘${text.trim().slice(0, 60)}’ is not read as a place. Type it as latitude, longitude, ${EXAMPLE}.`;
  const turned = found[0].letter === 'E' || found[0].letter === 'W';
  const [latitude, longitude] = turned ? [values[1], values[0]] : [values[0], values[1]];
  const axes = found.map(({ letter }) => (letter === null ? null : 'NS'.includes(letter) ? 'latitude' : 'longitude'));
  if (axes[0] !== null && axes[0] === axes[1])
    return `Both numbers are ${axes[0]}s: give one of N or S, one of E or W.`;
  if (Math.abs(latitude) > FARTHEST)
    return `A latitude of ${latitude.toFixed(2)}° is beyond ${FARTHEST}°. Latitude comes first, then longitude, ${EXAMPLE}.`;
  if (Math.abs(longitude) > 180)
    return `A longitude of ${longitude.toFixed(2)}° is beyond 180°. Type it between -180 and 180.`;
  const to6 = (value: number): number => Math.round(value * 1e6) / 1e6 + 0;
  return { latitude: to6(latitude), longitude: to6(longitude) };
}

/** A place as it is read back: '52.1000° N, 20.4000° W'. */
export const sayPlace = ({ latitude, longitude }: Place): string =>
  `${Math.abs(latitude).toFixed(4)}° ${latitude < 0 ? 'S' : 'N'}, ${Math.abs(longitude).toFixed(4)}° ${longitude < 0 ? 'W' : 'E'}`;
