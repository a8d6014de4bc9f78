import { Button } from 'antd';
import { take } from '../../../../core/holding/command.ts';
import { setSetting } from '../../../../core/holding/ground-commands.ts';
import { settingOf } from '../../../../core/holding/settings.ts';
import { favours } from '../../../../core/order/favours.ts';
import { fillSchools } from '../../../../core/order/plant-numbers.ts';
import { formatCount, formatMoney } from '../../../../core/units/quantities.ts';
import { usePreviews } from '../../../parts/findings/use-previews.ts';
import { workOut } from '../../../store/derived.ts';
import { run, useSession } from '../../../store/session.ts';

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Two schools of making sure that the places are filled: what each orders and costs here; looked at, it is tried out. */
export function FillSchools() {
  const holding = useSession((state) => state.holding!);
  const previews = usePreviews();
  const now = settingOf(holding, 'order.prob');
  const before = workOut(holding).order();
  const spoken = workOut(holding).all.map(({ planting, layout }) => ({
    name: planting.name,
    school: favours(planting, layout, holding).plants?.school,
  }));
  const favoured = (label: string) =>
    spoken
      .filter(({ school }) => school === label)
      .map(({ name }) => name)
      .join(', ');
  return (
    <section className="schools" aria-label="Schools of filling the places">
      <h3>Two schools</h3>
      <ul className="rows-list">
        {fillSchools.map(({ key, label, prob, why }) => {
          const command = setSetting('order.prob', prob, label.toLowerCase());
          const after = workOut(take(holding, command).holding).order();
          const plants = after.plants.reduce((sum, { order }) => sum + order, 0);
          const cents = after.cents - before.cents;
          return (
            <li key={key} {...previews(key, command)}>
              <div className="line">
                <strong>{label}</strong>
                <Button
                  size="small"
                  disabled={Math.abs(now - prob) < 1e-9}
                  aria-label={`${label}: order so that enough live with a chance of ${percent(prob)}`}
                  onClick={() => run(command)}
                >
                  {percent(prob)}
                </Button>
              </div>
              <p className="fine">
                {formatCount(plants)} plants wanted,{' '}
                {cents === 0
                  ? 'costs the same'
                  : `${formatMoney(Math.abs(cents), holding.currency)} ${cents > 0 ? 'more' : 'less'}`}
                .
              </p>
              <p className="soft fine">
                {why}
                {favoured(label) && ` Here it is spoken for in ${favoured(label)}.`}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
