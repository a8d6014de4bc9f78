import { Button } from 'antd';
import { useState } from 'react';
import type { z } from 'zod';
import { useStandin } from '../../../store/use-standin.ts';

interface Props<S extends z.ZodType> {
  readonly schema: S;
  readonly path: string;
  readonly label: string;
  /** What was answered, in a line. */
  say(answer: z.infer<S>): string;
  take(answer: z.infer<S>): void;
}

/** Offers what a simulated service knows of this place: asked on a click, shown, and only then taken. */
export function StandinOffer<S extends z.ZodType>({ schema, path, label, say, take }: Props<S>) {
  const [wanted, setWanted] = useState(false);
  const { data, error, isLoading, mutate } = useStandin(schema, path, wanted);
  if (!wanted)
    return (
      <Button size="small" onClick={() => setWanted(true)}>
        {label} (simulated)
      </Button>
    );
  if (isLoading) return <p role="status">Asking…</p>;
  if (error)
    return (
      <p role="alert">
        {error.message}{' '}
        <button type="button" className="link" onClick={() => void mutate()}>
          Ask again
        </button>
      </p>
    );
  if (!data) return null;
  return (
    <div className="offer" role="status">
      <p>
        <strong>Simulated:</strong> {say(data)}
      </p>
      <Button
        size="small"
        type="primary"
        onClick={() => {
          take(data);
          setWanted(false);
        }}
      >
        Use it
      </Button>{' '}
      <Button size="small" onClick={() => setWanted(false)}>
        Leave it
      </Button>
    </div>
  );
}
