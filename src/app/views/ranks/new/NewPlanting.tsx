import { Button, Input, Radio, Segmented } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { addPlanting, removePattern } from '../../../../core/holding/planting-commands.ts';
import { plantingFrom } from '../../../../core/ranks/copy.ts';
import { PURPOSES, type Holding, type Purpose } from '../../../../core/holding/schema.ts';
import { newPlanting, patternShape, type Answers } from '../../../../core/ranks/patterns.ts';
import { purposes } from '../../../../core/ranks/purposes.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { PlanView } from '../../../plan/PlanView.tsx';
import { startSketch } from '../../../plan/pencil.ts';
import { Guarded } from '../../../parts/Guarded.tsx';
import { look, useLook, type Waiting } from '../../../store/look-at.ts';
import { useBook, useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { run } from '../../../store/session.ts';
import { BaselineSource } from '../planting/BaselineSource.tsx';
import { lieAsItIs, lieOnItsGround, useLie } from './lie-of-new-planting.ts';
import { MAKE_WORDS, STUBS, WAYS, WHERE, type Beside, type How } from './new-planting-ways.ts';
import { OwnPattern, Questions } from './PatternQuestions.tsx';

/** What is the planting for, how exactly, and where does it lie: then the rows lie at once. */
export function NewPlanting() {
  const holding = useShown();
  const book = useBook();
  const navigate = useNavigate();
  const [purpose, setPurpose] = useState<Purpose>('windbreak');
  const [answers, setAnswers] = useState<Answers>({});
  const [own, setOwn] = useState<string | null>(null);
  const pattern = holding.patterns.find(({ id }) => id === own) ?? null;
  const shape = pattern ? patternShape(pattern.purpose, {}) : patternShape(purpose, answers);
  const [wanted, setHow] = useState<How>('baseline');
  const ways = WAYS[shape].filter(({ value }) => value !== 'boundary' || holding.boundary);
  const how = ways.some(({ value }) => value === wanted) ? wanted : ways[0]!.value;
  const [beside, setBeside] = useState<Beside | null>(null);
  const [name, setName] = useState('');
  const [picks, setPicks] = useState<Readonly<Record<string, string>>>({});

  const { known, asked, spots } = useLie({ how, beside, purpose, answers, picks, pattern, holding });
  const { side } = asked;
  const make = async () => {
    const called = name.trim() || freeName(holding, pattern?.purpose ?? purpose);
    const planting = pattern
      ? plantingFrom(pattern, { name: called, baseline: known ?? STUBS[shape], newId }, side)
      : newPlanting({ ...asked, name: called, baseline: known ?? STUBS[shape], spots, newId });
    if (!known) {
      startSketch(how as Exclude<How, 'beside' | 'boundary'>);
      return look({
        waiting: { planting, lie: pattern ? lieAsItIs(planting) : lieOnItsGround(planting, asked, book) },
      });
    }
    if (run(addPlanting(planting))) await navigate(`/h/${holding.id}/ranks/${planting.id}`);
  };
  const waiting = useWaiting();
  const choose = (key: string) => {
    const isPurpose = (PURPOSES as readonly string[]).includes(key);
    setOwn(isPurpose ? null : key);
    setAnswers({});
    setPicks({});
    if (isPurpose) setPurpose(key as Purpose);
  };

  if (waiting)
    return (
      <main className="stage ranks-stage">
        <Guarded part="The plan">
          <PlanView planting={null} year={0} />
        </Guarded>
      </main>
    );
  return (
    <main className="stage new-planting">
      <h1>New planting</h1>
      <div className="pattern-choice">
        <Purposes chosen={own ?? purpose} own={holding.patterns} onChoose={choose} />
        <section className="pattern" aria-live="polite">
          <h2>{pattern ? pattern.name : purposes[purpose].label}</h2>
          {pattern ? (
            <OwnPattern
              pattern={pattern}
              onRemove={() => {
                setOwn(null);
                run(removePattern(pattern.id));
              }}
            />
          ) : (
            <Questions
              purpose={purpose}
              answers={answers}
              picks={picks}
              spots={spots}
              onPick={(key, species) => setPicks({ ...picks, [key]: species })}
              onAnswer={(key, answer) => setAnswers({ ...answers, [key]: answer })}
            />
          )}
          <h2>{WHERE[shape]}</h2>
          <Segmented
            aria-label="Line"
            className="line-ways"
            value={how}
            onChange={(value) => setHow(value)}
            options={[...ways]}
          />
          {how === 'beside' && <BesideWhat value={beside} onChange={setBeside} />}
          <NewName
            name={name}
            suggested={freeName(holding, pattern?.purpose ?? purpose)}
            onName={setName}
            onEnter={() => void make()}
          />
          <div className="actions">
            <Button type="primary" disabled={how === 'beside' && !beside} onClick={() => void make()}>
              {MAKE_WORDS[how]}
            </Button>
            <Button onClick={() => void navigate(-1)}>Leave it</Button>
          </div>
        </section>
      </div>
    </main>
  );
}

function freeName({ plantings }: Holding, kind: Purpose): string {
  const { label } = purposes[kind];
  const same = plantings.filter((planting) => planting.name.startsWith(label)).length;
  return same === 0 ? label : `${label} ${same + 1}`;
}

/** The planting that waits to be drawn. Drawn, it is in the holding: on to its rows. Put down undrawn, it is as if it had never been. */
function useWaiting(): Waiting | null {
  const holding = useShown();
  const navigate = useNavigate();
  const { waiting, sketch } = useLook();
  const lies = waiting?.planting.id;
  const laid = lies !== undefined && holding.plantings.some(({ id }) => id === lies);
  useEffect(() => {
    if (!waiting || (sketch && !laid)) return;
    look({ waiting: null });
    if (laid) void navigate(`/h/${holding.id}/ranks/${lies}`);
  }, [waiting, sketch, laid, lies, holding.id, navigate]);
  useEffect(() => () => look({ waiting: null }), []);
  return waiting;
}

function Purposes({
  chosen,
  own,
  onChoose,
}: {
  chosen: string;
  own: Holding['patterns'];
  onChoose(key: string): void;
}) {
  return (
    <section>
      <h2 id="purpose-label">What is it for?</h2>
      <Radio.Group
        value={chosen}
        onChange={({ target }) => onChoose(String(target.value))}
        aria-labelledby="purpose-label"
        className="purposes"
      >
        {PURPOSES.map((key) => (
          <Radio key={key} value={key}>
            {purposes[key].label}
          </Radio>
        ))}
        {own.map(({ id, name: called }) => (
          <Radio key={id} value={id}>
            {called} <span className="soft">(yours)</span>
          </Radio>
        ))}
      </Radio.Group>
    </section>
  );
}

/** What it lies beside, and how far off. */
function BesideWhat({ value, onChange }: { value: Beside | null; onChange(beside: Beside): void }) {
  const { units } = useShown();
  return (
    <div className="pair">
      <BaselineSource value={value} onChange={onChange} />
      <LengthField
        label="Setback"
        units={units}
        most={500}
        value={value?.setback ?? 2}
        onChange={(setback) => value && onChange({ ...value, setback })}
      />
    </div>
  );
}

function NewName({
  name,
  suggested,
  onName,
  onEnter,
}: {
  name: string;
  suggested: string;
  onName(name: string): void;
  onEnter(): void;
}) {
  return (
    <div className="field name">
      <label htmlFor="new-name">Name</label>
      <Input
        id="new-name"
        value={name}
        maxLength={80}
        placeholder={suggested}
        onChange={(event) => onName(event.target.value)}
        onPressEnter={onEnter}
      />
    </div>
  );
}
