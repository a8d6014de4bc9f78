import { Button, Input, Radio, Segmented } from 'antd';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { addPlanting, removePattern } from '../../../core/holding/planting-commands.ts';
import { plantingFrom } from '../../../core/ranks/copy.ts';
import { PURPOSES, type Baseline, type Holding, type Planting, type Purpose } from '../../../core/holding/schema.ts';
import { drawnBlock } from '../../../core/ranks/baseline.ts';
import { newPlanting, patterns, patternShape, type Answers } from '../../../core/ranks/patterns.ts';
import { purposes, sayRuns } from '../../../core/ranks/purposes.ts';
import { formatLength, inUnits } from '../../../core/units/quantities.ts';
import { LengthField } from '../../parts/LengthField.tsx';
import { PlanView } from '../../plan/PlanView.tsx';
import { startSketch } from '../../plan/pencil.ts';
import { Guarded } from '../../parts/Guarded.tsx';
import { look, useLook } from '../../store/look-at.ts';
import { useShown, useBook } from '../../store/derived.ts';
import { newId } from '../../store/ids.ts';
import { run } from '../../store/session.ts';
import { BaselineSource } from './BaselineSource.tsx';

type Beside = Extract<Baseline, { kind: 'beside' }>;
type How = 'baseline' | 'curvedBaseline' | 'beside' | 'block' | 'boundary' | 'anchors';

/** Ways to say where each shape lies. */
const WAYS: Readonly<Record<ReturnType<typeof patternShape>, readonly { value: How; label: string }[]>> = {
  line: [
    { value: 'baseline', label: 'I draw it straight' },
    { value: 'curvedBaseline', label: 'I draw it curved' },
    { value: 'beside', label: 'Along something' },
  ],
  block: [
    { value: 'block', label: 'I draw its outline' },
    { value: 'boundary', label: 'The whole boundary' },
  ],
  guilds: [{ value: 'anchors', label: 'I set each tree' }],
};
const WHERE = {
  line: 'Where does its line run?',
  block: 'Where does it lie?',
  guilds: 'Where do the trees stand?',
} as const;

/** What shows until the steward has drawn: in the middle, so that there is something to see and drag. */
const STUBS: Readonly<Record<ReturnType<typeof patternShape>, Baseline>> = {
  line: {
    kind: 'drawn',
    points: [
      [-15, 0],
      [15, 0],
    ],
    curved: false,
    closed: false,
  },
  block: drawnBlock([
    [-15, -10],
    [15, -10],
    [15, 10],
    [-15, 10],
  ]),
  guilds: { kind: 'guilds', anchors: [[0, 0]] },
};

