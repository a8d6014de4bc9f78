import { derived } from '../derived/derived.ts';
import { z } from 'zod';
import { DEMANDS, SpeciesSchema, USES, type Species, type Use } from '../holding/species-schema.ts';
import { regionOf } from '../place/regions.ts';
import { belonging, forbidding, type Belonging, type Where } from '../species/belongs.ts';
import type { SpeciesBook } from '../species/book.ts';
import { bears } from '../species/catalogue.ts';
import { HARMED, harmsOf, harmTo, type Harmed } from '../species/harm.ts';
import { sharedBy } from '../species/hosts.ts';
import { feedsManyInsects } from '../species/insects.ts';
import { moreOf } from '../species/more.ts';
import { weights } from '../species/weights.ts';
import roleData from './roles.json' with { type: 'json' };

const RoleSchema = z.strictObject({
  label: z.string(),
  /** Planted for one of these; any use where left out. */
  uses: z.array(z.enum(USES)).optional(),
  kinds: z.array(SpeciesSchema.shape.kind).min(1),
  /** Mature height, the top of its range, from and to, metres. */
  height: z.tuple([z.number(), z.number()]),
  thorns: z.boolean().optional(),
  suckers: z.literal(false).optional(),
  evergreen: z.literal(true).optional(),
  coppices: z.literal(true).optional(),
  nitrogen: z.literal(true).optional(),
  salt: z.literal(true).optional(),
  shade: z.literal(true).optional(),
  fast: z.literal(true).optional(),
  /** Ground that it must bear. */
  wet: z.literal(true).optional(),
  damp: z.literal(true).optional(),
  dry: z.literal(true).optional(),
  /** Whom it must not be known to harm. */
  harmless: z.array(z.enum(Object.keys(HARMED) as [Harmed, ...Harmed[]])).optional(),
  /** Grown for its fruit, or its months of fruit are known: berries that birds and people take. */
  fruit: z.literal(true).optional(),
  /** Rather fewer kinds than kinds that are neither native nor of the region’s neighbourhood. */
  ofThePlace: z.literal(true).optional(),
  /** The role whose natives go before what is brought in from far: a hedge of the place with fewer thorns. */
  standIn: z.string().optional(),
  /** The use or kind that comes first among several, or 'bare': leafless in winter. */
  prefer: z.enum([...USES, ...SpeciesSchema.shape.kind.options, 'bare']).optional(),
});
export type Role = z.infer<typeof RoleSchema>;

/** What a plant can be wanted for in a pattern, by key. */
export const roles: Readonly<Record<string, Role>> = z.record(z.string(), RoleSchema).parse(roleData);

/** Whether a species is of the kind that a role wants, wherever it is planted. */
export function serves(species: Species, role: Role): boolean {
  const { uses = [], fixesNitrogen, saltSpray, fruit } = moreOf(species);
  const [least, most] = role.height;
  const top = species.height[1];
  return (
    role.kinds.includes(species.kind) &&
    (!role.uses || role.uses.some((use) => uses.includes(use))) &&
    top >= least &&
    top <= most &&
    (role.thorns === undefined || role.thorns === species.thorns) &&
    (role.suckers === undefined || !species.suckers) &&
    (!role.evergreen || species.evergreen === true) &&
    (!role.coppices || species.coppices === true) &&
    (!role.nitrogen || fixesNitrogen === true) &&
    (!role.fruit || fruit !== undefined || uses.includes('fruit')) &&
    (!role.salt || (saltSpray ?? species.bearsSalt) === true) &&
    (!role.shade || species.light[0] !== 'full') &&
    (!role.fast || ['mediumFast', 'fast', 'veryFast'].includes(species.rate)) &&
    (!role.wet || bears(species, 'wet')) &&
    (!role.damp || bears(species, 'damp')) &&
    (!role.dry || bears(species, 'dry')) &&
    harmTo(species, role.harmless ?? []) === null
  );
}

/** A species for a role at a place: how it belongs there and how well it fits. */
export interface Fit extends Belonging {
  readonly species: Species;
  /** The label of the role that it stands in for, where it is not of that role itself. */
  readonly standsFor?: string;
  readonly score: number;
}

const WEIGH = weights.role;

function fit(species: Species, role: Role, where: Where): Fit {
  const belongs = belonging(species, where);
  const { uses = [], bearsWind, demand, flammable } = moreOf(species);
  const feeds = role.uses?.includes('wildlife') === true && feedsManyInsects(species, regionOf(where));
  const first = role.uses?.findIndex((use) => uses.includes(use)) ?? 0;
  const preferred =
    role.prefer === 'bare'
      ? species.evergreen === false
      : role.prefer !== undefined && (species.kind === role.prefer || uses.includes(role.prefer as Use));
  const thirsty = species.moisture[0] === 'damp' || species.moisture[0] === 'wet';
  const score =
    belongs.weight +
    WEIGH.care * belongs.cares.length -
    first +
    (preferred ? WEIGH.preferred : 0) +
    (role.uses?.[0] === 'hedge' && species.kind === 'hedging' ? WEIGH.hedging : 0) +
    (bearsWind && role.uses?.includes('windbreak') ? WEIGH.wind : 0) +
    (species.suckers ? WEIGH.suckers : 0) +
    (flammable ? WEIGH.flammable : 0) +
    (feeds ? WEIGH.insects : 0) +
    // Hedges and belts stand beside fields more often than woods do.
    (role.uses?.includes('hedge') && harmsOf(species).length > 0 ? WEIGH.harms : 0) +
    (thirsty && !role.wet && !role.damp ? WEIGH.thirsty : 0) +
    // Hedges and screens stand near houses more often than woods do.
    (role.uses?.some((use) => use === 'hedge' || use === 'screen')
      ? WEIGH.demand * DEMANDS.indexOf(demand ?? 'moderate')
      : 0);
  const inFavour = feeds ? [...belongs.inFavour, 'many kinds of insect live on it'] : belongs.inFavour;
  return { ...belongs, inFavour, species, score };
}

/** The species that fill a role at a place, best first; the same place gives the same answer. */
export const fitsFor = derived(function fitsFor(role: Role, where: Where, book: SpeciesBook): readonly Fit[] {
  const forbidden = forbidding(where);
  return book.all
    .filter((species) => serves(species, role) && !forbidden(species))
    .map((species) => fit(species, role, where))
    .sort((a, b) => b.score - a.score); // a stable sort: of equals the one that the book names first
});

/** Whether a species shares a disease of the region with any of these, or one poisons the other by its roots. */
export const clashesBeside = (species: Species, others: readonly Species[], where: Where): boolean =>
  others.some(
    (other) =>
      sharedBy(species, other, regionOf(where)).length > 0 ||
      (species.givesJuglone === true && other.bearsJuglone === false) ||
      (other.givesJuglone === true && species.bearsJuglone === false),
  );

/** Which wish to relax so that something fills a role, in words; null where nothing would. */
export function whatToRelax(role: Role, where: Where, book: SpeciesBook): string | null {
  if (where.nativeOnly && fitsFor(role, { ...where, nativeOnly: false }, book).length > 0)
    return 'take kinds that are not native too';
  if (role.harmless && fitsFor({ ...role, harmless: [] }, where, book).length > 0)
    return 'take one that can poison, where nobody reaches it';
  if (where.animals.length > 0 && fitsFor(role, { ...where, animals: [], features: [] }, book).length > 0)
    return 'keep stock and children away from it by a fence';
  const warm = { ...role, height: [0, 120] as [number, number] };
  return fitsFor(warm, where, book).length > 0 ? 'take a smaller or a taller one' : null;
}
