import { Unreadable } from '../problems.ts';

/** A shape as its file has it: on the file's own grid, facts and all. */
export interface RawShape {
  readonly shape: 'ring' | 'line' | 'at';
  readonly coordinates: readonly (readonly number[])[];
  readonly facts: Readonly<Record<string, unknown>>;
}

/** What a reader of one format hands on. */
export interface RawShapes {
  readonly format: string;
  readonly shapes: readonly RawShape[];
  /** What could not be taken, a sentence each. */
  readonly leftOut: readonly string[];
  /** The CRS that the file declares: an EPSG name, or the WKT of a projection file. Null when it does not say. */
  readonly declared: { readonly epsg: string } | { readonly wkt: string } | null;
  /** Whether the format has degrees by its own rules, so that nothing need be asked. */
  readonly degrees: boolean;
  /** Columns of a table of points: which was taken for what. */
  readonly columns?: Readonly<Record<string, string>>;
}

/** Points that one file may bring. */
export const MOST_POINTS = 300_000;

/** Takes GeoJSON features apart into shapes, counting points as it goes; `who` names what is left out. */
export function fromFeatures(features: readonly unknown[], name: string): Pick<RawShapes, 'shapes' | 'leftOut'> {
  const shapes: RawShape[] = [];
  const leftOut: string[] = [];
  let points = 0;
  const add = (shape: RawShape['shape'], coordinates: unknown, facts: RawShape['facts']): boolean => {
    if (!Array.isArray(coordinates) || !coordinates.every(isPosition)) return false;
    points += coordinates.length;
    if (points > MOST_POINTS)
      throw new Unreadable(
        `${name} holds more than ${MOST_POINTS.toLocaleString('en')} points. Export a smaller part of it, or a simpler one.`,
      );
    shapes.push({ shape, coordinates, facts });
    return true;
  };
  const takeApart = (geometry: unknown, facts: RawShape['facts'], who: string, depth = 0): boolean => {
    if (typeof geometry !== 'object' || geometry === null || depth > 20) return false;
    const { type, coordinates, geometries } = geometry as {
      type?: unknown;
      coordinates?: unknown;
      geometries?: unknown;
    };
    const list = Array.isArray(coordinates) ? coordinates : null;
    const polygon = (rings: unknown): boolean => {
      if (!Array.isArray(rings) || rings.length === 0) return false;
      if (rings.length > 1)
        leftOut.push(
          `${who}: the ${rings.length === 2 ? 'hole' : `${rings.length - 1} holes`} in it; its outer edge is taken.`,
        );
      return add('ring', rings[0], facts);
    };
    switch (type) {
      case 'Point':
        return add('at', [coordinates], facts);
      case 'MultiPoint':
        return !!list && list.every((position) => add('at', [position], facts));
      case 'LineString':
        return add('line', coordinates, facts);
      case 'MultiLineString':
        return !!list && list.every((line) => add('line', line, facts));
      case 'Polygon':
        return polygon(coordinates);
      case 'MultiPolygon':
        return !!list && list.every(polygon);
      case 'GeometryCollection':
        return Array.isArray(geometries) && geometries.every((one) => takeApart(one, facts, who, depth + 1));
      default:
        return false;
    }
  };
  features.forEach((raw, i) => {
    const { geometry, properties } = (typeof raw === 'object' && raw !== null ? raw : {}) as {
      geometry?: unknown;
      properties?: unknown;
    };
    const facts = typeof properties === 'object' && properties !== null ? (properties as Record<string, unknown>) : {};
    const who = nameIn(facts) ? `'${nameIn(facts)}'` : `shape ${i + 1}`;
    if (!takeApart(geometry, facts, who)) leftOut.push(`${who}: it has no shape that can be read.`);
  });
  return { shapes, leftOut };
}

const isPosition = (position: unknown): position is number[] =>
  Array.isArray(position) && position.length >= 2 && Number.isFinite(position[0]) && Number.isFinite(position[1]);

/** The name among a shape's facts, whatever its case; shortened when it is a story. */
export function nameIn(facts: Readonly<Record<string, unknown>>): string {
  const key = Object.keys(facts).find((one) => /^(name|label|title)$/i.test(one));
  const said = key === undefined ? undefined : facts[key];
  return typeof said === 'string' ? said.trim().slice(0, 80) : '';
}
