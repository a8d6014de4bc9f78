import type { Card } from '../../../core/field/cards/cards.ts';
import { drawCard } from '../../../core/field/cards/drawing.ts';
import type { UnitSystem } from '../../../core/units/quantities.ts';

const [WIDE, HIGH] = [366, 300];
const path = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');

/** A label over two lines where it is long: a thumb's width of text beside a drawing. */
function lines(text: string): string[] {
  if (text.length <= 15) return [text];
  const words = text.split(' ');
  const out: string[] = [''];
  for (const word of words)
    if (`${out.at(-1)} ${word}`.trim().length > 15 && out.at(-1)) out.push(word);
    else out[out.length - 1] = `${out.at(-1)} ${word}`.trim();
  return out.slice(0, 3);
}

/** The section through one hole, to scale, from the card's own numbers. */
export function CardFigure({ card, units }: { card: Card; units: UnitSystem }) {
  const { shapes, labels } = drawCard(card.planted, card.tall, units, WIDE, HIGH);
  return (
    <svg
      className="card-figure"
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      role="img"
      aria-label={`How ${card.species.common} stands in its hole, to scale`}
    >
      {shapes.map((shape, i) =>
        shape.what === 'area' ? (
          <polygon
            key={i}
            className={`of-${shape.of}${shape.dashed ? ' is-dashed' : ''}`}
            points={path(shape.points)}
          />
        ) : (
          <polyline
            key={i}
            className={`of-${shape.of} is-line${shape.dashed ? ' is-dashed' : ''}`}
            points={path(shape.points)}
            strokeWidth={shape.width}
            {...(shape.arrow && { markerEnd: 'url(#card-arrow)' })}
          />
        ),
      )}
      <defs>
        <marker
          id="card-arrow"
          viewBox="0 0 8 8"
          refX="7"
          refY="4"
          markerWidth="8"
          markerHeight="8"
          markerUnits="userSpaceOnUse"
          orient="auto"
        >
          <path d="M0 0L8 4L0 8Z" className="of-wind-head" />
        </marker>
      </defs>
      {labels.map(({ text, at: [x, y], to, side, main }) => {
        const parts = lines(text);
        const edge = side === 'left' ? Math.min(x + 92, to[0] - 4) : Math.max(x - 92, to[0] + 4);
        return (
          <g key={text} className={main ? 'label is-main' : 'label'}>
            <line x1={edge} y1={y} x2={to[0]} y2={to[1]} />
            <text textAnchor={side === 'left' ? 'start' : 'end'}>
              {parts.map((part, n) => (
                <tspan key={part} x={x} y={y + 4 + (n - (parts.length - 1) / 2) * 12.5}>
                  {part}
                </tspan>
              ))}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
