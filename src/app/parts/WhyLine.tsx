import { Unfolding } from './Unfolding.tsx';

/** Beneath a table: how its figures are reckoned and where that comes from, unfolded at a touch. */
export function WhyLine({ formula, source }: { formula: string; source: string }) {
  const content = (
    <div className="why">
      <p>
        <strong>{formula}</strong>
      </p>
      <p className="soft">Source: {source}.</p>
    </div>
  );
  return (
    <Unfolding title="Why these figures" content={content} placement="left">
      <button type="button" className="link fine">
        Why these figures
      </button>
    </Unfolding>
  );
}
