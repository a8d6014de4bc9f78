import type { Holding, Planting } from '../src/core/holding/schema.ts';
import { plannedAt } from '../src/core/units/quantities.ts';

/** What a holding that is planned in feet says, and how one that was planned in metres would have been. */

/** A length, area or volume in the other system: '3.2 m', '40 cm', 'a hectare'; '10 ft', '5 in'. */
export const METRIC =
  /(?<![\w.])\d(?:[\d.,]*\d)?\s?(?:m|cm|mm|km|ha|m²|m³|m\/s|L)(?![\w²³/])|\b(?:metres?|hectares?|centimetres?)\b/i;
export const FEET =
  /(?<![\w.])\d(?:[\d.,/]*\d)?\s?(?:ft|in|yd|ac|mph|ft²|yd³|gal)(?![\w²³])|\b(?:feet|inch(?:es)?|yards|acres?)\b/;
/** Whether a line says a length in feet that somebody planned in metres: 5 cm or many of them, to a hundredth of a foot. */
export const converted = (line: string): boolean =>
  [...line.matchAll(/(?<![\d.])(\d[\d,]*\.\d{2,}) ft(?!\w)/g)].some(([, number]) => {
    const feet = Number(number!.replaceAll(',', ''));
    const fives = (feet * 0.3048) / 0.05;
    return Math.abs(fives - Math.round(fives)) < 0.035 && Math.abs(4 * feet - Math.round(4 * feet)) > 1e-6;
  });
const at = (metres: number): number => plannedAt(metres, 'us');

const maybe = (metres: number | null): number | null => (metres === null ? null : at(metres));

/** A planting as somebody with a tape in feet would plan it: what was measured on the ground stays as it is. */
const plantingInFeet = (planting: Planting): Planting => ({
  ...planting,
  baseline: inFeet(planting.baseline),
  rows: planting.rows.map((row) => ({
    ...row,
    spacing: at(row.spacing),
    rowGap: at(row.rowGap),
    inset: at(row.inset),
    trim: { start: at(row.trim.start), stop: at(row.trim.stop) },
    standards: row.standards && { ...row.standards, every: at(row.standards.every), first: at(row.standards.first) },
    kept: row.kept && {
      height: maybe(row.kept.height),
      width: maybe(row.kept.width),
      clearStem: maybe(row.kept.clearStem),
    },
  })),
  gaps: planting.gaps.map((gap) => ({ ...gap, at: at(gap.at), width: at(gap.width) })),
});

function inFeet(baseline: Planting['baseline']): Planting['baseline'] {
  if (baseline.kind === 'beside') return { ...baseline, setback: at(baseline.setback) };
  if (baseline.kind !== 'block') return baseline;
  const lanes = baseline.lanes && { ...baseline.lanes, width: at(baseline.lanes.width) };
  return { ...baseline, headland: at(baseline.headland), lanes };
}

/** A holding as it would have been planned in feet. */
export function heldInFeet(holding: Holding): Holding {
  const { rules, aims, plantings } = holding;
  return {
    ...holding,
    units: 'us',
    plantings: plantings.map(plantingInFeet),
    rules: rules.map((rule) =>
      'metres' in rule
        ? { ...rule, metres: at(rule.metres) }
        : 'most' in rule && rule.kind === 'sightTriangle'
          ? { ...rule, most: at(rule.most) }
          : rule,
    ),
    aims: aims.map((aim) => (aim.kind === 'strip' ? { ...aim, width: at(aim.width) } : aim)),
  };
}
