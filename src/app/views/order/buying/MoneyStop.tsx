import { Button, Input, Segmented } from 'antd';
import { useMemo, useState } from 'react';
import { dropListed, putListed } from '../../../../core/holding/means-commands.ts';
import type { Grant } from '../../../../core/holding/schema.ts';
import { setSetting } from '../../../../core/holding/ground-commands.ts';
import { settingOf } from '../../../../core/holding/settings.ts';
import { byLength, moneyParts, PARTINGS, type LengthCost, type Parting } from '../../../../core/order/money-parts.ts';
import { moneyPlan } from '../../../../core/order/money-plan.ts';
import { formatCount, formatLength, formatMoney, toMetres } from '../../../../core/units/quantities.ts';
import { NameField } from '../../../parts/fields/NameField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { Panel } from '../../../parts/Panel.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { SettingField } from '../../../parts/fields/SettingField.tsx';
import { useShown, useWorked } from '../../../store/derived.ts';
import { costsOf } from '../../../../core/account/costs.ts';
import { newId } from '../../../store/ids.ts';
import { run } from '../../../store/session.ts';
import { Facts, type Fact } from '../../../parts/Facts.tsx';

/** What it costs and who pays: by planting, with work, contingency and tax, and grants as income beside it. */
export function MoneyStop() {
  const worked = useWorked();
  const { holding, all } = worked;
  const { units, currency } = holding;
  const plan = useMemo(
    () =>
      moneyPlan(
        all,
        all.map(({ planting }) => worked.quantitiesOf(planting.id)!),
        costsOf(holding, all, worked.ledger),
        holding,
      ),
    [worked, all, holding],
  );
  const money = (cents: number) => formatMoney(cents, currency);
  const perLength = (perMetre: number) => money(Math.round(perMetre * (units === 'us' ? toMetres(1, 'ft') : 1)));
  return (
    <>
      <main className="stage page order-stop">
        <h1>Money</h1>
        <Facts
          className="money"
          heads={['Planting', 'Plants', 'Materials', 'Hours', 'Work', 'A plant', units === 'us' ? 'A foot' : 'A metre']}
          rows={plan.plantings.map((one) => ({
            key: one.id,
            cells: [
              one.name,
              formatCount(one.plants),
              money(one.materials),
              formatCount(Math.round(one.hours)),
              money(one.labour),
              money(one.perPlant),
              one.perMetre === null ? '' : perLength(one.perMetre),
            ],
          }))}
        />
        <Facts
          className="sums"
          caption="The whole holding"
          rows={[
            ...(plan.costs.ordered > 0 ? [sum('Ordered, less what is claimed back', money(plan.costs.ordered))] : []),
            ...(plan.costs.unrecorded > 0
              ? [sum('Planted without an order here, by the price table', money(plan.costs.unrecorded))]
              : []),
            ...(plan.costs.toBuy < plan.costs.total ? [sum('Still to buy', money(plan.costs.toBuy))] : []),
            sum('Plants and materials, packs shared', money(plan.costs.total)),
            sum(`Work, ${formatCount(Math.round(plan.hours))} hours`, money(plan.labour)),
            ...(plan.contractor > 0 ? [sum('Of those hours, hired', money(plan.contractor))] : []),
            sum('Contingency', money(plan.contingency)),
            sum('Tax', money(plan.tax)),
            sum('Cost', money(plan.gross), { strong: true }),
            ...plan.grants.map((grant, i) =>
              sum(`Grant: ${grant.name}${grant.pays ? `, pays ${grant.pays}` : ''}`, `− ${money(grant.amount)}`, {
                key: i,
                note: [grant.conditions, grant.note].filter(Boolean).join(' '),
              }),
            ),
            sum('Left to pay', money(plan.net), { strong: true }),
          ]}
        />
        {plan.survivors && (
          <p>
            By year five, with care: {money(Math.round(plan.survivors.total))} for about{' '}
            {formatCount(Math.round(plan.survivors.alive))} plants alive,{' '}
            {money(Math.round(plan.survivors.perSurvivor))} each. Care takes{' '}
            {plan.care.map((hours) => formatCount(Math.round(hours))).join(', ')} hours in the years after.
          </p>
        )}
        <ByLength costs={byLength(plan.plantings, all, holding)} perLength={perLength} />
        <Parts />
        <Grants />
      </main>
      <MoneyPanel metres={plan.plantings.reduce((sum, { metres }) => sum + metres, 0)} />
    </>
  );
}

/** A metre or a foot of each belt in its parts: what is paid, one's own work beside it, and the same by hired hands. */
function ByLength({ costs, perLength }: { costs: readonly LengthCost[]; perLength(perMetre: number): string }) {
  const { units } = useShown();
  if (costs.length === 0) return null;
  const unit = units === 'us' ? 'foot' : 'metre';
  const parts = costs[0]!.parts
    .map(({ label }, i) => ({ label, i }))
    .filter(({ i }) => costs.some((one) => one.parts[i]!.cents > 0));
  const hours = (perMetre: number) => `${(perMetre * (units === 'us' ? toMetres(1, 'ft') : 1)).toFixed(2)} h`;
  return (
    <>
      <h2>A {unit} of belt in parts</h2>
      <p className="soft">
        In the year of planting, before contingency and tax. Own work is time, and apart from what is paid; by hired
        hands is what a contractor would come to at the prices here.
      </p>
      <div className="scroll">
        <Facts
          className="money"
          heads={['Planting', ...parts.map(({ label }) => label), 'Paid', 'Own work', 'At its hour', 'By hired hands']}
          rows={costs.map((one) => ({
            key: one.id,
            cells: [
              one.name,
              ...parts.map(({ i }) => perLength(one.parts[i]!.cents)),
              <strong key="paid">{perLength(one.paid)}</strong>,
              hours(one.ownHours),
              perLength(one.own),
              perLength(one.hired),
            ],
          }))}
        />
      </div>
    </>
  );
}

