import { Button, Input, Select, Segmented } from 'antd';
import { Suspense, useState } from 'react';
import type { Laid } from '../../../core/ranks/laid.ts';
import { removeRow, setRow, setRuns } from '../../../core/holding/planting-commands.ts';
import { SPACING, type Row } from '../../../core/holding/schema.ts';
import { settingOf } from '../../../core/holding/settings.ts';
import { isBelt } from '../../../core/ranks/outline.ts';
import { mainString } from '../../../core/ranks/stand.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { closingYear } from '../../../core/years/belt.ts';
import { ChoiceField } from '../../parts/ChoiceField.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { LengthField } from '../../parts/LengthField.tsx';
import { Toggle } from '../../parts/Toggle.tsx';
import { later } from '../../parts/later.ts';
import { useShown, useBook } from '../../store/derived.ts';
import { look } from '../../store/look-at.ts';
import { run } from '../../store/session.ts';
import { KeptFields } from './KeptFields.tsx';
import { Standards } from './Standards.tsx';
import { stockOptions } from './stock-options.ts';
import { speciesLine, SpeciesSelect } from './SpeciesSelect.tsx';

const SpacingSchools = later(() => import('./SpacingSchools.tsx'), 'SpacingSchools');
const MixSchools = later(() => import('./MixSchools.tsx'), 'MixSchools');
const SpeciesPicker = later(() => import('./SpeciesPicker.tsx'), 'SpeciesPicker');

const MIX_WORDS = {
  turn: 'in turn, over and over',
  quota: 'as exact shares, evenly',
  drift: 'as shares in drifts',
} as const;

