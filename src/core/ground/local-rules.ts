import type { Point } from '../geometry/point.ts';
import type { ASKED_BEFORE, Feature, LocalRule } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { formatLength, type UnitSystem } from '../units/quantities.ts';
import { toBankTop } from './bank-top.ts';
import { nameOf, pointsOf } from './features.ts';

export const RULE_KINDS = [
  'setback',
  'height',
  'sightTriangle',
  'waterEdge',
  'nesting',
  'leave',
] as const satisfies readonly LocalRule['kind'][];
export const ruleLabel: Readonly<Record<LocalRule['kind'], string>> = {
  setback: 'Setback',
  height: 'Height',
  sightTriangle: 'Sight triangle',
  waterEdge: 'Protected water edge',
  nesting: 'Nesting season',
  leave: 'To be asked for',
};

/** Before which work something is asked for, in words. */
export const askedBefore: Readonly<Record<(typeof ASKED_BEFORE)[number], string>> = {
  planting: 'any planting',
  felling: 'anything is felled or cleared',
  water: 'work beside water',
  fence: 'a fence is built',
};

/** What a rule runs along: the boundary, closed, or a feature's own points, from whose bank top it counts where there is one. Null when that is gone. */
export function lineOf(
  along: string,
  { boundary, features }: Pick<Holding, 'boundary' | 'features'>,
): { points: readonly Point[]; closed: boolean; edge: number; name: string } | null {
  if (along === 'boundary')
    return boundary && { points: boundary.map(({ at }) => at), closed: true, edge: 0, name: 'the boundary' };
  const feature = features.find(({ id }) => id === along);
  if (!feature) return null;
  const [edge, name] = [toBankTop(feature), `the ${nameOf(feature)}`];
  return { points: pointsOf(feature), closed: 'ring' in feature, edge, name };
}

/** What a rule may run along. */
export const linesFor = (kind: LocalRule['kind'], features: readonly Feature[]): Feature[] =>
  features.filter((feature) =>
    kind === 'waterEdge'
      ? feature.kind === 'stream' || feature.kind === 'ditch' || feature.kind === 'wetGround'
      : 'line' in feature,
  );

/** The rule as a sentence; never as law. */
export function ruleSentence(
  rule: LocalRule,
  holding: Pick<Holding, 'boundary' | 'features'>,
  units: UnitSystem,
): string {
  const length = (metres: number) => formatLength(metres, units, { decimals: metres % 1 === 0 ? 0 : 2 });
  const name = 'along' in rule ? (lineOf(rule.along, holding)?.name ?? 'a line that is gone') : '';
  switch (rule.kind) {
    case 'setback':
      return `Stems keep ${length(rule.metres)} from ${name}.`;
    case 'height':
      return `Nothing over ${length(rule.most)} within ${length(rule.metres)} of ${name}.`;
    case 'sightTriangle':
      return `Nothing over ${length(rule.most)} in the sight triangle.`;
    case 'waterEdge':
      return `No digging within ${length(rule.metres)} of ${name} without asking.`;
    case 'nesting':
      return `No clearing or cutting from ${dayWords(rule.from)} to ${dayWords(rule.to)}.`;
    case 'leave':
      return `Before ${askedBefore[rule.before]}, ${rule.days} days ahead: ask ${rule.ask || 'for what is to be asked for: say it here'}.`;
  }
}

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
/** '05-12' as '12 May'. */
export const dayWords = (day: string): string => `${Number(day.slice(3))} ${MONTHS[Number(day.slice(0, 2)) - 1]}`;
export const monthName = (month: number): string => MONTHS[month - 1]!;
