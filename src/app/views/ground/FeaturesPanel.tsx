import { Button, Input } from 'antd';
import type { Feature } from '../../../core/holding/schema.ts';
import { featureKinds, featureLabel, pointsOf, shapeOf } from '../../../core/ground/features.ts';
import { setFeature } from '../../../core/holding/ground-commands.ts';
import { LengthField } from '../../look/LengthField.tsx';
import { PointsEditor } from '../../look/PointsEditor.tsx';
import { Toggle } from '../../look/Toggle.tsx';
import { startSketch } from '../../plan/sketching.ts';
import { useShown } from '../../store/derived.ts';
import { goTo, look, useLook } from '../../store/look-at.ts';
import { run } from '../../store/session.ts';
import { deleteFeature } from './delete-feature.ts';
import type { Stop } from './stops.ts';

/** What stands at one stop of the walk: listed, drawn anew, and each thing's own numbers. */
export function FeaturesPanel({ stop }: { stop: Stop }) {
  const { features, units } = useShown();
  const selection = useLook((state) => state.selection);
  const here = features.filter(({ kind }) => stop.kinds.includes(kind));
  return (
    <>
      <h2>{stop.label}</h2>
      <div className="actions wrap" role="group" aria-label="Draw">
        {stop.kinds.map((kind) => (
          <Button key={kind} onClick={() => startSketch(kind)}>Draw {featureKinds[kind].label.toLowerCase()}</Button>
        ))}
      </div>
      {here.length === 0 && <p>Nothing drawn yet. Draw what is there: the plan warns where a planting would meet it.</p>}
      <ul className="rows-list">
        {here.map((feature) => {
          const open = selection?.what === 'feature' && selection.id === feature.id;
          return (
            <li key={feature.id} className={open ? 'is-open' : ''}>
              <button type="button" className="link" aria-expanded={open} onClick={() => { look({ selection: open ? null : { what: 'feature', id: feature.id } }); if (!open) goTo(pointsOf(feature)); }}>{featureLabel(feature, units)}</button>
              {feature.name && feature.name !== featureKinds[feature.kind].label.toLowerCase() && <span className="soft"> {featureKinds[feature.kind].label.toLowerCase()}</span>}
              {open && <FeatureForm feature={feature} />}
            </li>
          );
        })}
      </ul>
    </>
  );
}

function FeatureForm({ feature }: { feature: Feature }) {
  const { units } = useShown();
  const { label, numbers, choice } = featureKinds[feature.kind];
  const values = feature as unknown as Readonly<Record<string, number | boolean | string>>;
  return (
    <div className="form">
      <div className="field">
        <label htmlFor={`name-${feature.id}`}>Name</label>
        <Input
          id={`name-${feature.id}`} key={feature.name} defaultValue={feature.name} maxLength={80} placeholder={label.toLowerCase()}
          onPressEnter={(event) => event.currentTarget.blur()}
          onBlur={(event) => event.target.value !== feature.name && run(setFeature(feature.id, { name: event.target.value.trim() }, 'renamed'))}
        />
      </div>
      <div className="pair">
        {numbers.map(({ key, label: what }) => (
          <LengthField key={key} label={what} units={units} least={key === 'width' ? 0.3 : 0} most={120} value={Number(values[key])} onChange={(metres) => run(setFeature(feature.id, { [key]: metres }, `${what.toLowerCase()} changed`))} />
        ))}
      </div>
      {choice && (
        <Toggle
          label={choice.label}
          on={values[choice.key] === true || values[choice.key] === 'forward'}
          onChange={(on) => run(setFeature(feature.id, { [choice.key]: typeof choice.start === 'boolean' ? on : on ? 'forward' : 'backward' }, choice.label.toLowerCase()))}
        />
      )}
      <PointsEditor key={`${feature.id} ${pointsOf(feature).join(' ')}`} points={pointsOf(feature)} units={units} onChange={(points) => run(setFeature(feature.id, shapeOf(feature.kind, points), 'moved'))} />
      <Button danger onClick={() => deleteFeature(feature.id)}>Delete {feature.name || label.toLowerCase()}</Button>
    </div>
  );
}
