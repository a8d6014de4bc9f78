import { Refused, take, type Proposal } from '../holding/command.ts';
import type { Holding } from '../holding/schema.ts';
import { layOut } from '../ranks/lay-out.ts';
import type { Finding } from './finding.ts';
import { judge } from './judge.ts';
import { layHolding, type Laid } from '../ranks/laid.ts';

/** Faults of one planting by id, and whether a finding is among all of them. */
function judged(
  holding: Holding,
  id: string,
  others: readonly Laid[],
): { ids: Set<string>; faults: Set<string> } | null {
  const planting = holding.plantings.find((one) => one.id === id);
  if (!planting) return null;
  const laid: Laid = { planting, layout: layOut(planting, holding) };
  const findings = judge(
    holding,
    laid,
    others.map((other) => (other.planting.id === id ? laid : other)),
  );
  return {
    ids: new Set(findings.map((finding) => finding.id)),
    faults: new Set(findings.filter(({ severity }) => severity === 'fault').map((finding) => finding.id)),
  };
}

/**
 * Whether a remedy mends: done on a copy, its finding is gone, no fault is there that was not, and something is
 * still planted. A remedy that cannot be done mends nothing.
 */
export function proves(
  holding: Holding,
  finding: Finding,
  remedy: Proposal,
  all: readonly Laid[] = layHolding(holding),
): boolean {
  let after: Holding;
  try {
    after = take(holding, remedy.command).holding;
  } catch (refused) {
    if (!(refused instanceof Refused)) throw refused;
    return false;
  }
  const [was, is] = [judged(holding, finding.planting, all), judged(after, finding.planting, all)];
  if (!was || !is || is.ids.has(finding.id)) return false;
  const planting = after.plantings.find(({ id }) => id === finding.planting)!;
  return [...is.faults].every((id) => was.faults.has(id)) && layOut(planting, after).stand.count > 0;
}
