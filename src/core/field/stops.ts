import data from './stops.json' with { type: 'json' };

/** What was found wrong with a planting, as far as it matters to a spade. */
export interface Found {
  readonly id: string;
  readonly rule: string;
  readonly severity: string;
  readonly what: string;
  readonly why: string;
}

/** Something that must be answered before anybody digs, and the answer that lets them. */
export interface Stop {
  readonly finding: string;
  readonly what: string;
  readonly why: string;
  readonly answer: string;
}

/** Findings that should stop a spade, each with what the steward must be able to say of it. Faults and cautions alone. */
export const stopsIn = (findings: readonly Found[]): Stop[] =>
  findings.flatMap(({ id, rule, severity, what, why }) => {
    const answer = (data.asked as Readonly<Record<string, string>>)[rule];
    return answer && (severity === 'fault' || severity === 'caution') ? [{ finding: id, what, why, answer }] : [];
  });

/** What stops a spade as a paper says it that a spade follows: at its head, each with its place. */
export const sayStops = (findings: readonly Found[]): string[] =>
  stopsIn(findings).map(({ what, why }) => `Before anybody digs: ${what}. ${why}`);
