import { setPrice } from '../../../../core/holding/ground-commands.ts';
import { soldLoose } from '../../../../core/account/order-list.ts';
import { sayPlaceholders } from '../../../../core/means/currencies.ts';
import { priceOf, priceTable } from '../../../../core/means/prices.ts';
import { inUnits } from '../../../../core/units/quantities.ts';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { useShown } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';

/** The price table, each price the steward's to change; `used` are the keys that the order shown asks for. */
export function Prices({ used }: { used: ReadonlySet<string> }) {
  const holding = useShown();
  /** How many of what a price is said for make the cubic metre or kilogram that it is kept for. */
  const per = (key: string) => soldLoose(key, 1, holding.units);
  return (
    <>
      <h2>Prices</h2>
      <p className="soft fine">These are {sayPlaceholders(holding.currency)}. Those this order uses come first.</p>
      {[...priceTable]
        .sort((a, b) => Number(used.has(b.key)) - Number(used.has(a.key)))
        .map(({ key, label }) => (
          <div className={`price${used.has(key) ? '' : ' is-idle'}`} key={key}>
            <label htmlFor={`price-${key}`}>
              {inUnits(label, holding.units)}
              {holding.prices[key] === undefined ? '' : ' (yours)'}
            </label>
            <NumberField
              id={`price-${key}`}
              min={0}
              max={1_000_000}
              step={0.1}
              precision={2}
              value={Math.round(priceOf(holding, key) / per(key)) / 100}
              size="small"
              onEnter={(value) => {
                const next = value === null ? undefined : Math.round(value * 100 * per(key));
                run(
                  setPrice(
                    key,
                    next === priceOf({ ...holding, prices: {} }, key) ? undefined : next,
                    `price of ${label.toLowerCase()}`,
                  ),
                );
              }}
            />
          </div>
        ))}
    </>
  );
}
