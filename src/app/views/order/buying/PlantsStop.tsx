import { Button, Table, type TableColumnType } from 'antd';
import { useState } from 'react';
import { kindKey } from '../../../../core/account/quantities.ts';
import { plantNumbers, sizeSteps, type PlantNumbers, type SizeStep } from '../../../../core/order/plant-numbers.ts';
import { stockOf } from '../../../../core/species/stock.ts';
import { capital } from '../../../../core/units/text.ts';
import { formatCount, formatMoney, inUnits } from '../../../../core/units/quantities.ts';
import { SettingField } from '../../../parts/fields/SettingField.tsx';
import { Panel } from '../../../parts/Panel.tsx';
import { useWorked, workOut } from '../../../store/derived.ts';
import { useSession } from '../../../store/session.ts';
import { FillSchools } from './FillSchools.tsx';
import { Substitutes } from './Substitutes.tsx';
import { Facts } from '../../../parts/Facts.tsx';

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Three numbers kept apart: places, survivors, ordered; and the chance that enough live. */
export function PlantsStop() {
  const shown = useWorked();
  const kept = useSession((state) => state.holding!);
  // While substitutes are looked at, the lines stay as they are: what is tried out must not take its own line away.
  const [opened, setOpened] = useState<readonly React.Key[]>([]);
  const worked = opened.length > 0 ? workOut(kept) : shown;
  const { holding } = worked;
  const { units } = holding;
  const { plants, kit } = worked.order();
  const numbers = plantNumbers(plants, holding);
  const total = plants.reduce((sum, { count }) => sum + count, 0);
  const extras = total > 0 ? kit.reduce((sum, { cents }) => sum + cents, 0) / total : 0;
  const steps = sizeSteps(plants, extras, holding);
  const columns: TableColumnType<PlantNumbers>[] = [
    {
      title: 'Kind',
      key: 'kind',
      render: (_, { line }) => (
        <>
          <strong className="keep">
            {capital(line.species.common)}
            {line.variety ? `, ${line.variety}` : ''}
          </strong>{' '}
          <span className="soft">{inUnits(stockOf(line.stock).name, units)}</span>
        </>
      ),
    },
    { title: 'Places', dataIndex: 'places', align: 'right', render: formatCount },
    { title: 'Alive, year 1', dataIndex: 'alive', align: 'right', render: formatCount },
    { title: 'Year 5', dataIndex: 'aliveAtFive', align: 'right', render: formatCount },
    { title: 'Wanted', dataIndex: 'wanted', align: 'right', render: formatCount },
    { title: 'Enough live', dataIndex: 'alone', align: 'right', render: percent },
    { title: 'If they die together', dataIndex: 'together', align: 'right', render: percent },
    { title: 'Spares', dataIndex: 'spares', align: 'right', render: formatCount },
  ];
  return (
    <>
      <main className="stage page order-stop" tabIndex={0}>
        <h1>Plants</h1>
        <p className="soft">
          Places on the plan, plants expected to live, and plants wanted so that enough do are three numbers. Spares are
          potted on the planting day, of the same batch, for a matched row.
        </p>
        <Table<PlantNumbers>
          rowKey={({ line }) => kindKey(line)}
          expandable={{
            expandedRowKeys: opened,
            onExpandedRowsChange: setOpened,
            expandedRowRender: ({ line }) => <Substitutes line={line} />,
            columnTitle: <span className="visually-hidden">Substitutes</span>,
            expandIcon: ({ expanded, onExpand, record }) => (
              <Button
                size="small"
                aria-expanded={expanded}
                aria-label={`Substitutes for ${record.line.species.common}`}
                onClick={(event) => onExpand(record, event)}
              >
                {expanded ? '−' : '+'}
              </Button>
            ),
          }}
          size="small"
          pagination={false}
          dataSource={numbers}
          columns={columns}
          scroll={{ x: 620 }}
          locale={{ emptyText: 'No plants yet. Lay out a planting first.' }}
        />
        {steps.length > 0 && <SizeSteps steps={steps} />}
      </main>
      <Panel label="Plants">
        <h2>Plants</h2>
        <SettingField setting="order.prob" />
        <SettingField setting="order.fill" />
        <SettingField setting="order.rho" />
        <SettingField setting="order.cull" />
        <SettingField setting="survival.later" />
        <FillSchools />
        <p className="soft fine">
          Dividing places by survival fills them little more than half of the time; and plants die together, by drought,
          flood or a gate left open.
        </p>
      </Panel>
    </>
  );
}

/** Small stock now against a size up: years gained, and what each costs. */
function SizeSteps({ steps }: { steps: readonly SizeStep[] }) {
  const { units, currency } = useWorked().holding;
  return (
    <Facts
      caption="Small now, or a size up"
      heads={['Kind', 'A size up', 'Years gained', 'Each survivor costs more', 'A year gained costs']}
      rows={steps.map(({ line, larger, yearsGained, extra, perYear }) => ({
        key: kindKey(line),
        cells: [
          capital(line.species.common),
          inUnits(stockOf(larger).name, units),
          yearsGained > 0 ? yearsGained.toFixed(1) : 'none',
          formatMoney(Math.round(extra), currency),
          perYear === null ? 'it sulks longer than it saves' : formatMoney(Math.round(perYear), currency),
        ],
      }))}
    />
  );
}
