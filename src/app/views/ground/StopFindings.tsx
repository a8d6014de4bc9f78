import { useState } from 'react';
import type { Finding } from '../../../core/findings/finding.ts';
import { FindingCard } from '../../parts/findings/FindingCard.tsx';
import { useWorked, workOut } from '../../store/derived.ts';
import { tryOut, useSession } from '../../store/session.ts';
import type { Stop } from './stops.ts';

/** What this stop of the walk means for the plantings as they are planned now. */
export function StopFindings({ stop }: { stop: Stop }) {
  const worked = useWorked();
  const kept = useSession((state) => state.holding!);
  const [previewing, setPreviewing] = useState(false);
  const source = previewing ? workOut(kept) : worked;
  const accepted = new Set(kept.accepted.map(({ finding }) => finding));
  const here = source.all.flatMap(({ planting }) =>
    source
      .findingsOf(planting.id)
      .filter((finding) => stop.rules.includes(finding.rule) && !accepted.has(finding.id))
      .map((finding): Finding => ({
        ...finding,
        what: `${planting.name}: ${finding.what[0]!.toLowerCase()}${finding.what.slice(1)}`,
      })),
  );
  if (here.length === 0) return null;
  return (
    <section aria-label="What it means for the plantings">
      <h3>What it means for the plantings</h3>
      {here.map((finding) => (
        <FindingCard
          key={finding.id}
          finding={finding}
          onPreview={(remedy) => {
            setPreviewing(!!remedy);
            tryOut(remedy?.command ?? null);
          }}
        />
      ))}
    </section>
  );
}
