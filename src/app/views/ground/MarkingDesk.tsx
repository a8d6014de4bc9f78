import { Button } from 'antd';
import useSWR from 'swr';
import { featuresOf, nameOf } from '../../../core/ground/features.ts';
import { MarkingAnswer, MarkingReceipt } from '../../../core/ground/standins.ts';
import { askMarking, takeMarks } from '../../../core/holding/ground-commands.ts';
import { useShown } from '../../store/derived.ts';
import { newId } from '../../store/ids.ts';
import { complain, run } from '../../store/session.ts';
import { today } from '../../store/today.ts';
import { askStandin } from '../../store/use-standin.ts';

/** Asking for buried services to be marked: the request, the wait, and the paint when it appears. */
export function MarkingDesk() {
  const { features, marking } = useShown();
  const services = featuresOf(features, 'buriedService').filter(({ state, marked }) => state !== 'removed' && !marked);
  const mine = services.filter(({ owner }) => owner === 'private');
  const asked = services.filter(({ owner }) => owner !== 'private');
  const answer = useSWR<unknown, Error>(
    marking ? `marking ${marking.reference}` : null,
    () => lookForMarks(marking!.reference),
    { refreshInterval: 3000, revalidateOnFocus: false, shouldRetryOnError: false },
  );

  const ask = async () => {
    try {
      const receipt = await askStandin(MarkingReceipt, 'marking', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ services: asked.map(({ id, line }) => ({ id, line })) }),
      });
      run(askMarking({ reference: receipt.reference, askedOn: today(), services: asked.map(({ id }) => id) }));
    } catch (problem) {
      complain((problem as Error).message);
    }
  };
  if (services.length === 0 && !marking) return null;
  return (
    <section className="desk" aria-label="Marking of services">
      <h3>Before anybody digs</h3>
      <p>
        Ask for buried services to be marked, wait for the marks, and dig by hand near them. In the US the number is
        811; elsewhere the national or local service.
      </p>
      {mine.length > 0 && (
        <p className="reading">
          {mine.map(nameOf).join(', ')}: private lines are not marked by a utility. Trace them yourself or have it done.
        </p>
      )}
      {marking ? (
        <>
          <p role="status">
            <strong>Asked on {marking.askedOn}</strong>, reference {marking.reference}{' '}
            <span className="soft">(simulated)</span>.{' '}
            {answer.error ? answer.error.message : 'Waiting for the marks: a day or two, here some seconds.'}
          </p>
          <Button size="small" onClick={() => run(askMarking(null))}>
            Withdraw the request
          </Button>
        </>
      ) : (
        asked.length > 0 && (
          <Button type="primary" size="small" onClick={() => void ask()}>
            Ask for the marks (simulated)
          </Button>
        )
      )}
    </section>
  );
}

/** Looks whether the marks are there, and takes them onto the plan when they are. */
async function lookForMarks(reference: string): Promise<string> {
  const answer = await askStandin(MarkingAnswer, `marking/${encodeURIComponent(reference)}`);
  if (answer.state === 'marked') run(takeMarks(answer.marks, today(), newId));
  return answer.state;
}
