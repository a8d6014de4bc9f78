import { Button } from 'antd';
import { useDeferredValue, useState } from 'react';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { acceptFinding } from '../../../../core/holding/ground-commands.ts';
import { figures } from '../../../../core/order/figures.ts';
import { purposes } from '../../../../core/ranks/purposes.ts';
import { FigureCell } from '../../../parts/FigureCell.tsx';
import { AimVerdicts } from '../../../parts/findings/AimVerdicts.tsx';
import { useVerdicts, useYearsWork } from '../../../parts/use-years.ts';
import { FindingCard } from '../../../parts/findings/FindingCard.tsx';
import { useWorked, workOut } from '../../../store/derived.ts';
import { look, useLook } from '../../../store/look-at.ts';
import { run, tryOut, useSession } from '../../../store/session.ts';

/** What one planting adds up to, and what is wrong with it. */
export function PlantingPanel({ laid }: { laid: Laid }) {
  const worked = useWorked();
  const year = useLook((state) => state.year);
  const { holding } = worked;
  const { planting, layout } = laid;
  // Findings and remedies are those of the holding as it is: a previewed remedy must not take its own card away.
  const kept = useSession((state) => state.holding!);
  // What the whole order buys follows a drag as soon as there is time for it.
  const lines = useDeferredValue(worked).billOf(planting.id);
  const shown = figures(planting, layout, worked.quantitiesOf(planting.id)!, lines, holding, year);
  const [previewing, setPreviewing] = useState(false);
  const findings = (previewing ? workOut(kept) : worked).findingsOf(planting.id);
  const accepted = new Map(kept.accepted.map(({ finding, reason }) => [finding, reason]));
  const open = findings.filter(({ id }) => !accepted.has(id));
  return (
    <>
      <div className="panel-head">
        <h2>{planting.name}</h2>
        <Button size="small" onClick={() => look({ selection: { what: 'planting' } })}>
          Line and settings
        </Button>
      </div>
      <p className="soft">
        {purposes[planting.purpose].label}, {planting.rows.length === 1 ? '1 row' : `${planting.rows.length} rows`}
      </p>
      <div className="figures">
        {shown.map((figure) => (
          <FigureCell key={figure.key} figure={figure} />
        ))}
      </div>
      {kept.aims.length > 0 && <Aims />}
      <section aria-label="Findings">
        {open.map((finding) => (
          <FindingCard
            key={finding.id}
            finding={finding}
            onPreview={(remedy) => {
              setPreviewing(!!remedy);
              tryOut(remedy?.command ?? null);
            }}
          />
        ))}
        {findings
          .filter(({ id }) => accepted.has(id))
          .map((finding) => (
            <article key={finding.id} className="finding is-accepted">
              <h3>Accepted: {finding.what}</h3>
              <p>{accepted.get(finding.id)}</p>
              <button type="button" className="link" onClick={() => run(acceptFinding(finding.id, ''))}>
                Take it up again
              </button>
            </article>
          ))}
      </section>
    </>
  );
}

/** What becomes of the aims, followed while rows are dragged. */
function Aims() {
  const { holding } = useWorked();
  const work = useYearsWork();
  const { verdicts } = useVerdicts(holding, work, true);
  return <AimVerdicts verdicts={verdicts} work={work} brief />;
}
