import { Button } from 'antd';
import { bestGangs, bestHands, lineOf, mannedOf, sayGangs } from '../../../core/days/line.ts';
import type { Run } from '../../../core/days/run.ts';
import type { Crew } from '../../../core/days/crew.ts';
import { stationData, type StationKey } from '../../../core/means/work.ts';
import { setHands } from '../../../core/holding/days-commands.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { NumberField } from '../../parts/fields/NumberField.tsx';
import { run as take } from '../../store/session.ts';
import { Facts } from '../../parts/Facts.tsx';

const hoursText = (hours: number): string =>
  Number.isFinite(hours) ? `${(Math.round(hours * 10) / 10).toString()} h` : 'never';
const handsText = (hands: number): string =>
  Number.isInteger(Math.round(hands * 100) / 100) ? String(Math.round(hands)) : hands.toFixed(1);

/** Hands at each station of a planting's line, how loaded each is, how long roots lie, and a better split where there is one. */
export function LineTable({
  run: { work, laid },
  holding,
  crew,
  brief = false,
}: {
  run: Run;
  holding: Holding;
  crew: Crew;
  /** Without fields, and without who may stand where. */
  brief?: boolean;
}) {
  const { id } = laid.planting;
  const hands = crew.able([]).length;
  const may = (key: StationKey) =>
    crew.able(stationData.stations[key].not, stationData.stations[key].child).map((i) => crew.people[i]!.name);
  const said = holding.days.plantings.find((one) => one.id === id)?.hands ?? {};
  const proposed = bestHands(work, hands);
  const line = lineOf(work, mannedOf(said, proposed));
  const best = lineOf(work, proposed);
  const given = line.stations.reduce((sum, one) => sum + one.hands, 0);
  const worse = Object.keys(said).length > 0 && line.hours > best.hours + 0.05;
  return (
    <section className="line-table" aria-label="The line">
      {brief && <h2>The line</h2>}
      <Facts
        heads={['Station', 'Hands', 'Load', ...(brief ? [] : ['Who may'])]}
        rows={line.stations.map((one) => ({
          key: one.key,
          className: one.key === line.slowest?.key ? 'is-slowest' : '',
          cells: [
            one.label,
            brief ? (
              handsText(one.hands)
            ) : (
              <NumberField
                aria-label={`Hands at ${one.label.toLowerCase()}`}
                min={0}
                max={50}
                size="small"
                value={Math.round(one.hands * 100) / 100}
                onEnter={(next) => take(setHands(id, manned(said, one.key, next), 'line manned'))}
              />
            ),
            <span key="load" className="load" role="img" aria-label={`${Math.round(one.load * 100)} % of its time`}>
              <span style={{ width: `${Math.min(100, one.load * 100)}%` }} />
            </span>,
            ...(brief ? [] : [may(one.key).join(', ') || 'nobody of the crew']),
          ],
        }))}
      />
      <p>
        {line.slowest && Number.isFinite(line.hours) ? (
          <>
            {line.slowest.label} holds it up: {hoursText(line.hours)} for {work.plants} plants.
            {line.bare > 0 && ` Roots lie bare ${Math.max(1, Math.round(line.bare))} min at most.`}
          </>
        ) : (
          `Nobody stands at ${line.slowest?.label.toLowerCase() ?? 'a station'}: the line never ends.`
        )}
        {given > hands + 0.01 && ` ${handsText(given)} hands stand there, and ${hands} come.`}
      </p>
      {Object.keys(said).length === 0 && <p className="soft">As proposed: {sayGangs(bestGangs(work, hands))}.</p>}
      {worse && (
        <p>
          Manned otherwise it takes{' '}
          <strong>
            {hoursText(best.hours)} instead of {hoursText(line.hours)}
          </strong>
          .{' '}
          <Button size="small" onClick={() => take(setHands(id, {}, 'line balanced'))}>
            Do so
          </Button>
        </p>
      )}
    </section>
  );
}

function manned(said: Readonly<Record<string, number>>, key: StationKey, hands: number | null): Record<string, number> {
  const next = { ...said };
  if (hands === null) delete next[key];
  else next[key] = hands;
  return next;
}
