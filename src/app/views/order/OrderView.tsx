import './order.css';
import { Segmented } from 'antd';
import { NavLink, useNavigate, useParams } from 'react-router';
import { Guarded } from '../../parts/Guarded.tsx';
import { useWorked } from '../../store/derived.ts';
import { useLedger } from '../../store/record.ts';
import { AnimalsStop } from './means/AnimalsStop.tsx';
import { DeliveriesStop } from './deliveries/DeliveriesStop.tsx';
import { HereStop } from './buying/HereStop.tsx';
import { HolesStop } from './means/HolesStop.tsx';
import { ListStop } from './buying/ListStop.tsx';
import { MoneyStop } from './buying/MoneyStop.tsx';
import { PlantsStop } from './buying/PlantsStop.tsx';
import { STOPS, type Stop } from './stops.ts';
import { SuppliersStop } from './buying/SuppliersStop.tsx';
import { ToolsStop } from './means/ToolsStop.tsx';
import { WaterStop } from './means/WaterStop.tsx';
import { useTitle } from '../../parts/use-title.ts';
import { WeedsStop } from './means/WeedsStop.tsx';

/** Buy the right things: a walk over what is to be decided, with what each choice costs and does on this plan. */
export function OrderView() {
  const { stop: key, planting: asked } = useParams();
  const worked = useWorked();
  const navigate = useNavigate();
  const { holding } = worked;
  const stop = STOPS.find((one) => one.key === key) ?? STOPS.find((one) => one.key === 'list')!;
  useTitle(stop.label, 'Order');
  const laid = worked.laid(asked ?? '') ?? worked.all.find(({ layout }) => layout.stand.count > 0) ?? worked.all[0];
  const choose = stop.each && laid && worked.all.length > 1 && (
    <Segmented
      className="which"
      aria-label="Planting"
      size="small"
      value={laid.planting.id}
      options={worked.all.map(({ planting }) => ({ value: planting.id, label: planting.name }))}
      onChange={(id) => void navigate(`/h/${holding.id}/order/${stop.key}/${id}`)}
    />
  );
  return (
    <>
      <Walk at={stop} planting={asked} />
      <Guarded part="This stop" key={stop.key}>
        {stop.each && !laid ? (
          <main className="stage page">
            <h1>{stop.label}</h1>
            <p className="soft">Nothing laid yet. Lay out a planting under Ranks first.</p>
          </main>
        ) : (
          {
            weeds: () => <WeedsStop laid={laid!} choose={choose} />,
            animals: () => <AnimalsStop laid={laid!} choose={choose} />,
            holes: () => <HolesStop laid={laid!} choose={choose} />,
            water: () => <WaterStop laid={laid!} choose={choose} />,
            tools: () => <ToolsStop />,
            here: () => <HereStop />,
            plants: () => <PlantsStop />,
            list: () => <ListStop />,
            suppliers: () => <SuppliersStop />,
            deliveries: () => <DeliveriesStop asked={asked} />,
            money: () => <MoneyStop />,
          }[stop.key]!()
        )}
      </Guarded>
    </>
  );
}

/** The stops in the order of the work, each with how it stands. */
function Walk({ at, planting }: { at: Stop; planting: string | undefined }) {
  const worked = useWorked();
  const ledger = useLedger();
  const { id } = worked.holding;
  return (
    <nav className="walk" aria-label="The order">
      <div className="walk-head">
        <h2>The order</h2>
      </div>
      <ol>
        {STOPS.map((one) => {
          const { text, sure } = one.state(worked, ledger);
          return (
            <li key={one.key} className={`is-${sure}`}>
              <NavLink
                to={`/h/${id}/order/${one.key}${one.each && planting ? `/${planting}` : ''}`}
                className={() => (one === at ? 'active' : '')}
                aria-current={one === at ? 'page' : undefined}
              >
                <strong>{one.label}</strong>
                <span>{text}</span>
              </NavLink>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
