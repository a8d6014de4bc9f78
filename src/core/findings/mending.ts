import { derived } from '../derived/derived.ts';
import { rawOf, wholeOf } from '../derived/reading.ts';
import { stopsSuckers } from '../means/weeds/weed-kit.ts';
import { runOf } from '../species/stock.ts';
import { DEMANDS } from '../holding/species-schema.ts';
import { clashesBeside } from '../ranks/roles.ts';
import { matureHeight } from '../species/catalogue.ts';
import { moreOf } from '../species/more.ts';
import { felledIn, forbidding } from '../species/belongs.ts';
import { regionOf } from '../place/regions.ts';
import { standingIn } from '../species/ranges.ts';
import { bookOf } from '../species/book.ts';
import { parallel } from '../geometry/parallel.ts';
import { chainageOf, polyline } from '../geometry/polyline.ts';
import { distance, type Point } from '../geometry/point.ts';
import { middle } from '../geometry/polygon.ts';
import { take, together, type Command, type Proposal } from '../holding/command.ts';
import { addClearing, addGap, setBaseline, setRow } from '../holding/planting-commands.ts';
import type { Holding } from '../holding/schema.ts';
import type { Gap, Kept, Row } from '../holding/schema.ts';
import { drawnBaseline, loosened } from '../ranks/baseline.ts';
import { layOut } from '../ranks/lay-out.ts';
import { isBelt } from '../ranks/outline.ts';
import { speciesAt, type Stand } from '../ranks/stand.ts';
import { formatLength, toMetres, type UnitSystem } from '../units/quantities.ts';
import { plantAt } from '../ranks/near.ts';
import type { Species } from '../holding/species-schema.ts';
import type { Judged } from './finding.ts';

/** Most plants of a block or guild that are cleared one by one; more are cleared in one round. */
const SINGLE = 40;

/** Clearings that take these plants out of a block or a guild, which no gap through all rows would spare. */
function clearingsOver({ layout: { stand }, planting }: Judged, plants: readonly number[], label: string): Command {
  const radius =
    Math.min(...stand.rows.flatMap(({ spacing, row: { rowGap } }) => (rowGap > 0 ? [spacing, rowGap] : [spacing]))) *
    0.4;
  const points = plants.map((i) => plantAt(stand, i));
  const centre = middle(points);
  const rounds =
    points.length <= SINGLE
      ? points.map((at) => ({ at, radius }))
      : [{ at: centre, radius: Math.max(...points.map((p) => distance(p, centre))) + radius }];
  const free = (n: number) => `${planting.id}-cleared-${planting.clearings.length + n + 1}`;
  return together(
    label,
    rounds.map(({ at: [x, y], radius: r }, n) =>
      addClearing(planting.id, { id: free(n), name: '', at: [x, y], radius: r }),
    ),
  );
}

/** Gaps that take these plants out, one for each stretch of the baseline that they fill; in a block or a guild clearings round them. */
export function gapsOver(judged: Judged, plants: readonly number[], label: string): Command {
  const {
    layout: { stand },
    planting,
  } = judged;
  if (!isBelt(planting.baseline)) return clearingsOver(judged, plants, label);
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
      const gap: Gap = {
        id: free(n),
        kind: 'gap',
        at: Math.round(((from + to) / 2) * 10) / 10,
        width: Math.ceil((to - from) * 10 + 10) / 10,
      };
      return addGap(planting.id, gap);
    }),
  );
}

/** Rows begun later or stopped sooner, so that these plants are not laid; null unless they all stand at ends of their rows. */
export function trimEnds(
  { layout: { stand }, planting, holding: { units } }: Judged,
  plants: readonly number[],
): Proposal | null {
  if (!isBelt(planting.baseline)) return null;
  const out = new Set(plants);
  let most = 0;
  const commands: Command[] = [];
  for (const { row, from, to, line } of stand.rows) {
    const mine = plants.filter((i) => i >= from && i < to);
    if (mine.length === 0) continue;
    let [first, last] = [from, to - 1];
    while (first <= last && out.has(first)) first++;
    while (last >= first && out.has(last)) last--;
    if (first >= last || !line || mine.length !== first - from + (to - 1 - last)) return null;
    const round = (metres: number) => Math.round(metres * 100) / 100;
    const [late, soon] = [stand.chainage[first]!, line.length - stand.chainage[last]!];
    const trim = {
      start: first > from ? round(row.trim.start + late - stand.chainage[from]!) : row.trim.start,
      stop:
        last < to - 1
          ? round(row.trim.stop + soon - Math.max(0, line.length - stand.chainage[to - 1]!))
          : row.trim.stop,
    };
    most = Math.max(most, trim.start - row.trim.start, trim.stop - row.trim.stop);
    commands.push(setRow(planting.id, row.id, { trim }));
  }
  if (commands.length === 0) return null;
  const label = `End the rows ${formatLength(most, units)} sooner`;
  return { label, command: together(label, commands) };
}

