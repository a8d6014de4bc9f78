import { scaleLinear } from 'd3-scale';
import { cutsOf, piecesOf } from '../../../../core/means/weeds/cut-list.ts';
import type { Cut } from '../../../../core/means/weeds/weed-kit.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { counted, formatLength, formatTape, toUs } from '../../../../core/units/quantities.ts';
import { roundLengths } from './along.ts';
import { useShown } from '../../../store/derived.ts';

const ROW = 40;
const LEFT = 130;
const WIDE = 660;

/** Which roll lies on which row from where to where, as a drawing and as a list. */
export function CuttingPlan({ laid }: { laid: Laid }) {
  const holding = useShown();
  const { units } = holding;
  const { stand } = laid.layout;
  const cuts = cutsOf(laid, holding);
  const pieces = cuts.flatMap(piecesOf);
  if (pieces.length === 0) return null;
  const length = (metres: number) => formatLength(metres, units, { decimals: 1 });
  const rows = [...new Set(pieces.map(({ row }) => row))].sort((a, b) => a - b);
  const far = Math.max(...pieces.map(({ to }) => to));
  const x = scaleLinear([0, far], [LEFT, WIDE - 8]);
  const [rolls, joints] = [sum(cuts, (cut) => cut.plan.rolls), sum(cuts, (cut) => cut.plan.joints)];
  const over = sum(cuts, (cut) => cut.plan.remnant);
  const offcuts = cuts.flatMap((cut) => cut.plan.offcuts);
  return (
    <section className="drawing" aria-label="Cutting plan">
      <h2>
        Cutting plan{' '}
        <span className="soft">
          {counted(rolls, 'roll')}, {counted(joints, 'joint')}, {length(over)} over
          {offcuts.length > 0 ? `, offcuts of ${offcuts.map((piece) => length(piece)).join(', ')}` : ''}
          {sayCovers(over + sum(offcuts, (piece) => piece), cuts[0]!, units)}
        </span>
      </h2>
      <svg viewBox={`0 0 ${WIDE} ${rows.length * ROW + 34}`} role="img" aria-label="Rolls laid along the rows">
        {roundLengths(far, 7, units).map((tick) => (
          <g key={tick} transform={`translate(${x(tick)},14)`}>
            <text textAnchor="middle">{Math.round(units === 'us' ? toUs(tick, 'ft') : tick)}</text>
            <line y1={4} y2={9} />
          </g>
        ))}
        {rows.map((row, at) => (
          <g key={row} transform={`translate(0,${at * ROW + 34})`}>
            <text x={0} y={9} className="name">
              {row + 1} {stand.rows[row]!.row.name}
            </text>
            {pieces
              .filter((piece) => piece.row === row)
              .map((piece, i) => (
                <g key={i}>
                  <rect
                    x={x(piece.from)}
                    width={Math.max(1, x(piece.to) - x(piece.from))}
                    y={piece.lane * 6}
                    height={10}
                    className={`roll-${(piece.roll - 1) % 5}`}
                  />
                  {x(piece.to) - x(piece.from) > 44 && (
                    <text
                      className="roll"
                      x={(x(piece.from) + x(piece.to)) / 2}
                      y={piece.lane * 6 + 8.5}
                      textAnchor="middle"
                    >
                      roll {piece.roll}
                    </text>
                  )}
                  {piece.joint && <line className="joint" x1={x(piece.from)} x2={x(piece.from)} y1={-4} y2={14} />}
                </g>
              ))}
          </g>
        ))}
      </svg>
      <details>
        <summary>As a list</summary>
        <ol className="cut-list">
          {pieces.map((piece, i) => (
            <li key={i}>
              Roll {piece.roll}: row {piece.row + 1}, from {formatTape(piece.from, units)} to{' '}
              {formatTape(piece.to, units)}, {formatTape(piece.cut, units)} cut
              {piece.joint ? ', lapped over the piece before' : ''}
            </li>
          ))}
        </ol>
      </details>
    </section>
  );
}

const sum = <T,>(list: readonly T[], of: (one: T) => number): number => list.reduce((total, one) => total + of(one), 0);

/** What is over still covers: mats cut from it. */
function sayCovers(over: number, { roll }: Cut, units: 'metric' | 'us'): string {
  const mats = Math.floor(over / roll);
  return mats > 0 ? `: enough for ${counted(mats, 'mat')} of ${formatLength(roll, units, { decimals: 2 })}` : '';
}
