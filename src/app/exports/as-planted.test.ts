import { DOMParser } from '@xmldom/xmldom';
import { gpx, kml } from '@tmcw/togeojson';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { distance } from '../../core/geometry/point.ts';
import { pegging } from '../../core/field/pegging.ts';
import { plantedPoints } from '../../core/field/planted-points.ts';
import { codeOf, readCode, tagsOf } from '../../core/field/tags.ts';
import { saying, type Told } from '../../core/field/the-day.ts';
import { planeAt } from '../../core/ground/plane.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import { EventSchema, type Happened } from '../../core/record/events.ts';
import { ledgerOf, NO_LEDGER } from '../../core/record/ledger.ts';
import { asPlantedCsv, asPlantedDxf, asPlantedGeoJson, asPlantedGpx, asPlantedKml } from './as-planted.ts';

const holding = sample({
  length: 6,
  rows: [
    row({
      species: [
        [1, 'Corylus avellana'],
        [1, 'Quercus robur'],
      ],
    }),
  ],
});
const [laid] = layHolding(holding);
let n = 0;
const event = (happened: Happened) =>
  EventSchema.parse({ id: `e${++n}`, device: 'd', seq: n, at: `2027-03-20T08:0${n}:00Z`, by: '=Ida', ...happened });
const pegged = event({ kind: 'pegged', body: pegging(laid!, NO_LEDGER, holding, { reach: 1, answers: [] }) });
const told = (...all: Told[]) => all.map((one) => event(saying('p1', undefined, one)));
const ledger = ledgerOf([
  pegged,
  ...told(
    { kind: 'planted', labels: ['A1-001'] },
    { kind: 'skipped', labels: ['A1-002'], reason: 'rock & root' },
    { kind: 'moved', label: 'A1-003', to: [3, 0.5], reason: '' },
    { kind: 'swapped', label: 'A1-004', species: 'acer-campestre', stock: 'whip', reason: '' },
  ),
]);
const points = plantedPoints(holding, ledger);

describe('what stands', () => {
  it('is every peg as the record leaves it: where, as what, by whom', () => {
    expect(points.map(({ label, state, moved, swapped }) => [label, state, moved, swapped])).toEqual([
      ['A1-001', 'planted', false, false],
      ['A1-002', 'skipped', false, false],
      ['A1-003', 'planted', true, false],
      ['A1-004', 'planted', false, true],
      ['A1-005', 'not planted', false, false],
    ]);
    expect(points[2]!.at).toEqual([3, 0.5]);
    expect(points[3]!.botanical).toBe('Acer campestre');
    expect(points[4]).toMatchObject({ botanical: 'Corylus avellana', on: '', by: '' });
  });

  it('comes out of GeoJSON, KML, GPX and CSV where it stands, to a centimetre, read by other hands', () => {
    const plane = planeAt(holding.place);
    const dom = (text: string) => new DOMParser().parseFromString(text, 'text/xml') as unknown as Document;
    const read = {
      geojson: (JSON.parse(asPlantedGeoJson(points)) as { features: { geometry: { coordinates: number[] } }[] })
        .features,
      kml: kml(dom(asPlantedKml(points))).features,
      gpx: gpx(dom(asPlantedGpx(points))).features,
    };
    for (const [kind, features] of Object.entries(read)) {
      expect([kind, features.length]).toEqual([kind, 5]);
      features.forEach(({ geometry }, i) => {
        const [lon, lat] = (geometry as { coordinates: number[] }).coordinates;
        expect(distance(plane.toPlane(lon!, lat!), points[i]!.at)).toBeLessThan(0.01);
      });
    }
    // Readers want a folder round whatever there is, nothing and one mark too.
    for (const some of [[], points.slice(0, 1), points]) {
      const [folder] = dom(asPlantedKml(some)).getElementsByTagName('Document');
      expect(folder!.getElementsByTagName('Placemark').length).toBe(some.length);
    }
    expect(asPlantedGpx(points)).toContain('<name>A1-002</name>');
    const { data } = Papa.parse<Record<string, string>>(asPlantedCsv(points).replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data[2]).toMatchObject({ label: 'A1-003', moved: 'yes', 'east m': '3', 'north m': '0.5' });
    // A name that a spreadsheet would run is made inert.
    expect(data[0]!['by']).toBe("'=Ida");
  });

  it('comes out of DXF as points in metres, a layer a planting and state', () => {
    const pairs = asPlantedDxf(points)
      .split('\n')
      .map((line) => line.trim());
    expect(pairs.filter((line) => line === 'POINT')).toHaveLength(5);
    expect(pairs).toEqual(
      expect.arrayContaining(['ROW PLANTED', 'ROW SKIPPED', 'ROW NOT PLANTED', 'A1-003 Corylus avellana']),
    );
    const at = pairs.indexOf('POINT', pairs.indexOf('ENTITIES'));
    expect([pairs[at + 1], pairs.slice(at, at + 20)]).toEqual([
      expect.anything(),
      expect.arrayContaining(['10', '20', '30']),
    ]);
  });
});

describe('labels', () => {
  it('name rows, bundles and plants, each with a code that opens it again', () => {
    const tags = (kind: 'row' | 'bundle' | 'plant') => tagsOf(kind, laid!, ledger, holding, 'https://farm.test/');
    expect(tags('row')).toMatchObject([
      {
        title: 'A1',
        lines: ['Row 1: 5 plants', 'A1-001 to A1-005', 'Sample, Row'],
        spare: '3 hazel, 2 pedunculate oak',
      },
    ]);
    expect(tags('bundle').map(({ title, lines }) => [title, lines[0]])).toEqual([
      ['A1 Ca', '3 hazel'],
      ['A1 Qr', '2 pedunculate oak'],
    ]);
    // Set in turn with others: its labels do not run on.
    expect(tags('bundle').map(({ lines }) => lines[2])).toEqual([
      'in turn, A1-001 to A1-005',
      'in turn, A1-002 to A1-004',
    ]);
    expect(tags('plant')).toHaveLength(5);
    for (const { title, code } of tags('plant')) expect(readCode(code)).toEqual({ holding: holding.id, label: title });
    expect(readCode(codeOf('my holding', 'B2-017', null))).toEqual({ holding: 'my holding', label: 'B2-017' });
  });
  it('are typed as people type them; what is none is refused', () => {
    for (const typed of ['b2-17', 'B2 017', ' b2.17 '])
      expect(readCode(typed)).toEqual({ holding: null, label: 'B2-017' });
    for (const none of ['', 'oak', 'https://elsewhere.test/B2-017', '12-3', 'close-rank:x/'])
      expect(readCode(none)).toBeNull();
  });
});
