import type Collection from 'ol/Collection';
import Feature from 'ol/Feature';
import LineString from 'ol/geom/LineString';
import PointGeometry from 'ol/geom/Point';
import Polygon from 'ol/geom/Polygon';
import type VectorSource from 'ol/source/Vector';
import type { Point } from '../../core/geometry/point.ts';
import { featureLabel, isMarked, pointsOf } from '../../core/ground/features.ts';
import type { FeatureKind } from '../../core/holding/ground-schema.ts';
import type { Baseline } from '../../core/holding/schema.ts';
import type { Scene } from './scene.ts';
import type { DrawnThing } from './ground-style.ts';

/** The layers that a scene's things are drawn into. */
export interface ThingLayers {
  readonly edge: VectorSource;
  readonly ground: VectorSource;
  readonly handles: VectorSource;
  readonly chosen: Collection<Feature>;
}

/** Drawn only at their own stop of the walk: they lie over everything else. */
const ZONES: ReadonlySet<FeatureKind> = new Set([
  'soilZone',
  'cover',
  'browsed',
  'harm',
  'holeTest',
  'percolation',
  'spotHeight',
] as const);

/** Draws boundary, features and baselines anew into their layers; what is chosen is also handed to be dragged. */
export function drawThings(
  { edge, ground, handles, chosen }: ThingLayers,
  { holding, selection, all, active, zones, editable }: Scene,
): void {
  for (const layer of [edge, ground, handles]) layer.clear(true);
  chosen.clear();
  const isChosen = (what: string, id: string) => selection?.what === what && 'id' in selection && selection.id === id;
  const add = (
    source: VectorSource,
    geometry: Polygon | LineString | PointGeometry,
    thing: Partial<DrawnThing> & Pick<DrawnThing, 'what' | 'kind' | 'id'>,
  ) => {
    const feature = new Feature({ geometry });
    feature.set('thing', { label: '', chosen: false, unsure: false, size: 0, ...thing } satisfies DrawnThing);
    source.addFeature(feature);
    if (thing.chosen) chosen.push(feature);
  };
  const ring = (points: readonly Point[]) => new Polygon([[...points, points[0]!].map(([x, y]) => [x, y])]);
  const line = (points: readonly Point[]) => new LineString(points.map(([x, y]) => [x, y]));
  const dot = ([x, y]: Point) => new PointGeometry([x, y]);
  const { boundary } = holding;
  if (boundary) {
    add(edge, ring(boundary.map(({ at }) => at)), { what: 'boundary', kind: 'boundary', id: 'boundary' });
    // A traced boundary has thousands of corners: then only the chosen one has a handle.
    for (const { id, at, pin, other } of boundary.length > 500
      ? boundary.filter((corner) => isChosen('corner', corner.id))
      : boundary) {
      add(handles, dot(at), {
        what: 'corner',
        kind: 'corner',
        id,
        unsure: pin === 'assumed',
        chosen: isChosen('corner', id),
      });
      if (other) add(ground, line([at, other.at]), { what: 'label', kind: 'otherCorner', id, label: other.restsOn });
    }
  }
  for (const feature of holding.features) {
    if (ZONES.has(feature.kind) && !zones.includes(feature.kind) && !isChosen('feature', feature.id)) continue;
    const points = pointsOf(feature);
    add(ground, 'ring' in feature ? ring(points) : 'line' in feature ? line(points) : dot(points[0]!), {
      what: 'feature',
      kind: feature.kind,
      id: feature.id,
      label: feature.kind === 'shelter' ? feature.name || 'here' : featureLabel(feature, holding.units),
      chosen: isChosen('feature', feature.id),
      unsure: feature.kind === 'buriedService' && !isMarked(holding, feature.id),
      size:
        'width' in feature
          ? feature.width
          : feature.kind === 'tree'
            ? feature.crown
            : feature.kind === 'stump'
              ? feature.across
              : 0,
    });
  }
  for (const { service, name, line: paint } of holding.marks ?? [])
    if (paint) add(ground, line(paint), { what: 'label', kind: 'paintMark', id: service, label: name });
  for (const { planting, layout } of all) {
    if (!layout.baseline) continue;
    const own = planting.id === active && editable === 'planting';
    const { baseline } = planting;
    if (baseline.kind !== 'guilds')
      add(handles, line(layout.baseline.line.points), {
        what: 'baseline',
        kind: 'baseline',
        id: planting.id,
        chosen: false,
      });
    if (baseline.kind === 'block')
      add(handles, ring(baseline.outline), { what: 'baseline', kind: 'outline', id: planting.id, chosen: false });
    if (!own) continue;
    const points = handlesOf(planting.baseline, layout.baseline.line.points);
    // Unseen, to be dragged: the line or ring whole, its points one by one.
    const geometry = baseline.kind === 'block' ? ring(points) : points.length > 1 ? line(points) : dot(points[0]!);
    add(handles, geometry, { what: 'baseline', kind: 'none', id: planting.id, chosen: baseline.kind !== 'beside' });
    for (const point of points)
      add(handles, dot(point), { what: 'handle', kind: 'handle', id: planting.id, chosen: false });
  }
}

/** The points by which a planting is reshaped: its own, or the ends of what it follows. */
function handlesOf(baseline: Baseline, laid: readonly Point[]): readonly Point[] {
  switch (baseline.kind) {
    case 'drawn':
      return baseline.points;
    case 'beside':
      return [laid[0]!, laid.at(-1)!];
    case 'block':
      return baseline.outline;
    case 'guilds':
      return baseline.anchors;
  }
}
