import { Button } from 'antd';
import { useMemo } from 'react';
import type { Kind } from '../../../../core/account/quantities.ts';
import { substitutesFor } from '../../../../core/order/substitutes.ts';
import { stockOf } from '../../../../core/species/stock.ts';
import { capital } from '../../../../core/units/text.ts';
import { inUnits } from '../../../../core/units/quantities.ts';
import { SpeciesMark } from '../../../parts/SpeciesMark.tsx';
import { usePreviews } from '../../../parts/findings/use-previews.ts';
import { levelled } from '../../../../core/order/sheets/levelled.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { hueOf } from '../../../look/glyphs.ts';
import { useWorked, workOut } from '../../../store/derived.ts';
import { run, useSession } from '../../../store/session.ts';

/** What could be bought in place of a kind that cannot be had; looked at, each is tried out on the plan. */
export function Substitutes({ line }: { line: Kind }) {
  const holding = useSession((state) => state.holding!);
  const found = useMemo(() => substitutesFor(line, workOut(holding).all, holding), [line, holding]);
  const previews = usePreviews();
  return (
    <>
      <WhereItStands id={line.species.id} />
      <ul className="rows-list substitutes" aria-label={`Substitutes for ${line.species.common}`}>
        {found.map(({ species, stock, departs, command }) => (
          <li key={species.id} {...previews(species.id, command)}>
            <div className="line">
              <span>
                <SpeciesMark species={species} /> <strong>{capital(species.common)}</strong>{' '}
                <span className="soft">
                  {inUnits(stockOf(stock).name, holding.units)}; {departs.join(', ') || 'keeps every rule'}
                </span>
              </span>
              <Button
                size="small"
                aria-label={`Take ${species.common} for ${line.species.common}`}
                onClick={() => run(command)}
              >
                Take it
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}

/** The planting that holds most of a kind, from above, each plant in the hue of its kind; while a substitute is tried out, in its. */
function WhereItStands({ id }: { id: string }) {
  const kept = useSession((state) => state.holding!);
  const { all } = useWorked();
  const most = useMemo(() => {
    const share = ({ layout: { stand } }: Laid) =>
      stand.species.reduce((n, s) => n + (stand.kinds[s]!.id === id ? 1 : 0), 0);
    return [...workOut(kept).all].sort((a, b) => share(b) - share(a))[0]?.planting.id;
  }, [kept, id]);
  const laid = all.find(({ planting }) => planting.id === most);
  if (!laid) return null;
  const { stand } = laid.layout;
  const { at, width, height } = levelled(laid, []);
  return (
    <svg
      className="where"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${laid.planting.name} from above`}
    >
      {Array.from({ length: Math.min(stand.count, MOST_DRAWN) }, (_, i) => {
        const [cx, cy] = at([stand.x[i]!, stand.y[i]!]);
        return <circle key={i} cx={cx} cy={cy} r={width / 260} fill={hueOf(stand.kinds[stand.species[i]!]!.id)} />;
      })}
    </svg>
  );
}

/** Plants that are drawn one by one. */
const MOST_DRAWN = 1500;
