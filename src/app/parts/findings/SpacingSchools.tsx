import { usePreviews } from './use-previews.ts';
import { Button } from 'antd';
import { useState } from 'react';
import { schoolsSource, spacingProposals, type SpacingProposal } from '../../../core/counsel/spacing-schools.ts';
import { formatCount, formatLength, formatMoney } from '../../../core/units/quantities.ts';
import { LAST_YEAR } from '../../../core/years/growth.ts';
import { NumberField } from '../fields/NumberField.tsx';
import { workOut } from '../../store/derived.ts';
import { run, useSession } from '../../store/session.ts';

/** What each school of practice would make of one row's spacing; looked at, it is tried out on the plan. */
export function SpacingSchools({ planting, row }: { planting: string; row: string }) {
  const previews = usePreviews();
  const holding = useSession((state) => state.holding!);
  const [closesBy, setClosesBy] = useState(6);
  const laid = workOut(holding).laid(planting);
  const proposals = laid ? spacingProposals(holding, laid, row, closesBy) : [];
  const spacing = laid?.planting.rows.find(({ id }) => id === row)?.spacing;
  return (
    <section className="schools" aria-label="Spacing by school">
      <div className="field">
        <label htmlFor="closes-by">Crowns to meet by year</label>
        <NumberField
          id="closes-by"
          min={1}
          max={LAST_YEAR}
          precision={0}
          value={closesBy}
          onEnter={(year) => year && setClosesBy(year)}
        />
      </div>
      <ul className="rows-list">
        {proposals.map((proposal) => (
          <li key={proposal.school.key} {...previews(proposal.school.key, proposal.command)}>
            <div className="line">
              <strong>{proposal.school.label}</strong>
              <Button
                size="small"
                disabled={proposal.spacing === spacing}
                aria-label={`${proposal.school.label}: set ${formatLength(proposal.spacing, holding.units, { decimals: 2 })}`}
                onClick={() => run(proposal.command)}
              >
                {formatLength(proposal.spacing, holding.units, { decimals: 2 })}
              </Button>
            </div>
            <p className="fine">{changes(proposal, holding.currency)}</p>
            <p className="soft fine">
              {proposal.school.reason} It wins {proposal.school.wins}.
            </p>
          </li>
        ))}
      </ul>
      <p className="soft fine">Source: {schoolsSource}.</p>
    </section>
  );
}

function changes({ plants, closes, toThin, cents }: SpacingProposal, currency: string): string {
  const cost =
    cents === 0 ? 'costs the same' : `${formatMoney(Math.abs(cents), currency)} ${cents > 0 ? 'more' : 'less'}`;
  return `${formatCount(plants)} plants, ${closes === null ? 'crowns never meet' : `crowns meet in year ${closes}`}, ${toThin === 0 ? 'none to thin' : `${formatCount(toThin)} to thin`}, ${cost}.`;
}
