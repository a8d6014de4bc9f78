import { parallel } from '../geometry/parallel.ts';
import { chainageOf, polyline } from '../geometry/polyline.ts';
import type { Point } from '../geometry/point.ts';
import { take, together, type Command } from '../holding/command.ts';
import { addGap, setBaseline, setRow } from '../holding/planting-commands.ts';
import type { Gap, Row } from '../holding/schema.ts';
import { drawnBaseline, loosened } from '../ranks/baseline.ts';
import { layOut } from '../ranks/lay-out.ts';
import { numberInRow, speciesIdOf, type Stand } from '../ranks/stand.ts';
import { capital } from '../units/text.ts';
import { catalogue, type Species } from '../species/catalogue.ts';
import type { Judged } from './finding.ts';

export const plantAt = (stand: Stand, i: number): Point => [stand.x[i]!, stand.y[i]!];

/** Plants of the stand for which `holds`, by index. */
export function plantsWhere(stand: Stand, holds: (i: number) => boolean): number[] {
  const found: number[] = [];
  for (let i = 0; i < stand.count; i++) if (holds(i)) found.push(i);
  return found;
}

/** Whether the stand comes within `margin` metres of the box round `points`: the cheap test before the dear one. */
export function isNear({ x, y, count }: Stand, points: readonly Point[], margin: number): boolean {
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [px, py] of points) {
    if (px < west) west = px;
    if (px > east) east = px;
    if (py < south) south = py;
    if (py > north) north = py;
  }
  [west, south, east, north] = [west - margin, south - margin, east + margin, north + margin];
  for (let i = 0; i < count; i++) if (x[i]! >= west && x[i]! <= east && y[i]! >= south && y[i]! <= north) return true;
  return false;
}

/** 'Row 1, plant 95 stands' or 'Row 3, plants 31 to 38 stand'. */
export const sayStand = (stand: Stand, plants: readonly number[]): string => `${sayPlants(stand, plants)} ${plants.length === 1 ? 'stands' : 'stand'}`;

/** The list under `key`, a new one the first time. */
function listed(lists: Map<number, number[]>, key: number): number[] {
  let list = lists.get(key);
  if (!list) lists.set(key, (list = []));
  return list;
}

/** The plants as people say them: 'Row 3, plants 31 to 38', more rows after a semicolon. */
export function sayPlants(stand: Stand, plants: readonly number[]): string {
  const rows = new Map<number, number[]>();
  for (const i of plants) listed(rows, stand.row[i]!).push(numberInRow(stand, i));
  const said = [...rows].map(([row, numbers]) => `row ${row + 1}, ${sayNumbers(numbers)}`).join('; ');
  return capital(said);
}

function sayNumbers(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const n of numbers) {
    const run = runs.at(-1);
    if (run && n === run[1] + 1) run[1] = n;
    else runs.push([n, n]);
  }
  const parts = runs.map(([from, to]) => (from === to ? `${from}` : `${from} to ${to}`));
  const shown = parts.length > 4 ? [...parts.slice(0, 3), `${runs.slice(3).reduce((sum, [from, to]) => sum + to - from + 1, 0)} more`] : parts;
  return `${numbers.length === 1 ? 'plant' : 'plants'} ${shown.length > 1 ? `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}` : shown[0]}`;
}

/** Gaps that take these plants out, one for each stretch of the baseline that they fill. */
export function gapsOver({ layout: { stand }, planting }: Judged, plants: readonly number[], label: string): Command {
  const stations = plants.map((i) => stand.station[i]!).sort((a, b) => a - b);
  const apart = Math.max(...stand.rows.map(({ spacing }) => spacing)) * 2.5;
  const stretches: [number, number][] = [];
  for (const station of stations) {
    const stretch = stretches.at(-1);
    if (stretch && station - stretch[1] <= apart) stretch[1] = station;
    else stretches.push([station, station]);
  }
  const free = (n: number) => `${planting.id}-cleared-${planting.gaps.length + n + 1}`;
  return together(
    label,
    stretches.map(([from, to], n): Command => {
      const gap: Gap = { id: free(n), kind: 'gap', at: Math.round(((from + to) / 2) * 10) / 10, width: Math.ceil((to - from) * 10 + 10) / 10 };
      return addGap(planting.id, gap);
    }),
  );
}

