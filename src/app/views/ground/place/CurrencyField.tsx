import { Button, Select } from 'antd';
import { useState } from 'react';
import { setCurrency } from '../../../../core/holding/ground-commands.ts';
import { hasMoney, isPriced, usualRate } from '../../../../core/means/currencies.ts';
import { CURRENCIES } from '../../../parts/fields/currencies.ts';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { useShown } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';

/** The currency that a holding counts in; its own sums go over to another one at a rate that is seen and set. */
export function CurrencyField() {
  const holding = useShown();
  const { currency } = holding;
  const [next, setNext] = useState<{ currency: string; rate: number | null } | null>(null);
  const choose = (chosen: string) => {
    const rate = usualRate(currency, chosen);
    if (hasMoney(holding)) setNext({ currency: chosen, rate });
    else run(setCurrency(chosen, rate ?? 1));
  };
  const isOther = next !== null && next.currency !== currency;
  return (
    <div className="field">
      <label htmlFor="currency">Currency</label>
      <Select
        id="currency"
        showSearch
        value={isOther ? next.currency : currency}
        options={CURRENCIES.map((value) => ({ value, label: value }))}
        onChange={choose}
      />
      {isOther && (
        <>
          <label htmlFor="currency-rate">
            1 {currency} is, in {next.currency}
          </label>
          <NumberField
            id="currency-rate"
            min={0.000001}
            max={1e6}
            value={next.rate}
            onEnter={(rate) => setNext({ ...next, rate })}
          />
          <div className="actions">
            <Button
              type="primary"
              disabled={next.rate === null}
              onClick={() => run(setCurrency(next.currency, next.rate!)) && setNext(null)}
            >
              Convert your sums to {next.currency}
            </Button>
            <Button onClick={() => setNext(null)}>Leave it</Button>
          </div>
          <p className="soft fine">
            Your own prices, suppliers, sets, grants and budgets are converted at this rate. Orders that were placed
            stay in {currency}.
          </p>
        </>
      )}
      {!isPriced(currency) && (
        <p className="reading">No placeholder prices are known in {currency}: put in your own under Order.</p>
      )}
    </div>
  );
}
