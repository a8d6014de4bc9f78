import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { GuardOrFence } from '../../../../core/means/protection/weigh.ts';
import { guardAnimals } from '../../../../core/means/protection/guards.ts';
import { roundLengths } from './along.ts';
import { sayProtection } from '../../../../core/means/protection/say.ts';
import { formatCount, formatLength, formatMoney } from '../../../../core/units/quantities.ts';
import { useShown } from '../../../store/derived.ts';

/** Whom a protection does not stop, in words. */
const leaves = (uncovered: GuardOrFence['guards']['uncovered']): string =>
  uncovered.length > 0 ? `, and does not stop ${uncovered.map((animal) => guardAnimals[animal].name).join(', ')}` : '';

const WIDE = 660;
const HIGH = 220;

/** Guards against a fence over the length of a belt like this one, and where this one stands. */
export function BreakEven({ weighed }: { weighed: GuardOrFence }) {
  const { units, currency } = useShown();
  const { curve, length, fromLength, fromPlants, guards, fence, breach } = weighed;
  const metres = (of: number) => formatLength(of, units, { decimals: 0 });
  const money = (cents: number) => formatMoney(cents, currency);
  const far = curve.at(-1)?.length ?? 1;
  const most = Math.max(1, ...curve.flatMap((at) => [at.guards, at.fence]));
  const x = scaleLinear([0, far], [56, WIDE - 12]);
  const y = scaleLinear([0, most], [HIGH - 28, 10]);
  const drawn = (of: 'guards' | 'fence') =>
    line<(typeof curve)[number]>(
      (at) => x(at.length),
      (at) => y(at[of]),
    )([...curve]) ?? '';
  return (
    <section className="drawing" aria-label="Guard or fence">
      <h2>
        Guard or fence <span className="soft">over ten years, put up, kept and taken away</span>
      </h2>
      {curve.length > 0 && (
        <svg viewBox={`0 0 ${WIDE} ${HIGH}`} role="img" aria-label="Cost of guards and of a fence by length">
          {y.ticks(4).map((tick) => (
            <g key={tick}>
              <line className="grid" x1={56} x2={WIDE - 12} y1={y(tick)} y2={y(tick)} />
              <text x={52} y={y(tick) + 4} textAnchor="end">
                {formatCount(Math.round(tick / 100))}
              </text>
            </g>
          ))}
          {roundLengths(far, 6, units).map((tick) => (
            <text key={tick} x={x(tick)} y={HIGH - 10} textAnchor="middle">
              {metres(tick)}
            </text>
          ))}
          <path className="curve is-guards" d={drawn('guards')} />
          <path className="curve is-fence" d={drawn('fence')} />
          <line className="here" x1={x(length)} x2={x(length)} y1={6} y2={HIGH - 28} />
          <text className="here-word" x={x(length) + 4} y={16}>
            here
          </text>
          {typeof fromLength === 'number' && fromLength <= far && (
            <line className="even" x1={x(fromLength)} x2={x(fromLength)} y1={6} y2={HIGH - 28} />
          )}
        </svg>
      )}
      <ul className="legend-list">
        <li className="is-guards">
          {sayProtection(guards, units)}: {money(guards.cost)}
          {leaves(guards.uncovered)}
        </li>
        <li className="is-fence">
          {sayProtection(fence, units)}: {money(fence.cost)}
          {leaves(fence.uncovered)}
        </li>
      </ul>
      <p>
        {fromLength === null
          ? 'No length makes the fence win here: guards cost less at any length.'
          : typeof fromLength === 'number'
            ? `The fence wins from ${metres(fromLength)} of such a belt; this one is ${metres(length)}.`
            : fromPlants !== null
              ? `The fence wins from ${formatCount(fromPlants)} plants on this ground.`
              : 'Only a fence stops what comes here.'}{' '}
        One breach of a fence exposes every plant behind it, {money(breach.fence)} to plant again; one lost guard
        exposes one, {money(breach.guard)}. Tubes also keep off voles, mowers and drift; fences spare natural seedlings.
        Both must be taken away.
      </p>
    </section>
  );
}
