import { useDeferredValue, useEffect, useState } from 'react';
import { NavLink } from 'react-router';
import { useJudged, useWorked, type Worked } from '../store/derived.ts';
import { STAGES } from './stages.ts';

/** Open findings of all plantings, counted one planting at a time while nothing else happens; the last count stands until then. */
function useOpenFindings(worked: Worked): number {
  const [open, setOpen] = useState(0);
  const ready = useJudged((state) => state.ready);
  useEffect(() => {
    // What is asked before the rules are here has no findings, and would be counted so for good.
    if (!ready) return;
    let gone = false;
    const count = (left: readonly string[], sum: number): void => {
      const [first, ...rest] = left;
      if (gone) return;
      if (!first) return setOpen(sum);
      requestIdleCallback(() => !gone && count(rest, sum + worked.openFindingsOf(first)), { timeout: 500 });
    };
    count(
      worked.all.map(({ planting }) => planting.id),
      0,
    );
    return () => {
      gone = true;
    };
  }, [worked, ready]);
  return open;
}

/** The stages in the order of the work. */
export function Rail() {
  const worked = useDeferredValue(useWorked());
  const open = useOpenFindings(worked);
  return (
    <nav className="rail" aria-label="Stages">
      {STAGES.map(({ key, label, Icon }) => (
        <NavLink key={key} to={`/h/${worked.holding.id}/${key}`}>
          <Icon size={24} strokeWidth={1.6} aria-hidden="true" />
          <span>{label}</span>
          {key === 'ranks' && open > 0 && (
            <span className="count" aria-label={`${open} findings`}>
              {open}
            </span>
          )}
        </NavLink>
      ))}
    </nav>
  );
}
