import { judgeAims } from '../aims/judge-aims.ts';
import {
  densityAt,
  heightsAt,
  lightAtPlaces,
  sightAt,
  sunByMonth,
  snowAt,
  streamsAt,
  windsAt,
} from '../effects/at-year.ts';
import { Outlook } from '../effects/outlook.ts';
import { judge } from '../findings/judge.ts';
import type { Holding } from '../holding/schema.ts';
import { isBelt } from '../ranks/outline.ts';
import { layHolding } from '../ranks/laid.ts';
import { harvests } from '../years/bearing.ts';
import type { StandYears } from '../years/stand-years.ts';
import { closesIn, thinIn } from '../years/closing.ts';

/** Years that are told where none is named. */
const TOLD = [0, 1, 2, 3, 5, 8, 10, 15, 20, 30, 40] as const;

/** A holding through the years as plain data for scripts: the numbers that the app shows. Metres, per cent, hours, t/m. */
export function yearsOf(holding: Holding, year: number | null = null) {
  const all = layHolding(holding);
  const outlook = new Outlook(holding, all);
  const years = year === null ? TOLD : [year];
  return {
    holding: holding.name,
    plantings: outlook.stands().map((stand) => plantingYears(stand, outlook, years)),
    years: years.map((y) => ({
      year: y,
      wind: windsAt(outlook, y),
      hidden: sightAt(outlook, y),
      light: { ...lightAtPlaces(outlook, y), months: sunByMonth(outlook, y) },
      snow: snowAt(outlook, y),
      streams: streamsAt(outlook, y),
    })),
    aims: judgeAims(outlook).map(({ aim, sentence, metIn, value, wanted, by, unit, holds, why }) => ({
      kind: aim.kind,
      sentence,
      holds,
      metIn,
      value,
      wanted,
      unit,
      by,
      why,
    })),
  };
}

function plantingYears(stand: StandYears, { holding, all }: Outlook, years: readonly number[]) {
  return {
    name: stand.laid.planting.name,
    rows: stand.laid.planting.rows.map(({ id, name }) => ({
      name,
      closes: closesIn(stand, id),
      thin: thinIn(stand, id),
      kinds: stand.grown
        .filter(({ row }) => row === id)
        .map(({ lot, plants, height, width, base, light, alive, care }) => ({
          species: lot.species.botanical,
          plants,
          slowed: care.slowed,
          years: years.map((y) => ({
            year: y,
            height: height[y]!,
            width: width[y]!,
            clearStem: base[y]!,
            light: light[y]!,
            alive: alive[y]!,
          })),
        })),
    })),
    heights: years.map((y) => ({ year: y, rows: heightsAt(stand, y).map(({ name, height }) => ({ name, height })) })),
    seenThrough: isBelt(stand.laid.planting.baseline) ? years.map((y) => ({ year: y, ...densityAt(stand, y) })) : null,
    harvests: harvests(stand).map(({ species, plants, first, full, months, each }) => ({
      species: species.botanical,
      plants,
      first,
      full,
      months,
      kilogramsEach: each && years.map((y) => ({ year: y, from: each[y]![0], to: each[y]![1] })),
    })),
    conflicts: judge(holding, stand.laid, all)
      .flatMap(({ year: when, rule, what, severity }) => (when === null ? [] : [{ year: when, rule, severity, what }]))
      .sort((a, b) => a.year - b.year),
  };
}
