import { Input } from 'antd';
import type { Finding } from '../../../core/findings/finding.ts';
import { acceptFinding } from '../../../core/holding/ground-commands.ts';
import { run } from '../../store/session.ts';

/** Why a finding may stand: it is then listed as accepted. */
export function AcceptField({ finding, onClose }: { finding: Finding; onClose(): void }) {
  return (
    <Input.Search
      autoFocus
      size="small"
      enterButton="Accept"
      placeholder="Why it may stand"
      aria-label="Reason for accepting"
      maxLength={500}
      onSearch={(reason) => reason.trim() && run(acceptFinding(finding.id, reason))}
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    />
  );
}
