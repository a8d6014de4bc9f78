import type { Slip } from '../../../core/days/slips.ts';
import { run } from '../../store/session.ts';

const GLYPHS = { fault: ['✕', 'Fault'], caution: ['!', 'Caution'], note: ['i', 'Note'] } as const;

/** What does not fit, each with why and what can be done. */
export function SlipCards({ slips }: { slips: readonly Slip[] }) {
  return slips.map(({ id, severity, what, why, remedies }) => (
    <article key={id} className={`finding is-${severity}`} data-slip={id}>
      <h3>
        <span className="glyph" role="img" aria-label={GLYPHS[severity][1]}>
          {GLYPHS[severity][0]}
        </span>{' '}
        {what}
      </h3>
      <p>{why}</p>
      {remedies.length > 0 && (
        <div className="remedies">
          {remedies.map(({ label, command }) => (
            <button key={label} type="button" className="link" onClick={() => run(command)}>
              {label}
            </button>
          ))}
        </div>
      )}
    </article>
  ));
}
