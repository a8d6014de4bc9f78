import { roundHalfUp } from './rounding.ts';

export type UnitSystem = 'metric' | 'us';

/** Exact SI value of one unit (metres, square metres, cubic metres, litres, kilograms). International foot throughout. */
const EXACT = {
  ft: 0.3048,
  in: 0.0254,
  yd: 0.9144,
  mi: 1609.344,
  ac: 4046.8564224,
  ft2: 0.3048 ** 2,
  ft3: 0.028316846592,
  yd3: 0.764554857984,
  galUS: 3.785411784,
  lb: 0.45359237,
} as const;
export type UsUnit = keyof typeof EXACT;

/** `value` in SI (m, m², m³, L or kg, as the unit asks) given in the US customary `unit`. */
export const toUs = (value: number, unit: UsUnit): number => value / EXACT[unit];

/** `value` in the US customary `unit`, in SI. */
export const toMetres = (value: number, unit: UsUnit): number => value * EXACT[unit];

// Making a formatter costs far more than a number written with it: one is kept for each style.
const formats = new Map<string, Intl.NumberFormat>();
function formatOf(decimals: number, currency?: string): Intl.NumberFormat {
  const key = `${decimals}${currency}`;
  let format = formats.get(key);
  if (!format) {
    const money = currency ? ({ style: 'currency', currency, currencyDisplay: 'narrowSymbol' } as const) : {};
    formats.set(
      key,
      (format = new Intl.NumberFormat('en', {
        ...money,
        minimumFractionDigits: decimals,
        maximumFractionDigits: decimals,
      })),
    );
  }
  return format;
}

const plain = (value: number, decimals: number): string =>
  formatOf(decimals)
    .format(value)
    .replace(/^-(?=[0.,]*$)/, '');

/**
 * A length written for people: metres to `decimals` places, or feet (inches below 3 ft when `fine`).
 * @param metres - any finite length
 */
export function formatLength(metres: number, system: UnitSystem, { decimals = 1 }: { decimals?: number } = {}): string {
  if (system === 'metric') return `${plain(metres, decimals)} m`;
  return `${plain(toUs(metres, 'ft'), decimals)} ft`;
}

/**
 * A size as it is sold, metres: in US customary the nearest that a shop has, whole inches under half a metre, half feet
 * up to ten, whole feet beyond.
 */
export function soldSize(metres: number, system: UnitSystem): number {
  if (system === 'metric') return metres;
  const step = metres < 0.5 ? EXACT.in : (metres < 3.2 ? 0.5 : 1) * EXACT.ft;
  return Math.max(1, Math.round(metres / step)) * step;
}

/** Parts of an inch that a carpenter's tape shows. */
const EIGHTHS = 8;

/**
 * A distance as it is planned, metres: in US customary what a tape and a stick are set to, eighths of an inch under one,
 * whole inches under half a foot, quarters of a foot under two feet, halves under four, whole feet to twelve, then even
 * ones, fives from forty, tens from a hundred. 0 stays 0.
 */
export function plannedAt(metres: number, system: UnitSystem): number {
  if (system === 'metric' || metres === 0) return metres;
  const feet = toUs(metres, 'ft');
  if (feet < 0.5) {
    const inches = feet * 12 < 1 ? EIGHTHS : 1;
    return (Math.max(1, Math.round(feet * 12 * inches)) / inches) * EXACT.in;
  }
  const step = feet < 2 ? 0.25 : feet < 4 ? 0.5 : feet < 12 ? 1 : feet < 40 ? 2 : feet < 100 ? 5 : 10;
  return Math.max(1, Math.round(feet / step)) * step * EXACT.ft;
}

const HALF_FOOT = EXACT.ft / 2;

/** So far as something is moved or widened, metres, never less than is wanted: whole 10 cm, or halves of a foot. */
export const roundedUp = (metres: number, system: UnitSystem): number =>
  system === 'metric' ? Math.ceil(metres * 10) / 10 : Math.ceil(metres / HALF_FOOT - 1e-9) * HALF_FOOT;

/** A spacing that is set by hand, metres: to 5 cm, or a quarter of a foot. */
export const roundedOff = (metres: number, system: UnitSystem): number =>
  system === 'metric' ? Math.round(metres * 20) / 20 : Math.round((2 * metres) / HALF_FOOT) * (HALF_FOOT / 2);

/** How large something grows, as people speak of it: '8 m', '2.5 m', '26 ft'. */
export const formatGrown = (metres: number, system: UnitSystem): string =>
  system === 'metric' ? `${plain(metres, metres % 1 === 0 ? 0 : 1)} m` : `${feetWords(metres)} ft`;

