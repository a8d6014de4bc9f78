import { Segmented, type TableColumnType } from 'antd';
import { useMemo, type ReactNode } from 'react';
import { LEAST } from '../../../../core/holding/means-schema.ts';
import { setMeasure, setWay } from '../../../../core/holding/means-commands.ts';
import { settingOf } from '../../../../core/holding/settings.ts';
import { kitName } from '../../../../core/account/order-list.ts';
import { favours, sayFavour } from '../../../../core/order/favours.ts';
import { basinPlan } from '../../../../core/means/basins.ts';
import { waterPlan, type WaterPlan } from '../../../../core/means/water-plan.ts';
import { waterMeasures } from '../../../../core/means/measures.ts';
import type { WaterWay } from '../../../../core/means/water-ways.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { formatCount, formatLength, formatMoney, formatWater } from '../../../../core/units/quantities.ts';
import { MeasureField } from '../../../parts/fields/MeasureField.tsx';
import { Panel } from '../../../parts/Panel.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { useShown } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';
import { WaterWeeks } from './WaterWeeks.tsx';
import { WaysTable } from './WaysTable.tsx';
import { ExportButtons } from '../../../parts/ExportButtons.tsx';
import { GroundPlan } from './GroundPlan.tsx';
import { Facts } from '../../../parts/Facts.tsx';

/** What one planting drinks by week, and how it is brought there: buckets, a tank, or drip laid along the rows. */
export function WaterStop({ laid, choose }: { laid: Laid; choose: ReactNode }) {
  const holding = useShown();
  const { units } = holding;
  const { planting, layout } = laid;
  const plan = useMemo(() => waterPlan(planting, layout, holding), [planting, layout, holding]);
  const method = plan.taken?.method ?? 'none';
  const take = (next: string) => run(setWay(planting.id, 'water', { method: next }, 'water'));
  return (
    <>
      <main className="stage page order-stop">
        {choose}
        <WaterWeeks plan={plan} />
        {method === 'drip' && plan.drip && <GroundPlan laid={laid} show="water" drip={plan.drip} />}
        {method === 'drip' && plan.drip && (
          <ExportButtons
            fileName={`${holding.name} ${laid.planting.name}`}
            asked={{ planting: laid.planting.id }}
            items={[{ name: 'drip-plan.pdf', label: 'Drip plan, PDF', plain: true }]}
          />
        )}
        {method === 'drip' && plan.drip && (
          <Facts
            caption="Drip, zone by zone"
            heads={['Zone', 'Rows', 'Plants', 'Line', 'Head lost']}
            rows={Array.from({ length: plan.drip.zones }, (_, z) => {
              const lines = plan.drip!.lines.filter(({ zone }) => zone === z + 1);
              const total = lines.reduce((sum, { length }) => sum + length, 0);
              return {
                key: z,
                cells: [
                  z + 1,
                  [...new Set(lines.map(({ row }) => row + 1))].join(', '),
                  formatCount(lines.reduce((sum, { plants }) => sum + plants, 0)),
                  formatLength(total, units, { decimals: 0 }),
                  formatLength(Math.max(0, ...lines.map(({ head }) => head)), units, { decimals: 2 }),
                ],
              };
            })}
          />
        )}
        <Ways ways={plan.ways} taken={method} onTake={take} />
      </main>
      <Panel label="Water">
        <WaterPanel laid={laid} plan={plan} />
      </Panel>
    </>
  );
}

function Ways({ ways, taken, onTake }: { ways: readonly WaterWay[]; taken: string; onTake(method: string): void }) {
  const { currency } = useShown();
  const columns: TableColumnType<WaterWay>[] = [
    { title: 'What it comes to', dataIndex: 'words' },
    {
      title: 'Hours a week',
      dataIndex: 'hoursWeek',
      align: 'right',
      render: (hours: number) => (hours < 10 ? hours.toFixed(1) : formatCount(Math.round(hours))),
    },
    {
      title: 'To buy',
      dataIndex: 'kit',
      align: 'right',
      render: (kit: WaterWay['kit']) =>
        formatMoney(
          kit.reduce((sum, { cents }) => sum + cents, 0),
          currency,
        ),
    },
  ];
  return (
    <WaysTable
      ways={ways}
      taken={taken}
      against={({ refused }) => (refused ? [refused] : [])}
      columns={columns}
      onTake={onTake}
    />
  );
}

