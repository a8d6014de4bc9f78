import type { HoleOfStock } from '../../../../core/means/hole-plan.ts';
import { rootsOf } from '../../../../core/means/holes.ts';
import { stockOf } from '../../../../core/species/stock.ts';
import { capital } from '../../../../core/units/text.ts';
import { formatTape, inUnits, type UnitSystem } from '../../../../core/units/quantities.ts';

const SCALE = 110;
const WIDE = 190;
const GROUND = 40;

/** A hole from the side, to scale: the ground, what is dug, the roots or ball in it. */
export function HoleDrawing({ hole, units }: { hole: HoleOfStock; units: UnitSystem }) {
  const { ball, ballDepth } = rootsOf(hole.stock);
  const [middle, deep] = [WIDE / 2, hole.depth * SCALE];
  const half = (hole.width / 2) * SCALE;
  const proud = Math.max(0, ballDepth - hole.depth + (hole.baseLoose > 0 ? hole.depth - ballDepth : 0)) * SCALE;
  return (
    <figure className="hole">
      <svg
        viewBox={`0 0 ${WIDE} ${GROUND + Math.max(60, deep + 34)}`}
        role="img"
        aria-label={`Hole for ${stockOf(hole.stock).name}`}
      >
        <rect className="soil" x={0} y={GROUND} width={WIDE} height={300} />
        <path
          className="dug"
          d={`M${middle - half},${GROUND} L${middle - half * 0.85},${GROUND + deep} L${middle + half * 0.85},${GROUND + deep} L${middle + half},${GROUND} Z`}
        />
        <ellipse
          className="roots"
          cx={middle}
          cy={GROUND - proud + (ballDepth * SCALE) / 2}
          rx={(ball / 2) * SCALE}
          ry={(ballDepth / 2) * SCALE}
        />
        <line className="stem" x1={middle} x2={middle} y1={4} y2={GROUND - proud + 4} />
        <line className="grade" x1={0} x2={WIDE} y1={GROUND} y2={GROUND} />
        <text x={middle} y={GROUND + deep + 16} textAnchor="middle">
          {formatTape(hole.width, units)} wide, {formatTape(hole.depth, units)} deep
        </text>
      </svg>
      <figcaption>{capital(inUnits(stockOf(hole.stock).name, units))}</figcaption>
    </figure>
  );
}
