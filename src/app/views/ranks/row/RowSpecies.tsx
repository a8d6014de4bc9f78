import { partners } from '../../../../core/species/catalogue.ts';
import { rootstocks } from '../../../../core/species/rootstocks.ts';
import { runOf, stocks } from '../../../../core/species/stock.ts';
import { Button, Select } from 'antd';
import { Suspense, useState } from 'react';
import { setRuns } from '../../../../core/holding/planting-commands.ts';
import type { Row, Run } from '../../../../core/holding/schema.ts';
import { formatRange, inUnits, type UnitSystem } from '../../../../core/units/quantities.ts';
import { ChoiceField } from '../../../parts/fields/ChoiceField.tsx';
import { later } from '../../../parts/later.ts';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { useBook } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';
import { speciesLine, SpeciesSelect } from '../../../parts/SpeciesSelect.tsx';

const MixSchools = later(() => import('../../../parts/findings/MixSchools.tsx'), 'MixSchools');
const SpeciesPicker = later(() => import('./SpeciesPicker.tsx'), 'SpeciesPicker');

const MIX_WORDS = {
  turn: 'in turn, over and over',
  quota: 'as exact shares, evenly',
  drift: 'as shares in drifts',
} as const;

interface Props {
  readonly planting: string;
  readonly row: Row;
  readonly units: UnitSystem;
  set(changes: Partial<Row>, label?: string): void;
}

/** What stands in a row: one kind or many, how they fill it, and its runs of species. */
export function RowSpecies({ planting, row, units, set }: Props) {
  const [mixing, setMixing] = useState(false);
  const book = useBook();
  return (
    <>
      <h3>Species</h3>
      {/* Above the runs: what is tried out changes how many they are, and must not move what is pointed at. */}
      <Button size="small" aria-expanded={mixing} onClick={() => setMixing(!mixing)}>
        One kind or many
      </Button>
      <Suspense>{mixing && <MixSchools planting={planting} row={row.id} />}</Suspense>
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
      <Runs planting={planting} row={row} units={units} />
      {row.runs.length === 1 && <p className="soft fine">{speciesLine(book.of(row.runs[0]!.species), units)}</p>}
    </>
  );
}

/** The runs of a row, in the order in which they stand. */
function Runs({ planting, row: { id, runs, stock }, units }: Pick<Props, 'planting' | 'row' | 'units'>) {
  const book = useBook();
  const [choosing, setChoosing] = useState<number | null>(null);
  const put = (next: readonly Run[], label: string) => run(setRuns(planting, id, next, label));
  const change = (at: number, changes: Partial<Run>, label: string) =>
    put(
      runs.map((old, i) => (i === at ? { ...old, ...changes } : old)),
      label,
    );
  const swap = (at: number, species: string) =>
    put(
      runs.map((old, i) => (i === at ? runOf(book.of(species), old.count, stock) : old)),
      `run swapped for ${book.of(species).common}`,
    );
  /** Says which variety or rootstock; an empty choice leaves it unsaid. */
  const say = (at: number, said: Pick<Run, 'variety' | 'rootstock'>) =>
    put(
      runs.map((one, i) =>
        i === at
          ? (Object.fromEntries(Object.entries({ ...one, ...said }).filter(([, value]) => value !== '')) as Run)
          : one,
      ),
      Object.keys(said)[0]!,
    );
  const buyAs = (at: number, as: string) => {
    const { stock: _, ...old } = runs[at]!;
    put(
      runs.map((one, i) => (i === at ? (as === stock ? old : { ...old, stock: as }) : one)),
      'bought as another stock',
    );
  };
  return (
    <>
      <ol className="runs">
        {runs.map((each, i) => (
          <li key={i}>
            <NumberField
              aria-label={`Count of run ${i + 1}`}
              min={1}
              max={9999}
              precision={0}
              value={each.count}
              onEnter={(count) => count && change(i, { count }, 'run changed')}
            />
            <SpeciesSelect
              label={`Species of run ${i + 1}`}
              value={each.species}
              onChange={(species) => swap(i, species)}
            />
            {(each.stock ?? stock) !== stock || !book.of(each.species).stock.includes(stock) ? (
              <Select
                size="small"
                className="run-stock"
                aria-label={`Stock of run ${i + 1}`}
                value={each.stock ?? stock}
                popupMatchSelectWidth={200}
                options={stocks.map(({ id: value, name }) => ({ value, label: inUnits(name, units) }))}
                onChange={(as) => buyAs(i, as)}
              />
            ) : null}
            <Variety at={i} run={each} onChange={(variety) => say(i, { variety })} />
            <OnRootstock at={i} run={each} units={units} onChange={(rootstock) => say(i, { rootstock })} />
            <Button size="small" aria-label={`Choose the species of run ${i + 1}`} onClick={() => setChoosing(i)}>
              ?
            </Button>
            <Button
              size="small"
              aria-label={`Take run ${i + 1} out`}
              disabled={runs.length === 1}
              onClick={() =>
                put(
                  runs.filter((_, j) => j !== i),
                  'run taken out',
                )
              }
            >
              −
            </Button>
          </li>
        ))}
      </ol>
      <Button size="small" onClick={() => put([...runs, { ...runs.at(-1)!, count: 1 }], 'run added')}>
        Add a run
      </Button>
      <Suspense>
        {choosing !== null && (
          <SpeciesPicker
            planting={planting}
            row={id}
            onClose={() => setChoosing(null)}
            onTake={(species) => swap(choosing, species)}
          />
        )}
      </Suspense>
    </>
  );
}

/** Which kind of a species by type, where plants of one kind do not serve each other. */
function Variety({
  at,
  run: { species, variety },
  onChange,
}: {
  at: number;
  run: Run;
  onChange(variety: string): void;
}) {
  const book = useBook();
  const { varieties } = partners[book.of(species).partner ?? ''] ?? {};
  if (!varieties) return null;
  return (
    <Select
      size="small"
      className="run-stock"
      aria-label={`Variety of run ${at + 1}`}
      value={variety ?? ''}
      options={[{ value: '', label: 'variety not said' }, ...varieties.map((value) => ({ value, label: value }))]}
      onChange={onChange}
    />
  );
}

/** Which class of rootstock a fruit tree is grafted on, and the size that makes. */
function OnRootstock({
  at,
  run: { species, rootstock },
  units,
  onChange,
}: {
  at: number;
  run: Run;
  units: UnitSystem;
  onChange(rootstock: string): void;
}) {
  const classes = rootstocks[species];
  if (!classes) return null;
  return (
    <Select
      size="small"
      className="run-stock"
      aria-label={`Rootstock of run ${at + 1}`}
      title={classes.find(({ id }) => id === rootstock)?.why}
      value={rootstock ?? ''}
      popupMatchSelectWidth={320}
      options={[
        { value: '', label: 'rootstock not said' },
        ...classes.map(({ id, height, why }) => ({
          value: id,
          label: `${id}, ${formatRange(height, units)} high`,
          title: why,
        })),
      ]}
      onChange={onChange}
    />
  );
}
