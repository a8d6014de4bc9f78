import { plantedOn } from '../ranks/laid.ts';
import type { Finding, Judged, Part, Rule } from './finding.ts';

const valuesOf = (part: Part, { holding, all }: Judged): readonly unknown[] =>
  part === 'planted' ? [plantedOn(all)] : part === 'others' ? all.map(({ layout }) => layout) : [holding[part]];

/** What each rule last found of one planting: a rule is asked again only when something that it reads has changed. */
export class Memory {
  private readonly kept = new Map<Rule, { readonly read: readonly unknown[]; readonly found: readonly Finding[] }>();

  ask(rule: Rule, judged: Judged): readonly Finding[] {
    const read = [judged.planting, judged.layout, ...rule.reads.flatMap((part) => valuesOf(part, judged))];
    const before = this.kept.get(rule);
    if (before && before.read.length === read.length && before.read.every((value, i) => value === read[i]))
      return before.found;
    const found = rule(judged);
    this.kept.set(rule, { read, found });
    return found;
  }
}