function WaterPanel({ laid, plan }: { laid: Laid; plan: WaterPlan }) {
  const { planting } = laid;
  const holding = useShown();
  const { units } = holding;
  const { water } = planting.means;
  const { source, taken: way } = plan;
  return (
    <>
      <h2>Water: {way?.label.toLowerCase() ?? 'none'}</h2>
      <Toggle
        label="The least work of what is there"
        on={water.method === LEAST}
        onChange={(on) =>
          run(setWay(planting.id, 'water', { method: on ? LEAST : (way?.method ?? 'rounds') }, 'water'))
        }
      />
      {water.method === LEAST && (
        <p className="soft">
          {plan.season === 0
            ? 'The ground holds what these drink in a usual year: nothing is watered after planting. '
            : ''}
          Buckets, or a tank on wheels where there is one; drip is bought, and taken where you choose it.
        </p>
      )}
      <p className="soft">
        {source
          ? `${source.name}, ${formatLength(source.distance, units, { decimals: 0 })} away on the mean${source.flow ? `, ${formatWater(source.flow, units)} an hour` : ''}.`
          : 'No tap or tank is drawn on the ground.'}
      </p>
      {way?.refused && <p className="reading is-caution">! {way.refused}</p>}
      <dl className="pieces">
        {way?.kit.map(({ key, count, why }) => (
          <div key={key} title={why}>
            <dt>{kitName(key, units, holding.kits)}</dt>
            <dd>{formatCount(count)}</dd>
          </div>
        ))}
      </dl>
      {waterMeasures(water.method).map((key) => (
        <MeasureField
          key={key}
          planting={planting.id}
          of="water"
          setting={key}
          value={water.measures[key] ?? settingOf(holding, key)}
        />
      ))}
      <Basins laid={laid} />
      <h3>Two schools</h3>
      <p className="reading">{sayFavour(favours(planting, laid.layout, holding).water)}</p>
      <p>
        <strong>Dish</strong> the ground round each stem: it holds each watering and shower. It wins on sand, in dry
        climates and with watering by hand; on clay it drowns them. <strong>Level or proud</strong> leaves nothing to
        drown in, and wins on clay and wet ground.
      </p>
      <DishOrLevel laid={laid} />
      <p className="soft fine">
        Evaporation and rain come from the climate of Ground, the rain taken as that of a dry season; where it is not
        known, from what is usual in a temperate place, without rain. Time the tap with a bucket: litres over seconds is
        its flow.
      </p>
    </>
  );
}

/** What a basin round each plant holds on this slope, as a rim all round or a half moon open uphill. */
function Basins({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const { units } = holding;
  const basin = basinPlan(planting, layout, holding);
  const litres = (amount: number) => formatWater(Math.round(amount), units);
  return (
    <>
      <h3>Basins</h3>
      <p>
        {basin.slope > 0
          ? `On ${Math.round(basin.slope * 100)} % of fall to the ${basin.downhill} a rim all round holds ${litres(basin.ring)}, a half moon open uphill ${litres(basin.halfmoon)}. Build ${basin.better === 'ring' ? 'the rim all round' : 'the half moon'}, highest on the ${basin.downhill}.`
          : `On level ground a rim all round holds ${litres(basin.ring)}; a half moon holds nothing.`}
      </p>
      {(['water.basin', 'basin.crest', 'basin.freeboard'] as const).map((key) => (
        <MeasureField
          key={key}
          planting={planting.id}
          of="water"
          setting={key}
          value={planting.means.water.measures[key] ?? settingOf(holding, key)}
        />
      ))}
    </>
  );
}

/** A dish with a rim, or level ground, tried out at a touch: what it holds is said under Basins. */
function DishOrLevel({ laid: { planting } }: { laid: Laid }) {
  const level = planting.means.water.measures['basin.crest'] === 0;
  return (
    <Segmented
      aria-label="Dish or level"
      size="small"
      value={level ? 'level' : 'dish'}
      options={[
        { value: 'dish', label: 'Dish' },
        { value: 'level', label: 'Level' },
      ]}
      onChange={(value) =>
        run(setMeasure(planting.id, 'water', 'basin.crest', value === 'level' ? 0 : undefined, `${value} ground`))
      }
    />
  );
}
