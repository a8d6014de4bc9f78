import { DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import { DOMImplementation, XMLSerializer } from '@xmldom/xmldom';
import Feature from 'ol/Feature.js';
import GPX from 'ol/format/GPX.js';
import KML from 'ol/format/KML.js';
import PointShape from 'ol/geom/Point.js';
import { registerDocument, registerXMLSerializer } from 'ol/xml.js';
import type { PlantedPoint } from '../../core/field/planted-points.ts';
import { roundHalfUp } from '../../core/units/rounding.ts';
import { rowsCsv } from '../../core/files/csv.ts';

/** Degrees to eight places, about a millimetre. */
const degrees = (value: number): number => roundHalfUp(value * 1e8) / 1e8;
const metres = (value: number): number => roundHalfUp(value * 1000) / 1000;

const wordsOf = ({ common, botanical, stock, state, moved, swapped, on, by }: PlantedPoint): string =>
  [
    `${common} (${botanical}), ${stock}`,
    state,
    ...(moved ? ['moved'] : []),
    ...(swapped ? ['another kind than pegged'] : []),
    ...(on ? [`${on.slice(0, 10)}${by ? ` by ${by}` : ''}`] : []),
  ].join('; ');

/** The plan as it was planted, as GeoJSON in WGS 84. */
export const asPlantedGeoJson = (points: readonly PlantedPoint[]): string =>
  `${JSON.stringify({
    type: 'FeatureCollection',
    features: points.map(({ longitude, latitude, at: _at, ...properties }) => ({
      type: 'Feature',
      properties,
      geometry: { type: 'Point', coordinates: [degrees(longitude), degrees(latitude)] },
    })),
  })}\n`;

/** The same as CSV: degrees, and metres east and north of the holding's origin. */
export const asPlantedCsv = (points: readonly PlantedPoint[]): string =>
  rowsCsv([
    [
      'label',
      'planting',
      'row',
      'botanical',
      'common',
      'stock',
      'state',
      'moved',
      'swapped',
      'said differently',
      'on',
      'by',
      'latitude',
      'longitude',
      'east m',
      'north m',
    ],
    ...points.map((p) => [
      p.label,
      p.planting,
      p.row,
      p.botanical,
      p.common,
      p.stock,
      p.state,
      p.moved ? 'yes' : '',
      p.swapped ? 'yes' : '',
      p.differs ? 'yes' : '',
      p.on,
      p.by,
      degrees(p.latitude),
      degrees(p.longitude),
      metres(p.at[0]),
      metres(p.at[1]),
    ]),
  ]);

// The library writes XML through a document: in a worker and on the command line there is none to ask the browser for.
registerXMLSerializer(new XMLSerializer() as never);
registerDocument(new DOMImplementation().createDocument(null, '') as never);

function features(points: readonly PlantedPoint[]): Feature[] {
  return points.map((point) => {
    const feature = new Feature({
      geometry: new PointShape([degrees(point.longitude), degrees(point.latitude)]),
      name: point.label,
      desc: wordsOf(point),
      description: wordsOf(point),
    });
    return feature;
  });
}

/** The same as KML placemarks. */
export function asPlantedKml(points: readonly PlantedPoint[]): string {
  const root = new KML({ writeStyles: false }).writeFeaturesNode(features(points)) as Element;
  // The library lays a folder round two marks and more; readers want it round one, and round none.
  if (root.firstChild?.nodeName !== 'Document') {
    const folder = root.ownerDocument.createElementNS(root.namespaceURI, 'Document');
    while (root.firstChild) folder.appendChild(root.firstChild);
    root.appendChild(folder);
  }
  return xml(new XMLSerializer().serializeToString(root as never));
}

/** The same as GPX waypoints for a hand receiver. */
export const asPlantedGpx = (points: readonly PlantedPoint[]): string =>
  xml(new GPX().writeFeatures(features(points))).replace('creator="OpenLayers"', 'creator="Close Rank"');

const xml = (text: string): string => `<?xml version="1.0" encoding="UTF-8"?>\n${text}\n`;

/** Height of a label in the drawing, metres. */
const LETTERS = 0.2;

/** The same as DXF for a surveyor: metres on the holding's plane, a layer a planting and state, each plant a point with its label beside it. */
export function asPlantedDxf(points: readonly PlantedPoint[]): string {
  const drawing = new DxfWriter();
  drawing.setUnits(Units.Meters);
  drawing.setVariable('$LASTSAVEDBY', { 1: 'Close Rank' });
  const layers = new Set<string>();
  for (const { planting, state, at, label, botanical } of points) {
    const layer = `${planting} ${state}`.replace(/[<>/\\":;?*|=`,]/g, ' ').toUpperCase();
    if (!layers.has(layer))
      drawing.addLayer(layer, state === 'planted' ? 3 : state === 'skipped' ? 1 : 7, 'CONTINUOUS');
    layers.add(layer);
    drawing.setCurrentLayerName(layer);
    drawing.addPoint(metres(at[0]), metres(at[1]), 0);
    drawing.addText(point3d(metres(at[0] + 0.1), metres(at[1] + 0.1)), LETTERS, `${label} ${botanical}`);
  }
  return drawing.stringify();
}
