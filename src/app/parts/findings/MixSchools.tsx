import { usePreviews } from './use-previews.ts';
import { bookOf } from '../../../core/species/book.ts';
import { Button } from 'antd';
import { mixProposals, mixSource, type MixProposal } from '../../../core/counsel/mix-schools.ts';
import { sayRuns } from '../../../core/ranks/purposes.ts';
import { formatCount, formatMoney } from '../../../core/units/quantities.ts';
import { workOut } from '../../store/derived.ts';
import { run, useSession } from '../../store/session.ts';

/** One kind or many: what each school would plant in one row; looked at, it is tried out on the plan. */
export function MixSchools({ planting, row }: { planting: string; row: string }) {
  const previews = usePreviews();
  const holding = useSession((state) => state.holding!);
  const laid = workOut(holding).laid(planting);
  const proposals = laid ? mixProposals(holding, laid, row) : [];
  return (
    <section className="schools" aria-label="One kind or many">
      <ul className="rows-list">
        {proposals.map((proposal) => (
          <li key={proposal.key} {...previews(proposal.key, proposal.command)}>
            <div className="line">
              <strong>{proposal.label}</strong>
              <Button
                size="small"
                aria-label={`Plant ${proposal.label.toLowerCase()}`}
                onClick={() => run(proposal.command)}
              >
                Plant it so
              </Button>
            </div>
            <p className="fine">
              {sayRuns(proposal.runs, bookOf(holding))}: {changes(proposal, holding.currency)}
            </p>
            <p className="soft fine">
              {proposal.reason} It wins {proposal.wins}.
            </p>
          </li>
        ))}
      </ul>
      {proposals.length === 0 && <p className="soft">No school would plant it otherwise, from what suits this spot.</p>}
      <p className="soft fine">Source: {mixSource}.</p>
    </section>
  );
}

function changes({ plants, spares, largest, nursesOut, cents }: MixProposal, currency: string): string {
  const parts = [
    `${formatCount(plants)} plants`,
    ...(spares > 0 ? [`${formatCount(spares)} spares in pots`] : []),
    `one pest could take ${Math.round(largest * 100)} %`,
    ...(nursesOut === null ? [] : [`nurses out by year ${nursesOut}`]),
    cents === 0 ? 'costs the same' : `${formatMoney(Math.abs(cents), currency)} ${cents > 0 ? 'more' : 'less'}`,
  ];
  return `${parts.join(', ')}.`;
}
