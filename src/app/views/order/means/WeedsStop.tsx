import { Button, Select, type TableColumnType } from 'antd';
import { useMemo, type ReactNode } from 'react';
import { setWay } from '../../../../core/holding/means-commands.ts';
import { compareWeeds, drynessOf, type WeedChoice } from '../../../../core/means/weeds/compare.ts';
import { favours, sayFavour } from '../../../../core/order/favours.ts';
import { cutsOf } from '../../../../core/means/weeds/cut-list.ts';
import { weedMethod } from '../../../../core/means/weeds/methods.ts';
import { weedMeasures } from '../../../../core/means/measures.ts';
import { measure, weedKit } from '../../../../core/means/weeds/weed-kit.ts';
import { kitName } from '../../../../core/account/order-list.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { choiceWords } from '../../../../core/ground/features.ts';
import { counted, formatArea, formatCount, formatMoney } from '../../../../core/units/quantities.ts';
import { MeasureField } from '../../../parts/fields/MeasureField.tsx';
import { WEED_OPTIONS } from '../../../parts/fields/means-options.ts';
import { Panel } from '../../../parts/Panel.tsx';
import { useShown, useWorked } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';
import { ExportButtons } from '../../../parts/ExportButtons.tsx';
import { MownLanes, MulchCompared, UsedSoFar } from './WeedsBeside.tsx';
import { Bar } from '../buying/Bars.tsx';
import { CuttingPlan } from './CuttingPlan.tsx';
import { RowsThatDiffer } from './RowsThatDiffer.tsx';
import { WaysTable } from './WaysTable.tsx';
import { GroundPlan } from './GroundPlan.tsx';

/** What keeps the weeds down on one planting: every way side by side, the cutting plan, and what is laid where. */
export function WeedsStop({ laid, choose }: { laid: Laid; choose: ReactNode }) {
  const holding = useShown();
  const { planting, layout } = laid;
  const choices = useMemo(() => compareWeeds(planting, layout, holding), [planting, layout, holding]);
  const dry = drynessOf(layout, holding);
  const soil = dry.texture ? choiceWords('soilZone', 'texture', dry.texture) : 'soil not known, taken for loam';
  const take = (method: string) => run(setWay(planting.id, 'weeds', { method }, 'weeds'));
  const strips = cutsOf(laid, holding).length > 0;
  return (
    <>
      <main className="stage page order-stop">
        {choose}
        {strips && <CuttingPlan laid={laid} />}
        {strips && (
          <ExportButtons
            fileName={`${holding.name} ${laid.planting.name}`}
            asked={{ planting: laid.planting.id }}
            items={[{ name: 'cutting-plan.pdf', label: 'Cutting plan, PDF', plain: true }]}
          />
        )}
        <GroundPlan laid={laid} show="weeds" />
        <h2>
          What keeps the weeds down here, over five years{' '}
          <span className="soft">
            for {counted(layout.stand.count, 'plant')} on {soil}
          </span>
        </h2>
        <WeedTable choices={choices} taken={planting.means.weeds.method} onTake={take} />
        <p className="soft fine">
          Costs count your own hours at the price of an hour. Weeks are a guide: how long the soil’s water lasts in the
          thirstiest month without rain.
        </p>
      </main>
      <Panel label="Weeds">
        <WeedsPanel laid={laid} choices={choices} onTake={take} />
      </Panel>
    </>
  );
}

function WeedTable({
  choices,
  taken,
  onTake,
}: {
  choices: readonly WeedChoice[];
  taken: string;
  onTake(method: string): void;
}) {
  const { currency } = useShown();
  const hoursOf = ({ hours }: WeedChoice) => hours.reduce((sum, hour) => sum + hour, 0);
  const most = {
    cents: Math.max(1, ...choices.map(({ cents }) => cents)),
    hours: Math.max(1, ...choices.map(hoursOf)),
    weeks: Math.max(1, ...choices.map(({ weeks }) => weeks)),
  };
  const columns: TableColumnType<WeedChoice>[] = [
    {
      title: 'Cost',
      dataIndex: 'cents',
      render: (cents: number) => <Bar share={cents / most.cents} text={formatMoney(cents, currency)} hue="cost" />,
    },
    {
      title: 'Hours',
      key: 'hours',
      render: (_, choice) => (
        <span title={choice.hours.map((hour, year) => `year ${year}: ${hour.toFixed(1)} h`).join(', ')}>
          <Bar share={hoursOf(choice) / most.hours} text={formatCount(Math.round(hoursOf(choice)))} hue="hours" />
        </span>
      ),
    },
    {
      title: 'Weeks dry',
      dataIndex: 'weeks',
      render: (weeks: number) => <Bar share={weeks / most.weeks} text={weeks.toFixed(1)} hue="water" />,
    },
    {
      title: 'Voles',
      dataIndex: 'voles',
      render: (voles: string) => <span className={voles.includes('high') ? 'bad' : ''}>{voles}</span>,
    },
    {
      title: 'Comes off',
      dataIndex: 'off',
      render: (off: string, { litter }) => (
        <span title={off}>
          {/^(year \d+|before|rots|stays)/.exec(off)?.[0] ?? '–'}
          {litter && <span className="against">plastic</span>}
        </span>
      ),
    },
  ];
  return (
    <WaysTable ways={choices} taken={taken} against={({ against }) => against} columns={columns} onTake={onTake} />
  );
}

