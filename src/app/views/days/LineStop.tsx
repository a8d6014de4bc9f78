import { Button, Segmented } from 'antd';
import { useNavigate } from 'react-router';
import { stationData } from '../../../core/means/work.ts';
import { settingWays } from '../../../core/means/machines.ts';
import { compareWays } from '../../../core/days/ways.ts';
import { setSettingWay } from '../../../core/holding/days-commands.ts';
import { formatArea, formatMoney } from '../../../core/units/quantities.ts';
import { Panel } from '../../parts/Panel.tsx';
import { SettingField } from '../../parts/fields/SettingField.tsx';
import { run } from '../../store/session.ts';
import { LineTable } from './LineTable.tsx';
import { useDays } from './use-days.ts';
import { Facts } from '../../parts/Facts.tsx';

/** Who stands where on planting day, and whether a machine would do it better. */
export function LineStop({ planting }: { planting: string | undefined }) {
  const { worked, plan } = useDays();
  const navigate = useNavigate();
  const { holding } = worked;
  const runs = plan.runs;
  const chosen = runs.find(({ work }) => work.planting === planting) ?? runs[0];
  const hands = plan.crew.able([]).length;
  if (!chosen)
    return (
      <main className="stage page days-stop">
        <h1>The line</h1>
        <p className="soft">No planting has a day yet. Set one under Season.</p>
      </main>
    );
  const { id } = chosen.laid.planting;
  const ways = compareWays(chosen.work, chosen.laid, holding, hands);
  const way = holding.days.plantings.find((one) => one.id === id)?.way ?? 'hand';
  return (
    <>
      <main className="stage page days-stop" tabIndex={0}>
        <h1>The line</h1>
        <Segmented
          className="which"
          aria-label="Planting"
          size="small"
          value={id}
          options={[...new Map(runs.map(({ laid }) => [laid.planting.id, laid.planting.name]))].map(
            ([value, label]) => ({ value, label }),
          )}
          onChange={(one) => void navigate(`/h/${holding.id}/days/line/${one}`)}
        />
        <LineTable run={chosen} holding={holding} crew={plan.crew} />
        <h2>Hand, auger and machine</h2>
        <p className="soft">Digging, setting and firming alone, with {hands} hands; half days.</p>
        <div className="scroll">
          <Facts
            heads={['Way', 'Days', 'Hours of hands', 'Cost', 'Ground packed', 'Its chain', '']}
            rows={ways.map((one) => ({
              key: one.way,
              className: one.refused ? 'is-refused' : '',
              cells: [
                one.label,
                one.days,
                Math.round(one.hours),
                formatMoney(one.cents, holding.currency),
                one.spoilt > 0 ? formatArea(one.spoilt, holding.units) : 'none',
                <>
                  {one.refused && <strong>{one.refused} </strong>}
                  {one.chain.join(', ') || 'as the line'}. Wins: {one.wins}. Spoils: {one.spoils}.
                </>,
                way === one.way ? (
                  <strong>chosen</strong>
                ) : (
                  <Button
                    size="small"
                    disabled={one.refused !== null}
                    onClick={() => run(setSettingWay(id, one.way, `planted ${one.label.toLowerCase()}`))}
                  >
                    Choose
                  </Button>
                ),
              ],
            }))}
          />
        </div>
      </main>
      <Panel label="Rates">
        <h2>Rates</h2>
        <SettingField setting="crew.day" />
        <SettingField setting="ground.pace" />
        <SettingField setting="crew.weather" />
        <p className="soft fine">
          Minutes a plant at each station follow from stock, guards, cover and how exact the line must be. The line is
          as fast as its slowest station; roots lie bare for those laid out ahead of them and their own turn. Source:{' '}
          {stationData.source}; {settingWays.source}.
        </p>
      </Panel>
    </>
  );
}
