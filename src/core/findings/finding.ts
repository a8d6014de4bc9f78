import type { Point } from '../geometry/point.ts';
import type { Command } from '../holding/command.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import type { Layout } from '../ranks/lay-out.ts';

export const SEVERITIES = ['fault', 'caution', 'note', 'good'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** A change that mends a finding, named by its effect: 'Set 2.4 m'. */
export interface Remedy {
  readonly label: string;
  readonly command: Command;
}

export interface Finding {
  /** Lasting name: the same trouble at the same place keeps it, so that an acceptance holds. */
  readonly id: string;
  readonly rule: string;
  readonly severity: Severity;
  /** The planting that it is about. */
  readonly planting: string;
  /** One bold sentence of what, one plain sentence of why with the numbers. */
  readonly what: string;
  readonly why: string;
  /** Plants of the stand that it is about, by index; ringed on the plan. */
  readonly plants: readonly number[];
  /** Where to look when no plant is named. */
  readonly at: Point | null;
  /** Year in which it comes true, where it does not hold from the start. */
  readonly year: number | null;
  readonly remedies: readonly Remedy[];
}

/** What a rule judges: one planting as laid, within its holding. */
export interface Judged {
  readonly holding: Holding;
  readonly planting: Planting;
  readonly layout: Layout;
  /** Every planting of the holding as laid, this one among them. */
  readonly all: readonly { readonly planting: Planting; readonly layout: Layout }[];
}

/** What a rule may read besides the planting and its layout: parts of the holding, which kinds are planted on it, how its other plantings stand. */
export type Part =
  | keyof Pick<
      Holding,
      | 'boundary'
      | 'features'
      | 'rules'
      | 'animals'
      | 'climate'
      | 'settings'
      | 'species'
      | 'terrain'
      | 'place'
      | 'region'
      | 'nativeOnly'
      | 'units'
      | 'prices'
      | 'kits'
      | 'marks'
    >
  | 'planted'
  | 'others';

/** What decides which species could stand in another's place: read by every rule that offers a swap. */
export const SWAPS = [
  'place',
  'region',
  'nativeOnly',
  'climate',
  'animals',
  'features',
  'species',
  'planted',
] as const satisfies readonly Part[];

/** A rule of judgement: findings about one planting, none when all is well with it; `reads` says what can change them. */
export interface Rule {
  (judged: Judged): Finding[];
  readonly reads: readonly Part[];
}

/** A rule that reads these parts of a holding and no others. */
export const reading = (reads: readonly Part[], rule: (judged: Judged) => Finding[]): Rule =>
  Object.assign(rule, { reads });

/** What decides how a planting grows: read by every rule that says in which year. */
export const GROWTH = [
  'features',
  'settings',
  'climate',
  'region',
  'place',
  'animals',
] as const satisfies readonly Part[];

type Draft = Pick<Finding, 'severity' | 'what' | 'why'> & Partial<Pick<Finding, 'plants' | 'at' | 'year' | 'remedies'>>;

/** Fills in a finding: `subject` tells apart several of one rule in one planting. */
export const finding = (rule: string, { planting }: Judged, subject: string, draft: Draft): Finding => ({
  id: `${rule}:${planting.id}:${subject}`,
  rule,
  planting: planting.id,
  plants: [],
  at: null,
  year: null,
  remedies: [],
  ...draft,
});
