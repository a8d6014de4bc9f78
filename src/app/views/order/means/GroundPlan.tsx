import { polyline } from '../../../../core/geometry/polyline.ts';
import { wayFor } from '../../../../core/holding/means-schema.ts';
import { levelled } from '../../../../core/order/sheets/levelled.ts';
import { fenceCorners } from '../../../../core/means/protection/fence-line.ts';
import { protectedParts } from '../../../../core/means/protection/guard-kit.ts';
import { mowPlan } from '../../../../core/means/weeds/mow-plan.ts';
import { stretchesOf } from '../../../../core/means/weeds/stretches.ts';
import { cleanWidth, laidOn, measure } from '../../../../core/means/weeds/weed-kit.ts';
import type { DripPlan } from '../../../../core/means/drip-plan.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { useShown } from '../../../store/derived.ts';
import { along } from './along.ts';

type Point = readonly [number, number];

/** The planting from above, to scale: its plants, and strips, rings, fence or drip as they lie. */
export function GroundPlan({
  laid: { planting, layout },
  show,
  drip,
}: {
  laid: Laid;
  show: 'weeds' | 'animals' | 'water';
  drip?: DripPlan | null;
}) {
  const holding = useShown();
  const { stand } = layout;
  if (stand.count === 0) return null;
  const fences =
    show === 'animals'
      ? protectedParts(planting, layout, holding)
          .filter(({ protection }) => protection.fences.length > 0)
          .flatMap(({ site }) => site.run?.lines ?? [])
      : [];
  const plants: Point[] = Array.from({ length: stand.count }, (_, i) => [stand.x[i]!, stand.y[i]!]);
  const mown = mowPlan(planting, layout, holding);
  // Laid with its line level, so that it fills the width.
  const box = levelled({ planting, layout }, [
    ...fences.flat(),
    ...(drip ? [drip.tap] : []),
    ...(show === 'weeds' ? mown.lanes.flatMap(({ turns }) => turns.flat()) : []),
  ]);
  const height = Math.min(260, Math.max(60, (box.height / box.width) * 660));
  const scale = Math.min(660 / box.width, height / box.height);
  const at = (p: Point): Point => {
    const [u, v] = box.at(p);
    return [u * scale, v * scale];
  };
  const path = (points: readonly Point[]) =>
    `M${points
      .map((p) =>
        at(p)
          .map((n) => n.toFixed(1))
          .join(','),
      )
      .join('L')}`;
  const r = Math.max(1.2, Math.min(4, 0.12 * scale));
  return (
    <section className="drawing" aria-label="Plan of what is laid">
      <svg
        viewBox={`0 0 660 ${height}`}
        role="img"
        aria-label={`${planting.name} from above, ${formatLength(layout.baseline?.line.length ?? 0, holding.units)} long`}
      >
        {show === 'weeds' &&
          mown.lanes
            .filter(({ passes }) => passes)
            .map(({ line, clear, turns }, i) => (
              <g key={i}>
                <path d={path(line)} className="cover-strip is-lane" style={{ strokeWidth: clear * scale }} />
                {turns.map((turn, end) => (
                  <path key={end} d={path(turn)} className="turn" />
                ))}
              </g>
            ))}
        {show === 'weeds' && <Covers laid={{ planting, layout }} at={at} path={path} scale={scale} />}
        {drip?.lines.map(({ row, zone }, i) => {
          const { line } = stand.rows[row]!;
          return line && <path key={i} d={path(line.points)} className={`drip zone-${(zone - 1) % 5}`} />;
        })}
        {drip && <path d={path([drip.tap, drip.feed])} className="header" />}
        {/* Too many to be told apart at this size are drawn as the rows that they stand in. */}
        {plants.length > MOST_DRAWN &&
          stand.rows.map(({ line }, i) => line && <path key={i} d={path(line.points)} className="plants" />)}
        {plants.slice(0, plants.length > MOST_DRAWN ? 0 : undefined).map((p, i) => {
          const [cx, cy] = at(p);
          return <circle key={i} cx={cx.toFixed(1)} cy={cy.toFixed(1)} r={r} className="plant" />;
        })}
        {fences.map((line, i) => (
          <path key={i} d={path(line)} className="fence" />
        ))}
        {fences.flatMap(fenceCorners).map((corner, i) => {
          const [cx, cy] = at(corner);
          return <rect key={i} x={cx - 3} y={cy - 3} width={6} height={6} className="post" />;
        })}
      </svg>
    </section>
  );
}

/** Plants that are drawn one by one. */
const MOST_DRAWN = 3000;

interface Drawn {
  readonly laid: Laid;
  at(p: Point): Point;
  path(points: readonly Point[]): string;
  readonly scale: number;
}

function Covers({ laid: { planting, layout }, at, path, scale }: Drawn) {
  const holding = useShown();
  const { stand } = layout;
  return stand.rows.map(({ row, from, to, line, spacing }, r) => {
    const way = wayFor(planting.means.weeds, { row: row.id, species: '', stock: '' });
    const lays = laidOn(way, spacing, holding);
    const width = cleanWidth(way, spacing, holding);
    if (!line || width === 0 || to === from) return null;
    const square = lays === 'mat';
    if (lays === 'ring' || lays === 'spot' || square)
      return Array.from({ length: to - from }, (_, k) => {
        const [x, y] = at([stand.x[from + k]!, stand.y[from + k]!]);
        const half = (width / 2) * scale;
        return square ? (
          <rect
            key={`${r}-${k}`}
            x={x - half}
            y={y - half}
            width={2 * half}
            height={2 * half}
            className={`cover is-${lays}`}
          />
        ) : (
          <circle key={`${r}-${k}`} cx={x} cy={y} r={half} className={`cover is-${lays}`} />
        );
      });
    const slit = (measure(way, holding, 'weed.slit') / 2) * scale;
    const cuts =
      lays === 'strip'
        ? Array.from({ length: to - from }, (_, k) => {
            const [x, y] = at([stand.x[from + k]!, stand.y[from + k]!]);
            return `M${x - slit},${y - slit}L${x + slit},${y + slit}M${x - slit},${y + slit}L${x + slit},${y - slit}`;
          }).join('')
        : '';
    const strips = stretchesOf(stand, stand.rows[r]!, r).map((stretch, k) => (
      <path
        key={`${r}-${k}`}
        d={path(along(polyline(line.points), stretch.from, stretch.to))}
        className={`cover-strip is-${lays}`}
        style={{ strokeWidth: width * scale }}
      />
    ));
    return [...strips, cuts && <path key={`${r}-cuts`} d={cuts} className="slit" />];
  });
}