/** One row, every number of it: gap, spacing, stagger, ends, stock, species in turn, standards. */
export function RowPanel({ laid, row: id }: { laid: Laid; row: string }) {
  const holding = useShown();
  const book = useBook();
  const [choosing, setChoosing] = useState<number | null>(null);
  const [schools, setSchools] = useState(false);
  const [mixing, setMixing] = useState(false);
  const { planting, layout } = laid;
  const index = planting.rows.findIndex((row) => row.id === id);
  const row = planting.rows[index]!;
  const string = mainString(layout.stand, id);
  const laidRow = layout.stand.rows[string];
  const plants = layout.stand.rows.reduce((sum, { row: each, from, to }) => sum + (each.id === id ? to - from : 0), 0);
  const shape = planting.baseline.kind;
  const belt = isBelt(planting.baseline);
  const isFirst = planting.rows.findIndex(({ across }) => across === row.across) === index;
  const { units } = holding;
  const set = (changes: Partial<Row>, label?: string) => run(setRow(planting.id, id, changes, label));
  const closes = laidRow ? closingYear(layout.stand, string, settingOf(holding, 'growth.site')) : null;
  return (
    <>
      <div className="panel-head">
        <h2>Row {index + 1}</h2>
        <Button size="small" onClick={() => look({ selection: null })}>
          Close
        </Button>
      </div>
      {laidRow && (
        <p className="soft">
          {plants} plants at {formatLength(laidRow.spacing, units, { decimals: 2 })}
          {belt
            ? `, ${formatLength(Math.abs(laidRow.offset), units)} from the line`
            : shape === 'guilds'
              ? `, ${formatLength(laidRow.offset, units)} from the anchor`
              : ''}
          {closes === null ? '' : `, crowns meet in year ${closes}`}.
        </p>
      )}
      <div className="form">
        <div className="field">
          <label htmlFor="row-name">Name</label>
          <Input
            id="row-name"
            key={row.name}
            defaultValue={row.name}
            maxLength={80}
            onPressEnter={(event) => event.currentTarget.blur()}
            onBlur={(event) =>
              event.target.value.trim() &&
              event.target.value !== row.name &&
              set({ name: event.target.value.trim() }, 'row renamed')
            }
          />
        </div>
        <div className="pair">
          <LengthField
            label={belt && isFirst ? 'From the line' : shape === 'guilds' ? 'Out from the ring within' : 'Row gap'}
            units={units}
            least={0}
            most={SPACING.most}
            value={row.rowGap}
            onChange={(rowGap) => set({ rowGap })}
          />
          <LengthField
            label="Spacing"
            units={units}
            least={SPACING.least}
            most={SPACING.most}
            value={row.spacing}
            onChange={(spacing) => set({ spacing })}
          />
        </div>
        <Button size="small" aria-expanded={schools} onClick={() => setSchools(!schools)}>
          Spacing by school
        </Button>
        <Suspense>{schools && <SpacingSchools planting={planting.id} row={id} />}</Suspense>
        {belt && (
          <div className="pair">
            <LengthField
              label="Inset at both ends"
              units={units}
              most={500}
              value={row.inset}
              onChange={(inset) => set({ inset })}
            />
            <div className="field">
              <span className="label">Ends</span>
              <Segmented
                aria-label="Ends"
                value={row.ends}
                options={[
                  { value: 'keep', label: 'keep' },
                  { value: 'fit', label: 'fit' },
                  { value: 'centre', label: 'centre' },
                ]}
                onChange={(ends) => set({ ends: ends as Row['ends'] }, `ends ${ends}`)}
              />
            </div>
          </div>
        )}
        <div className="pair">
          <div className="field">
            <span className="label">Start</span>
            <Segmented
              aria-label="Start"
              value={row.staggered ? 'half' : 'square'}
              options={[
                { value: 'square', label: 'square' },
                { value: 'half', label: 'staggered' },
              ]}
              onChange={(start) => set({ staggered: start === 'half' }, start === 'half' ? 'staggered' : 'square')}
            />
          </div>
          <div className="field">
            <label htmlFor="row-later">Planted years later</label>
            <NumberField
              id="row-later"
              min={0}
              max={20}
              precision={0}
              value={row.later}
              onEnter={(years) =>
                years !== null &&
                set({ later: years }, years === 0 ? 'planted with the first' : `planted ${years} years later`)
              }
            />
          </div>
        </div>
        <div className="field">
          <label htmlFor="row-stock">Stock</label>
          <Select
            id="row-stock"
            value={row.stock}
            options={stockOptions}
            onChange={(stock) => set({ stock }, 'stock changed')}
          />
        </div>
        {belt && (
          <>
            <div className="pair">
              <LengthField
                label="Starts late by"
                units={units}
                most={5000}
                value={row.trim.start}
                onChange={(start) => set({ trim: { ...row.trim, start } }, 'row starts later')}
              />
              <LengthField
                label="Stops early by"
                units={units}
                most={5000}
                value={row.trim.stop}
                onChange={(stop) => set({ trim: { ...row.trim, stop } }, 'row stops earlier')}
              />
            </div>
            <Toggle
              label="On the other side of the line"
              on={row.across}
              onChange={(across) => set({ across }, across ? 'row across the line' : 'row back with the others')}
            />
          </>
        )}
        <KeptFields row={row} set={set} />
        <h3>Species</h3>
        {/* Above the runs: what is tried out changes how many they are, and must not move what is pointed at. */}
        <Button size="small" aria-expanded={mixing} onClick={() => setMixing(!mixing)}>
          One kind or many
        </Button>
        <Suspense>{mixing && <MixSchools planting={planting.id} row={id} />}</Suspense>
        <ChoiceField
          label="How they fill the row"
          value={row.mix}
          options={MIX_WORDS}
          onChange={(mix) => set({ mix }, MIX_WORDS[mix])}
        />
        {row.mix === 'turn' && row.runs.length > 1 && (
          <div className="field">
            <label htmlFor="row-offset">Begins at place</label>
            <NumberField
              id="row-offset"
              min={1}
              max={9999}
              precision={0}
              value={row.offset + 1}
              onEnter={(place) => place && set({ offset: place - 1 }, 'turn begun later')}
            />
          </div>
        )}
        {row.mix === 'drift' && (
          <Button size="small" onClick={() => set({ seed: (row.seed + 1) % 1_000_000 }, 'another drift')}>
            Draw another drift
          </Button>
        )}
        <ol className="runs">
          {row.runs.map((each, i) => (
            <li key={i}>
              <NumberField
                aria-label={`Count of run ${i + 1}`}
                min={1}
                max={9999}
                precision={0}
                value={each.count}
                onEnter={(count) =>
                  count &&
                  run(
                    setRuns(
                      planting.id,
                      id,
                      row.runs.map((old, j) => (j === i ? { ...old, count } : old)),
                      'run changed',
                    ),
                  )
                }
              />
              <SpeciesSelect
                label={`Species of run ${i + 1}`}
                value={each.species}
                onChange={(species) =>
                  run(
                    setRuns(
                      planting.id,
                      id,
                      row.runs.map((old, j) => (j === i ? { ...old, species } : old)),
                      `run swapped for ${book.of(species).common}`,
                    ),
                  )
                }
              />
              <Button size="small" aria-label={`Choose the species of run ${i + 1}`} onClick={() => setChoosing(i)}>
                ?
              </Button>
              <Button
                size="small"
                aria-label={`Take run ${i + 1} out`}
                disabled={row.runs.length === 1}
                onClick={() =>
                  run(
                    setRuns(
                      planting.id,
                      id,
                      row.runs.filter((_, j) => j !== i),
                      'run taken out',
                    ),
                  )
                }
              >
                −
              </Button>
            </li>
          ))}
        </ol>
        <Button
          size="small"
          onClick={() => run(setRuns(planting.id, id, [...row.runs, { ...row.runs.at(-1)!, count: 1 }], 'run added'))}
        >
          Add a run
        </Button>
        {row.runs.length === 1 && <p className="soft fine">{speciesLine(book.of(row.runs[0]!.species), units)}</p>}
        <Standards row={row} set={set} units={units} />
        {row.swaps.length > 0 && (
          <p>
            {row.swaps.length} swapped by hand.{' '}
            <button type="button" className="link" onClick={() => set({ swaps: [] }, 'hand swaps taken back')}>
              Take back
            </button>
          </p>
        )}
        <Suspense>
          {choosing !== null && (
            <SpeciesPicker
              planting={planting.id}
              row={id}
              onClose={() => setChoosing(null)}
              onTake={(species) =>
                run(
                  setRuns(
                    planting.id,
                    id,
                    row.runs.map((old, j) => (j === choosing ? { ...old, species } : old)),
                    `run swapped for ${book.of(species).common}`,
                  ),
                )
              }
            />
          )}
        </Suspense>
        <Button
          danger
          onClick={() => {
            run(removeRow(planting.id, id));
            look({ selection: null });
          }}
        >
          Delete this row
        </Button>
      </div>
    </>
  );
}
