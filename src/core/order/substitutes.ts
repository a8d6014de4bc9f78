import { together, type Command } from '../holding/command.ts';
import { setRow } from '../holding/planting-commands.ts';
import type { Holding, Planting, Row } from '../holding/schema.ts';
import { MOISTURES, type Species } from '../holding/species-schema.ts';
import { settingOf } from '../holding/settings.ts';
import { regionOf } from '../place/regions.ts';
import type { Laid } from '../ranks/laid.ts';
import { belonging, forbidding } from '../species/belongs.ts';
import { bookOf } from '../species/book.ts';
import { sharedBy } from '../species/hosts.ts';
import { moreOf } from '../species/more.ts';
import { standingIn } from '../species/ranges.ts';
import { priceOf, stockPriceKey } from '../means/prices.ts';
import type { Kind } from '../account/quantities.ts';
import { stockOf } from '../species/stock.ts';

/** A kind that could be bought instead of one that cannot be had, what it departs from, and the change of the plan. */
export interface Substitute {
  readonly species: Species;
  readonly stock: string;
  /** What of the rules it breaks, in words; the fewer the better. */
  readonly departs: readonly string[];
  readonly command: Command;
}

/** How far height and width may differ, a share, and how many are told. */
const [WITHIN, MOST] = [0.25, 5];

const middle = ([a, b]: readonly [number, number]): number => (a + b) / 2;
const near = (a: readonly [number, number], b: readonly [number, number]): boolean =>
  Math.abs(middle(a) / middle(b) - 1) <= WITHIN;
const wetness = ({ moisture: [a, b] }: Species): number => (MOISTURES.indexOf(a) + MOISTURES.indexOf(b)) / 2;

/**
 * The best substitutes for a line of the order, by the rules of substitution in their order: never a pest, a harm or what
 * winters kill, nor what shares a disease with what stands; moisture within a class; the same job; size within a quarter;
 * the same stock; native where the first is; no kind over its cap. Fewest breaches first, then what belongs to the place, then the cheaper.
 */
export function substitutesFor(line: Kind, all: readonly Laid[], holding: Holding): Substitute[] {
  const region = regionOf(holding);
  const forbidden = forbidding(holding);
  const was = line.species;
  const plants = all.reduce((sum, { layout }) => sum + layout.stand.count, 0);
  const cap = settingOf(holding, 'share.most');
  const counts = new Map<string, number>();
  for (const { layout } of all)
    for (let i = 0; i < layout.stand.count; i++) {
      const { id } = layout.stand.kinds[layout.stand.species[i]!]!;
      counts.set(id, (counts.get(id) ?? 0) + 1);
    }
  const standing = [
    ...new Map(all.flatMap(({ layout }) => layout.stand.kinds.map((kind) => [kind.id, kind]))).values(),
  ];
  const others = standing.filter(({ id }) => id !== was.id);
  const sick = (one: Species) => others.some((other) => sharedBy(one, other, region).length > 0);
  const wasNative = standingIn(was.id, region) === 'native';
  const { uses = [] } = moreOf(was);
  const price = (stock: string) =>
    Math.min(...stockOf(stock).packs.map(({ size }) => priceOf(holding, stockPriceKey(stock, size)) / size));
  return bookOf(holding)
    .all.filter((one) => one.id !== was.id && !forbidden(one) && !sick(one) && one.kind !== 'climber')
    .map((species) => {
      const stock = species.stock.includes(line.stock) ? line.stock : species.stock[0]!;
      const its = moreOf(species).uses ?? [];
      const share = ((counts.get(species.id) ?? 0) + line.count) / plants;
      const departs = [
        Math.abs(wetness(species) - wetness(was)) > 1 && 'stands drier or wetter ground',
        species.kind !== was.kind && `is sold as ${species.kind}, not as ${was.kind}`,
        species.evergreen !== was.evergreen && (species.evergreen ? 'is evergreen' : 'drops its leaves'),
        species.thorns !== was.thorns && (species.thorns ? 'has thorns' : 'has no thorns'),
        uses.length > 0 && !uses.some((use) => its.includes(use)) && 'does another job',
        !near(species.height, was.height) && 'grows to another height',
        !near(species.width, was.width) && 'grows to another width',
        stock !== line.stock && 'comes as another stock',
        wasNative && standingIn(species.id, region) !== 'native' && `is not native in ${region.name}`,
        plants >= settingOf(holding, 'share.from') &&
          share > cap &&
          `would be ${Math.round(share * 100)} % of all plants`,
      ].filter((one) => one !== false);
      return { species, stock, departs, belongs: belonging(species, holding).weight, cost: price(stock) };
    })
    .sort(
      (a, b) =>
        a.departs.length - b.departs.length ||
        b.belongs - a.belongs ||
        a.cost - b.cost ||
        a.species.id.localeCompare(b.species.id, 'en'),
    )
    .slice(0, MOST)
    .map(({ species, stock, departs }) => ({
      species,
      stock,
      departs,
      command: replaceKind(holding, line, species, stock),
    }));
}

/** Every run, standard and hand swap of a kind becomes another: a row of one kind whole, so that no row is matched in part. */
function replaceKind(
  { plantings }: Pick<Holding, 'plantings'>,
  { species: was, stock: bought, variety }: Kind,
  species: Species,
  stock: string,
): Command {
  const changed = (planting: Planting): Command[] =>
    planting.rows.flatMap((row) => {
      const next = inRow(row);
      return next === row ? [] : [setRow(planting.id, row.id, next)];
    });
  const inRow = (row: Row): Row => {
    const runs = row.runs.map((run) => {
      const as = run.stock ?? row.stock;
      if (run.species !== was.id || as !== bought || run.variety !== variety) return run;
      return { species: species.id, count: run.count, ...(stock !== row.stock && { stock }) };
    });
    const standards =
      row.standards?.species === was.id && row.standards.stock === bought
        ? { ...row.standards, species: species.id, stock }
        : row.standards;
    const swaps = row.swaps.map((swap) => (swap.species === was.id ? { ...swap, species: species.id } : swap));
    return runs.every((run, i) => run === row.runs[i]) &&
      standards === row.standards &&
      swaps.every((swap, i) => swap === row.swaps[i])
      ? row
      : { ...row, runs, standards, swaps };
  };
  return together(`${species.common} for ${was.common}`, plantings.flatMap(changed));
}
