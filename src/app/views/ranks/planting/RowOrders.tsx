import { usePreviews } from '../../../parts/findings/use-previews.ts';
import { Button } from 'antd';
import { rowOrders, type Overtopped } from '../../../../core/counsel/row-order.ts';
import type { Planting } from '../../../../core/holding/schema.ts';
import { workOut } from '../../../store/derived.ts';
import { run, useSession } from '../../../store/session.ts';

/** Orders that the rows could stand in, each with why and who then overtops whom; looked at, it is tried out. */
export function RowOrders({ planting }: { planting: string }) {
  const previews = usePreviews();
  const holding = useSession((state) => state.holding!);
  const laid = workOut(holding).laid(planting);
  const orders = laid ? rowOrders(holding, laid) : [];
  if (!laid || orders.length === 0)
    return <p className="soft">The rows have no order to choose until each holds plants along an open line.</p>;
  const { rows } = laid.planting;
  return (
    <ul className="rows-list" aria-label="Which row where">
      {orders.map(({ key, label, why, order, overtopped, command }) => (
        <li key={key} {...previews(key, command)}>
          <div className="line">
            <strong>{label}</strong>
            {key !== 'now' && (
              <Button
                size="small"
                aria-label={`${label}: order the rows so`}
                disabled={!command}
                onClick={() => run(command!)}
              >
                {command ? 'Order them so' : 'They stand so'}
              </Button>
            )}
          </div>
          <p className="fine">From the line: {order.map((r) => rows[r]!.name).join('; ')}.</p>
          <p className="fine">{sayOvertopped(overtopped, rows)}</p>
          <p className="soft fine">{why}</p>
        </li>
      ))}
    </ul>
  );
}

function sayOvertopped(found: readonly Overtopped[], rows: Planting['rows']): string {
  if (found.length === 0) return 'No row stands in another’s noon shade.';
  const each = found.map(
    ({ row, by, year }) => `${rows[row]!.name}: in the noon shade of ${rows[by]!.name} from year ${year}`,
  );
  return `${each.join('. ')}. Cut what overtops back by then, or take it out.`;
}