/** What is the planting for, how exactly, and where does it lie: then the rows lie at once. */
export function NewPlanting() {
  const holding = useShown();
  const navigate = useNavigate();
  const [purpose, setPurpose] = useState<Purpose>('windbreak');
  const [answers, setAnswers] = useState<Answers>({});
  const [own, setOwn] = useState<string | null>(null);
  const pattern = holding.patterns.find(({ id }) => id === own) ?? null;
  const shape = pattern ? patternShape(pattern.purpose, {}) : patternShape(purpose, answers);
  const [asked, setHow] = useState<How>('baseline');
  const ways = WAYS[shape].filter(({ value }) => value !== 'boundary' || holding.boundary);
  const how = ways.some(({ value }) => value === asked) ? asked : ways[0]!.value;
  const [beside, setBeside] = useState<Beside | null>(null);
  const [name, setName] = useState('');
  const { latitude } = holding.place;

  const make = async () => {
    const side = how === 'beside' && beside ? beside.side : 'right';
    const baseline =
      how === 'beside' && beside
        ? beside
        : how === 'boundary' && holding.boundary
          ? drawnBlock(holding.boundary.map(({ at }) => at))
          : STUBS[shape];
    const called = name.trim() || freeName(pattern?.purpose ?? purpose);
    const planting = pattern
      ? plantingFrom(pattern, { name: called, baseline, newId }, side)
      : newPlanting({ name: called, purpose, answers, baseline, side, latitude, newId });
    if (how !== 'beside' && how !== 'boundary') {
      startSketch(how);
      return look({ waiting: planting });
    }
    if (run(addPlanting(planting))) await navigate(`/h/${holding.id}/ranks/${planting.id}`);
  };
  const waiting = useWaiting();
  const choose = (key: string) => {
    const isPurpose = (PURPOSES as readonly string[]).includes(key);
    setOwn(isPurpose ? null : key);
    setAnswers({});
    if (isPurpose) setPurpose(key as Purpose);
  };
  const freeName = (kind: Purpose): string => {
    const { label } = purposes[kind];
    const same = holding.plantings.filter((planting) => planting.name.startsWith(label)).length;
    return same === 0 ? label : `${label} ${same + 1}`;
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
              latitude={latitude}
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
          {how === 'beside' && (
            <div className="pair">
              <BaselineSource value={beside} onChange={setBeside} />
              <LengthField
                label="Setback"
                units={holding.units}
                most={500}
                value={beside?.setback ?? 2}
                onChange={(setback) => beside && setBeside({ ...beside, setback })}
              />
            </div>
          )}
          <NewName
            name={name}
            suggested={freeName(pattern?.purpose ?? purpose)}
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

/** Why the pattern is as it is, what it asks, and what it then lays. */
function Questions({
  purpose,
  answers,
  latitude,
  onAnswer,
}: {
  purpose: Purpose;
  answers: Answers;
  latitude: number;
  onAnswer(key: string, answer: string): void;
}) {
  const { units } = useShown();
  const book = useBook();
  const { why, questions, source } = patterns[purpose];
  const laid = newPlanting({
    name: '-',
    purpose,
    answers,
    baseline: STUBS[patternShape(purpose, answers)],
    side: 'right',
    latitude,
    newId: () => '-',
  });
  return (
    <>
      <p>{inUnits(why, units)}</p>
      {questions.map(({ key, ask, options }) => {
        const chosen = answers[key] ?? options[0]!.key;
        return (
          <div className="field" key={key}>
            <span className="label" id={`ask-${key}`}>
              {ask}
            </span>
            <Radio.Group
              aria-labelledby={`ask-${key}`}
              value={chosen}
              onChange={({ target }) => onAnswer(key, String(target.value))}
              className="answers"
            >
              {options.map((option) => (
                <Radio key={option.key} value={option.key}>
                  {inUnits(option.label, units)}
                </Radio>
              ))}
            </Radio.Group>
            {options.map(
              (option) =>
                option.key === chosen &&
                option.why && (
                  <p className="soft fine" key={option.key}>
                    {inUnits(option.why, units)}
                  </p>
                ),
            )}
          </div>
        );
      })}
      <ol className="rows-list laid-rows" aria-label="Rows that it lays">
        {laid.rows.map((row, r) => (
          <li key={r}>
            <strong>{row.name}</strong>, {formatLength(row.spacing, units, { decimals: 2 })} apart
            {row.rowGap > 0 ? `, ${formatLength(row.rowGap, units, { decimals: 2 })} from the row before` : ''}:{' '}
            {sayRuns(row.runs, book)}.
          </li>
        ))}
      </ol>
      <p className="soft fine">Source: {source}. All of it can be changed once it lies.</p>
    </>
  );
}

function OwnPattern({
  pattern,
  onRemove,
}: {
  pattern: ReturnType<typeof useShown>['patterns'][number];
  onRemove(): void;
}) {
  const book = useBook();
  return (
    <>
      <p>
        Your own pattern: {pattern.rows.length === 1 ? '1 row' : `${pattern.rows.length} rows`}.{' '}
        {pattern.rows.map((row) => sayRuns(row.runs, book)).join('; ')}.
      </p>
      <Button size="small" danger onClick={onRemove}>
        Throw it away
      </Button>
    </>
  );
}

const MAKE_WORDS: Readonly<Record<How, string>> = {
  beside: 'Lay the rows',
  boundary: 'Fill it with rows',
  baseline: 'Draw the line',
  curvedBaseline: 'Draw the line',
  block: 'Draw the outline',
  anchors: 'Set the trees',
};

/** The planting that waits to be drawn. Drawn, it is in the holding: on to its rows. Put down undrawn, it is as if it had never been. */
function useWaiting(): Planting | null {
  const holding = useShown();
  const navigate = useNavigate();
  const { waiting, sketch } = useLook();
  const laid = waiting !== null && holding.plantings.some(({ id }) => id === waiting.id);
  useEffect(() => {
    if (!waiting || (sketch && !laid)) return;
    look({ waiting: null });
    if (laid) void navigate(`/h/${holding.id}/ranks/${waiting.id}`);
  }, [waiting, sketch, laid, holding.id, navigate]);
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
