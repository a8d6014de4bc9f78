import type { Holding } from '../holding/schema.ts';
import type { Species } from '../holding/species-schema.ts';
import { forbidding, type Where } from '../species/belongs.ts';
import type { SpeciesBook } from '../species/book.ts';
import { regionOf } from '../place/regions.ts';
import { nearness } from '../species/ranges.ts';
import { stockOf, stocks } from '../species/stock.ts';
import { weights } from '../species/weights.ts';
import { clashesBeside, fitsFor, roles, serves, whatToRelax, type Fit, type Role } from './roles.ts';
import { sayGround, sayRoom, type Said, type Spot } from './spot.ts';

/** What one place in a row's turn asks for: so many of a role, or of a kind with a role where that kind cannot be. */
export interface Wish {
  readonly share: number;
  /** A role's key, or a species id. */
  readonly what: string;
  readonly orElse: string | null;
}

/** One wish of a row as the place fills it. */
export interface Filled extends Wish {
  /** Its own name in the pattern, under which the steward's own pick is kept. */
  readonly key: string;
  readonly label: string;
  /** Null where nothing fills it, or only what is from elsewhere: then the best of that are offered. */
  readonly species: Species | null;
  /** Those that would serve best, the one taken among them. */
  readonly best: readonly Fit[];
  /** What to relax so that something would. */
  readonly relax: string | null;
}

/** What the plants of each row stand in, by the name of the row in the pattern, where the line is known. */
export type Spots = Readonly<Record<string, Spot>>;

export interface FillOptions {
  readonly where: Where & Pick<Holding, 'units' | 'settings'>;
  readonly book: SpeciesBook;
  /** Species that the steward picked, by the key of the wish. */
  readonly picks: Readonly<Record<string, string>>;
}

/** How many are offered for one wish. */
const OFFERED = 5;

const roleOf = ({ what, orElse }: Wish): Role => roles[what] ?? roles[orElse ?? '']!;

/** Natives of the role that stands in for another, each said to do so. */
const standIns = (role: Role, where: FillOptions['where'], book: SpeciesBook): Fit[] =>
  role.standIn === undefined
    ? []
    : fitsFor(roles[role.standIn]!, where, book)
        .filter(({ standing, species }) => standing === 'native' && !serves(species, role))
        .map((fit) => ({
          ...fit,
          score: fit.score + weights.role.standIn,
          standsFor: role.label,
        }));

/** Those that could fill a wish anywhere at this place, best first: the named kind before its role, where the place allows it. */
function candidates(wish: Wish, { where, book }: FillOptions): readonly Fit[] {
  const role = roleOf(wish);
  const fits = [...fitsFor(role, where, book), ...standIns(role, where, book)].sort((a, b) => b.score - a.score);
  if (roles[wish.what]) return fits;
  const named = book.of(wish.what);
  if (forbidding(where)(named)) return fits;
  const unfit = { standing: 'unknown', faults: [], cares: [], inFavour: ['the usual kind'], weight: 0 } as const;
  const first: Fit = {
    ...(fits.find(({ species }) => species === named) ?? unfit),
    species: named,
    score: (fits[0]?.score ?? 0) + weights.role.named,
  };
  return [first, ...fits.filter(({ species }) => species !== named)];
}

/** What speaks against and for a species where the plants of a row stand. */
function saidOn(spot: Spot, species: Species, where: FillOptions['where']): Said {
  const said: Said = { faults: [], cares: [], inFavour: [] };
  sayGround(said, species, spot, where);
  sayRoom(said, species, spot, where);
  return said;
}

/** Rows closer than this are hedges of many plants: pots cost ten times what a plug or a whip does, metres. */
const CLOSE = 1;
const isOnlyPotted = ({ stock }: Species): boolean => stock.every((id) => stockOf(id).pot > stockOf('plug').pot);

/** The same, as the ground, the light and the room of a row leave them: without what they kill, what they try further back. */
const onSpot = (fits: readonly Fit[], spot: Spot, where: FillOptions['where']): readonly Fit[] =>
  fits
    .flatMap((fit): Fit[] => {
      const { faults, cares, inFavour } = saidOn(spot, fit.species, where);
      if (faults.length > 0) return [];
      const dear = spot.spacing > 0 && spot.spacing < CLOSE && isOnlyPotted(fit.species);
      const score = fit.score + weights.role.care * cares.length + (dear ? weights.role.potted : 0);
      return [{ ...fit, score, cares: [...cares, ...fit.cares], inFavour: [...inFavour, ...fit.inFavour] }];
    })
    .sort((a, b) => b.score - a.score);