/** A size as it is sold: '1.20 m', or '4 ft', '2.5 ft', '8 in'. */
export function formatSold(metres: number, system: UnitSystem): string {
  if (system === 'metric') return `${plain(metres, 2)} m`;
  const sold = soldSize(metres, system);
  if (metres < 0.5) return `${plain(toUs(sold, 'in'), 0)} in`;
  const feet = roundHalfUp(toUs(sold, 'ft') * 2) / 2;
  return `${plain(feet, feet % 1 === 0 ? 0 : 1)} ft`;
}

/** A length as it is read off a tape: '12.35 m', or in feet, inches and eighths: '40 ft 6 1/8 in'. */
export const formatTape = (metres: number, system: UnitSystem): string =>
  system === 'metric' ? `${plain(metres, 2)} m` : inParts(metres, EIGHTHS);

/** A length that a stick is cut to: '0.333 m', or to a sixteenth of an inch. */
export const formatStick = (metres: number, system: UnitSystem): string =>
  system === 'metric' ? `${plain(metres, 3)} m` : inParts(metres, 2 * EIGHTHS);

/** Feet, inches and so many parts of one, a power of two. */
function inParts(metres: number, parts: number): string {
  const all = roundHalfUp((Math.abs(metres) / EXACT.in) * parts);
  const [feet, rest] = [Math.floor(all / (12 * parts)), all % (12 * parts)];
  const [inches, part] = [Math.floor(rest / parts), rest % parts];
  // The largest power of two in it.
  const divisor = part & -part;
  const fraction = part > 0 ? `${part / divisor}/${parts / divisor}` : '';
  const said = [
    feet > 0 ? `${plain(feet, 0)} ft` : '',
    inches > 0 || fraction || feet === 0
      ? `${[inches > 0 || !fraction ? String(inches) : '', fraction].filter(Boolean).join(' ')} in`
      : '',
  ];
  return `${metres < 0 && all > 0 ? '-' : ''}${said.filter(Boolean).join(' ')}`;
}

/** A range of lengths, the unit once: '2 to 4 m', '7 to 13 ft'; a decimal where the lower is under 2 m. */
export function formatRange([from, to]: readonly [number, number], system: UnitSystem): string {
  const decimals = system === 'metric' && from < 2 ? 1 : 0;
  const low = formatLength(from, system, { decimals }).replace(/ \S+$/, '');
  return from === to ? formatLength(to, system, { decimals }) : `${low} to ${formatLength(to, system, { decimals })}`;
}

/** An area written for people: m² below 1 ha, else ha; ft² below half an acre, else acres. */
export function formatArea(squareMetres: number, system: UnitSystem): string {
  if (system === 'metric')
    return squareMetres < 10_000 ? `${plain(squareMetres, 0)} m²` : `${plain(squareMetres / 10_000, 2)} ha`;
  const acres = toUs(squareMetres, 'ac');
  return acres < 0.5 ? `${plain(toUs(squareMetres, 'ft2'), 0)} ft²` : `${plain(acres, 2)} ac`;
}

const round = (value: number, step: number): number => roundHalfUp(value / step) * step;
/** Feet as people speak of a length: halves up to ten, then whole; tenths under one, where a half says too little. */
const feetWords = (metres: number): string => {
  const exact = toUs(metres, 'ft');
  const feet = exact < 1 ? round(exact, 0.1) : exact < 10 ? round(exact, 0.5) : round(exact, 1);
  return plain(feet, feet % 1 > 1e-6 ? 1 : 0);
};

/**
 * A text of the trade's own data, written in metric, in the steward's units: lengths, spans of them, densities and
 * volumes. What it does not know it leaves.
 */
