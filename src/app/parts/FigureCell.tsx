import type { Figure } from '../../core/order/figures.ts';
import { Unfolding } from './Unfolding.tsx';

/** One figure; a touch opens the formula, what went into it and where that comes from. */
export function FigureCell({ figure }: { figure: Figure }) {
  return (
    <Unfolding title="Why this figure" content={<Why figure={figure} />} placement="left">
      <button type="button" className="figure" data-testid={`figure-${figure.key}`}>
        <strong>{figure.text}</strong>
        <span>{figure.label}</span>
      </button>
    </Unfolding>
  );
}

/** Drawn when it is opened: a why may take longer than its figure. */
function Why({ figure: { why } }: { figure: Figure }) {
  return (
    <div className="why">
      <p>
        <strong>{why.formula}</strong>
      </p>
      <dl>
        {why.inputs.map(({ label, text }) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
      <p className="soft">Source: {why.source}.</p>
    </div>
  );
}
