import { Button } from 'antd';
import { useState } from 'react';
import useSWR from 'swr';
import { useRecord } from '../../store/record.ts';
import { counted } from '../../../core/units/quantities.ts';

/** What the browser says of its storage; null where it says nothing. */
async function look(): Promise<{ safe: boolean | null; used: number | null }> {
  const [safe, estimate] = await Promise.all([
    navigator.storage?.persisted?.().catch(() => null) ?? null,
    navigator.storage?.estimate?.().catch(() => null) ?? null,
  ]);
  return { safe, used: estimate?.usage ?? null };
}

/** How safe what is kept here is: how much it is, and whether the browser may throw it away. */
export function KeptHere() {
  const entries = useRecord(({ events }) => events.length);
  const newer = useRecord((state) => state.newer);
  const clashes = useRecord((state) => state.clashes);
  const { data: kept, mutate } = useSWR(['kept here', entries], look);
  const [refused, setRefused] = useState(false);
  const ask = async () => {
    const given = (await navigator.storage?.persist?.().catch(() => false)) ?? false;
    setRefused(!given);
    await mutate();
  };
  return (
    <section aria-label="Kept on this phone">
      <h2>Kept on this phone</h2>
      <p>
        {counted(entries, 'entry', 'entries')} in the record
        {kept?.used == null ? '' : `; ${(kept.used / 1e6).toFixed(1)} MB in all`}.{' '}
        {kept?.safe
          ? 'The browser keeps them until you take them away.'
          : 'The browser may throw them away when the phone runs full.'}
      </p>
      <KeptUnseen newer={newer} clashes={clashes} />
      {kept && !kept.safe && (
        <Button size="large" onClick={() => void ask()}>
          Keep them safe
        </Button>
      )}
      {refused && (
        <p role="status">
          The browser did not promise it. Install the app to the home screen, then ask again; until then hand over the
          day each evening.
        </p>
      )}
    </section>
  );
}

/** What is kept and handed on, though it cannot be shown: of a newer version, or in contradiction. */
export function KeptUnseen({ newer, clashes }: { newer: number; clashes: readonly string[] }) {
  return (
    <>
      {newer > 0 && (
        <p>
          {counted(newer, 'thing')} here {newer === 1 ? 'was' : 'were'} recorded by a newer version: shown once it is
          installed here, kept and handed on until then.
        </p>
      )}
      {clashes.length > 0 && (
        <p>
          {counted(clashes.length, 'entry', 'entries')} came in two forms under one mark (
          {clashes.slice(0, 3).join(', ')}
          {clashes.length > 3 ? ', …' : ''}). Both are kept; the first is shown.
        </p>
      )}
    </>
  );
}
