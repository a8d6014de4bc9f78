import type { Point } from '../../core/geometry/point.ts';
import type { FeatureKind } from '../../core/holding/ground-schema.ts';
import type { Holding } from '../../core/holding/schema.ts';
import type { GroundOverlay, Selection, Sketch } from '../store/look-at.ts';
import type { PlacedImage } from '../store/look-at.ts';
import type { Planted } from './plant-layer.ts';

/** Everything the plan shows, handed in whole; the map works out what to draw anew. */
export interface Scene extends Planted {
  readonly holding: Holding;
  readonly selection: Selection | null;
  readonly sketch: Sketch | null;
  readonly editable: 'ground' | 'planting';
  /** Laid over the ground by a stop of the walk, and the pictures beneath. */
  readonly overlay: GroundOverlay;
  readonly mark: Point | null;
  readonly section: readonly Point[] | null;
  readonly zones: readonly FeatureKind[];
  readonly pictures: readonly PlacedImage[];
}
