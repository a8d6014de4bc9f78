import { settingOf } from '../../core/holding/settings.ts';
import { bearing, distance, type Point } from '../../core/geometry/point.ts';
import { chainageOf } from '../../core/geometry/polyline.ts';
import { checkBoundary } from '../../core/ground/boundary.ts';
import { landSide } from '../../core/ground/bank-top.ts';
import { featureKinds, leastPoints, newFeature } from '../../core/ground/features.ts';
import { Refused } from '../../core/holding/command.ts';
import { addFeatures, newCorners, setBoundary, setRule } from '../../core/holding/ground-commands.ts';
import type { Baseline } from '../../core/holding/schema.ts';
import { addGap, addPlanting, setBaseline } from '../../core/holding/planting-commands.ts';
import { drawnBaseline, drawnBlock } from '../../core/ranks/baseline.ts';
import { formatLength, type UnitSystem } from '../../core/units/quantities.ts';
import { newId } from '../store/ids.ts';
import { workOut } from '../store/derived.ts';
import { look, lookNow, type SketchFor } from '../store/look-at.ts';
import { attempt, run, useSession } from '../store/session.ts';

const isOnePoint = (kind: SketchFor): boolean =>
  kind === 'gap' ||
  kind === 'mark' ||
  (kind in featureKinds && featureKinds[kind as keyof typeof featureKinds].shape === 'at');
export const isRing = (kind: SketchFor): boolean =>
  kind === 'boundary' ||
  kind === 'block' ||
  kind === 'sightTriangle' ||
  (kind in featureKinds && featureKinds[kind as keyof typeof featureKinds].shape === 'ring');

export const sketchName = (kind: SketchFor): string =>
  (
    {
      boundary: 'boundary',
      baseline: 'straight line',
      curvedBaseline: 'curved line',
      block: 'outline',
      anchors: 'trees',
      gap: 'gap',
      measure: 'measure',
      mark: 'mark',
      section: 'section',
      sightTriangle: 'sight triangle',
    } as Record<string, string>
  )[kind] ?? featureKinds[kind as keyof typeof featureKinds].label.toLowerCase();

/** Adds a point; one-point things and rings closed on their first point are finished by it. */
export function addPoint(point: Point, planting: string | null): void {
  const { sketch } = lookNow();
  if (!sketch) return;
  const first = sketch.points[0];
  if (first && sketch.points.length > 2 && isRing(sketch.for) && distance(first, point) < 0.01)
    return finishSketch(planting);
  const last = sketch.points.at(-1);
  const points = last && distance(last, point) < 0.01 ? sketch.points : [...sketch.points, point];
  look({ sketch: { ...sketch, points } });
  if (isOnePoint(sketch.for)) finishSketch(planting);
}

/** Makes the sketch what it is for; a sketch that cannot be stays, and why is said. */
export function finishSketch(plantingId: string | null): void {
  const { sketch } = lookNow();
  const { holding } = useSession.getState();
  if (!sketch || !holding) return;
  if (sketch.for === 'measure') return look({ sketch: null });
  if (sketch.for === 'mark') return look({ sketch: null, mark: sketch.points[0] ?? null });
  if (sketch.for === 'section') return look({ sketch: null, section: sketch.points.length > 1 ? sketch.points : null });
  attempt(() => {
    if (make(sketch.for, sketch.points, plantingId)) look({ sketch: null });
  });
}

function make(kind: SketchFor, points: readonly Point[], plantingId: string | null): boolean {
  const holding = useSession.getState().holding!;
  if (kind === 'boundary') {
    checkBoundary(points);
    return run(setBoundary(newCorners(points, 'assumed', newId)));
  }
  if (kind === 'baseline' || kind === 'curvedBaseline')
    return place(plantingId, drawnBaseline(points, { curved: kind === 'curvedBaseline' }), 'line drawn');
  if (kind === 'block') {
    const old = lookNow().waiting?.planting.baseline ?? holding.plantings.find(({ id }) => id === plantingId)?.baseline;
    const drawn = drawnBlock(points);
    const laid = old?.kind === 'block' ? { ...old, outline: drawn.outline, bearing: drawn.bearing } : drawn;
    return place(plantingId, laid, 'outline drawn');
  }
  if (kind === 'anchors') {
    if (points.length === 0) throw new Refused('Set at least one tree: click its place, or type it.');
    return place(plantingId, { kind: 'guilds', anchors: points.map(([x, y]) => [x, y]) }, 'trees set');
  }
  if (kind === 'gap') {
    const baseline = plantingId && workOut(holding).laid(plantingId)?.layout.baseline;
    if (!baseline) throw new Refused('Draw the line of this planting first; a gap is cut in it.');
    const at = Math.round(chainageOf(baseline.line, points[0]!).chainage * 10) / 10;
    return run(addGap(plantingId, { id: newId(), kind: 'gap', at, width: settingOf(holding, 'gap.width') }));
  }
  if (kind === 'sightTriangle') {
    if (points.length < 3)
      throw new Refused('A sight triangle needs three points: the corner of the junction, and a point along each way.');
    return run(
      setRule(
        {
          id: newId(),
          kind: 'sightTriangle',
          said: '',
          ring: points.map(([x, y]) => [x, y]),
          most: settingOf(holding, 'sight.height'),
        },
        'sight triangle drawn',
      ),
    );
  }
  if (kind === 'measure' || kind === 'mark' || kind === 'section') return true;
  if (points.length < leastPoints(kind))
    throw new Refused(
      `${featureKinds[kind].label} needs at least ${leastPoints(kind)} points. Add more, or press Escape.`,
    );
  const feature = newFeature(kind, newId(), points, {}, { units: holding.units });
  const done = run(addFeatures([feature], `${featureKinds[kind].label.toLowerCase()} drawn`));
  if (done) look({ selection: { what: 'feature', id: feature.id } });
  return done;
}

/** Lays a planting where it was drawn: the one that waited for that comes into the holding now, the one in hand moves. */
function place(plantingId: string | null, baseline: Baseline, label: string): boolean {
  const { waiting } = lookNow();
  if (waiting) {
    const holding = useSession.getState().holding!;
    const planting = waiting.lie(baseline);
    const land =
      baseline.kind === 'drawn'
        ? landSide(baseline.points, holding.features, settingOf(holding, 'water.beside'))
        : null;
    return run(addPlanting(land ? { ...planting, side: land } : planting));
  }
  return !plantingId || run(setBaseline(plantingId, baseline, label));
}

/** What stands beside the sketch while it grows: the last leg, and the whole from two legs on. */
export function sketchWords(points: readonly Point[], units: UnitSystem): string {
  const [a, b] = [points.at(-2), points.at(-1)];
  if (!a || !b) return '';
  const whole = points.slice(1).reduce((sum, point, i) => sum + distance(points[i]!, point), 0);
  const leg = `${formatLength(distance(a, b), units, { decimals: 2 })} at ${Math.round(bearing(a, b))}°`;
  return points.length > 2 ? `${leg}, ${formatLength(whole, units, { decimals: 1 })} in all` : leg;
}
