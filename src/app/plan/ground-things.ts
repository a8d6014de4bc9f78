import type Collection from 'ol/Collection';
import Feature from 'ol/Feature';
import LineString from 'ol/geom/LineString';
import PointGeometry from 'ol/geom/Point';
import Polygon from 'ol/geom/Polygon';
import type VectorSource from 'ol/source/Vector';
import type { Laid } from '../../core/findings/judge.ts';
import type { Point } from '../../core/geometry/point.ts';
import { featureLabel, pointsOf } from '../../core/ground/features.ts';
import type { FeatureKind } from '../../core/holding/ground-schema.ts';
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
const ZONES: ReadonlySet<FeatureKind> = new Set(['soilZone', 'cover', 'browsed', 'harm', 'holeTest', 'percolation', 'spotHeight'] as const);

/** Draws boundary, features and baselines anew into their layers; what is chosen is also handed to be dragged. */
export function drawThings({ edge, ground, handles, chosen }: ThingLayers, { holding, selection, all, active, zones, editable }: Scene): void {
  for (const layer of [edge, ground, handles]) layer.clear(true);
  chosen.clear();
  const isChosen = (what: string, id: string) => selection?.what === what && 'id' in selection && selection.id === id;
  const add = (source: VectorSource, geometry: Polygon | LineString | PointGeometry, thing: Partial<DrawnThing> & Pick<DrawnThing, 'what' | 'kind' | 'id'>) => {
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
    for (const { id, at, pin, other } of boundary.length > 500 ? boundary.filter((corner) => isChosen('corner', corner.id)) : boundary) {
      add(handles, dot(at), { what: 'corner', kind: 'corner', id, unsure: pin === 'assumed', chosen: isChosen('corner', id) });
      if (other) add(ground, line([at, other.at]), { what: 'label', kind: 'otherCorner', id, label: other.restsOn });
    }
  }
  for (const feature of holding.features) {
    if (ZONES.has(feature.kind) && !zones.includes(feature.kind) && !isChosen('feature', feature.id)) continue;
    const points = pointsOf(feature);
    add(ground, 'ring' in feature ? ring(points) : 'line' in feature ? line(points) : dot(points[0]!), {
      what: 'feature', kind: feature.kind, id: feature.id, label: feature.kind === 'shelter' ? feature.name || 'here' : featureLabel(feature, holding.units), chosen: isChosen('feature', feature.id),
      unsure: feature.kind === 'buriedService' && !feature.marked, size: 'width' in feature ? feature.width : feature.kind === 'tree' ? feature.crown : feature.kind === 'stump' ? feature.across : 0,
    });
  }
  for (const { planting, layout } of all) {
    if (!layout.baseline) continue;
    const own = planting.id === active;
    add(handles, line(layout.baseline.line.points), { what: 'baseline', kind: 'baseline', id: planting.id, chosen: false });
    if (own && editable === 'planting') addBaselineHandles(handles, chosen, planting, layout.baseline.line.points, dot, line);
  }
}

/** The active baseline as an invisible line to drag, with a handle at each of its own points. */
function addBaselineHandles(handles: VectorSource, chosen: Collection<Feature>, planting: Laid['planting'], laidPoints: readonly Point[], dot: (p: Point) => PointGeometry, line: (points: readonly Point[]) => LineString): void {
  const points = planting.baseline.kind === 'drawn' ? planting.baseline.points : [laidPoints[0]!, laidPoints.at(-1)!];
  const string = new Feature({ geometry: line(points) });
  string.set('thing', { what: 'baseline', kind: 'none', id: planting.id, label: '', chosen: true, unsure: false, size: 0 } satisfies DrawnThing);
  handles.addFeature(string);
  if (planting.baseline.kind === 'drawn') chosen.push(string);
  for (const point of points) {
    const handle = new Feature({ geometry: dot(point) });
    handle.set('thing', { what: 'handle', kind: 'handle', id: planting.id, label: '', chosen: false, unsure: false, size: 0 } satisfies DrawnThing);
    handles.addFeature(handle);
  }
}
