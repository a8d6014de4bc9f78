import { Button } from 'antd';
import { useState } from 'react';
import type { Verdict } from '../../../core/aims/verdict.ts';
import { aimTries } from '../../../core/aims/remedies.ts';
import { together } from '../../../core/holding/command.ts';
import { keepVariant } from '../../../core/holding/variant-commands.ts';
import { newId } from '../../store/ids.ts';
import { aimKinds } from '../../../core/ground/aims.ts';
import { useShown } from '../../store/derived.ts';
import { formatLength, formatMoney } from '../../../core/units/quantities.ts';
import { run, useSession } from '../../store/session.ts';
import type { YearsWork } from '../../workers/years.ts';
import { usePreviews } from './use-previews.ts';
import { useRemedies } from '../use-years.ts';

const GLYPHS = { met: '✓', likely: '✓', unlikely: '!', missed: '✕' } as const;
const TONES = { met: 'good', likely: 'good', unlikely: 'caution', missed: 'fault' } as const;
const WORDS = { met: 'Met', likely: 'Likely met', unlikely: 'Unlikely', missed: 'Missed' } as const;

/** Every aim with what becomes of it; one is opened for why, how sure that is, and what may be done. */
export function AimVerdicts({
  verdicts,
  work,
  brief = false,
}: {
  verdicts: ReadonlyMap<string, Verdict>;
  work: YearsWork;
  /** Each in a word or two, its whole sentence when it is opened. */
  brief?: boolean;
}) {
  const aims = useSession((state) => state.holding!.aims);
  const [open, setOpen] = useState<string | null>(null);
  if (aims.length === 0) return <p className="soft">No aim is set. Say under Ground what the planting is for.</p>;
  return (
    <section aria-label="Aims" className="aims">
      <p className="visually-hidden" role="status">
        {aims.flatMap(({ id, kind }) => {
          const verdict = verdicts.get(id);
          return verdict ? `${aimKinds[kind].label}: ${WORDS[verdict.holds]}. ` : [];
        })}
      </p>
      {aims.map(({ id, kind }) => {
        const verdict = verdicts.get(id);
        return (
          <article key={id} className={`finding is-${verdict ? TONES[verdict.holds] : 'note'}`} data-aim={id}>
            <button
              type="button"
              className="aim-head"
              aria-expanded={open === id}
              disabled={!verdict}
              onClick={() => setOpen(open === id ? null : id)}
            >
              <span className="glyph" aria-hidden="true">
                {verdict ? GLYPHS[verdict.holds] : '…'}
              </span>
              <span>{brief ? aimKinds[kind].label : (verdict?.sentence ?? 'Being judged')}</span>
              {verdict && <strong>{said(verdict)}</strong>}
            </button>
            {verdict && open === id && (
              <>
                {brief && <p>{verdict.sentence}</p>}
                <Opened verdict={verdict} work={work} />
              </>
            )}
          </article>
        );
      })}
    </section>
  );
}

/** 'Met in year 9', 'Held to 40', 'Missed'. */
function said({ holds, metIn, by, value, series }: Verdict): string {
  if (by === null) return holds === 'met' || holds === 'likely' ? (series ? 'Held' : 'Met') : WORDS[holds];
  const year = metIn.middle;
  if (holds === 'missed' || holds === 'unlikely') return year === null ? 'Never met' : `Met in year ${year}`;
  return value === null || year === null ? WORDS[holds] : `${WORDS[holds]} in year ${year}`;
}

function Opened({ verdict, work }: { verdict: Verdict; work: YearsWork }) {
  const { units, currency } = useShown();
  const holding = useSession((state) => state.holding!);
  const previews = usePreviews();
  const missed = verdict.holds === 'missed' || verdict.holds === 'unlikely';
  const remedies = useRemedies(missed ? verdict.aim.id : null, holding, work);
  const amount = (value: number) =>
    ({
      percent: `${Math.round(value)} %`,
      hours: `${value.toFixed(1)} h`,
      m: formatLength(value, units, { decimals: 1 }),
      money: formatMoney(value, currency),
      days: `${value.toFixed(1)} days`,
      year: `year ${Math.round(value)}`,
    })[verdict.unit];
  const { low, middle, high } = verdict.metIn;
  const year = (one: number | null) => (one === null ? 'never' : `year ${one}`);
  const commands = new Map((missed ? aimTries(verdict.aim, holding) : []).map(({ key, command }) => [key, command]));
  return (
    <div className="aim-open">
      {verdict.value !== null && (
        <p>
          {verdict.by === null ? 'At its worst' : `In year ${verdict.by}`}: <strong>{amount(verdict.value)}</strong>;
          wanted {amount(verdict.wanted)}.
        </p>
      )}
      <p>{verdict.why}</p>
      {verdict.series && verdict.by !== null && (
        <p className="soft">
          How sure: at the worst of slow and fast growth {year(low)}, as is usual {year(middle)}, at the best{' '}
          {year(high)}.
        </p>
      )}
      {missed && (verdict.aim.kind === 'wind' || verdict.aim.kind === 'hide') && (
        <div role="status">
          {remedies === null
            ? 'Trying what may be done.'
            : remedies.length === 0
              ? 'Closer, larger, clipped or evergreen: none of these brings it nearer. Move the planting, or ask less.'
              : null}
          {remedies?.map(({ key, label, verdict: then }) => {
            const command = commands.get(key);
            return (
              command && (
                <p key={key} {...previews(key, command)}>
                  <Button size="small" onClick={() => run(command)}>
                    {label}
                  </Button>{' '}
                  <Button
                    size="small"
                    type="link"
                    onClick={() =>
                      run(together(command.label, [keepVariant(key.split(' ')[1]!, newId(), 'As it was'), command]))
                    }
                  >
                    and keep what is there as a variant
                  </Button>{' '}
                  <span className="soft">
                    {then.metIn.middle === null
                      ? `brings it to ${amount(then.value ?? 0)}`
                      : `met in year ${then.metIn.middle}`}
                  </span>
                </p>
              )
            );
          })}
        </div>
      )}
    </div>
  );
}
