import { Button, Drawer, Input, InputNumber } from 'antd';
import { useState, type ReactNode } from 'react';
import { moveBreaks, movedTo } from '../../../core/field/move.ts';
import { pegsOf } from '../../../core/record/pegs.ts';
import { runOfPegs, type DayPeg } from '../../../core/field/the-day.ts';
import { debts } from '../../../core/days/rules.ts';
import { stockOf } from '../../../core/species/stock.ts';
import { counted, formatTape } from '../../../core/units/quantities.ts';
import { record } from '../../store/session.ts';
import { today } from '../../store/today.ts';
import { say, type InField } from './use-field.ts';

export type Asking = 'more' | 'skipped' | 'moved' | 'kind' | 'photo' | 'left' | 'run';

interface Props {
  readonly field: InField;
  readonly at: DayPeg;
  onAsk(asking: Asking | null): void;
  /** Does what is said and goes on to the next peg, after the one in hand or the last of a run. */
  onTell(what: () => Promise<boolean>, last?: string): Promise<void>;
}

/** What is asked where one tap does not say it: a sheet drawn up from below, large enough for a glove. */
export function PlantSheets({ asking, ...props }: Props & { asking: Asking }) {
  const { at, onAsk } = props;
  const parts: Partial<Record<Asking, { title: string; body: ReactNode }>> = {
    more: { title: `${at.label}: what else`, body: <More {...props} /> },
    skipped: { title: `Why is ${at.label} skipped?`, body: <Skip {...props} /> },
    moved: { title: `Where does ${at.label} stand?`, body: <Move {...props} /> },
    kind: { title: `What stands at ${at.label}?`, body: <Kind {...props} /> },
    left: { title: 'What was left out?', body: <LeftOut {...props} /> },
    run: { title: `Planted from ${at.label} to`, body: <Run {...props} /> },
  };
  const { title, body } = parts[asking]!;
  return (
    <Drawer open placement="bottom" size="auto" title={title} onClose={() => onAsk(null)} className="field-sheet field">
      {body}
    </Drawer>
  );
}

const REASONS = ['Rock', 'Root', 'Wet', 'Pipe or cable', 'No plant left'] as const;

function Skip({ field, at, onTell }: Props) {
  const [own, setOwn] = useState('');
  const skip = (reason: string) =>
    void onTell(() => say(field, `${at.label} skipped`, { kind: 'skipped', labels: [at.label], reason }));
  return (
    <div className="choices">
      {REASONS.map((reason) => (
        <Button key={reason} onClick={() => skip(reason)}>
          {reason}
        </Button>
      ))}
      <Input
        aria-label="Another reason"
        placeholder="Another reason"
        maxLength={200}
        value={own}
        onChange={({ target }) => setOwn(target.value)}
        onPressEnter={() => skip(own)}
      />
      <Button type="primary" onClick={() => skip(own)}>
        Skip it{own ? `: ${own}` : ''}
      </Button>
    </div>
  );
}

