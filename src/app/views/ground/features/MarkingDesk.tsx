import { Button } from 'antd';
import useSWR from 'swr';
import { featuresOf, isMarked, nameOf } from '../../../../core/ground/features.ts';
import { MarkingAnswer, MarkingReceipt } from '../../../../core/ground/standins.ts';
import { useShown } from '../../../store/derived.ts';
import { useLedger } from '../../../store/record.ts';
import { complain, record } from '../../../store/session.ts';
import { today } from '../../../store/today.ts';
import { askStandin } from '../../../store/use-standin.ts';

/** Asking for buried services to be marked: the request, the wait, and the paint when it appears. */
export function MarkingDesk() {
  const holding = useShown();
  const { asked: request } = useLedger();
  const services = featuresOf(holding.features, 'buriedService').filter(
    ({ state, id }) => state !== 'removed' && !isMarked(holding, id),
  );
  const mine = services.filter(({ owner }) => owner === 'private');
  const asked = services.filter(({ owner }) => owner !== 'private');
  const answer = useSWR<unknown, Error>(
    request ? `marking ${request.reference}` : null,
    () => lookForMarks(request!, services),
    { refreshInterval: 3000, revalidateOnFocus: false, shouldRetryOnError: false },
  );

  const ask = async () => {
    try {
      const receipt = await askStandin(MarkingReceipt, 'marking', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ services: asked.map(({ id, line }) => ({ id, line })) }),
      });
      await record('services asked to be marked', [
        {
          kind: 'marksAsked',
          body: { reference: receipt.reference, on: today(), services: asked.map(({ id }) => id) },
        },
      ]);
    } catch (problem) {
      complain((problem as Error).message);
    }
  };
  if (services.length === 0 && !request) return null;
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
      {request ? (
        <>
          <p role="status">
            <strong>Asked on {request.on}</strong>, reference {request.reference}{' '}
            <span className="soft">(simulated)</span>.{' '}
            {answer.error ? answer.error.message : 'Waiting for the marks: a day or two, here some seconds.'}
          </p>
          <Button
            size="small"
            onClick={() =>
              void record('request withdrawn', [{ kind: 'amended', body: { event: request.event, holds: false } }])
            }
          >
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

/** Looks whether the marks are there, and records them when they are. */
async function lookForMarks(
  { reference }: { readonly reference: string },
  services: readonly { readonly id: string; readonly name: string }[],
): Promise<string> {
  const answer = await askStandin(MarkingAnswer, `marking/${encodeURIComponent(reference)}`);
  const marks =
    answer.state === 'marked'
      ? answer.marks.flatMap(({ service, line }) => {
          const found = services.find(({ id }) => id === service);
          return found ? [{ service, name: found.name, line }] : [];
        })
      : [];
  if (marks.length > 0) await record('services marked', [{ kind: 'marked', body: { reference, on: today(), marks } }]);
  return answer.state;
}
