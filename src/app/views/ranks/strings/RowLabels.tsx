import type { Laid } from '../../../../core/ranks/laid.ts';
import { counted, formatLength, type UnitSystem } from '../../../../core/units/quantities.ts';
import { look } from '../../../store/look-at.ts';

/** The names of the strings or rings shown, each with its spacing and plants; pressed, its row is chosen. */
export function RowLabels({
  laid: { planting, layout },
  most,
  chosen,
  units,
}: {
  laid: Laid;
  most: number;
  chosen: string | null;
  units: UnitSystem;
}) {
  const { rows } = layout.stand;
  return (
    <ol className="row-labels">
      {rows.slice(0, most).map(({ row, copy, offset, spacing, from, to }, r) => (
        <li key={`${row.id} ${copy}`}>
          {r > 0 && row.rowGap > 0 && (
            <span className="row-gap">
              {formatLength(planting.baseline.kind === 'block' ? offset - rows[r - 1]!.offset : row.rowGap, units, {
                decimals: 1,
              })}
            </span>
          )}
          <button
            type="button"
            aria-pressed={row.id === chosen}
            onClick={() => look({ selection: row.id === chosen ? null : { what: 'row', id: row.id } })}
          >
            <strong>
              {r + 1} {row.name}
            </strong>
            <span>
              {formatLength(spacing, units, { decimals: 2 }).replace(/0 (m|ft)$/, ' $1')} apart,{' '}
              {counted(to - from, 'plant')}
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}
