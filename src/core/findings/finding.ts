import type { Point } from '../geometry/point.ts';
import type { Proposal } from '../holding/command.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import type { Layout } from '../ranks/lay-out.ts';

export const SEVERITIES = ['fault', 'caution', 'note', 'good'] as const;
export type Severity = (typeof SEVERITIES)[number];

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
  /** Changes that mend it. */
  readonly remedies: readonly Proposal[];
}

/** What a rule judges: one planting as laid, within its holding. */
export interface Judged {
  readonly holding: Holding;
  readonly planting: Planting;
  readonly layout: Layout;
  /** Every planting of the holding as laid, this one among them. */
  readonly all: readonly { readonly planting: Planting; readonly layout: Layout }[];
  /** Ids of the kinds planted anywhere among them, in one text. */
  readonly planted: string;
}

/** A rule of judgement: findings about one planting, none when all is well with it. */
export type Rule = (judged: Judged) => Finding[];

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
