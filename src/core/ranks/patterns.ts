import { z } from 'zod';
import { Refused } from '../holding/command.ts';
import { plainMeans } from '../holding/means-schema.ts';
import { plainRow } from '../holding/plain-row.ts';
import {
  ENDS,
  KeptSchema,
  MIXES,
  PURPOSES,
  type Baseline,
  type Holding,
  type Planting,
  type Purpose,
  type Row,
} from '../holding/schema.ts';
import type { Species } from '../holding/species-schema.ts';
import { climateBand, hasTrait, TRAITS } from '../place/climate-band.ts';
import type { Where } from '../species/belongs.ts';
import { runOf } from '../species/stock.ts';
import { bookOf } from '../species/book.ts';
import { fillRow, type Filled, type FillOptions, type Spots } from './fill.ts';
import { roles } from './roles.ts';
import { plannedAt, type UnitSystem } from '../units/quantities.ts';
import { openSpot } from './spot.ts';
import patternData from './patterns.json' with { type: 'json' };

/** So many of a role, or of a species with the role that stands in for it where it cannot be planted. */
const wish = z.union([
  z.tuple([z.number().int().min(1), z.enum(Object.keys(roles) as [string, ...string[]])]),
  z.tuple([z.number().int().min(1), z.string(), z.enum(Object.keys(roles) as [string, ...string[]])]),
]);
const rowShape = z.strictObject({
  name: z.string(),
  rowGap: z.number(),
  spacing: z.number(),
  /** Stock wanted; what most of the kinds are sold as is taken where they are not sold so. */
  stock: z.string(),
  staggered: z.boolean().optional(),
  ends: z.enum(ENDS).optional(),
  mix: z.enum(MIXES).optional(),
  seed: z.number().optional(),
  kept: KeptSchema.optional(),
  standards: z.strictObject({ every: z.number(), first: z.number(), stock: z.string(), role: z.string() }).optional(),
  plants: z.array(wish).min(1),
  /** How far apart it stands at least, both ways, where most of it grows very fast, metres. */
  fastApart: z.number().optional(),
  /** Other kinds than the rows before, where there are enough. */
  fresh: z.literal(true).optional(),
});
type PatternRow = z.infer<typeof rowShape>;

const SHAPES = ['line', 'block', 'guilds'] as const;
const wholeShape = {
  /** What the rows are laid on; a line when left out. */
  shape: z.enum(SHAPES).optional(),
  weeds: z.string().optional(),
  guarded: z.boolean().optional(),
  /** Of a block: what is kept free inside its edges, metres, and lanes to work from. */
  headland: z.number().optional(),
  lanes: z.strictObject({ every: z.number(), width: z.number() }).optional(),
};

/** What an answer decides: rows changed by name ('*' for all), left out or added, and the planting as a whole. */
const DoesSchema = z.strictObject({
  ...wholeShape,
  rows: z.record(z.string(), rowShape.partial()).optional(),
  drop: z.array(z.string()).optional(),
  add: z.array(rowShape).optional(),
});

const OptionSchema = z.strictObject({
  key: z.string(),
  label: z.string(),
  why: z.string().optional(),
  does: DoesSchema,
});
const PatternSchema = z.strictObject({
  ...wholeShape,
  weeds: z.string(),
  why: z.string(),
  source: z.string(),
  /** Why most of it is one kind, where that is its aim. */
  oneKind: z.string().optional(),
  /** Asked in turn; when nobody answers, the place does where its climate has the trait, else the first answer holds. */
  questions: z
    .array(
      z.strictObject({
        key: z.string(),
        ask: z.string(),
        here: z.partialRecord(z.enum(TRAITS), z.string()).optional(),
        options: z.array(OptionSchema).min(2),
      }),
    )
    .max(5),
  rows: z.array(rowShape).min(1),
});
export type StartingPattern = z.infer<typeof PatternSchema>;

/** Starting patterns by purpose: what each lays, why, and what it asks. Species by role: the place fills them. */
export const patterns = z.record(z.enum(PURPOSES), PatternSchema).parse(patternData);

/** Answers by the question's key; one that is missing is the place's or the first option. */
export type Answers = Readonly<Record<string, string>>;

type Question = StartingPattern['questions'][number];

/** The answer to a question: the steward's, else the place's, else the first. */
export function answerTo({ key, here = {}, options }: Question, answers: Answers, where: Where | null): string {
  const band = where && climateBand(where);
  const trait = TRAITS.find((one) => here[one] !== undefined && band && hasTrait(band, one));
  return answers[key] ?? (trait && here[trait]) ?? options[0]!.key;
}

/** A pattern once its questions are answered. Throws {@link Refused} for an answer that it does not offer. */
function answered(purpose: Purpose, answers: Answers, where: Where | null): Omit<StartingPattern, 'questions'> {
  const { questions, ...pattern } = patterns[purpose];
  return questions.reduce((now, question) => {
    const { key, ask, options } = question;
    const answer = answerTo(question, answers, where);
    const option = options.find((one) => one.key === answer);
    if (!option)
      throw new Refused(
        `'${answers[key]}' is no answer to '${ask}' Choose one of ${options.map(({ label }) => label).join('; ')}.`,
      );
    const { rows: changes = {}, drop = [], add = [], ...whole } = option.does;
    const rows = now.rows
      .filter(({ name }) => !drop.includes(name))
      .map((row) => ({ ...row, ...changes['*'], ...changes[row.name] }));
    return { ...now, ...whole, rows: [...rows, ...add] };
  }, pattern);
}

