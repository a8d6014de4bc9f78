import { Button } from 'antd';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { setRuns, swapPlant } from '../../../../core/holding/planting-commands.ts';
import { numberInRow, plantNamed, speciesAt } from '../../../../core/ranks/stand.ts';
import { stockOf } from '../../../../core/species/stock.ts';
import { capital } from '../../../../core/units/text.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { useShown, useBook } from '../../../store/derived.ts';
import { goTo, look } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';
import { speciesLine, SpeciesSelect } from '../../../parts/SpeciesSelect.tsx';

/** One plant: what it is, where it stands, and another species for it or for its whole run. */
export function PlantPanel({
  laid: { planting, layout },
  row: rowId,
  place,
}: {
  laid: Laid;
  row: string;
  place: number;
}) {
  const { units } = useShown();
  const book = useBook();
  const { stand } = layout;
  const i = plantNamed(stand, rowId, place);
  if (i === null) return <p>That plant is no longer there.</p>;
  const laidRow = stand.rows[stand.row[i]!]!;
  const { row } = laidRow;
  const species = speciesAt(stand, i);
  const { id } = species;
  const isStandard = row.standards?.species === id && stand.stockIds[stand.stock[i]!] === row.standards.stock;
  const inSequence = row.runs.some((each) => each.species === id);
  return (
    <>
      <div className="panel-head">
        <h2>{capital(species.common)}</h2>
        <Button size="small" onClick={() => look({ selection: null })}>
          Close
        </Button>
      </div>
      <p>
        <em>{species.botanical}</em>
      </p>
      <p>
        {row.name}, plant {numberInRow(stand, i)}, at {formatLength(stand.chainage[i]!, units, { decimals: 2 })} along
        the row. {stockOf(stand.stockIds[stand.stock[i]!]!).name}.
      </p>
      <p className="soft">
        {speciesLine(species, units)}. Source: {species.source}.
      </p>
      <div className="form">
        <Button onClick={() => goTo([[stand.x[i]!, stand.y[i]!]])}>Show it on the plan</Button>
        {isStandard ? (
          <p className="soft">A standard tree: change it in its row.</p>
        ) : (
          <>
            <div className="field">
              <span className="label">This plant</span>
              <SpeciesSelect
                label="Species of this plant"
                value={id}
                onChange={(other) =>
                  run(
                    swapPlant(
                      planting.id,
                      rowId,
                      { at: stand.chainage[i]!, copy: laidRow.copy },
                      other,
                      `plant ${numberInRow(stand, i)} swapped for ${book.of(other).common}`,
                    ),
                  )
                }
              />
            </div>
            {inSequence && (
              <div className="field">
                <span className="label">All {species.common} of the row</span>
                <SpeciesSelect
                  label={`Species in place of all ${species.common}`}
                  value={id}
                  onChange={(other) =>
                    run(
                      setRuns(
                        planting.id,
                        rowId,
                        row.runs.map((each) => (each.species === id ? { ...each, species: other } : each)),
                        `${species.common} swapped for ${book.of(other).common}`,
                      ),
                    )
                  }
                />
              </div>
            )}
          </>
        )}
        <Button onClick={() => look({ selection: { what: 'row', id: rowId } })}>The whole row</Button>
      </div>
    </>
  );
}
