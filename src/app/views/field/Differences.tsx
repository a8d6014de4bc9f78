import { Button } from 'antd';
import { saying, told } from '../../../core/field/the-day.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import type { Ledger } from '../../../core/record/ledger.ts';
import { stateOf, type Saying } from '../../../core/record/planted.ts';
import { bookOf } from '../../../core/species/book.ts';
import { record } from '../../store/session.ts';

/** What phones say differently of a plant, settled by one choice each. */
export function Differences({ holding, ledger }: { holding: Holding; ledger: Ledger }) {
  const book = bookOf(holding);
  const all = [...ledger.planted].flatMap(([planting, state]) =>
    [...state.said].flatMap(([label, sayings]) =>
      stateOf(sayings).differs.map(({ side, sayings: each }) => ({ planting, state, label, side, each })),
    ),
  );
  if (all.length === 0) return null;
  const words = (one: Saying): string => {
    switch (one.kind) {
      case 'planted':
        return 'Planted';
      case 'skipped':
        return `Skipped${one.body.reason ? `: ${one.body.reason.toLowerCase()}` : ''}`;
      case 'moved':
        return `Set elsewhere${one.body.reason ? `: ${one.body.reason}` : ''}`;
      case 'swapped':
        return `Another kind: ${book.of(one.body.species).common}`;
    }
  };
  return (
    <section aria-label="Said differently" className="differing">
      <h2>Said differently: {all.length}</h2>
      {all.map(({ planting, state, label, side, each }) => (
        <article key={`${planting} ${label} ${side}`} aria-label={label}>
          <h3>{label}</h3>
          {each.map((one) => (
            <Button
              key={one.id}
              className="tall"
              onClick={() => void record(`${label} settled`, [saying(planting, state, told(one, label))])}
            >
              <span>
                <strong>{words(one)}</strong>
                {one.by ? ` by ${one.by}` : ''}, {one.at.slice(0, 10)} {one.at.slice(11, 16)}
              </span>
            </Button>
          ))}
        </article>
      ))}
    </section>
  );
}