/** What a purpose's rows are laid on, with these answers, wherever that is. */
export const patternShape = (purpose: Purpose, answers: Answers): (typeof SHAPES)[number] =>
  answered(purpose, answers, null).shape ?? 'line';

export interface PlantingOptions {
  readonly name: string;
  readonly purpose: Purpose;
  readonly answers?: Answers;
  /** Species that the steward picked for a wish, by its key. */
  readonly picks?: Readonly<Record<string, string>>;
  /** Where the rows lie; a block given here takes the pattern's headland and lanes. */
  readonly baseline: Baseline;
  readonly side: 'left' | 'right';
  /** The holding that it is for: its place decides the species. */
  readonly holding: Where & Pick<Holding, 'species' | 'units' | 'settings'>;
  /** What its plants stand in, where the line is known: counsel/on-its-ground.ts asks. */
  readonly spots?: Spots;
  newId(): string;
}

/** One row of a pattern with its wishes filled by the place. */
export interface LaidRow {
  readonly row: PatternRow;
  readonly stock: string;
  readonly filled: readonly Filled[];
  readonly standards: Filled | null;
}

/** The rows of a pattern as the place fills them, in order; a row for which nothing is found has no species. */
export function rowsLaid({
  purpose,
  answers = {},
  picks = {},
  holding,
  spots = {},
}: Pick<PlantingOptions, 'purpose' | 'answers' | 'picks' | 'holding' | 'spots'>): LaidRow[] {
  const options: FillOptions = { where: holding, book: bookOf(holding), picks };
  const beside: Species[] = [];
  const at = (metres: number) => plannedAt(metres, holding.units);
  return answered(purpose, answers, holding).rows.map((row): LaidRow => {
    const wishes = row.plants.map(([share, what, orElse = null]) => ({ share, what, orElse }));
    const spot = spots[row.name] ?? openSpot(row.spacing, row.kept ?? null);
    const { filled, stock } = fillRow(row.name, wishes, row.stock, beside, row.fresh === true, options, spot);
    beside.push(...filled.flatMap(({ species }) => species ?? []));
    const tall = row.standards;
    const standing = tall
      ? fillRow(
          `${row.name}, standards`,
          [{ share: 1, what: tall.role, orElse: null }],
          tall.stock,
          beside,
          true,
          options,
          { ...spot, spacing: 0, kept: null }, // left to grow alone: it closes with nothing
        )
      : null;
    const standards = standing?.filled[0] ?? null;
    if (standards?.species) beside.push(standards.species);
    const set = inMeasures(spread(row, filled), holding.units);
    return {
      row: tall
        ? { ...set, standards: { ...tall, every: at(tall.every), first: at(tall.first), stock: standing!.stock } }
        : set,
      stock,
      filled,
      standards,
    };
  });
}

/** A row as it is planned where it is planted: nobody sets a stick to 3.94 feet. */
function inMeasures(row: PatternRow, units: UnitSystem): PatternRow {
  const at = (metres: number) => plannedAt(metres, units);
  const size = (metres: number | null | undefined) => (metres == null ? null : at(metres));
  return {
    ...row,
    spacing: at(row.spacing),
    rowGap: at(row.rowGap),
    ...(row.kept && {
      kept: {
        ...row.kept,
        height: size(row.kept.height),
        width: size(row.kept.width),
        clearStem: size(row.kept.clearStem),
      },
    }),
  };
}

/** A row set wider where most of it grows so fast that it would be drawn up thin. */
function spread(row: PatternRow, filled: readonly Filled[]): PatternRow {
  if (row.fastApart === undefined) return row;
  const plants = (of: readonly Filled[]) => of.reduce((sum, { share }) => sum + share, 0);
  const fast = plants(filled.filter(({ species }) => species?.rate === 'veryFast'));
  if (fast * 2 <= plants(filled)) return row;
  return { ...row, spacing: Math.max(row.spacing, row.fastApart), rowGap: Math.max(row.rowGap, row.fastApart) };
}

/** A planting laid by its purpose's pattern, to be changed at will. A row that nothing fills is left out. */
export function newPlanting({
  name,
  purpose,
  answers = {},
  picks = {},
  baseline,
  side,
  holding,
  spots,
  newId,
}: PlantingOptions): Planting {
  const { weeds, guarded = true, headland = 0, lanes = null } = answered(purpose, answers, holding);
  const at = (metres: number) => plannedAt(metres, holding.units);
  return {
    id: newId(),
    name,
    purpose,
    side,
    means: plainMeans(weeds, guarded),
    baseline:
      baseline.kind === 'block'
        ? { ...baseline, headland: at(headland), lanes: lanes && { ...lanes, width: at(lanes.width) } }
        : baseline,
    corners: 'round',
    rows: rowsLaid({ purpose, answers, picks, holding, spots })
      .filter(({ filled }) => filled.some(({ species }) => species))
      .map((laid) => rowOf(laid, newId())),
    gaps: [],
    beyondGaps: 'keep',
    clearings: [],
  };
}

function rowOf(
  {
    row: { plants: _plants, fresh: _fresh, fastApart: _apart, standards: tall, ...row },
    stock,
    filled,
    standards,
  }: LaidRow,
  id: string,
): Row {
  return {
    ...plainRow,
    ...row,
    id,
    stock,
    runs: filled.flatMap(({ species, share }) => (species ? [runOf(species, share, stock)] : [])),
    standards:
      tall && standards?.species
        ? { species: standards.species.id, stock: tall.stock, every: tall.every, first: tall.first }
        : null,
  };
}