function Move({ field, at, onTell }: Props) {
  const { pegged, holding } = field;
  const us = holding.units === 'us';
  const unit = us ? 0.0254 : 0.01;
  const step = us ? 2 : 5;
  const [on, setOn] = useState(0);
  const [aside, setAside] = useState(0);
  const pegs = pegsOf(pegged!);
  const peg = pegs.find(({ label }) => label === at.label)!;
  const to = movedTo(peg, pegs, on * unit, aside * unit);
  const breaks = moveBreaks(peg, to, pegged!, holding);
  const far = Math.hypot(on, aside) * unit;
  const stepper = (label: string, value: number, set: (n: number) => void, less: string, more: string) => (
    <div className="stepper">
      <Button aria-label={`${label}, less`} onClick={() => set(value - step)}>
        {less}
      </Button>
      <InputNumber
        aria-label={label}
        value={value}
        step={step}
        controls={false}
        inputMode="numeric"
        suffix={us ? 'in' : 'cm'}
        onChange={(n) => set(Number(n ?? 0))}
      />
      <Button aria-label={`${label}, more`} onClick={() => set(value + step)}>
        {more}
      </Button>
    </div>
  );
  return (
    <div className="choices">
      {stepper('Along the row', on, setOn, 'Back', 'On')}
      {stepper('Aside of the string', aside, setAside, 'Left', 'Right')}
      {breaks.length > 0 ? (
        <ul className="breaks" role="alert">
          {breaks.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      ) : (
        far > 0 && <p>Within {formatTape(pegged!.reach, holding.units)} of its peg: nothing suffers.</p>
      )}
      <Button
        type="primary"
        disabled={far === 0}
        onClick={() =>
          void onTell(() =>
            say(field, `${at.label} moved`, {
              kind: 'moved',
              label: at.label,
              to: [to[0], to[1]],
              reason: breaks[0] ?? '',
            }),
          )
        }
      >
        It stands {formatTape(far, holding.units)} away
      </Button>
    </div>
  );
}

function Kind({ field, at, onTell }: Props) {
  const kinds = [...new Map(field.pegged!.kinds.map((one) => [`${one.species} ${one.stock}`, one])).values()].filter(
    ({ species, stock }) => species !== at.kind.species || stock !== at.kind.stock,
  );
  return (
    <div className="choices">
      {kinds.length === 0 && <p>Only one kind is pegged here. Change the plan and peg it again for another.</p>}
      {kinds.map(({ species, stock, common }) => (
        <Button
          key={`${species} ${stock}`}
          onClick={() =>
            void onTell(() =>
              say(field, `${at.label} is ${common}`, { kind: 'swapped', label: at.label, species, stock, reason: '' }),
            )
          }
        >
          {common}, {stockOf(stock).name}
        </Button>
      ))}
    </div>
  );
}

/** What a long press offers: all of it in one place. */
function More({ field, at, onAsk }: Props) {
  const fault = (kind: 'wrongStock' | 'badRoots', label: string) =>
    void record(`${label}, ${at.label}`, [
      {
        kind: 'noted',
        body: { planting: field.laid.planting.id, labels: [at.label], fault: kind, note: '', photos: [] },
      },
    ]).then((kept) => kept && onAsk(null));
  return (
    <div className="choices">
      <Button onClick={() => onAsk('skipped')}>Skipped</Button>
      <Button onClick={() => onAsk('moved')}>Moved</Button>
      <Button onClick={() => onAsk('kind')}>Other kind</Button>
      <Button onClick={() => fault('wrongStock', 'wrong stock')}>Wrong stock</Button>
      <Button onClick={() => fault('badRoots', 'bad roots')}>Bad roots</Button>
    </div>
  );
}

function LeftOut({ field, onAsk }: Props) {
  const planted = field.rows.reduce((sum, row) => sum + row.planted, 0);
  const [plants, setPlants] = useState(1);
  const leave = (step: string, label: string) =>
    void record(`left out: ${label.toLowerCase()}`, [
      { kind: 'stepLeft', body: { planting: field.laid.planting.id, phase: field.phase, step, plants, on: today() } },
    ]).then((kept) => kept && onAsk(null));
  return (
    <div className="choices">
      <div className="stepper">
        <span>On so many plants</span>
        <InputNumber
          aria-label="On so many plants"
          value={plants}
          min={1}
          max={Math.max(1, planted)}
          inputMode="numeric"
          onChange={(n) => setPlants(Number(n ?? 1))}
        />
      </div>
      {Object.entries(debts.steps).map(([step, { label, within, cost }]) => (
        <Button key={step} className="tall" onClick={() => leave(step, label)}>
          <span>
            <strong>{label}</strong> within {counted(within, 'day')}. {cost}
          </span>
        </Button>
      ))}
    </div>
  );
}

function Run({ field, at, onTell }: Props) {
  const row = field.rows.find(({ pegs }) => pegs.some(({ label }) => label === at.label))!;
  const ahead = row.pegs.slice(row.pegs.findIndex(({ label }) => label === at.label));
  const [count, setCount] = useState(Math.min(10, ahead.length));
  const to = ahead[Math.min(count, ahead.length) - 1]!;
  const labels = runOfPegs(field.rows, at.label, to.label);
  return (
    <div className="choices">
      <div className="stepper">
        <Button onClick={() => setCount(Math.max(1, count - 1))}>Less</Button>
        <InputNumber
          aria-label="So many pegs on"
          value={count}
          min={1}
          max={ahead.length}
          inputMode="numeric"
          onChange={(n) => setCount(Number(n ?? 1))}
        />
        <Button onClick={() => setCount(Math.min(ahead.length, count + 1))}>More</Button>
        <Button onClick={() => setCount(ahead.length)}>To the end</Button>
      </div>
      <p>
        To <strong>{to.label}</strong>: {counted(labels.length, 'plant')}; what was said already stays.
      </p>
      <Button
        type="primary"
        disabled={labels.length === 0}
        onClick={() =>
          void onTell(
            () => say(field, `${counted(labels.length, 'plant')} planted`, { kind: 'planted', labels }),
            to.label,
          )
        }
      >
        {counted(labels.length, 'plant')} planted
      </Button>
    </div>
  );
}
