import { Button, Select } from 'antd';
import { useId, useState } from 'react';
import { setMeasure } from '../../../../core/holding/means-commands.ts';
import { kitName } from '../../../../core/account/order-list.ts';
import { restOf } from '../../../../core/order/used.ts';
import { mowPlan } from '../../../../core/means/weeds/mow-plan.ts';
import { mulchWays } from '../../../../core/means/weeds/mulch-ways.ts';
import { stretchesOf } from '../../../../core/means/weeds/stretches.ts';
import { weedKit } from '../../../../core/means/weeds/weed-kit.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { counted, formatCount, formatLength, formatMoney, formatVolume } from '../../../../core/units/quantities.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { useShown } from '../../../store/derived.ts';
import { useLedger } from '../../../store/record.ts';
import { record, run } from '../../../store/session.ts';
import { today } from '../../../store/today.ts';

/** Where the steward's mower passes between the rows, and what room it wants to turn. */
export function MownLanes({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const { lanes, headland } = mowPlan(planting, layout, holding);
  if (lanes.length === 0) return null;
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: 1 });
  const passed = lanes.filter(({ passes }) => passes);
  return (
    <>
      <h3>Mown between</h3>
      <ul className="plain">
        {lanes.map(({ rows: [a, b], clear, passes, times }) => (
          <li key={`${a}-${b}`}>
            Rows {a + 1} and {b + 1}: {length(clear)} clear,{' '}
            {passes ? (times === 1 ? 'once along' : `${times} times along`) : 'the mower does not pass'}
          </li>
        ))}
      </ul>
      {passed.length > 0 && <p className="soft">Leave {length(headland)} free at the row ends to turn.</p>}
    </>
  );
}

/** The mulch as loads, bags, for nothing, or straw instead. */
export function MulchCompared({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const ways = mulchWays(planting, layout.stand, holding);
  if (ways.length === 0) return null;
  const inBags = (planting.means.weeds.measures['weed.bag'] ?? 0) > 0;
  return (
    <>
      <h3>Mulch compared</h3>
      <dl className="pieces">
        {ways.map(({ key, label, volume, count, cents }) => (
          <div key={key}>
            <dt>{label}</dt>
            <dd>
              {key === 'bag' ? counted(count, 'bag') : formatVolume(volume, holding.units)}{' '}
              <span className="soft">{formatMoney(cents, holding.currency)}</span>
            </dd>
          </div>
        ))}
      </dl>
      <Button
        size="small"
        onClick={() =>
          run(
            setMeasure(
              planting.id,
              'weeds',
              'weed.bag',
              inBags ? 0 : 50,
              inBags ? 'chips by the load' : 'chips in bags',
            ),
          )
        }
      >
        {inBags ? 'Buy them by the load' : 'Buy them in bags'}
      </Button>
    </>
  );
}

/** What has been used part-way, and what the rest will take at that rate. */
export function UsedSoFar({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const { units } = holding;
  const { used } = useLedger();
  const id = useId();
  const kit = weedKit(planting, layout.stand, holding);
  const [chosen, setKey] = useState<string | null>(null);
  const [count, setCount] = useState<number | null>(null);
  const [done, setDone] = useState(0);
  const line = kit.find(({ key }) => key === chosen) ?? kit[0];
  if (!line) return null;
  const { stand } = layout;
  const whole = stand.rows.reduce(
    (sum, row, r) => sum + stretchesOf(stand, row, r).reduce((along, { from, to }) => along + to - from, 0),
    0,
  );
  const said = used.filter((one) => one.planting === planting.id && kit.some(({ key }) => key === one.key));
  return (
    <>
      <h3>Used so far</h3>
      {said.map((one) => {
        const planned = kit.find(({ key }) => key === one.key)!;
        const { rest, more } = restOf({ count: one.count, done: one.done, whole, planned: planned.count });
        return (
          <p key={one.key} className={more > 0 ? 'reading is-caution' : 'reading'}>
            {formatCount(one.count)} {kitName(one.key, units, holding.kits)} did{' '}
            {formatLength(one.done, units, { decimals: 0 })} of {formatLength(whole, units, { decimals: 0 })} ({one.on}
            ): the rest takes {formatCount(rest)},{' '}
            {more > 0
              ? `${formatCount(more)} more than planned`
              : more < 0
                ? `${formatCount(-more)} fewer than planned`
                : 'as planned'}
            .
          </p>
        );
      })}
      {kit.length > 1 && (
        <div className="field">
          <label htmlFor={`${id}-key`}>Piece</label>
          <Select
            id={`${id}-key`}
            value={line.key}
            options={kit.map(({ key }) => ({ value: key, label: kitName(key, units, holding.kits) }))}
            onChange={setKey}
          />
        </div>
      )}
      <div className="pair">
        <div className="field">
          <label htmlFor={`${id}-count`}>Used, {kitName(line.key, units, holding.kits).toLowerCase()}</label>
          <NumberField id={`${id}-count`} min={0} max={1e6} value={count} onEnter={setCount} />
        </div>
        <LengthField label="Done, along the rows" units={units} most={100_000} value={done} onChange={setDone} />
      </div>
      <Button
        size="small"
        disabled={!count || done <= 0}
        onClick={() => {
          void record('used so far', [
            {
              kind: 'used',
              body: { planting: planting.id, key: line.key, count: count!, done, of: 'metres', on: today() },
            },
          ]);
          setCount(null);
          setDone(0);
        }}
      >
        Estimate the rest
      </Button>
    </>
  );
}
