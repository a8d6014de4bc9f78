import Feature from 'ol/Feature';
import LineString from 'ol/geom/LineString';
import PointGeometry from 'ol/geom/Point';
import Polygon from 'ol/geom/Polygon';
import type VectorSource from 'ol/source/Vector';
import { lineOf } from '../../core/ground/local-rules.ts';
import type { Point } from '../../core/geometry/point.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { editableLength } from '../../core/units/quantities.ts';
import type { GroundOverlay } from '../store/look-at.ts';
import type { DrawnThing } from './ground-style.ts';

/** Contours, local rules, the mark and the section as things on the plan. */
export function drawOverlay(
  source: VectorSource,
  overlay: GroundOverlay,
  holding: Holding,
  mark: Point | null,
  section: readonly Point[] | null,
): void {
  source.clear(true);
  const add = (
    geometry: Polygon | LineString | PointGeometry,
    thing: Pick<DrawnThing, 'kind'> & Partial<DrawnThing>,
  ) => {
    const feature = new Feature({ geometry });
    feature.set('thing', {
      what: 'label',
      id: '',
      label: '',
      chosen: false,
      unsure: false,
      size: 0,
      ...thing,
    } satisfies DrawnThing);
    source.addFeature(feature);
  };
  const flat = (points: readonly Point[]) => points.map(([x, y]) => [x, y]);
  for (const { elevation, lines } of overlay.contours)
    for (const points of lines)
      add(new LineString(flat(points)), {
        kind: 'contour',
        label: points.length > 12 ? editableLength(Number(elevation.toFixed(4)), holding.units) : '',
      });
  if (overlay.showRules)
    for (const rule of holding.rules) {
      if (rule.kind === 'sightTriangle')
        add(new Polygon([flat([...rule.ring, rule.ring[0]!])]), { kind: 'sightTriangle', label: 'sight triangle' });
      if (!('along' in rule)) continue;
      const line = lineOf(rule.along, holding);
      if (line)
        add(new LineString(flat(line.closed ? [...line.points, line.points[0]!] : line.points)), {
          kind: 'ruleBand',
          size: rule.metres * 2,
        });
    }
  if (section) add(new LineString(flat(section)), { kind: 'section' });
  if (mark) add(new PointGeometry([mark[0], mark[1]]), { kind: 'mark' });
}

const decoded = new Map<string, Promise<ImageBitmap | null>>();

/** A kept picture made ready to draw, once for each; null when its bytes are gone. */
export function pictureImage(
  file: string,
  type: string,
  bytesOf: (file: string) => Promise<Uint8Array | null>,
): Promise<ImageBitmap | null> {
  let known = decoded.get(file);
  if (!known) {
    known = bytesOf(file)
      .then((bytes) => (bytes ? createImageBitmap(new Blob([bytes.slice()], { type })) : null))
      .catch(() => null);
    decoded.set(file, known);
  }
  return known;
}
