import type { Point } from '../geometry/point.ts';
import { crossesItself } from '../geometry/polyline.ts';
import { area } from '../geometry/polygon.ts';
import { Refused } from '../holding/command.ts';
import { sayIssue } from '../holding/limits.ts';
import { checkFeature, type Feature, type FeatureKind, type Mark } from '../holding/ground-schema.ts';
import { formatLength, formatWater, toMetres, waterUnit, type UnitSystem } from '../units/quantities.ts';
import kindData from './kinds.json' with { type: 'json' };

export interface FeatureNumber {
  readonly key: string;
  readonly label: string;
  readonly unit: 'm' | 'L' | 'L/min' | 'min' | 'pH' | 'year';
  readonly start: number | null;
  /** May stay empty: not known. */
  readonly optional?: boolean;
  readonly least?: number;
  readonly most?: number;
}
export interface FeatureChoice {
  readonly key: string;
  readonly label: string;
  readonly start: boolean | string;
  /** What may be chosen, by value; a plain yes or no when absent. */
  readonly options?: Readonly<Record<string, string>>;
}
export interface FeatureKindFacts {
  readonly label: string;
  readonly shape: 'ring' | 'line' | 'at';
  /** The numbers that matter for it: start values stand until the steward measures. */
  readonly numbers: readonly FeatureNumber[];
  readonly choices?: readonly FeatureChoice[];
  readonly text?: readonly { readonly key: string; readonly label: string }[];
}

/** What each kind of feature is and which numbers it carries. */
export const featureKinds = kindData as unknown as Readonly<Record<FeatureKind, FeatureKindFacts>>;
export const FEATURE_KINDS = Object.keys(kindData) as FeatureKind[];

/** The feature's points in order: a ring's corners, a line's points, or its one place. */
export const pointsOf = (feature: Feature): readonly Point[] =>
  'ring' in feature ? feature.ring : 'line' in feature ? feature.line : [feature.at];

export const featuresOf = <K extends FeatureKind>(
  features: readonly Feature[],
  ...kinds: readonly K[]
): Extract<Feature, { kind: K }>[] =>
  features.filter((feature): feature is Extract<Feature, { kind: K }> =>
    (kinds as readonly string[]).includes(feature.kind),
  );

/** Its name, or what it is when nobody named it. */
export const nameOf = (feature: Feature): string => feature.name || featureKinds[feature.kind].label.toLowerCase();

/** What was chosen, in words: 'all winter' for ground whose `stands` is 'winter'. */
export const choiceWords = (kind: FeatureKind, key: string, value: unknown): string =>
  featureKinds[kind].choices?.find((choice) => choice.key === key)?.options?.[String(value)] ?? String(value);

/** Fewest points that a kind needs. */
export const leastPoints = (kind: FeatureKind): number => ({ ring: 3, line: 2, at: 1 })[featureKinds[kind].shape];

/** The shape part of a feature of `kind` through `points`; throws {@link Refused} when it cannot be one. `sound`: whoever read the points found that they do not cross. */
export function drawnAs(kind: FeatureKind, points: readonly Point[], sound = false): Record<string, unknown> {
  const { shape, label } = featureKinds[kind];
  if (points.length < leastPoints(kind))
    throw new Refused(
      `${label} needs at least ${leastPoints(kind)} points; it has ${points.length}. Add more, or press Escape.`,
    );
  if (shape === 'ring' && ((!sound && crossesItself(points, true)) || area(points) < 0.01))
    throw new Refused(`${label}: its edges cross or enclose nothing. Draw round it in one direction.`);
  return shape === 'at' ? { at: points[0] } : { [shape]: points.map(([x, y]) => [x, y]) };
}

/** A new feature of `kind` through `points`, with start values for its numbers. */
export function newFeature(
  kind: FeatureKind,
  id: string,
  points: readonly Point[],
  given: Readonly<Record<string, unknown>> = {},
  { sound = false, units = 'metric' }: { sound?: boolean; units?: UnitSystem } = {},
): Feature {
  const made = { id, name: '', kind, ...startsOf(kind, units), ...given, ...drawnAs(kind, points, sound) };
  const parsed = checkFeature(made);
  if (parsed.success) return parsed.data;
  throw new Refused(`${featureKinds[kind].label}: ${sayIssue(parsed.error.issues[0]!, made)}`);
}

/** Where feet and gallons are used, things start at a round half foot or gallon: nobody builds a fence of 3.94 feet. */
const roundStart = (unit: FeatureNumber['unit'], start: number | null, units: UnitSystem): number | null => {
  if (start === null || units === 'metric' || (unit !== 'm' && !unit.startsWith('L'))) return start;
  const step = unit === 'm' ? toMetres(0.5, 'ft') : waterUnit(units).litres;
  return Math.round(start / step) * step;
};

function startsOf(kind: FeatureKind, units: UnitSystem): Record<string, unknown> {
  const { numbers, choices = [], text = [] } = featureKinds[kind];
  const starts = [
    ...numbers.map(({ key, unit, start }) => [key, roundStart(unit, start, units)]),
    ...choices.map(({ key, start }) => [key, start]),
  ];
  return {
    ...Object.fromEntries([...starts, ...text.map(({ key }) => [key, ''])]),
    ...(kind === 'browsed' && { animals: ['rabbit'] }),
    ...(kind === 'cover' && { clearing: null }),
  };
}

/** Whether somebody has marked a buried service on the ground. */
export const isMarked = ({ marks = [] }: { readonly marks?: readonly Mark[] }, service: string): boolean =>
  marks.some((mark) => mark.service === service);

/** What stands beside the feature on the plan: its name and the number that matters. */
export function featureLabel(feature: Feature, units: UnitSystem): string {
  const name = nameOf(feature);
  const length = (metres: number) => formatLength(metres, units, { decimals: metres % 1 === 0 ? 0 : 1 });
  switch (feature.kind) {
    case 'building':
      return `${name}, ridge ${length(feature.ridge)}`;
    case 'fence':
    case 'overheadLine':
    case 'pole':
    case 'tree':
      return `${name}, ${length(feature.height)}`;
    case 'buriedService':
      return feature.state === 'abandoned' || feature.state === 'removed' ? `${name}, ${feature.state}` : name;
    case 'gate':
    case 'crossing':
    case 'rightOfWay':
      return `${name}, ${length(feature.width)}`;
    case 'soilZone':
      return (
        feature.name ||
        `${choiceWords('soilZone', 'texture', feature.texture)}${feature.ph === null ? '' : `, pH ${feature.ph}`}`
      );
    case 'wetGround':
      return feature.name || `stands wet ${choiceWords('wetGround', 'stands', feature.stands)}`;
    case 'cover':
      return feature.name || choiceWords('cover', 'grows', feature.grows);
    case 'harm':
      return feature.name || choiceWords('harm', 'from', feature.from);
    case 'spotHeight':
      return `${feature.name ? `${feature.name}, ` : ''}${length(feature.elevation)}`;
    case 'tap':
      return `${name}, ${formatWater(feature.flow, units)}/min`;
    case 'tank':
      return `${name}, ${formatWater(feature.litres, units)}`;
    default:
      return name;
  }
}
