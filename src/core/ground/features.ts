import type { Point } from '../geometry/point.ts';
import { crossesItself } from '../geometry/polyline.ts';
import { area } from '../geometry/polygon.ts';
import { Refused } from '../holding/command.ts';
import { FeatureSchema, type Feature, type FeatureKind } from '../holding/schema.ts';
import { formatLength, type UnitSystem } from '../units/quantities.ts';
import kindData from './kinds.json' with { type: 'json' };

export interface FeatureKindFacts {
  readonly label: string;
  readonly shape: 'ring' | 'line' | 'at';
  /** The numbers that matter for it: start values stand until the steward measures. */
  readonly numbers: readonly { readonly key: string; readonly label: string; readonly start: number }[];
  readonly choice?: { readonly key: string; readonly label: string; readonly start: boolean | string };
}

/** What each kind of feature is and which numbers it carries. */
export const featureKinds = kindData as Readonly<Record<FeatureKind, FeatureKindFacts>>;

/** The feature's points in order: a ring's corners, a line's points, or its one place. */
export const pointsOf = (feature: Feature): readonly Point[] =>
  'ring' in feature ? feature.ring : 'line' in feature ? feature.line : [feature.at];

/** Fewest points that a kind needs. */
export const leastPoints = (kind: FeatureKind): number => ({ ring: 3, line: 2, at: 1 })[featureKinds[kind].shape];

/** The shape part of a feature of `kind` through `points`; throws {@link Refused} when it cannot be one. */
export function shapeOf(kind: FeatureKind, points: readonly Point[]): Record<string, unknown> {
  const { shape, label } = featureKinds[kind];
  if (points.length < leastPoints(kind)) throw new Refused(`${label} needs at least ${leastPoints(kind)} points; it has ${points.length}. Add more, or press Escape.`);
  if (shape === 'ring' && (crossesItself(points, true) || area(points) < 0.01))
    throw new Refused(`${label}: its edges cross or enclose nothing. Draw round it in one direction.`);
  return shape === 'at' ? { at: points[0] } : { [shape]: points.map(([x, y]) => [x, y]) };
}

/** A new feature of `kind` through `points`, with start values for its numbers. */
export function newFeature(kind: FeatureKind, id: string, points: readonly Point[], given: Readonly<Record<string, unknown>> = {}): Feature {
  const { numbers, choice } = featureKinds[kind];
  const starts = Object.fromEntries(numbers.map(({ key, start }) => [key, start]));
  const parsed = FeatureSchema.safeParse({ id, name: '', kind, ...starts, ...(choice && { [choice.key]: choice.start }), ...given, ...shapeOf(kind, points) });
  if (parsed.success) return parsed.data;
  throw new Refused(`${featureKinds[kind].label}: ${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}.`);
}

/** What stands beside the feature on the plan: its name and the number that matters. */
export function featureLabel(feature: Feature, units: UnitSystem): string {
  const name = feature.name || featureKinds[feature.kind].label.toLowerCase();
  const length = (metres: number) => formatLength(metres, units, { decimals: metres % 1 === 0 ? 0 : 1 });
  switch (feature.kind) {
    case 'building':
      return `${name}, ridge ${length(feature.ridge)}`;
    case 'fence':
    case 'overheadLine':
    case 'tree':
      return `${name}, ${length(feature.height)}`;
    case 'buriedService':
      return `${name}, ${feature.marked ? 'marked' : 'not marked'}`;
    case 'gate':
      return `${name}, ${length(feature.width)}`;
    default:
      return name;
  }
}
