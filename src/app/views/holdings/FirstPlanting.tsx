import { Button, Radio, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Refused } from '../../../core/holding/command.ts';
import { PURPOSES, type Holding, type Purpose } from '../../../core/holding/schema.ts';
import { ALONGS, alongLabel, firstPlanting, type Along } from '../../../core/ranks/first-planting.ts';
import { patterns } from '../../../core/ranks/patterns.ts';
import { purposes } from '../../../core/ranks/purposes.ts';
import { inUnits, toMetres } from '../../../core/units/quantities.ts';
import { LengthField } from '../../parts/fields/LengthField.tsx';
import { PlaceField } from '../../parts/fields/PlaceField.tsx';
import { newId } from '../../store/ids.ts';
import { addCopy } from '../../store/shelf.ts';

const TOWARDS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];

/** An empty list's way in: where, along what, what for, how long; then the rows lie. */
export function FirstPlanting({ onProblem }: { onProblem(reason: unknown): void }) {
  const navigate = useNavigate();
  const [place, setPlace] = useState<Holding['place'] | null>(null);
  const [units, setUnits] = useState<Holding['units']>('metric');
  const [along, setAlong] = useState<Along>('fence');
  const [purpose, setPurpose] = useState<Purpose>('wildlifeHedge');
  const [length, setLength] = useState<number | null>(null);
  const [bearing, setBearing] = useState(90);
  const long = length ?? (units === 'us' ? toMetres(250, 'ft') : 80);

  const make = async () => {
    if (!place) return onProblem(new Refused('Say first where the planting is: the seasons and the sun hang on it.'));
    try {
      const made = firstPlanting({
        id: newId(),
        name: 'First holding',
        ...place,
        units,
        currency: units === 'us' ? 'USD' : 'EUR',
        along,
        purpose,
        length: long,
        bearing,
        newId,
      });
      const { id } = await addCopy(made, made.name);
      await navigate(`/h/${id}/ranks/${made.plantings[0]!.id}`);
    } catch (reason) {
      onProblem(reason);
    }
  };

  return (
    <section className="first-planting" aria-labelledby="first-planting">
      <h2 id="first-planting">A first planting, in four questions</h2>
      <ol>
        <li>
          <h3>Where?</h3>
          <PlaceField value={place} onChange={setPlace} />
          <Radio.Group
            aria-label="Units"
            value={units}
            onChange={({ target }) => setUnits(target.value as Holding['units'])}
            options={[
              { value: 'metric', label: 'Metres' },
              { value: 'us', label: 'Feet' },
            ]}
          />
        </li>
        <li>
          <h3 id="first-along">Along what?</h3>
          <Radio.Group
            aria-labelledby="first-along"
            value={along}
            onChange={({ target }) => setAlong(target.value as Along)}
            options={ALONGS.map((value) => ({ value, label: alongLabel(value) }))}
          />
        </li>
        <li>
          <h3 id="first-purpose">What for?</h3>
          <Select
            aria-labelledby="first-purpose"
            showSearch={{ optionFilterProp: 'label' }}
            value={purpose}
            onChange={setPurpose}
            options={PURPOSES.map((value) => ({ value, label: purposes[value].label }))}
          />
          <p className="soft fine">{inUnits(patterns[purpose].why, units)}</p>
        </li>
        <li>
          <h3>How long?</h3>
          <div className="pair">
            <LengthField label="Length" units={units} least={1} most={5000} value={long} onChange={setLength} />
            <div className="field">
              <label htmlFor="first-towards">Running towards</label>
              <Select
                id="first-towards"
                value={bearing}
                onChange={setBearing}
                options={TOWARDS.map((label, i) => ({ value: i * 45, label }))}
              />
            </div>
          </div>
          <p className="soft fine">
            The planting lies on the right hand of that line. All of it can be moved and changed.
          </p>
        </li>
      </ol>
      <Button type="primary" onClick={() => void make()}>
        Lay the rows
      </Button>
    </section>
  );
}
