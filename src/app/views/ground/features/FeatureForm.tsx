import { Button, Input, Select } from 'antd';
import { useId } from 'react';
import { featureKinds, nameOf, pointsOf, drawnAs } from '../../../../core/ground/features.ts';
import { holeWords, percolationWords } from '../../../../core/ground/soil.ts';
import { harmMeans, wasMeans } from '../../../../core/ground/ways-to-clear.ts';
import { setFeature } from '../../../../core/holding/ground-commands.ts';
import { ANIMALS, type Feature } from '../../../../core/holding/ground-schema.ts';
import { guardAnimals } from '../../../../core/means/protection/guards.ts';
import { sayHarm } from '../../../../core/species/harm.ts';
import { ChoiceField } from '../../../parts/fields/ChoiceField.tsx';
import { SpeciesSelect } from '../../../parts/SpeciesSelect.tsx';
import { PointsEditor } from '../../../parts/fields/PointsEditor.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { useBook, useShown } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';
import { FeatureNumberField } from './FeatureNumberField.tsx';
import { useLedger } from '../../../store/record.ts';
import { record } from '../../../store/session.ts';
import { today } from '../../../store/today.ts';
import { WaysToClear } from './WaysToClear.tsx';
import { deleteFeature } from './delete-feature.ts';

/** Everything that is kept of one thing on the ground. */
export function FeatureForm({ feature }: { feature: Feature }) {
  const { units } = useShown();
  const id = useId();
  const { label, numbers, choices = [], text = [] } = featureKinds[feature.kind];
  const values = feature as unknown as Readonly<Record<string, number | boolean | string | null>>;
  const set = (key: string, value: unknown, what: string) =>
    run(setFeature(feature.id, { [key]: value }, `${what.toLowerCase()} changed`));
  return (
    <div className="form">
      {[{ key: 'name', label: 'Name' }, ...text].map(({ key, label: what }) => (
        <div className="field" key={key}>
          <label htmlFor={`${id}-${key}`}>{what}</label>
          <Input
            id={`${id}-${key}`}
            key={String(values[key])}
            defaultValue={String(values[key])}
            maxLength={key === 'name' ? 80 : 500}
            placeholder={key === 'name' ? label.toLowerCase() : ''}
            onPressEnter={(event) => event.currentTarget.blur()}
            onBlur={(event) =>
              event.target.value !== values[key] &&
              run(
                setFeature(
                  feature.id,
                  { [key]: event.target.value.trim() },
                  key === 'name' ? 'renamed' : `${what.toLowerCase()} changed`,
                ),
              )
            }
          />
        </div>
      ))}
      <div className="pair">
        {numbers.map((number) => (
          <FeatureNumberField
            key={number.key}
            number={number}
            value={values[number.key] as number | null}
            units={units}
            onChange={(value) => set(number.key, value, number.label)}
          />
        ))}
      </div>
      {choices.map(({ key, label: what, options }) =>
        options ? (
          <ChoiceField
            key={key}
            label={what}
            value={String(values[key])}
            options={options}
            onChange={(value) => set(key, value, what)}
          />
        ) : (
          <Toggle key={key} label={what} on={values[key] === true} onChange={(on) => set(key, on, what)} />
        ),
      )}
      {feature.kind === 'browsed' && (
        <div className="field">
          <label htmlFor={`${id}-animals`}>By whom</label>
          <Select
            id={`${id}-animals`}
            mode="multiple"
            value={feature.animals}
            options={ANIMALS.map((animal) => ({ value: animal, label: guardAnimals[animal].name }))}
            onChange={(animals) => animals.length > 0 && set('animals', animals, 'browsers')}
          />
        </div>
      )}
      {feature.kind === 'tree' && (
        <TreeKind species={feature.species ?? ''} onChange={(species) => set('species', species, 'kind')} />
      )}
      {feature.kind === 'percolation' && <p className="reading">{percolationWords(feature, units)}</p>}
      {feature.kind === 'holeTest' && <p className="reading">{holeWords(feature, units)}</p>}
      {feature.kind === 'harm' && <p className="reading">{harmMeans(feature.from)}</p>}
      {feature.kind === 'erodingBank' && (
        <p className="reading">
          Plants alone do not hold a failing bank. Ask an engineer and the water authority first.
        </p>
      )}
      {feature.kind === 'cover' && wasMeans(feature.was) && <p className="reading">{wasMeans(feature.was)}</p>}
      {feature.kind === 'cover' && <WaysToClear cover={feature} />}
      {feature.kind === 'buriedService' && <Marked service={feature} />}
      <PointsEditor
        key={`${feature.id} ${pointsOf(feature).length} ${pointsOf(feature)[0]!.join(' ')} ${pointsOf(feature).at(-1)!.join(' ')}`}
        points={pointsOf(feature)}
        units={units}
        onChange={(points) => run(setFeature(feature.id, drawnAs(feature.kind, points), 'moved'))}
      />
      <Button danger onClick={() => deleteFeature(feature.id)}>
        Delete {nameOf(feature)}
      </Button>
    </div>
  );
}

/** What a standing tree is, and whom that poisons. */
function TreeKind({ species, onChange }: { species: string; onChange(species: string): void }) {
  const book = useBook();
  const harm = species && sayHarm(book.of(species));
  return (
    <div className="field">
      <span>Kind</span>
      <SpeciesSelect value={species} label="Kind of tree" onChange={onChange} />
      {harm && <p className="reading">{harm}</p>}
    </div>
  );
}

/** Whether its place is marked on the ground, as somebody saw. */
function Marked({ service: { id, name } }: { service: Feature }) {
  const mark = useLedger().marks.find(({ service }) => service === id);
  return mark ? (
    <p className="reading">
      Marked on the ground{mark.on ? `, ${mark.on}` : ''}.{' '}
      <Button
        size="small"
        onClick={() => void record('marks gone', [{ kind: 'amended', body: { event: mark.event, holds: false } }])}
      >
        Its marks are gone
      </Button>
    </p>
  ) : (
    <Button
      onClick={() =>
        void record('marks seen', [
          { kind: 'marked', body: { reference: '', on: today(), marks: [{ service: id, name, line: null }] } },
        ])
      }
    >
      I have seen its marks on the ground
    </Button>
  );
}
