import { Segmented } from 'antd';
import { formatCount } from '../../../../core/units/quantities.ts';

/** Which phase of planting is looked at; null for all of them. */
export function PhaseChoice({
  phases,
  phase,
  onPhase,
}: {
  phases: readonly { readonly later: number; readonly plants: number }[];
  phase: number | null;
  onPhase(phase: number | null): void;
}) {
  return (
    <Segmented
      aria-label="Phase"
      value={phase ?? -1}
      onChange={(value) => onPhase(value < 0 ? null : value)}
      options={[
        { value: -1, label: 'All phases' },
        ...phases.map(({ later, plants }) => ({
          value: later,
          label: `${later === 0 ? 'First' : `Year ${later}`}: ${formatCount(plants)} plants`,
        })),
      ]}
    />
  );
}
