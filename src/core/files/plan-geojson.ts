import { pointsOf } from '../ground/features.ts';
import { letterOf } from '../field/pegging.ts';
import { planeAt } from '../ground/plane.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Point } from '../geometry/point.ts';
import type { Holding } from '../holding/schema.ts';
import { numberInRow, speciesAt, type Stand } from '../ranks/stand.ts';
import { NO_LEDGER, type Ledger } from '../record/ledger.ts';
import { labelOf } from '../record/pegs.ts';
import { roundHalfUp } from '../units/rounding.ts';

/** The plan as GeoJSON in WGS 84 degrees (8 places, about a millimetre): boundary, features, baselines, rows, and every plant under its label. */
export function planGeoJson(holding: Holding, laid: readonly Laid[], ledger: Ledger = NO_LEDGER): string {
  const plane = planeAt(holding.place);
  const place = (p: Point): [number, number] => {
    const [lon, lat] = plane.toDegrees(p);
    return [roundHalfUp(lon * 1e8) / 1e8, roundHalfUp(lat * 1e8) / 1e8];
  };
  const ring = (points: readonly Point[]) => ({ type: 'Polygon', coordinates: [[...points, points[0]!].map(place)] });
  const line = (points: readonly Point[]) => ({ type: 'LineString', coordinates: points.map(place) });
  const features: { type: 'Feature'; properties: Record<string, unknown>; geometry: unknown }[] = [];
  const add = (geometry: unknown, properties: Record<string, unknown>) =>
    features.push({ type: 'Feature', properties, geometry });

  if (holding.boundary) {
    add(ring(holding.boundary.map(({ at }) => at)), {
      what: 'boundary',
      assumedCorners: holding.boundary.filter(({ pin }) => pin === 'assumed').length,
    });
  }
  for (const feature of holding.features) {
    const { id: _id, ...facts } = feature;
    const points = pointsOf(feature);
    const geometry =
      'ring' in feature
        ? ring(points)
        : 'line' in feature
          ? line(points)
          : { type: 'Point', coordinates: place(points[0]!) };
    const properties = Object.fromEntries(
      Object.entries(facts).filter(([key]) => !['ring', 'line', 'at'].includes(key)),
    );
    add(geometry, { what: feature.kind, ...properties });
  }
  for (const { planting, layout } of laid) {
    if (layout.baseline) add(line(layout.baseline.line.points), { what: 'baseline', planting: planting.name });
    if (planting.baseline.kind === 'block')
      add(ring(planting.baseline.outline), { what: 'block', planting: planting.name });
    const { stand } = layout;
    const letter = letterOf(ledger, planting.id, holding);
    for (const [r, { row, line: run, spacing, from, to }] of stand.rows.entries())
      if (run && to > from)
        add(line(run.points), {
          what: 'row',
          planting: planting.name,
          row: r + 1,
          name: row.name,
          label: `${letter}${r + 1}`,
          spacing: roundHalfUp(spacing * 1000) / 1000,
          plants: to - from,
        });
    addPlants(planting.name, stand, letter, (at, properties) =>
      add({ type: 'Point', coordinates: place(at) }, properties),
    );
  }
  return `${JSON.stringify({ type: 'FeatureCollection', features })}\n`;
}

/** Every plant of a stand with what is said of it. */
function addPlants(
  planting: string,
  stand: Stand,
  letter: string,
  add: (at: Point, properties: Record<string, unknown>) => void,
): void {
  for (let i = 0; i < stand.count; i++) {
    const species = speciesAt(stand, i);
    add([stand.x[i]!, stand.y[i]!], {
      what: 'plant',
      planting,
      row: stand.row[i]! + 1,
      plant: numberInRow(stand, i),
      label: labelOf(letter, stand.row[i]! + 1, numberInRow(stand, i)),
      chainage: roundHalfUp(stand.chainage[i]! * 100) / 100,
      species: species.botanical,
      common: species.common,
      stock: stand.stockIds[stand.stock[i]!],
    });
  }
}
