import { create } from 'zustand';
import type { Point } from '../../core/geometry/point.ts';
import type { Contour } from '../../core/ground/contours.ts';
import type { Baseline, Planting } from '../../core/holding/schema.ts';
import type { FeatureKind } from '../../core/holding/ground-schema.ts';

/** What is picked out on plan, strings and panel alike. */
export type Selection =
  | { readonly what: 'corner' | 'feature'; readonly id: string }
  | { readonly what: 'row'; readonly id: string }
  | { readonly what: 'gap'; readonly id: string }
  | { readonly what: 'plant'; readonly row: string; readonly place: number }
  | { readonly what: 'planting' };

/** What a drawing in progress will become. */
export type SketchFor =
  | FeatureKind
  | 'boundary'
  | 'baseline'
  | 'curvedBaseline'
  | 'block'
  | 'anchors'
  | 'gap'
  | 'measure'
  | 'mark'
  | 'section'
  | 'sightTriangle';

export interface Sketch {
  readonly for: SketchFor;
  readonly points: readonly Point[];
}

/** A planting that is laid once it is drawn, with kinds that bear the ground where it comes to lie. */
export interface Waiting {
  readonly planting: Planting;
  lie(baseline: Baseline): Planting;
}

interface LookAt {
  readonly year: number;
  readonly selection: Selection | null;
  readonly sketch: Sketch | null;
  /** A planting that waits for its line, outline or trees to be drawn: it is no part of the holding until then. */
  readonly waiting: Waiting | null;
  /** Plants ringed by a finding under the pointer, and a place to bring into view. */
  readonly ringed: readonly number[];
  readonly goTo: { readonly points: readonly Point[]; readonly asked: number } | null;
  readonly dark: boolean;
  /** The place on the ground that sun and slope are asked for, and the line of a section. */
  readonly mark: Point | null;
  readonly section: readonly Point[] | null;
  /** What a stop of the walk lays over the plan. */
  readonly overlay: GroundOverlay;
  /** Kinds of zones that the stop shows; the others would only hide what matters there. */
  readonly zones: readonly FeatureKind[];
}

/** A picture on the plane: pixel (u, v) lies at x = a·u + b·v + c, y = d·u + e·v + f. */
export interface PlacedImage {
  readonly image: CanvasImageSource;
  readonly matrix: readonly [number, number, number, number, number, number];
  readonly opacity: number;
  /** Pixels stay sharp squares: cells of a grid, not a photograph. */
  readonly cells: boolean;
}

export interface GroundOverlay {
  readonly raster: PlacedImage | null;
  readonly contours: readonly Contour[];
  readonly showRules: boolean;
}
export const NO_OVERLAY: GroundOverlay = { raster: null, contours: [], showRules: false };

/** What the steward looks at: not part of the holding, neither saved nor undone. */
export const useLook = create<LookAt>(() => ({
  year: 8,
  selection: null,
  sketch: null,
  waiting: null,
  ringed: [],
  goTo: null,
  mark: null,
  section: null,
  overlay: NO_OVERLAY,
  zones: [],
  dark: localStorage.getItem('close-rank-night') === 'yes',
}));

export const look = useLook.setState;
export const lookNow = useLook.getState;

let asked = 0;
/** Brings points into view on the plan. */
export const goTo = (points: readonly Point[]): void => look({ goTo: { points, asked: ++asked } });
