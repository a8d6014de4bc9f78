import { Button, Input, Radio, Segmented } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { together } from '../../../core/holding/command.ts';
import { addPlanting, removePattern } from '../../../core/holding/planting-commands.ts';
import { plantingFrom } from '../../../core/ranks/copy.ts';
import { PURPOSES, type Baseline, type Purpose } from '../../../core/holding/schema.ts';
import { newPlanting, purposes, sayRuns } from '../../../core/ranks/purposes.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { LengthField } from '../../look/LengthField.tsx';
import { startSketch } from '../../plan/sketching.ts';
import { useShown } from '../../store/derived.ts';
import { newId } from '../../store/ids.ts';
import { run } from '../../store/session.ts';
import { BaselineSource } from './BaselineSource.tsx';

type Beside = Extract<Baseline, { kind: 'beside' }>;

/** What is the planting for, and where does its line run: then the rows lie at once. */
export function NewPlanting() {
  const holding = useShown();
  const navigate = useNavigate();
  const [purpose, setPurpose] = useState<Purpose>('windbreak');
  const [own, setOwn] = useState<string | null>(null);
  const pattern = holding.patterns.find(({ id }) => id === own) ?? null;
  const [how, setHow] = useState<'baseline' | 'curvedBaseline' | 'beside'>('baseline');
  const [beside, setBeside] = useState<Beside | null>(null);
  const [name, setName] = useState('');
  const { latitude } = holding.place;

  const make = async () => {
    // A line yet to be drawn starts as a short one in the middle, so that there is something to see and drag.
    const stub: Baseline = { kind: 'drawn', points: [[-15, 0], [15, 0]], curved: false, closed: false };
    const side = how === 'beside' && beside ? beside.side : 'right';
    const baseline = how === 'beside' && beside ? beside : stub;
    const planting = pattern ? plantingFrom(pattern, { name: name.trim() || freeName(pattern.purpose), baseline, newId }, side) : newPlanting({ name: name.trim() || freeName(purpose), purpose, baseline, side, latitude, newId });
    if (!run(together(`new planting ${planting.name}`, [addPlanting(planting)]))) return;
    await navigate(`/h/${holding.id}/ranks/${planting.id}`);
    if (how !== 'beside') setTimeout(() => startSketch(how), 0);
  };
  const choose = (key: string) => {
    const isPurpose = (PURPOSES as readonly string[]).includes(key);
    setOwn(isPurpose ? null : key);
    if (isPurpose) setPurpose(key as Purpose);
  };
  const freeName = (kind: Purpose): string => {
    const { label } = purposes[kind];
    const same = holding.plantings.filter((planting) => planting.name.startsWith(label)).length;
    return same === 0 ? label : `${label} ${same + 1}`;
  };

  return (
    <main className="stage new-planting">
      <h1>New planting</h1>
      <h2 id="purpose-label">What is it for?</h2>
      <Radio.Group value={own ?? purpose} onChange={({ target }) => choose(String(target.value))} aria-labelledby="purpose-label" className="purposes">
        {PURPOSES.map((key) => (
          <Radio key={key} value={key}>
            <strong>{purposes[key].label}</strong>
            <span>{purposes[key].why}</span>
            {key === purpose && (
              <small>{newPlanting({ name: '-', purpose, baseline: { kind: 'drawn', points: [[0, 0], [1, 0]], curved: false, closed: false }, side: 'right', latitude, newId }).rows.map((row) => `${row.name}, ${formatLength(row.spacing, holding.units, { decimals: 2 })} apart: ${sayRuns(row.runs)}`).join('. ')}.</small>
            )}
          </Radio>
        ))}
        {holding.patterns.map(({ id, name: called, rows }) => (
          <Radio key={id} value={id}>
            <strong>{called}</strong>
            <span>Your own pattern: {rows.length === 1 ? '1 row' : `${rows.length} rows`}. {rows.map((row) => sayRuns(row.runs)).join('; ')}.</span>
            {id === own && <small><Button size="small" danger onClick={() => { setOwn(null); run(removePattern(id)); }}>Throw it away</Button></small>}
          </Radio>
        ))}
      </Radio.Group>
      <h2>Where does its line run?</h2>
      <Segmented
        aria-label="Line" value={how} onChange={(value) => setHow(value as typeof how)}
        options={[{ value: 'baseline', label: 'I draw it straight' }, { value: 'curvedBaseline', label: 'I draw it curved' }, { value: 'beside', label: 'Along something' }]}
      />
      {how === 'beside' && (
        <div className="pair">
          <BaselineSource value={beside} onChange={setBeside} />
          <LengthField label="Setback" units={holding.units} most={500} value={beside?.setback ?? 2} onChange={(setback) => beside && setBeside({ ...beside, setback })} />
        </div>
      )}
      <div className="field name"><label htmlFor="new-name">Name</label><Input id="new-name" value={name} maxLength={80} placeholder={freeName(purpose)} onChange={(event) => setName(event.target.value)} onPressEnter={() => void make()} /></div>
      <div className="actions">
        <Button type="primary" disabled={how === 'beside' && !beside} onClick={() => void make()}>{how === 'beside' ? 'Lay the rows' : 'Draw the line'}</Button>
        <Button onClick={() => void navigate(-1)}>Leave it</Button>
      </div>
    </main>
  );
}