/** A size that is cut to, in feet never over what was asked: halves of one. */
const cutTo = ({ height, width, clearStem }: Partial<Kept>, units: UnitSystem): Partial<Kept> => {
  const half = toMetres(0.5, 'ft');
  const down = (metres: number) => (units === 'us' ? Math.max(1, Math.floor(metres / half + 1e-9)) * half : metres);
  return {
    ...(height != null && { height: down(height) }),
    ...(width != null && { width: down(width) }),
    ...(clearStem != null && { clearStem }),
  };
};

/** Cuts the rows of these plants to a size, year after year; what they are kept to in other ways stays. */
export function keepTo(
  { layout: { stand }, planting, holding: { units } }: Judged,
  plants: readonly number[],
  size: Partial<Kept>,
): Proposal {
  const rows = [...new Set(plants.map((i) => stand.rows[stand.row[i]!]!.row))];
  const length = (metres: number) => formatLength(metres, units, { decimals: units === 'us' ? 1 : 2 });
  const cut = cutTo(size, units);
  const label = cut.height ? `Keep it cut to ${length(cut.height)}` : `Keep it cut to ${length(cut.width ?? 0)} wide`;
  return {
    label,
    command: together(
      label,
      rows.map((row) =>
        setRow(planting.id, row.id, { kept: { height: null, width: null, clearStem: null, ...row.kept, ...cut } }),
      ),
    ),
  };
}

/** Swaps the species of these plants. Standards among them go from overlay to the row's own place with the species. */
export function swapPlants(
  { layout: { stand }, planting }: Judged,
  plants: readonly number[],
  species: Species,
): Command {
  const byRow = new Map<Row, number[]>();
  for (const i of plants) {
    const { row } = stand.rows[stand.row[i]!]!;
    const mine = byRow.get(row);
    if (mine) mine.push(i);
    else byRow.set(row, [i]);
  }
  const commands = [...byRow].map(([row, swapped]) => {
    const copies = stand.rows.filter((laid) => laid.row === row);
    const ids = new Set(swapped.map((i) => speciesAt(stand, i).id));
    const those = new Set(swapped);
    const stays = (i: number) => ids.has(speciesAt(stand, i).id) && !those.has(i);
    const everyOne = copies.every(({ from, to }) => {
      for (let i = from; i < to; i++) if (stays(i)) return false;
      return true;
    });
    const changes: Partial<Row> = everyOne
      ? {
          runs: row.runs.map((run) => (ids.has(run.species) ? runOf(species, run.count, row.stock) : run)),
          ...standardsSwapped(row, ids, species),
        }
      : {
          swaps: [
            ...row.swaps,
            ...swapped.map((i) => ({
              at: stand.chainage[i]!,
              copy: stand.rows[stand.row[i]!]!.copy,
              species: species.id,
            })),
          ],
          ...standardsSwapped(row, ids, species),
        };
    return setRow(planting.id, row.id, changes);
  });
  return together(`swap for ${species.common}`, commands);
}

const standardsSwapped = ({ standards }: Row, ids: ReadonlySet<string>, species: Species): Partial<Row> =>
  standards && ids.has(standards.species) ? { standards: { ...standards, species: species.id } } : {};

/** Species of the layer of `like`, and how alike they are to it where the holding lies. */
const likenesses = derived(function likenesses(
  holding: Holding,
  like: Species,
): readonly { readonly species: Species; readonly alike: number }[] {
  const region = regionOf(holding);
  const likeness = (species: Species): number =>
    (standingIn(species.id, region) === 'native' ? 6 : 0) +
    (species.evergreen === like.evergreen ? 2 : 0) +
    (species.kind === like.kind ? 2 : 0) +
    (species.form === like.form ? 1 : 0) +
    (species.toxicTo ? -3 : 0) +
    (felledIn(species, region) ? -4 : 0) +
    (2 * Math.min(matureHeight(species), matureHeight(like))) / Math.max(matureHeight(species), matureHeight(like)) +
    (species.suckers ? -1 : 0);
  // A herb or a climber does no shrub's work, however short a height is wanted.
  const layer = ({ kind }: Species) => (kind === 'herb' || kind === 'climber' ? kind : 'wood');
  return bookOf(holding)
    .all.filter((species) => species.id !== like.id && layer(species) === layer(like))
    .map((species) => ({ species, alike: likeness(species) }));
});