/** What to relax so that a wish is filled: the ground where that alone forbids it, else a wish of the role. */
function relaxing(anywhere: readonly Fit[], wish: Wish, spot: Spot, { where, book }: FillOptions): string | null {
  const best = anywhere[0]?.species;
  const faults = best ? saidOn(spot, best, where).faults : [];
  return best && faults.length > 0
    ? `lay the line elsewhere, for ${best.common} ${faults.join(' and ')}`
    : whatToRelax(roleOf(wish), where, book);
}

/** A row's wishes filled, and the stock that most of what fills them is sold as. `beside` are the species of the rows before. */
export function fillRow(
  name: string,
  wishes: readonly Wish[],
  stock: string,
  beside: readonly Species[],
  fresh: boolean,
  options: FillOptions,
  spot: Spot,
): { filled: Filled[]; stock: string } {
  const taken: Species[] = [];
  // A row asks the same of the same spot again and again.
  const asked = new Map<string, { readonly anywhere: readonly Fit[]; readonly here: readonly Fit[] }>();
  const ask = (wish: Wish) => {
    const known = asked.get(wish.what);
    if (known) return known;
    const anywhere = candidates(wish, options);
    const found = { anywhere, here: onSpot(anywhere, spot, options.where) };
    asked.set(wish.what, found);
    return found;
  };
  const filled = wishes.map((wish, n): Filled => {
    const key = `${name}/${n + 1}`;
    const role = roleOf(wish);
    const { anywhere, here } = ask(wish);
    const isFree = ({ species }: Fit) =>
      !taken.includes(species) &&
      !(fresh && beside.includes(species)) &&
      !clashesBeside(species, [...taken, ...beside], options.where);
    const free = first(2 * OFFERED, here, isFree);
    const some = free.length > 0 || !fresh ? free : first(2 * OFFERED, here, ({ species }) => !taken.includes(species));
    const best = unlike(some, taken).slice(0, OFFERED);
    const picked = options.picks[key];
    // What the steward picked stands even where the ground is against it; the findings say so.
    const own = [...here, ...anywhere].find(({ species }) => species.id === picked);
    // Once a row has a mixture, a kind from elsewhere is not laid unasked.
    const fromElsewhere =
      role.ofThePlace && taken.length >= MIXED && best[0] && isFromElsewhere(best[0], options.where);
    const species = (own ?? (fromElsewhere ? undefined : best[0]))?.species ?? null;
    if (species) taken.push(species);
    return {
      ...wish,
      key,
      label: role.label,
      species,
      best: own && !best.includes(own) ? [own, ...best.slice(0, OFFERED - 1)] : best,
      relax: species || fromElsewhere ? null : relaxing(anywhere, wish, spot, options),
    };
  });
  return { filled, stock: soldAs(filled, stock) };
}

/** So many kinds make a row a mixture. */
const MIXED = 2;

/** Whether a kind is neither native nor of the group of regions. */
const isFromElsewhere = ({ standing, species }: Fit, where: Where): boolean =>
  standing === 'introduced' && nearness(species.id, regionOf(where)) !== 'group';

const genusOf = ({ botanical }: Species): string => botanical.split(' ')[0]!;

/** The same, with kinds of a genus that the row has already put back: one pest takes a genus more often than a row. */
function unlike(fits: readonly Fit[], taken: readonly Species[]): Fit[] {
  const score = ({ species, score: of }: Fit) =>
    of + weights.role.sameGenus * taken.filter((other) => genusOf(other) === genusOf(species)).length;
  return [...fits].sort((a, b) => score(b) - score(a));
}

/** The first so many of a list that hold. */
function first<T>(most: number, list: readonly T[], holds: (one: T) => boolean): T[] {
  const found: T[] = [];
  for (const one of list) {
    if (found.length === most) break;
    if (holds(one)) found.push(one);
  }
  return found;
}

/**
 * The stock of a row: what is asked for where half of its plants are sold so; else the smallest that half are, for a row
 * of thousands is not set in pots for the sake of a few; where trees of some size are asked for the largest.
 */
function soldAs(filled: readonly Filled[], wanted: string): string {
  const plants = filled.flatMap(({ species, share }) => (species ? [{ species, share }] : []));
  const shareSold = (stock: string) =>
    plants.reduce((sum, { species, share }) => sum + (species.stock.includes(stock) ? share : 0), 0);
  const half = plants.reduce((sum, { share }) => sum + share, 0) / 2;
  if (shareSold(wanted) >= half) return wanted;
  const sizes = stocks.filter(({ onAsking }) => !onAsking).map(({ id }) => id);
  if (stockOf(wanted).start >= stockOf('feathered').start) sizes.reverse();
  return (
    sizes.find((stock) => shareSold(stock) >= half) ?? sizes.reduce((a, b) => (shareSold(b) > shareSold(a) ? b : a))
  );
}
