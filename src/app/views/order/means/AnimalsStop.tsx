import { Select } from 'antd';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { setMeasure, setWay } from '../../../../core/holding/means-commands.ts';
import { settingOf } from '../../../../core/holding/settings.ts';
import { kitName } from '../../../../core/account/order-list.ts';
import { floodGround } from '../../../../core/means/flood.ts';
import { extraKey, extras } from '../../../../core/means/protection/extras.ts';
import { guardKit, kitMethod, protectedParts } from '../../../../core/means/protection/guard-kit.ts';
import { guardAnimals, sayStake } from '../../../../core/means/protection/guards.ts';
import { fences, forms } from '../../../../core/means/protection/kinds.ts';
import { animalsAt, siteOf } from '../../../../core/means/protection/protect.ts';
import { saySetBy, sayProtection } from '../../../../core/means/protection/say.ts';
import { guardOrFence } from '../../../../core/means/protection/weigh.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { capital } from '../../../../core/units/text.ts';
import {
  counted,
  formatCount,
  formatLength,
  formatMoney,
  formatSold,
  inUnits,
} from '../../../../core/units/quantities.ts';
import { MeasureField } from '../../../parts/fields/MeasureField.tsx';
import { PROTECTION_OPTIONS } from '../../../parts/fields/means-options.ts';
import { Panel } from '../../../parts/Panel.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { useShown, useWorked } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';
import { BreakEven } from './BreakEven.tsx';
import { RowsThatDiffer } from './RowsThatDiffer.tsx';
import { ExportButtons } from '../../../parts/ExportButtons.tsx';
import { GroundPlan } from './GroundPlan.tsx';
import { Facts } from '../../../parts/Facts.tsx';

/** What keeps animals off one planting: what comes, what stops each, guard or fence, and where the fence runs. */
export function AnimalsStop({ laid, choose }: { laid: Laid; choose: ReactNode }) {
  const worked = useWorked();
  const { holding } = worked;
  const { planting, layout } = laid;
  const sum = worked.quantitiesOf(planting.id)!;
  const plantCost = sum.plants > 0 ? sum.plantLines.reduce((total, { cents }) => total + cents, 0) / sum.plants : 0;
  const animals = animalsAt(holding, layout.stand);
  const weighed = guardOrFence(planting, layout, animals, siteOf(planting, layout, holding), plantCost);
  const parts = protectedParts(planting, layout, holding);
  return (
    <>
      <main className="stage page order-stop">
        {choose}
        {animals.length === 0 && (
          <p className="reading">
            No animal is named that eats young trees here.{' '}
            <Link to={`/h/${holding.id}/ground/animals`}>Name them under Ground</Link>.
          </p>
        )}
        <GroundPlan laid={laid} show="animals" />
        {parts.some(({ protection }) => protection.fences.length > 0) && (
          <ExportButtons
            fileName={`${holding.name} ${laid.planting.name}`}
            asked={{ planting: laid.planting.id }}
            items={[{ name: 'fence-plan.pdf', label: 'Fence plan, PDF', plain: true }]}
          />
        )}
        {weighed && <BreakEven weighed={weighed} />}
        {animals.length > 0 && (
          <Facts
            caption="What comes, and what stops it here"
            heads={['Animal', 'Height', 'Stopped by']}
            rows={animals.map((animal) => {
              const { name, height, fence, form } = guardAnimals[animal];
              return {
                key: animal,
                cells: [
                  capital(name),
                  height > 0 && !fence ? formatSold(height, holding.units) : '',
                  parts.some(({ protection }) => protection.uncovered.includes(animal)) ? (
                    <span className="bad">nothing planned</span>
                  ) : (
                    inUnits(form, holding.units)
                  ),
                ],
              };
            })}
          />
        )}
      </main>
      <Panel label="Animals">
        <AnimalsPanel laid={laid} />
      </Panel>
    </>
  );
}

