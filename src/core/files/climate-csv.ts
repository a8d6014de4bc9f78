import Papa from 'papaparse';
import { SEASONS, type Climate, type Rose, type Season } from '../holding/ground-schema.ts';
import { Unreadable } from './problems.ts';

const MONTH_WORDS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const WIND_WORDS = ['n', 'nne', 'ne', 'ene', 'e', 'ese', 'se', 'sse', 's', 'ssw', 'sw', 'wsw', 'w', 'wnw', 'nw', 'nnw'];

/** What a climate table told: the months, or the rose, whichever it was. */
export type ClimateTable = { readonly months: NonNullable<Climate['months']> } | { readonly rose: Rose };

/**
 * A climate table: `month, rain, evaporation` (12 lines; mm, or inches where a heading says in), or
 * `season, from, share, speed` (each season with the same sectors; degrees or names; shares of 1 or per cent; m/s,
 * or km/h, mph, knots where the heading says). Throws {@link Unreadable} with what is missing.
 */
export function readClimateCsv(text: string, name: string): ClimateTable {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading) => heading.trim().toLowerCase(),
  });
  const column = (pattern: RegExp) => (meta.fields ?? []).find((field) => pattern.test(field));
  const [month, rain, evaporation] = [column(/^month/), column(/^(rain|precip)/), column(/^(evap|et)/)];
  const number = (row: Record<string, string>, key: string, line: number): number => {
    const value = Number(
      (row[key] ?? '')
        .trim()
        .replace(meta.delimiter === ',' ? /$^/ : ',', '.')
        .replace('%', ''),
    );
    if (!Number.isFinite(value) || value < 0 || (row[key] ?? '').trim() === '')
      throw new Unreadable(
        `${name}: line ${line}: '${row[key] ?? ''}' under ${key} is no amount. Mend it and choose the file again.`,
      );
    return value;
  };
  if (month && rain) {
    const inches = (key: string) => (/\bin(ch(es)?)?\b/.test(key) ? 25.4 : 1);
    const months: { rain: number; evaporation: number }[] = [];
    data.forEach((row, i) => {
      const said = (row[month] ?? '').trim().toLowerCase();
      const at = /^\d+$/.test(said) ? Number(said) - 1 : MONTH_WORDS.indexOf(said.slice(0, 3));
      if (!(at >= 0 && at < 12))
        throw new Unreadable(`${name}: line ${i + 2}: '${said}' is no month. Write 1 to 12 or its name.`);
      months[at] = {
        rain: number(row, rain, i + 2) * inches(rain),
        evaporation: evaporation ? number(row, evaporation, i + 2) * inches(evaporation) : 0,
      };
    });
    const missing = MONTH_WORDS.findIndex((_, i) => !months[i]);
    if (missing >= 0) throw new Unreadable(`${name} has no line for month ${missing + 1}. It needs all twelve.`);
    return { months };
  }
  const [season, from, share, speed] = [
    column(/^season/),
    column(/^(from|dir|bearing|wind)/),
    column(/^(share|freq|%|per)/),
    column(/^(speed|mean)/),
  ];
  if (season && from && share && speed) return { rose: roseOf(data, { season, from, share, speed }, name, number) };
  throw new Unreadable(
    `${name} is not a climate table. It needs the columns month, rain, evaporation; or season, from, share, speed.`,
  );
}

function roseOf(
  data: readonly Record<string, string>[],
  columns: Record<'season' | 'from' | 'share' | 'speed', string>,
  name: string,
  number: (row: Record<string, string>, key: string, line: number) => number,
): Rose {
  const metresSecond = /km/.test(columns.speed)
    ? 1 / 3.6
    : /mph|mile/.test(columns.speed)
      ? 0.44704
      : /kn/.test(columns.speed)
        ? 0.514444
        : 1;
  const found: Record<Season, { from: number; share: number; speed: number }[]> = {
    winter: [],
    spring: [],
    summer: [],
    autumn: [],
  };
  data.forEach((row, i) => {
    const said = (row[columns.season] ?? '').trim().toLowerCase().replace('fall', 'autumn') as Season;
    if (!SEASONS.includes(said))
      throw new Unreadable(`${name}: line ${i + 2}: '${said}' is no season. Write ${SEASONS.join(', ')}.`);
    const direction = (row[columns.from] ?? '').trim().toLowerCase();
    const named = WIND_WORDS.indexOf(direction) * 22.5;
    const degrees = named >= 0 ? named : number(row, columns.from, i + 2) % 360;
    found[said].push({
      from: degrees,
      share: number(row, columns.share, i + 2),
      speed: number(row, columns.speed, i + 2) * metresSecond,
    });
  });
  const sectors = found.winter.length;
  if (sectors < 4 || SEASONS.some((one) => found[one].length !== sectors))
    throw new Unreadable(
      `${name}: each season needs the same sectors, at least four. ${SEASONS.map((one) => `${one} has ${found[one].length}`).join(', ')}.`,
    );
  const rose = (one: Season) => {
    const sum = found[one].reduce((total, { share }) => total + share, 0);
    const perCent = sum > 1.5 ? 100 : 1;
    const sorted = [...found[one]].sort((a, b) => a.from - b.from);
    if (sorted.some(({ from }, k) => Math.abs(from - (k * 360) / sectors) > 1))
      throw new Unreadable(
        `${name}: the sectors of ${one} are not even steps from north. Give every ${360 / sectors} degrees once.`,
      );
    if (sum / perCent > 1.02)
      throw new Unreadable(
        `${name}: the shares of ${one} add up to ${Math.round((sum / perCent) * 100)} %. They can be 100 at most; the rest is calm.`,
      );
    return sorted.map(({ share, speed }) => ({ share: share / perCent, speed }));
  };
  return { winter: rose('winter'), spring: rose('spring'), summer: rose('summer'), autumn: rose('autumn') };
}
