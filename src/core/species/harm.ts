import { z } from 'zod';
import type { Animal } from '../holding/ground-schema.ts';
import type { Species } from '../holding/species-schema.ts';

/** Whom a plant can harm, with their names for people. */
export const HARMED = {
  people: 'people',
  dogs: 'dogs',
  horses: 'horses',
  cattle: 'cattle',
  pregnantCattle: 'cattle in calf',
  sheepAndGoats: 'sheep and goats',
  pigs: 'pigs',
  poultry: 'poultry',
} as const;
export type Harmed = keyof typeof HARMED;

const HarmSchema = z.strictObject({
  to: z.array(z.enum(Object.keys(HARMED) as [Harmed, ...Harmed[]])).min(1),
  part: z.string().min(3),
  /** A meal of it can kill. */
  kills: z.literal(true).optional(),
  /** So much of it that it lies at a season's worst, a mast year or a first wet pasture: caution, not a plant to be kept out. */
  inQuantity: z.literal(true).optional(),
  /** Not all sources say so; where it can hurt somebody it is said all the same. */
  inDoubt: z.literal(true).optional(),
  source: z.string().min(5),
});
export type Harm = z.infer<typeof HarmSchema>;

// Apart from the first script.
const { default: harmData } = await import('./harm.json', { with: { type: 'json' } });

/** What is known of the harm that the app's species do, by id. A species that is absent is not known to be harmless. */
export const harmKnown: Readonly<Record<string, readonly Harm[]>> = z
  .record(z.string(), z.array(HarmSchema))
  .parse(harmData);

/** People, stock, or both: the word for it that a species record has. */
export const coarsely = (harms: readonly Harm[]): ('people' | 'livestock')[] => {
  const whom = new Set(harms.flatMap(({ to }) => to));
  const people = whom.delete('people');
  whom.delete('dogs');
  return [...(people ? (['people'] as const) : []), ...(whom.size > 0 ? (['livestock'] as const) : [])];
};

const STOCK: readonly Harmed[] = ['horses', 'cattle', 'sheepAndGoats', 'pigs', 'poultry'];

/** The harm that a species does: as the app knows it, unless the steward's own record says otherwise. */
export function harmsOf({ id, toxicTo = [], source }: Pick<Species, 'id' | 'toxicTo' | 'source'>): readonly Harm[] {
  const known = harmKnown[id] ?? [];
  if (coarsely(known).join() === toxicTo.join()) return known;
  return toxicTo.map((whom) => ({ to: whom === 'people' ? ['people'] : [...STOCK], part: 'plant', source }));
}

const KEPT: Readonly<Partial<Record<Animal, readonly Harmed[]>>> = {
  horse: ['horses'],
  cattle: ['cattle', 'pregnantCattle'],
  sheep: ['sheepAndGoats'],
  goat: ['sheepAndGoats'],
  pig: ['pigs'],
  poultry: ['poultry'],
  dog: ['dogs'],
};

/** Which of those that a plant can harm are among these animals. */
export const stockAmong = (animals: readonly Animal[]): Harmed[] => [
  ...new Set(animals.flatMap((animal) => KEPT[animal] ?? [])),
];

/** The harm that a species does to any of these; null when none is known. What kills is named before what sickens, a mouthful before what takes much. */
export function harmTo(species: Species, whom: readonly Harmed[]): Harm | null {
  const harms = harmsOf(species).filter(({ to }) => to.some((one) => whom.includes(one)));
  return harms.find(isDeadly) ?? harms.find(({ kills }) => kills) ?? harms[0] ?? null;
}

/** Whether little of it kills. */
export const isDeadly = ({ kills, inQuantity }: Harm): boolean => kills === true && !inQuantity;

/** 'horses, cattle and sheep and goats'. */
export const sayHarmed = (whom: readonly Harmed[]): string => {
  const names = whom.map((one) => HARMED[one]);
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]!;
};

/** What a plant does to whom, for those who handle it: 'Can kill horses and cattle: leaf and seed.'; null where nothing is known. */
export function sayHarm(species: Pick<Species, 'id' | 'toxicTo' | 'source'>): string | null {
  const harms = harmsOf(species);
  const worst = harms.find(isDeadly) ?? harms[0];
  if (!worst) return null;
  return `${worst.kills ? 'Can kill' : 'Poisonous to'} ${sayHarmed(worst.to)}: ${worst.part}${worst.inDoubt ? ', not all sources agree' : ''}.`;
}
