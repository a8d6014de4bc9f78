import { Segmented } from 'antd';
import type { ReactNode } from 'react';
import { setMeasure, setWay } from '../../../../core/holding/means-commands.ts';
import { settingOf, type SettingKey } from '../../../../core/holding/settings.ts';
import { favours, sayFavour } from '../../../../core/order/favours.ts';
import { phCaution, phGround } from '../../../../core/means/ph-dose.ts';
import { additives, holePlan, type HoleOfStock } from '../../../../core/means/hole-plan.ts';
import { settingMinutes, wayOf } from '../../../../core/means/work.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { stockOf } from '../../../../core/species/stock.ts';
import { capital } from '../../../../core/units/text.ts';
import {
  counted,
  formatCount,
  formatTape,
  formatVolume,
  formatWater,
  formatWeight,
  inUnits,
  weightUnit,
} from '../../../../core/units/quantities.ts';
import { MeasureField } from '../../../parts/fields/MeasureField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { Panel } from '../../../parts/Panel.tsx';
import { useShown } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';
import { HoleDrawing } from './HoleDrawing.tsx';
import { Facts } from '../../../parts/Facts.tsx';

/** How the holes of one planting are dug and filled: by stock, to scale, with what is left over. */
export function HolesStop({ laid, choose }: { laid: Laid; choose: ReactNode }) {
  const holding = useShown();
  const { units } = holding;
  const plan = holePlan(laid.planting, laid.layout, holding);
  const way = wayOf(laid.planting, holding);
  const hours = ({ stock, plants }: HoleOfStock) => {
    const { open, set, firm } = settingMinutes(stock, plants, laid.planting, holding, way);
    return (open + set + firm) / 60;
  };
  const barrow = settingOf(holding, 'own.barrow') / 1000;
  return (
    <>
      <main className="stage page order-stop">
        {choose}
        <div className="holes">
          {plan.holes.map((hole) => (
            <HoleDrawing key={hole.stock} hole={hole} units={units} />
          ))}
        </div>
        <Facts
          caption="Holes by stock"
          heads={['Stock', 'Plants', 'How', 'Wide', 'Deep', 'Auger', 'Out', 'Over', 'Hours']}
          rows={plan.holes.map((hole) => ({
            key: hole.stock,
            cells: [
              <>
                {capital(inUnits(stockOf(hole.stock).name, units))}
                {hole.hands !== 'one' && (
                  <span className="against">
                    ! {formatWeight(hole.mass, units)} each:{' '}
                    {hole.hands === 'two'
                      ? 'two people lift it, by the ball'
                      : 'a machine lifts it; nobody under a slung ball'}
                  </span>
                )}
              </>,
              formatCount(hole.plants),
              hole.method,
              formatTape(hole.width, units),
              formatTape(hole.depth, units),
              hole.auger === null ? (hole.dug ? 'pit' : 'none') : formatTape(hole.auger, units),
              hole.dug ? formatVolume(hole.out, units) : '',
              hole.dug ? formatVolume(hole.over, units) : '',
              formatCount(Math.ceil(hours(hole))),
            ],
          }))}
        />
        <p>
          {plan.over > 0
            ? `${formatVolume(plan.over, units)} of loose soil is left over, ${formatCount(Math.ceil(plan.over / barrow))} barrows: rim it on the downhill side, or take it to a low place; never heap it on the collar. `
            : 'Nothing is left over. '}
          {`${formatWater(Math.round(plan.litres), units)} settle them all on the day.`}
        </p>
        <ul>
          {plan.soilSteps.map((step) => (
            <li key={step}>{inUnits(step, units)}</li>
          ))}
        </ul>
        <p className="reading is-caution">
          Ask for buried services to be marked before any hole, and wait for the marks. A hole left open is covered or
          fenced the same day.
        </p>
      </main>
      <Panel label="Holes and soil">
        <HolesPanel laid={laid} />
      </Panel>
    </>
  );
}