function WeedsPanel({
  laid: { planting, layout },
  choices,
  onTake,
}: {
  laid: Laid;
  choices: readonly WeedChoice[];
  onTake(method: string): void;
}) {
  const worked = useWorked();
  const { holding } = worked;
  const { units, currency } = holding;
  const { weeds } = planting.means;
  const facts = weedMethod(weeds.method);
  const kit = weedKit(planting, layout.stand, holding);
  const here = choices.find(({ method }) => method === weeds.method);
  const grass = choices.find(({ method }) => method === 'nurse-grass')!;
  const clean = choices.find(({ method }) => method === 'fabric')!;
  const hours = (choice: WeedChoice) => Math.round(choice.hours.reduce((sum, hour) => sum + hour, 0));
  return (
    <>
      <h2>Weeds: {facts.label.toLowerCase()}</h2>
      <p className="soft">
        {here && here.area > 0 ? `${formatArea(here.area, units)} kept clean; ` : ''}suits {facts.suits}.
      </p>
      <div className="field">
        <label htmlFor="weed-method">The whole planting by</label>
        <Select id="weed-method" value={weeds.method} options={WEED_OPTIONS} onChange={onTake} />
      </div>
      <dl className="pieces">
        {kit.map(({ key, count, wanted, cents, why }) => (
          <div key={key} title={why}>
            <dt>{kitName(key, units, holding.kits)}</dt>
            <dd>
              {formatCount(Number.isInteger(wanted) ? count : Math.ceil(wanted))}{' '}
              <span className="soft">{formatMoney(cents, currency)}</span>
            </dd>
          </div>
        ))}
      </dl>
      {facts.caution && <p className="reading is-caution">{facts.caution}</p>}
      {here?.against.map((why) => (
        <p key={why} className="reading is-caution">
          ! {why}.
        </p>
      ))}
      <h3>Measures here</h3>
      {weedMeasures(facts).map((key) => (
        <MeasureField key={key} planting={planting.id} of="weeds" setting={key} value={measure(weeds, holding, key)} />
      ))}
      <RowsThatDiffer laid={{ planting, layout }} of="weeds" options={WEED_OPTIONS} />
      <MulchCompared laid={{ planting, layout }} />
      <UsedSoFar laid={{ planting, layout }} />
      <MownLanes laid={{ planting, layout }} />
      <h3>Two schools</h3>
      <p className="reading">{sayFavour(favours(planting, layout, holding).weeds)}</p>
      <p>
        <strong>Clean strip</strong> leaves water and nitrogen to the plant and no cover to voles. It wins for small
        stock, dry sites and the first three years.
      </p>
      <p>
        <strong>Nurse grass</strong> holds soil and carries wheels. It wins on slopes, wet ground and beside large
        stock. Here it would cost {formatMoney(Math.abs(grass.cents - clean.cents), currency)}{' '}
        {grass.cents < clean.cents ? 'less' : 'more'} than a woven strip, {Math.abs(hours(grass) - hours(clean))} hours{' '}
        {hours(grass) < hours(clean) ? 'less' : 'more'}, and leave {grass.weeks.toFixed(1)} weeks of water instead of{' '}
        {clean.weeks.toFixed(1)}.{' '}
        <Button
          size="small"
          type="link"
          onClick={() => onTake(weeds.method === 'nurse-grass' ? 'fabric' : 'nurse-grass')}
        >
          {weeds.method === 'nurse-grass' ? 'Back to a strip' : 'Try it'}
        </Button>
      </p>
    </>
  );
}
