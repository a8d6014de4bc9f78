import { z } from 'zod';
import { Refused } from '../holding/command.ts';
import { plainRow } from '../holding/plain-row.ts';
import {
  ENDS,
  KeptSchema,
  MIXES,
  PURPOSES,
  WEEDS,
  type Baseline,
  type Planting,
  type Purpose,
  type Row,
} from '../holding/schema.ts';
import patternData from './patterns.json' with { type: 'json' };

const runs = z.array(z.tuple([z.number().int().min(1), z.string()])).min(1);
/** A standard tree by hemisphere. */
const standards = z.strictObject({
  every: z.number(),
  first: z.number(),
  stock: z.string(),
  north: z.string(),
  south: z.string(),
});
const rowShape = z.strictObject({
  name: z.string(),
  rowGap: z.number(),
  spacing: z.number(),
  stock: z.string(),
  /** Stock of the southern species where it is another. */
  southStock: z.string().optional(),
  staggered: z.boolean().optional(),
  ends: z.enum(ENDS).optional(),
  mix: z.enum(MIXES).optional(),
  seed: z.number().optional(),
  kept: KeptSchema.optional(),
  standards: standards.optional(),
  north: runs,
  south: runs,
});
type PatternRow = z.infer<typeof rowShape>;

const SHAPES = ['line', 'block', 'guilds'] as const;
const wholeShape = {
  /** What the rows are laid on; a line when left out. */
  shape: z.enum(SHAPES).optional(),
  weeds: z.enum(WEEDS).optional(),
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
  weeds: z.enum(WEEDS),
  why: z.string(),
  source: z.string(),
  /** Asked in turn; the first answer of each is what the pattern lays when nobody answers. */
  questions: z
    .array(z.strictObject({ key: z.string(), ask: z.string(), options: z.array(OptionSchema).min(2) }))
    .max(5),
  rows: z.array(rowShape).min(1),
});
export type StartingPattern = z.infer<typeof PatternSchema>;

/** Starting patterns by purpose: what each lays, why, and what it asks. Species by hemisphere. */
export const patterns = z.record(z.enum(PURPOSES), PatternSchema).parse(patternData);

/** Answers by the question's key; one that is missing is the first option. */
export type Answers = Readonly<Record<string, string>>;

/** A pattern once its questions are answered. Throws {@link Refused} for an answer that it does not offer. */
function answered(purpose: Purpose, answers: Answers): Omit<StartingPattern, 'questions'> {
  const { questions, ...pattern } = patterns[purpose];
  return questions.reduce((now, { key, ask, options }) => {
    const option = options.find((one) => one.key === (answers[key] ?? options[0]!.key));
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

/** What a purpose's rows are laid on, with these answers. */
export const patternShape = (purpose: Purpose, answers: Answers): (typeof SHAPES)[number] =>
  answered(purpose, answers).shape ?? 'line';

export interface PlantingOptions {
  readonly name: string;
  readonly purpose: Purpose;
  readonly answers?: Answers;
  /** Where the rows lie; a block given here takes the pattern's headland and lanes. */
  readonly baseline: Baseline;
  readonly side: 'left' | 'right';
  readonly latitude: number;
  newId(): string;
}

/** A planting laid by its purpose's pattern, to be changed at will. */
export function newPlanting({
  name,
  purpose,
  answers = {},
  baseline,
  side,
  latitude,
  newId,
}: PlantingOptions): Planting {
  const { rows, weeds, guarded = true, headland = 0, lanes = null } = answered(purpose, answers);
  return {
    id: newId(),
    name,
    purpose,
    side,
    weeds,
    guarded,
    baseline: baseline.kind === 'block' ? { ...baseline, headland, lanes } : baseline,
    corners: 'round',
    rows: rows.map((row) => rowOf(row, latitude < 0, newId())),
    gaps: [],
    clearings: [],
  };
}

function rowOf(
  { north, south, southStock, standards: tall, stock, ...row }: PatternRow,
  southern: boolean,
  id: string,
): Row {
  const species = southern ? south : north;
  return {
    ...plainRow,
    ...row,
    id,
    stock: southern ? (southStock ?? stock) : stock,
    runs: species.map(([count, kind]) => ({ species: kind, count })),
    standards: tall
      ? { species: southern ? tall.south : tall.north, stock: tall.stock, every: tall.every, first: tall.first }
      : null,
  };
}
