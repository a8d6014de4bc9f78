import { Button, Popover } from 'antd';
import { Suspense, useState } from 'react';
import type { Finding, Remedy } from '../../../core/findings/finding.ts';
import { tryRemedy, type Laid } from '../../../core/findings/judge.ts';
import { acceptFinding } from '../../../core/holding/ground-commands.ts';
import { Refused } from '../../../core/holding/command.ts';
import { figures, type Figure } from '../../../core/order/figures.ts';
import { purposes } from '../../../core/ranks/purposes.ts';
import { later } from '../../shell/later.ts';
import { useWorked, workOut } from '../../store/derived.ts';
import { goTo, look, useLook } from '../../store/look-at.ts';
import { run, tryOut, useSession } from '../../store/session.ts';

const AcceptField = later(() => import('./AcceptField.tsx'), 'AcceptField');

/** What one planting adds up to, and what is wrong with it. */
export function PlantingPanel({ laid }: { laid: Laid }) {
  const worked = useWorked();
  const year = useLook((state) => state.year);
  const { holding } = worked;
  const { planting, layout } = laid;
  // Findings and remedies are those of the holding as it is: a previewed remedy must not take its own card away.
  const kept = useSession((state) => state.holding!);
  const shown = figures(planting, layout, worked.quantitiesOf(planting.id)!, holding, year);
  const [previewing, setPreviewing] = useState(false);
  const findings = (previewing ? workOut(kept) : worked).findingsOf(planting.id);
  const accepted = new Map(kept.accepted.map(({ finding, reason }) => [finding, reason]));
  const open = findings.filter(({ id }) => !accepted.has(id));
  return (
    <>
      <div className="panel-head">
        <h2>{planting.name}</h2>
        <Button size="small" onClick={() => look({ selection: { what: 'planting' } })}>Line and settings</Button>
      </div>
      <p className="soft">{purposes[planting.purpose].label}, {planting.rows.length === 1 ? '1 row' : `${planting.rows.length} rows`}</p>
      <div className="figures">{shown.map((figure) => <FigureCell key={figure.key} figure={figure} />)}</div>
      <section aria-label="Findings">
        {open.map((finding) => <FindingCard key={finding.id} finding={finding} onPreview={(remedy) => { setPreviewing(!!remedy); tryOut(remedy?.command ?? null); }} />)}
        {findings.filter(({ id }) => accepted.has(id)).map((finding) => (
          <article key={finding.id} className="finding is-accepted">
            <h3>Accepted: {finding.what}</h3>
            <p>{accepted.get(finding.id)}</p>
            <button type="button" className="link" onClick={() => run(acceptFinding(finding.id, ''))}>Take it up again</button>
          </article>
        ))}
      </section>
    </>
  );
}

function FigureCell({ figure }: { figure: Figure }) {
  const { why } = figure;
  const content = (
    <div className="why">
      <p><strong>{why.formula}</strong></p>
      <dl>{why.inputs.map(({ label, text }) => <div key={label}><dt>{label}</dt><dd>{text}</dd></div>)}</dl>
      <p className="soft">Source: {why.source}.</p>
    </div>
  );
  return (
    <Popover trigger="click" title="Why this figure" content={content} placement="left">
      <button type="button" className="figure" data-testid={`figure-${figure.key}`}>
        <strong>{figure.text}</strong>
        <span>{figure.label}</span>
      </button>
    </Popover>
  );
}

const SEVERITY = { fault: ['✕', 'Fault'], caution: ['!', 'Caution'], note: ['i', 'Note'], good: ['✓', 'Good'] } as const;

function FindingCard({ finding, onPreview }: { finding: Finding; onPreview(remedy: Remedy | null): void }) {
  const [accepting, setAccepting] = useState(false);
  const [effect, setEffect] = useState('');
  const kept = useSession((state) => state.holding!);
  const [glyph, word] = SEVERITY[finding.severity];
  const show = () => {
    const { stand } = workOut(kept).laid(finding.planting)!.layout;
    look({ ringed: finding.plants });
    const points = finding.plants.length > 0 ? finding.plants.map((i) => [stand.x[i]!, stand.y[i]!] as const) : finding.at ? [finding.at] : [];
    if (points.length > 0) goTo(points);
  };
  const preview = (remedy: Remedy | null) => {
    onPreview(remedy);
    try {
      setEffect(remedy ? tryRemedy(kept, finding.planting, remedy).effect : '');
    } catch (refused) {
      if (!(refused instanceof Refused)) throw refused;
      setEffect(refused.message);
    }
  };
  return (
    <article className={`finding is-${finding.severity}`} data-rule={finding.rule} onMouseEnter={() => look({ ringed: finding.plants })} onMouseLeave={() => look({ ringed: [] })}>
      <h3><span className="glyph" role="img" aria-label={word}>{glyph}</span> {finding.what}</h3>
      <p>{finding.why}</p>
      {finding.severity !== 'good' && (
        <div className="remedies">
          <button type="button" className="link" onClick={show}>Show</button>
          {finding.remedies.map((remedy) => (
            <button
              key={remedy.label} type="button" className="link"
              onMouseEnter={() => preview(remedy)} onMouseLeave={() => preview(null)} onFocus={() => preview(remedy)} onBlur={() => preview(null)}
              onClick={() => {
                preview(null);
                run(remedy.command);
                look({ ringed: [] });
              }}
            >
              {remedy.label}
            </button>
          ))}
          <button type="button" className="link" aria-expanded={accepting} onClick={() => setAccepting(!accepting)}>Accept</button>
        </div>
      )}
      {effect && <p className="effect" role="status">Then: {effect}</p>}
      <Suspense>{accepting && <AcceptField finding={finding} onClose={() => setAccepting(false)} />}</Suspense>
    </article>
  );
}