/** Species that could stand for `like`, the most alike first: of its layer, those that the holding plants already before others. */
const inOrderOfLikeness = derived(function inOrderOfLikeness(
  { planted, holding }: Pick<Judged, 'planted' | 'holding'>,
  like: Species,
): readonly Species[] {
  const here = new Set(planted.split(' '));
  return likenesses(holding, like)
    .map(({ species, alike }) => ({ species, alike: here.has(species.id) ? alike + 3 : alike }))
    .sort((a, b) => b.alike - a.alike)
    .map(({ species }) => species);
});

/** Asks of species whether they bring no trouble that `like` does not: roots, fire, limbs, suckers under fabric, a disease shared with what stands here, roots that poison it. */
function harmlessBeside(like: Species, { holding, planting, layout }: Judged): (species: Species) => boolean {
  const was = moreOf(like);
  const thirst = ({ demand = 'moderate' }: typeof was) => DEMANDS.indexOf(demand);
  const others = layout.stand.kinds.filter((other) => other !== like);
  const underFabric = layout.stand.rows.some(({ spacing }) => stopsSuckers(planting.means.weeds, spacing, holding));
  const sick = (one: Species) => clashesBeside(one, others, holding);
  const sickNow = sick(like);
  return (species) => {
    const its = moreOf(species);
    return (
      (!its.flammable || was.flammable === true) &&
      (!its.shedsLimbs || was.shedsLimbs === true) &&
      thirst(its) <= thirst(was) &&
      (!species.suckers || like.suckers || !underFabric) &&
      (sickNow || !sick(species))
    );
  };
}

/** The species that serves best in place of `like`: one that the holding plants already, else the most alike; undefined when none serves. */
export function substitute(judged: Judged, like: Species, serves: (species: Species) => boolean): Species | undefined {
  // Never a pest, nor one that harms those near it, nor one that the winters kill.
  const forbidden = forbidding(judged.holding);
  const harmless = harmlessBeside(like, judged);
  return inOrderOfLikeness(judged, like).find((species) => serves(species) && !forbidden(species) && harmless(species));
}

/** Moves the whole planting `metres` to the right of its baseline (negative: left), as a drawn line. Null when nothing is left of it. */
export function moveSideways(
  { holding, planting, layout: { baseline } }: Judged,
  metres: number,
  label: string,
): Command | null {
  if (!baseline || baseline.closed) return null;
  if (planting.baseline.kind === 'beside') {
    const outward = planting.baseline.side === 'right' ? metres : -metres;
    return setBaseline(
      planting.id,
      { ...planting.baseline, setback: Math.max(0, Math.round((planting.baseline.setback + outward) * 100) / 100) },
      label,
    );
  }
  const moved = loosened(planting.baseline, holding);
  if (moved.kind !== 'drawn') return null;
  const line = parallel(polyline(moved.points), metres);
  return line && setBaseline(planting.id, drawnBaseline(line.points, moved), label);
}

/** Whether nothing is left of what `trouble` counts once the command is done: a move is offered only when it mends. */
export function mends(
  { holding, planting }: Judged,
  command: Command | null,
  trouble: (stand: Stand) => readonly number[],
): command is Command {
  if (!command) return false;
  // What a remedy of this planting moves is this planting, and nothing that it is laid by.
  const { id } = wholeOf(planting);
  const after = take(rawOf(holding), command).holding;
  const { stand } = layOut(
    after.plantings.find((one) => one.id === id)!,
    holding,
  );
  return stand.count > 0 && trouble(stand).length === 0;
}

/** Which way is away from `p`, seen along the baseline: 1 to its right, -1 to its left. */
export const awayFrom = ({ layout: { baseline } }: Judged, p: Point): number =>
  baseline && chainageOf(baseline.line, p).offset > 0 ? -1 : 1;