/** Swaps the species of these plants. Standards among them go from overlay to the row's own place with the species. */
export function swapPlants({ layout: { stand }, planting }: Judged, plants: readonly number[], species: Species): Command {
  const byRow = new Map<number, number[]>();
  for (const i of plants) listed(byRow, stand.row[i]!).push(i);
  const commands = [...byRow].map(([r, swapped]) => {
    const { row, from, to } = stand.rows[r]!;
    const ids = new Set(swapped.map((i) => speciesIdOf(stand, i)));
    const those = new Set(swapped);
    const everyOne = plantsBetween(from, to).every((i) => !ids.has(speciesIdOf(stand, i)) || those.has(i));
    const changes: Partial<Row> = everyOne
      ? { runs: row.runs.map((run) => (ids.has(run.species) ? { ...run, species: species.id } : run)), ...standardsSwapped(row, ids, species) }
      : { swaps: [...row.swaps, ...swapped.map((i) => ({ at: stand.chainage[i]!, species: species.id }))], ...standardsSwapped(row, ids, species) };
    return setRow(planting.id, row.id, changes);
  });
  return together(`swap for ${species.common}`, commands);
}

const plantsBetween = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, i) => from + i);

const standardsSwapped = ({ standards }: Row, ids: ReadonlySet<string>, species: Species): Partial<Row> =>
  standards && ids.has(standards.species) ? { standards: { ...standards, species: species.id } } : {};

/** The species that serves best in place of `like`: one that the holding plants already, else the most alike; undefined when none serves. */
export function substitute({ all }: Judged, like: Species, serves: (species: Species) => boolean): Species | undefined {
  const planted = new Set(all.flatMap(({ layout }) => layout.stand.speciesIds));
  const likeness = (species: Species): number =>
    (planted.has(species.id) ? 3 : 0) +
    (species.source === like.source ? 6 : 0) +
    (species.evergreen === like.evergreen ? 2 : 0) +
    (species.kind === like.kind ? 2 : 0) +
    (species.form === like.form ? 1 : 0) +
    (species.toxicTo ? -3 : 0) +
    (species.suckers ? -1 : 0);
  // A herb or a climber does no shrub's work, however short a height is wanted.
  const layer = ({ kind }: Species) => (kind === 'herb' || kind === 'climber' ? kind : 'wood');
  let [best, most] = [undefined as Species | undefined, -Infinity];
  for (const species of catalogue) {
    const alike = likeness(species);
    if (alike > most && species.id !== like.id && layer(species) === layer(like) && serves(species)) [best, most] = [species, alike];
  }
  return best;
}

/** Moves the whole planting `metres` to the right of its baseline (negative: left), as a drawn line. Null when nothing is left of it. */
export function moveSideways({ holding, planting, layout: { baseline } }: Judged, metres: number, label: string): Command | null {
  if (!baseline || baseline.closed) return null;
  if (planting.baseline.kind === 'beside') {
    const outward = planting.baseline.side === 'right' ? metres : -metres;
    return setBaseline(planting.id, { ...planting.baseline, setback: Math.max(0, Math.round((planting.baseline.setback + outward) * 100) / 100) }, label);
  }
  const moved = loosened(planting.baseline, holding);
  if (moved.kind !== 'drawn') return null;
  const line = parallel(polyline(moved.points), metres);
  return line && setBaseline(planting.id, drawnBaseline(line.points, moved), label);
}

/** Whether nothing is left of what `trouble` counts once the command is done: a move is offered only when it mends. */
export function mends({ holding, planting }: Judged, command: Command | null, trouble: (stand: Stand) => readonly number[]): command is Command {
  if (!command) return false;
  const after = take(holding, command).holding;
  const { stand } = layOut(after.plantings.find(({ id }) => id === planting.id)!, after);
  return stand.count > 0 && trouble(stand).length === 0;
}

/** Which way is away from `p`, seen along the baseline: 1 to its right, -1 to its left. */
export const awayFrom = ({ layout: { baseline } }: Judged, p: Point): number => (baseline && chainageOf(baseline.line, p).offset > 0 ? -1 : 1);
