import Papa from 'papaparse';
import { Unreadable } from '../problems.ts';
import { MOST_POINTS, type RawShape, type RawShapes } from './raw.ts';

/** What the points of a table are together. */
export type Join = 'points' | 'line' | 'ring';

const COLUMNS = {
  x: /^(lon(g|gitude)?|lng|x|e|east(ing)?)\b/i,
  y: /^(lat(itude)?|y|n|north(ing)?)\b/i,
  name: /^(name|label|point|id|no|nr|number|code|desc)/i,
  elevation: /^(z|elev|height|level|alt)/i,
} as const;

/** A table of points: which column is which is found by its heading, and said. Decimal commas are read where columns are parted by semicolons or tabs. */
export function readPointsCsv(text: string, name: string, join: Join = 'points'): RawShapes {
  // A first line 'sep=;' tells spreadsheets what parts the columns.
  const told = /^sep=(.)\r?\n/i.exec(text);
  if (/"[^"]{20000}|"{100}/.test(text))
    throw new Unreadable(`${name} opens a quotation mark that is never closed. Mend it, or save the table again.`);
  const parsed = Papa.parse<string[]>(told ? text.slice(told[0].length) : text, {
    skipEmptyLines: 'greedy',
    preview: MOST_POINTS + 2,
    ...(told && { delimiter: told[1]! }),
  });
  const [head, ...rows] = parsed.data;
  if (!head || head.length < 2 || rows.length === 0)
    throw new Unreadable(
      `${name} is not a table of points. It needs a heading, such as name,x,y, and a line for each point.`,
    );
  if (rows.length > MOST_POINTS)
    throw new Unreadable(
      `${name} holds more than ${MOST_POINTS.toLocaleString('en')} points. Export a smaller part of it.`,
    );
  const columnOf = (pattern: RegExp) => head.findIndex((heading) => pattern.test(heading.trim()));
  const [x, y] = [columnOf(COLUMNS.x), columnOf(COLUMNS.y)];
  if (x < 0 || y < 0 || x === y)
    throw new Unreadable(
      `${name}: its headings (${head.slice(0, 6).join(', ').slice(0, 80)}) name no place. Call two of them x and y, easting and northing, or longitude and latitude.`,
    );
  const [label, elevation] = [columnOf(COLUMNS.name), columnOf(COLUMNS.elevation)];
  const leftOut: string[] = [];
  const decimalComma = parsed.meta.delimiter !== ',';
  const number = (cell: string | undefined) => {
    const plain = (cell ?? '').trim();
    return plain === '' ? Number.NaN : Number(decimalComma ? plain.replace(',', '.') : plain);
  };
  const points = rows.flatMap((row, i): RawShape[] => {
    const at = [number(row[x]), number(row[y])];
    if (!at.every(Number.isFinite)) {
      leftOut.push(`line ${i + 2}: '${row[x] ?? ''}', '${row[y] ?? ''}' is not a place.`);
      return [];
    }
    const height = elevation < 0 ? Number.NaN : number(row[elevation]);
    return [
      {
        shape: 'at',
        coordinates: [at],
        facts: { name: label < 0 ? '' : (row[label] ?? ''), ...(Number.isFinite(height) && { elevation: height }) },
      },
    ];
  });
  const columns = Object.fromEntries(
    Object.entries({ x, y, name: label, elevation })
      .filter(([, at]) => at >= 0)
      .map(([key, at]) => [key, head[at]!.trim()]),
  );
  const degrees = /^(lon|lng)/i.test(columns['x']!) || /^lat/i.test(columns['y']!);
  const joined: RawShape[] =
    join === 'points'
      ? points
      : [{ shape: join, coordinates: points.flatMap(({ coordinates }) => coordinates), facts: {} }];
  return { format: 'table of points', shapes: joined, leftOut, declared: null, degrees, columns };
}