function HolesPanel({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const { units } = holding;
  const { holes, soil } = planting.means;
  const plan = holePlan(planting, layout, holding);
  const value = (key: SettingKey) => holes.measures[key] ?? soil.measures[key] ?? settingOf(holding, key);
  const handful = settingOf(holding, 'own.handful');
  const { name: unit, grams: each } = weightUnit(units);
  return (
    <>
      <h2>Holes and soil</h2>
      <h3>How deep</h3>
      <Segmented
        block
        aria-label="How deep"
        value={holes.method}
        options={[
          { value: 'same', label: 'As the roots' },
          { value: 'deep', label: 'Deep, refilled' },
        ]}
        onChange={(method) => run(setWay(planting.id, 'holes', { method }, 'depth of holes'))}
      />
      <p className="soft fine">
        {holes.method === 'deep'
          ? `Breaks pans. Each sinks by ${plan.holes.map(({ sink }) => formatTape(sink, units))[0] ?? 'nothing'} if nobody allows for it. Wins in compacted ground.`
          : 'An undug base cannot sink. Wins everywhere but in panned or compacted ground.'}
      </p>
      <MeasureField planting={planting.id} of="holes" setting="hole.proud" value={value('hole.proud')} />
      <MeasureField planting={planting.id} of="holes" setting="hole.ratio" value={value('hole.ratio')} />
      <h3>What goes back</h3>
      <Segmented
        block
        aria-label="What goes back"
        value={soil.method}
        options={[
          { value: 'native', label: 'Native' },
          { value: 'blend', label: 'Blended' },
          { value: 'topdress', label: 'On top' },
        ]}
        onChange={(method) => run(setWay(planting.id, 'soil', { method, measures: soil.measures }, 'what goes back'))}
      />
      <p className="soft fine">
        {
          {
            native:
              'Roots leave the hole, no sump. Wins on most field soils (Gilman 2004: little gain from amendments).',
            blend: `${formatVolume(plan.amend, units)} of compost. Wins on spoil, pure sand and made ground.`,
            topdress: `${formatVolume(plan.amend, units)} of compost laid on top: the same food from above.`,
          }[soil.method]
        }
      </p>
      <p className="reading">{sayFavour(favours(planting, layout, holding).soil)}</p>
      <h3>Given to each plant</h3>
      {Object.entries(additives).map(([key, { label, grams, most, when }]) => {
        const dose = soil.measures[`add.${key}`] ?? 0;
        return (
          <div className="field" key={key}>
            <label htmlFor={`add-${key}`}>
              {label}, {unit}
            </label>
            <NumberField
              id={`add-${key}`}
              min={0}
              max={most / each}
              placeholder={`usual ${Math.round((grams / each) * 100) / 100}`}
              value={dose > 0 ? Math.round((dose / each) * 100) / 100 : null}
              onEnter={(next) =>
                run(setMeasure(planting.id, 'soil', `add.${key}`, next ? next * each : undefined, label.toLowerCase()))
              }
            />
            <p className="soft fine">
              {dose > 0 && handful > 0 ? `${(dose / handful).toFixed(1)} of your handfuls; ` : ''}
              {when}.
            </p>
          </div>
        );
      })}
      <h3>Lime and sulphur</h3>
      <MeasureField planting={planting.id} of="soil" setting="soil.ph" value={soil.measures['soil.ph'] ?? 0} />
      {phGround(planting, layout, holding).map(({ zone, now, stuff, kilograms, units: moved, left, plants }) => (
        <p key={zone} className="reading">
          {formatWeight(kilograms, units)} of {stuff === 'lime' ? 'ground limestone' : 'sulphur'} round{' '}
          {counted(plants, 'plant')} on {zone}, pH {now}: {moved.toFixed(1)} of pH this year
          {left > 0.05 ? `, ${left.toFixed(1)} left for later years` : ''}.
        </p>
      ))}
      <p className="soft fine">{phCaution} Gypsum only on a sodic clay.</p>
    </>
  );
}
