import type { Proposal } from '../../../core/holding/command.ts';
import { useEffect, useState } from 'react';
import { kept } from '../../../core/derived/derived.ts';
import type { Finding } from '../../../core/findings/finding.ts';
import { proves } from '../../../core/findings/prove.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { workOut } from '../../store/derived.ts';
import { useSession } from '../../store/session.ts';

const provenOn = kept(function provenOn(_holding: Holding) {
  return new Map<string, readonly Proposal[]>();
});

/** The remedies of a finding that mend it on this holding, proven one by one while nothing else happens. */
export function useProven(finding: Finding, holding: Holding): readonly Proposal[] {
  const [proven, setProven] = useState<{ holding: Holding; id: string; remedies: readonly Proposal[] } | null>(null);
  // While a drag or a preview is tried out its findings come and go with every move: none of their remedies is asked for yet.
  const trying = useSession((state) => state.tried !== null);
  useEffect(() => {
    if (trying) return;
    let gone = false;
    const of = provenOn(holding);
    const before = of.get(finding.id);
    const take = (remedies: readonly Proposal[]) => {
      of.set(finding.id, remedies);
      if (!gone)
        setProven((was) =>
          was?.holding === holding && was.id === finding.id && was.remedies === remedies
            ? was
            : { holding, id: finding.id, remedies },
        );
    };
    if (before) return take(before);
    const next = (left: readonly Proposal[], good: readonly Proposal[]): void => {
      const [first, ...rest] = left;
      if (gone) return;
      if (!first) return take(good);
      requestIdleCallback(
        () => !gone && next(rest, proves(holding, finding, first, workOut(holding).all) ? [...good, first] : good),
        { timeout: 400 },
      );
    };
    next(finding.remedies, []);
    return () => {
      gone = true;
    };
  }, [finding, holding, trying]);
  return proven?.id === finding.id ? proven.remedies : [];
}