function AnimalsPanel({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const { units, currency } = holding;
  const { protection: mean } = planting.means;
  const parts = protectedParts(planting, layout, holding);
  const [first] = parts;
  const kit = guardKit(planting, layout, holding);
  const options = [
    ...PROTECTION_OPTIONS,
    ...holding.kits.map((set) => ({ value: kitMethod(set.id), label: set.name })),
  ];
  const guard = first?.protection.guard;
  const form = guard ? forms[guard.form]! : null;
  const flood = floodGround(layout, holding);
  const stake = guard && form && form.stakes > 0 ? sayStake(guard.size, units) : '';
  return (
    <>
      <h2>Animals: {first ? sayProtection(first.protection, units) : 'nothing to guard'}</h2>
      {first && (
        <p className="soft">
          {capital(`chosen${saySetBy(first.protection) || ' by nobody'}`.replace('chosen, ', ''))}.
        </p>
      )}
      <div className="field">
        <label htmlFor="protect-method">The whole planting by</label>
        <Select
          id="protect-method"
          showSearch={{ optionFilterProp: 'label' }}
          value={mean.method}
          options={options}
          onChange={(method) => run(setWay(planting.id, 'protection', { method }, 'protection'))}
        />
      </div>
      <dl className="pieces">
        {kit.map(({ key, count, cents, why }) => (
          <div key={key} title={inUnits(why, units)}>
            <dt>{kitName(key, units, holding.kits)}</dt>
            <dd>
              {formatCount(count)} <span className="soft">{formatMoney(cents, currency)}</span>
            </dd>
          </div>
        ))}
      </dl>
      {form && (
        <p>
          <strong>{form.label}.</strong> {form.not}{' '}
          {form.opens ? 'Can be opened again for pruning.' : 'Cannot be opened for pruning.'} Comes off about year{' '}
          {form.off.year}, {form.off.sign}.{form.litter ? ' Leaves plastic where nobody does.' : ''}
          {stake ? ` Each stake ${stake}.` : ''}
          {stake && flood
            ? ` ${counted(flood.plants, 'plant')} ${flood.plants === 1 ? 'stands' : 'stand'} on ${flood.of}, which floods: their stakes go on the upstream side${flood.upstream ? `, to the ${flood.upstream}` : ''}.`
            : ''}
        </p>
      )}
      {first?.protection.fences.map((kind) => {
        const fence = fences[kind]!;
        const around = first.site.run!;
        return (
          <p key={kind}>
            <strong>{fence.label}</strong>, {formatLength(fence.height, units)} high,{' '}
            {formatLength(around.length, units, { decimals: 0 })} on the slope, {around.corners} corners, {around.gates}{' '}
            {around.gates === 1 ? 'gate' : 'gates'}. {inUnits(fence.not, units)} Comes off {fence.off}.
            {fence.caution ? ` ${fence.caution}` : ''}
          </p>
        );
      })}
      {(first?.protection.fences.length ?? 0) > 0 && (
        <MeasureField
          planting={planting.id}
          of="protection"
          setting="fence.off"
          value={mean.measures['fence.off'] ?? settingOf(holding, 'fence.off')}
        />
      )}
      <RowsThatDiffer laid={{ planting, layout }} of="protection" options={options} />
      <h3>Put on as well</h3>
      {Object.entries(extras).map(([key, { label, why, off }]) => (
        <div key={key}>
          <Toggle
            label={label}
            on={mean.measures[extraKey(key)] === 1}
            onChange={(on) =>
              run(setMeasure(planting.id, 'protection', extraKey(key), on ? 1 : undefined, label.toLowerCase()))
            }
          />
          <p className="soft fine">
            {capital(why)}; {off}.
          </p>
        </div>
      ))}
      <h3>Two schools</h3>
      <p>
        <strong>Tubes</strong> are warm, seen by the mower and sprayed round; they win in small counts and scattered
        places. <strong>A fence</strong> leaves straight stems, natural seedlings and no litter; it wins round blocks
        past the break-even and against tall browsers.
      </p>
    </>
  );
}
