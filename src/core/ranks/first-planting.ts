import { featureKinds, newFeature } from '../ground/features.ts';
import { polar, type Point } from '../geometry/point.ts';
import type { Feature, FeatureKind } from '../holding/ground-schema.ts';
import { newHolding, type NewHolding } from '../holding/new-holding.ts';
import type { Baseline, Holding, Purpose } from '../holding/schema.ts';
import { drawnBaseline, drawnBlock } from './baseline.ts';
import { toMetres, type UnitSystem } from '../units/quantities.ts';
import { newPlanting, patterns, patternShape } from './patterns.ts';
import { purposes } from './purposes.ts';

/** What a first planting can run along: something on the ground, drawn with it, or nothing but open ground. */
export const ALONGS = ['fence', 'track', 'stream', 'ditch', 'open'] as const satisfies readonly (
  | FeatureKind
  | 'open'
)[];
export type Along = (typeof ALONGS)[number];

export const alongLabel = (along: Along): string =>
  along === 'open' ? 'Nothing: open ground' : `A ${featureKinds[along].label.toLowerCase()}`;

/** Room kept between what the rows run along and the first row, metres; to be changed once the rows lie. */
const SETBACK = { metric: 2, us: toMetres(6, 'ft') } as const;

/** How far the first row usually lies from the middle of what it runs along, metres: its own half is counted. */
export const usualSetback = (feature: Feature | null, units: UnitSystem): number =>
  (feature && 'width' in feature ? feature.width / 2 : 0) + SETBACK[units];
/** How far the far edge of a first block lies from the near one, as a share of its length. */
const BLOCK_DEPTH = 0.5;

export interface FirstPlanting extends NewHolding {
  readonly along: Along;
  readonly purpose: Purpose;
  /** Metres. */
  readonly length: number;
  /** Which way the line runs from where the steward stands, degrees from north. */
  readonly bearing: number;
  newId(): string;
}

/**
 * A holding with one planting laid by its purpose's pattern: along a line of `length` metres whose middle is the
 * place, on its right hand. Throws {@link Refused} for a line that no row can stand on.
 */
export function firstPlanting({ along, purpose, length, bearing, newId, ...of }: FirstPlanting): Holding {
  const empty = newHolding(of);
  const line = [polar([0, 0], -length / 2, bearing), polar([0, 0], length / 2, bearing)] as const;
  const feature = along === 'open' ? null : newFeature(along, newId(), line, {}, { units: of.units });
  const setback = feature ? usualSetback(feature, of.units) : 0;
  const across = (away: number): Point[] => line.map((at) => polar(at, away, bearing + 90));
  const baseline = (): Baseline => {
    switch (patternShape(purpose, {})) {
      case 'line':
        return feature
          ? { kind: 'beside', of: { what: 'feature', feature: feature.id }, setback, side: 'right' }
          : drawnBaseline(line);
      case 'block':
        return drawnBlock([...across(setback), ...across(setback + length * BLOCK_DEPTH).reverse()]);
      case 'guilds': {
        const reach = patterns[purpose].rows.reduce((sum, { rowGap }) => sum + rowGap, 0);
        const count = Math.max(1, Math.floor(length / (2 * reach)));
        const [start] = across(setback + reach) as [Point, Point];
        const anchors = Array.from({ length: count }, (_, i) => polar(start, ((i + 0.5) * length) / count, bearing));
        return { kind: 'guilds', anchors: anchors.map(([x, y]) => [x, y]) };
      }
    }
  };
  const planting = newPlanting({
    name: purposes[purpose].label,
    purpose,
    baseline: baseline(),
    side: 'right',
    holding: { ...empty, features: feature ? [feature] : [] },
    newId,
  });
  return { ...empty, features: feature ? [feature] : [], plantings: [planting] };
}