const PARTING_WORDS: Readonly<Record<Parting, string>> = {
  kind: 'by kind',
  phase: 'by phase',
  row: 'by row',
  supplier: 'by supplier',
};

/** The cost of plants and materials parted in several ways. */
function Parts() {
  const worked = useWorked();
  const { holding, all } = worked;
  const [by, setBy] = useState<Parting>('kind');
  const parts = useMemo(
    () => moneyParts(by, all, worked.ledger, holding).filter(({ cents }) => cents !== 0),
    [by, all, worked, holding],
  );
  if (parts.length === 0) return null;
  return (
    <>
      <h2>Plants and materials in parts</h2>
      <Segmented
        aria-label="Parted"
        value={by}
        options={PARTINGS.map((value) => ({ value, label: PARTING_WORDS[value] }))}
        onChange={setBy}
      />
      <Facts
        className="sums"
        rows={parts.map(({ label, cents }) => sum(label, formatMoney(cents, holding.currency)))}
      />
    </>
  );
}

function MoneyPanel({ metres }: { metres: number }) {
  const holding = useShown();
  return (
    <Panel label="Money">
      <h2>Money</h2>
      <p className="soft">
        Materials by planting are each planting’s own packs; over the holding packs are shared. Prices are placeholders
        until you put in your own, under Order list.
      </p>
      <Toggle
        label="Count our own work as money"
        on={settingOf(holding, 'money.own') > 0}
        onChange={(on) =>
          run(setSetting('money.own', on ? undefined : 0, on ? 'own work counted' : 'own work not counted'))
        }
      />
      <SettingField setting="money.hired" />
      <SettingField setting="money.contingency" />
      <SettingField setting="money.tax" />
      <SettingField setting="ground.pace" />
      <p className="soft fine">
        Length of all belts: {formatLength(metres, holding.units, { decimals: 0 })}. A grant is income beside the cost,
        never taken off unit prices; the scheme’s own text decides.
      </p>
    </Panel>
  );
}

/** A line of a sum: its words, what it comes to. */
const sum = (
  label: string,
  value: string,
  { note = '', strong = false, key = label }: { note?: string; strong?: boolean; key?: string | number } = {},
): Fact => ({
  key,
  className: strong ? 'is-sum' : '',
  cells: [
    <>
      {label}
      {note && <span className="soft fine"> {note}</span>}
    </>,
    value,
  ],
});

function Grants() {
  const {
    holding: { grants, units },
  } = useWorked();
  const put = (grant: Grant) => run(putListed('grants', grant, 'a grant'));
  const perUnit = units === 'us' ? toMetres(1, 'ft') : 1;
  return (
    <>
      <h2>Grants</h2>
      {grants.map((grant) => (
        <div key={grant.id} className="kit">
          <div className="pair">
            <NameField value={grant.name} onName={(name) => put({ ...grant, name })} />
            <div className="field">
              <label htmlFor={`g-m-${grant.id}`}>{units === 'us' ? 'A foot' : 'A metre'}</label>
              <NumberField
                id={`g-m-${grant.id}`}
                min={0}
                max={100_000}
                precision={2}
                value={Math.round(grant.perMetre * perUnit) / 100}
                onEnter={(next) => put({ ...grant, perMetre: Math.round(((next ?? 0) * 100) / perUnit) })}
              />
            </div>
            <div className="field">
              <label htmlFor={`g-t-${grant.id}`}>A plant</label>
              <NumberField
                id={`g-t-${grant.id}`}
                min={0}
                max={100_000}
                precision={2}
                value={grant.perTree / 100}
                onEnter={(next) => put({ ...grant, perTree: Math.round((next ?? 0) * 100) })}
              />
            </div>
            <div className="field">
              <label htmlFor={`g-c-${grant.id}`}>At most, % of the cost</label>
              <NumberField
                id={`g-c-${grant.id}`}
                min={0}
                max={100}
                value={Math.round(grant.cap * 100)}
                onEnter={(next) => put({ ...grant, cap: (next ?? 0) / 100 })}
              />
            </div>
          </div>
          <Text
            label={`Conditions of ${grant.name}`}
            value={grant.conditions}
            most={500}
            onEnter={(conditions) => put({ ...grant, conditions })}
          />
          <Text
            label={`When ${grant.name} pays`}
            value={grant.pays}
            most={120}
            onEnter={(pays) => put({ ...grant, pays })}
          />
          <Button size="small" danger onClick={() => run(dropListed('grants', grant.id, 'a grant taken out'))}>
            Take out
          </Button>
        </div>
      ))}
      <Button
        size="small"
        onClick={() =>
          put({ id: newId(), name: 'Grant', perMetre: 0, perTree: 0, cap: 0.75, conditions: '', pays: '' })
        }
      >
        + Grant
      </Button>
    </>
  );
}

function Text({
  label,
  value,
  most,
  onEnter,
}: {
  label: string;
  value: string;
  most: number;
  onEnter(text: string): void;
}) {
  return (
    <Input
      aria-label={label}
      placeholder={label.toLowerCase()}
      key={value}
      defaultValue={value}
      maxLength={most}
      onPressEnter={({ currentTarget }) => currentTarget.blur()}
      onBlur={({ target }) => target.value.trim() !== value && onEnter(target.value.trim())}
    />
  );
}