export function inUnits(text: string, system: UnitSystem): string {
  if (system === 'metric') return text;
  const value = (number: string) => Number(number.replaceAll(',', ''));
  const span = (from: string, to: string | undefined, words: (n: number) => string, unit: string) =>
    `${words(value(from))}${to ? ` to ${words(value(to))}` : ''} ${unit}`;
  const inches = (perUnit: number) => (n: number) => plain(Math.max(1, toUs(n * perUnit, 'in')), 0);
  // What is less than an inch is said in tenths: rain of a week.
  const rain = (n: number) => (n < 25 ? plain(toUs(n / 1000, 'in'), 1) : inches(0.001)(n));
  const mph = (perUnit: number) => (n: number) => String(Math.round(n * perUnit));
  return (
    text
      .replace(/(-?[\d,.]*\d)(?: to ([\d,.]*\d))? °C/g, (_, a: string, b?: string) =>
        span(a, b, (n) => String(Math.round(n * 1.8 + 32)), '°F'),
      )
      .replace(/\b([\d,.]*\d)(?: to ([\d,.]*\d))? km\/h\b/g, (_, a: string, b?: string) =>
        span(a, b, mph(1000 / EXACT.mi), 'mph'),
      )
      .replace(/\b([\d,.]*\d)(?: to ([\d,.]*\d))? m\/s\b/g, (_, a: string, b?: string) =>
        span(a, b, mph(3600 / EXACT.mi), 'mph'),
      )
      .replace(/\b([\d,.]*\d)(?: to ([\d,.]*\d))? a hectare\b/g, (_, a: string, b?: string) =>
        span(a, b, (n) => formatCount(round((n * EXACT.ac) / 10_000, 10)), 'an acre'),
      )
      // Rolls are longer by what makes them fives of feet, never shorter.
      .replace(
        /\broll of (\d+) m\b/g,
        (_, metres: string) => `roll of ${5 * Math.ceil(toUs(Number(metres), 'ft') / 5)} ft`,
      )
      .replace(
        /\b([\d.]+) by ([\d.]+) m\b/g,
        (_, a: string, b: string) => `${feetWords(Number(a))} by ${feetWords(Number(b))} ft`,
      )
      .replace(/\b([\d,.]*\d)(?: to ([\d,.]*\d))? m\b(?![²³])/g, (_, a: string, b?: string) =>
        span(a, b, feetWords, 'ft'),
      )
      .replace(/\b([\d,.]*\d)(?: to ([\d,.]*\d))? cm\b/g, (_, a: string, b?: string) => span(a, b, inches(0.01), 'in'))
      .replace(/\b([\d,.]*\d)(?: to ([\d,.]*\d))? mm\b/g, (_, a: string, b?: string) => span(a, b, rain, 'in'))
      .replace(
        /\babout (\d+) L\b/g,
        (_, litres: string) => `about ${plain(Math.max(1, toUs(Number(litres), 'galUS')), 0)} gal`,
      )
      .replace(/\b(\d+) kg\b/g, (_, kilograms: string) => `${plain(toUs(Number(kilograms), 'lb'), 0)} lb`)
      .replace(
        /\b([\d.]+)(?: to ([\d.]+))? (plants?) a metre\b/g,
        (_, a: string, b: string | undefined, word: string) =>
          span(a, b, (n) => plain(n * EXACT.yd, 1), `${word} a yard`),
      )
      .replaceAll('a hectare', 'an acre')
      .replaceAll('a cubic metre', 'a cubic yard')
      .replaceAll('a kilogram', 'a pound')
      .replaceAll('a metre', 'a yard')
      .replaceAll('metres', 'yards')
  );
}

/** The unit that land is spoken of in: its name and its square metres. */
export const landUnit = (system: UnitSystem): { name: string; squareMetres: number } =>
  system === 'metric' ? { name: 'hectare', squareMetres: 10_000 } : { name: 'acre', squareMetres: EXACT.ac };

/** The units that wind and rain are spoken of in: their names, and their metres a second or millimetres. */
export const windUnit = (system: UnitSystem): { name: string; perUnit: number } =>
  system === 'metric' ? { name: 'm/s', perUnit: 1 } : { name: 'mph', perUnit: EXACT.mi / 3600 };
export const rainUnit = (system: UnitSystem): { name: string; perUnit: number } =>
  system === 'metric' ? { name: 'mm', perUnit: 1 } : { name: 'in', perUnit: EXACT.in * 1000 };

/** The unit that temperatures are spoken of in, and degrees Celsius of so many of it. */
export const temperatureUnit = (system: UnitSystem): { name: string; celsius(degrees: number): number } =>
  system === 'metric'
    ? { name: '°C', celsius: (degrees) => degrees }
    : { name: '°F', celsius: (degrees) => (degrees - 32) / 1.8 };

/** A small area written for people: '450 cm²', '70 in²'. */
export const formatSmallArea = (squareMetres: number, system: UnitSystem): string =>
  system === 'metric' ? `${plain(squareMetres * 1e4, 0)} cm²` : `${plain(squareMetres / EXACT.in ** 2, 0)} in²`;

/** The unit that small ground is measured in: its name and its square metres. */
export const groundUnit = (system: UnitSystem): { name: string; squareMetres: number } =>
  system === 'metric' ? { name: 'm²', squareMetres: 1 } : { name: 'ft²', squareMetres: EXACT.ft2 };

/** The unit that water is spoken of in: its name and its litres. */
export const waterUnit = (system: UnitSystem): { name: string; litres: number } =>
  system === 'metric' ? { name: 'L', litres: 1 } : { name: 'gal', litres: EXACT.galUS };

