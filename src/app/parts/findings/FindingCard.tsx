import { Suspense, useState } from 'react';
import type { Finding } from '../../../core/findings/finding.ts';
import { tryRemedy } from '../../../core/findings/judge.ts';
import { reasonRefused, type Proposal } from '../../../core/holding/command.ts';
import { useProven } from './use-proven.ts';
import { later } from '../later.ts';
import { workOut } from '../../store/derived.ts';
import { goTo, look } from '../../store/look-at.ts';
import { run, useSession } from '../../store/session.ts';

const AcceptField = later(() => import('../fields/AcceptField.tsx'), 'AcceptField');

const SEVERITY = {
  fault: ['✕', 'Fault'],
  caution: ['!', 'Caution'],
  note: ['i', 'Note'],
  good: ['✓', 'Good'],
} as const;

/** One finding: what, why, where, the remedies with what each would do, and a way to accept it with a reason. */
export function FindingCard({ finding, onPreview }: { finding: Finding; onPreview(remedy: Proposal | null): void }) {
  const [accepting, setAccepting] = useState(false);
  const [effect, setEffect] = useState('');
  const kept = useSession((state) => state.holding!);
  const remedies = useProven(finding, kept);
  const [glyph, word] = SEVERITY[finding.severity];
  const show = () => {
    const { stand } = workOut(kept).laid(finding.planting)!.layout;
    look({ ringed: finding.plants });
    const points =
      finding.plants.length > 0
        ? finding.plants.map((i) => [stand.x[i]!, stand.y[i]!] as const)
        : finding.at
          ? [finding.at]
          : [];
    if (points.length > 0) goTo(points);
  };
  const preview = (remedy: Proposal | null) => {
    onPreview(remedy);
    let said = '';
    const reason = reasonRefused(() => {
      if (remedy) said = tryRemedy(kept, finding.planting, remedy).effect;
    });
    setEffect(reason ?? said);
  };
  return (
    <article
      className={`finding is-${finding.severity}`}
      data-rule={finding.rule}
      onMouseEnter={() => look({ ringed: finding.plants })}
      onMouseLeave={() => look({ ringed: [] })}
    >
      <h3>
        <span className="glyph" role="img" aria-label={word}>
          {glyph}
        </span>{' '}
        {finding.what}
      </h3>
      <p>{finding.why}</p>
      {finding.severity !== 'good' && (
        <div className="remedies">
          <button type="button" className="link" onClick={show}>
            Show
          </button>
          {remedies.map((remedy) => (
            <button
              key={remedy.label}
              type="button"
              className="link"
              onMouseEnter={() => preview(remedy)}
              onMouseLeave={() => preview(null)}
              onFocus={() => preview(remedy)}
              onBlur={() => preview(null)}
              onClick={() => {
                preview(null);
                run(remedy.command);
                look({ ringed: [] });
              }}
            >
              {remedy.label}
            </button>
          ))}
          <button type="button" className="link" aria-expanded={accepting} onClick={() => setAccepting(!accepting)}>
            Accept
          </button>
        </div>
      )}
      {remedies.length > 0 && (
        // Always there: a card that grew under the pointer would move what is about to be clicked.
        <p className="effect" role="status">
          {effect && `Then: ${effect}`}
        </p>
      )}
      <Suspense>{accepting && <AcceptField finding={finding} onClose={() => setAccepting(false)} />}</Suspense>
    </article>
  );
}
