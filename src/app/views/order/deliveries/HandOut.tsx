import { Button, Input, Select } from 'antd';
import { useId, useState } from 'react';
import type { Became } from '../../../../core/account/became.ts';
import { formatCount } from '../../../../core/units/quantities.ts';
import { capital } from '../../../../core/units/text.ts';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { useLedger } from '../../../store/record.ts';
import { record } from '../../../store/session.ts';
import { today } from '../../../store/today.ts';

/** Hands what lies in the store to whoever sets it, and shows what went out to whom. */
export function HandOut({ lines }: { lines: readonly Became[] }) {
  const { handed } = useLedger();
  const [asked, setAsked] = useState<string | null>(null);
  const [count, setCount] = useState<number | null>(null);
  const [to, setTo] = useState('');
  const id = useId();
  const stored = lines.filter(({ store }) => store >= 1);
  const line = stored.find(({ key }) => key === asked) ?? stored[0];
  const many = line ? Math.min(count ?? line.store, line.store) : 0;
  const nameOf = (key: string) => lines.find((one) => one.key === key)?.name ?? key;
  const hand = async () => {
    const body = { key: line!.key, count: many, to: to.trim(), on: today() };
    if (await record(`${formatCount(many)} ${line!.name} handed out`, [{ kind: 'handedOut', body }])) setCount(null);
  };
  return (
    <section className="form" aria-label="Hand out">
      {line && (
        <div className="hand-out">
          <div className="field">
            <label htmlFor={`${id}-what`}>Hand out</label>
            <Select
              id={`${id}-what`}
              value={line.key}
              options={stored.map(({ key, name, store }) => ({
                value: key,
                label: `${capital(name)}, ${formatCount(store)} in the store`,
              }))}
              onChange={(key) => (setAsked(key), setCount(null))}
            />
          </div>
          <div className="field">
            <label htmlFor={`${id}-count`}>How many</label>
            <NumberField
              id={`${id}-count`}
              inputMode="numeric"
              min={1}
              max={line.store}
              precision={0}
              value={many}
              onEnter={(n) => setCount(n)}
            />
          </div>
          <div className="field">
            <label htmlFor={`${id}-to`}>To whom</label>
            <Input id={`${id}-to`} maxLength={80} value={to} onChange={({ target }) => setTo(target.value)} />
          </div>
          <Button onClick={() => void hand()}>Hand them out</Button>
        </div>
      )}
      {handed.length > 0 && (
        <ul className="cut-list" aria-label="Handed out">
          {handed.map(({ event, key, count: of, to: whom, on }) => (
            <li key={event}>
              {formatCount(of)} {nameOf(key)}
              {whom ? ` to ${whom}` : ''}, {on}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