/** The unit that doses are weighed in: its name and its grams. */
export const weightUnit = (system: UnitSystem): { name: string; grams: number } =>
  system === 'metric' ? { name: 'g', grams: 1 } : { name: 'oz', grams: (EXACT.lb * 1000) / 16 };

/** Litres written for people: '14 L', '3.7 gal'; a decimal below ten. */
export function formatWater(litres: number, system: UnitSystem): string {
  const { name, litres: perUnit } = waterUnit(system);
  const value = litres / perUnit;
  return `${plain(value, value < 10 && value % 1 !== 0 ? 1 : 0)} ${name}`;
}

/** A loose volume written for people: cubic metres or cubic yards. */
export function formatVolume(cubicMetres: number, system: UnitSystem): string {
  return system === 'us' ? `${plain(toUs(cubicMetres, 'yd3'), 1)} yd³` : `${plain(cubicMetres, 1)} m³`;
}

/** A weight: grams and kilograms, or ounces and pounds. */
export function formatWeight(kilograms: number, system: UnitSystem): string {
  if (system === 'us') {
    const pounds = toUs(kilograms, 'lb');
    return pounds < 1 ? `${plain(pounds * 16, 1)} oz` : `${plain(pounds, pounds < 10 ? 1 : 0)} lb`;
  }
  return kilograms < 1 ? `${plain(kilograms * 1000, 0)} g` : `${plain(kilograms, kilograms < 10 ? 1 : 0)} kg`;
}

/** `cents` (whole minor units) in an ISO 4217 `currency`; whole units from 1,000 up, where cents are noise. */
export function formatMoney(cents: number, currency: string): string {
  return formatOf(Math.abs(cents) >= 100_000 ? 0 : 2, currency).format(cents / 100);
}

/** A whole number with thousands separated. */
export const formatCount = (count: number): string => plain(count, 0);

/** A count with its noun: '1 plant', '1,200 plants', '0 plants'. */
export const counted = (n: number, one: string, many = `${one}s`): string =>
  `${formatCount(n)} ${n === 1 ? one : many}`;

const PARTS = /(-?\d+(?:[.,]\d+)?(?:e-?\d+)?)\s*(mm|cm|km|m|ft|feet|foot|in|inch|inches|yd|'|"|′|″)?/giy;
const METRES: Record<string, number> = {
  mm: 0.001,
  cm: 0.01,
  m: 1,
  km: 1000,
  ft: EXACT.ft,
  feet: EXACT.ft,
  foot: EXACT.ft,
  "'": EXACT.ft,
  '′': EXACT.ft,
  in: EXACT.in,
  inch: EXACT.in,
  inches: EXACT.in,
  '"': EXACT.in,
  '″': EXACT.in,
  yd: EXACT.yd,
};

/**
 * Metres in what a person typed: `1.5`, `1,5 m`, `150 cm`, `5 ft 6 in`, `5'6"`. A bare number is in the
 * system's own unit (metres or feet). Null when it is not a length.
 */
export function parseLength(text: string, system: UnitSystem): number | null {
  const trimmed = text.trim();
  let metres = 0;
  let at = 0;
  while (at < trimmed.length) {
    PARTS.lastIndex = at;
    const match = PARTS.exec(trimmed);
    if (!match) return null;
    const bare = at > 0 ? EXACT.in : system === 'us' ? EXACT.ft : 1; // 5'6 means six inches
    metres += Number(match[1]!.replace(',', '.')) * (match[2] ? METRES[match[2].toLowerCase()]! : bare);
    at = PARTS.lastIndex;
    while (trimmed[at] === ' ') at++;
  }
  return at > 0 && Number.isFinite(metres) ? metres : null;
}

/** A length as an editable number without its unit, short: `1.5` (m) or `4.92` (ft). */
export const editableLength = (metres: number, system: UnitSystem): string =>
  String(roundHalfUp((system === 'us' ? toUs(metres, 'ft') : metres) * 1000) / 1000);

/** A length as a field shows it: its number, and the unit that a bare number in it is in; what is under half a foot in inches. */
export const fieldLength = (metres: number, system: UnitSystem): { text: string; unit: string } =>
  system === 'us' && metres > 0 && metres < toMetres(0.5, 'ft') - 1e-9
    ? { text: String(roundHalfUp(toUs(metres, 'in') * 1000) / 1000), unit: 'in' }
    : { text: editableLength(metres, system), unit: lengthUnit(system) };

/** The unit that a bare length is typed in. */
export const lengthUnit = (system: UnitSystem): string => (system === 'us' ? 'ft' : 'm');
