import { Button, DatePicker, Input, Modal } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import { dateWords, dayOf, monday, spanWords, textOf } from '../../../core/days/day.ts';
import { movesWith } from '../../../core/days/slips.ts';
import { isOpen, type Task } from '../../../core/days/task.ts';
import { againstPlanting, againstSpraying, weatherSigns } from '../../../core/days/weather.ts';
import { kindsIn } from '../../../core/days/windows.ts';
import { debts } from '../../../core/days/rules.ts';
import type { Happened } from '../../../core/record/events.ts';
import { inUnits } from '../../../core/units/quantities.ts';
import { Panel } from '../../parts/Panel.tsx';
import { useLedger } from '../../store/record.ts';
import { complain, record } from '../../store/session.ts';
import { today as todayText } from '../../store/today.ts';
import { hoursWords } from './SeasonStop.tsx';
import { SlipCards } from './SlipCards.tsx';
import { dueIn, useDays, useWeather } from './use-days.ts';

/** One short list: what is due, where, how long, with whom, with which tools and which caution. */
export function WeekStop() {
  const { worked, plan, slips, today } = useDays();
  const { late, due, done } = dueIn(plan.tasks, today);
  const { data: weather } = useWeather(worked.holding);
  const [asking, setAsking] = useState<{ task: Task; for: 'putOff' | 'notNeeded' } | null>(null);
  const name = (planting: string) => worked.laid(planting)?.planting.name ?? 'a planting that is gone';
  const card = (task: Task) => {
    const run = plan.runs.find(({ work }) => work.planting === task.planting && work.phase === task.phase);
    const kinds = run ? kindsIn(run.work) : [];
    const against =
      !weather || task.from < today || task.from > today + 10
        ? []
        : task.rule === 'plant'
          ? (againstPlanting(weather.days, kinds, task.from) ?? [])
          : task.rule === 'spray'
            ? (againstSpraying(weather.days, task.from) ?? [])
            : [];
    return (
      <TaskCard
        key={task.id}
        task={task}
        where={name(task.planting)}
        today={today}
        against={against.map(({ why }) => inUnits(why, worked.holding.units))}
        onAsk={(what) => setAsking({ task, for: what })}
      />
    );
  };
  return (
    <>
      <main className="stage page days-stop week" tabIndex={0}>
        <h1>Due this week</h1>
        <p className="soft">{spanWords(monday(today), monday(today) + 6)}</p>
        {weather &&
          weatherSigns(weather.days, today).map((sign) => (
            <p key={sign} className="reading is-caution">
              {inUnits(sign, worked.holding.units)} ({weather.source}, simulated)
            </p>
          ))}
        {late.length > 0 && <h2>From earlier weeks</h2>}
        {late.map(card)}
        {late.length > 0 && due.length > 0 && <h2>This week</h2>}
        {due.map(card)}
        {late.length + due.length === 0 && <p>Nothing is due. {nextWords(plan.tasks, today)}</p>}
        {done.length > 0 && <h2>Done</h2>}
        {done.map(card)}
      </main>
      <Panel label="What slipped">
        <h2>What slipped</h2>
        <SlipCards slips={slips.filter(({ severity }) => severity !== 'note').slice(0, 12)} />
        {slips.every(({ severity }) => severity === 'note') && <p className="soft">Nothing has slipped.</p>}
        <LeftOut plantings={worked.holding.plantings.map(({ id, name: said }) => ({ id, name: said }))} />
      </Panel>
      {asking && <Ask {...asking} tasks={plan.tasks} onClose={() => setAsking(null)} />}
    </>
  );
}

const nextWords = (tasks: readonly Task[], today: number): string => {
  const next = tasks.find((task) => isOpen(task) && task.from > today);
  return next ? `Next: ${next.what.toLowerCase()}, ${dateWords(next.from)}.` : 'Set a planting day under Season.';
};

function TaskCard({
  task,
  where,
  today,
  against,
  onAsk,
}: {
  task: Task;
  where: string;
  today: number;
  against: readonly string[];
  onAsk(what: 'putOff' | 'notNeeded'): void;
}) {
  const open = isOpen(task);
  const said = useLedger().tasks.get(task.id);
  const named = `${task.what}, ${where}`;
  return (
    <article className={`task is-${task.group}${open ? '' : ' is-done'}`} data-task={task.id} aria-label={task.what}>
      <h3>{task.what}</h3>
      <p>
        <strong>{where}</strong> ·{' '}
        {task.from === task.to ? dateWords(task.from, false) : spanWords(task.from, task.to).replace(/ \d{4}$/, '')} ·{' '}
        {hoursWords(task.hours)}
        {task.who.length > 0
          ? ` · ${task.who.join(', ')}`
          : task.by === 'licensed'
            ? ' · a licensed hand'
            : task.by === 'office'
              ? ' · at a desk'
              : ''}
      </p>
      <p className="soft">
        {task.why}
        {task.sign ? ` Sign: ${task.sign}.` : ''}
        {task.tools.length > 0 ? ` Bring: ${task.tools.join(', ')}.` : ''}
      </p>
      {(task.wait > 0 || task.holds !== null) && (
        <p className="soft">
          {task.wait > 0 ? `${task.wait} days must pass after it. ` : ''}
          {task.holds === null ? '' : `It holds until ${dateWords(task.holds)}.`}
        </p>
      )}
      {task.caution && <p className="caution-line">{task.caution}</p>}
      {against.map((why) => (
        <p key={why} className="caution-line">
          {why}
        </p>
      ))}
      {task.state === 'putOff' && <p className="soft">Put off{task.said && `: ${task.said}`}.</p>}
      {task.to < today && open && task.late && <p className="caution-line">{task.late}</p>}
      <div className="actions wrap">
        {open ? (
          <>
            <Button
              type="primary"
              aria-label={`Done: ${named}`}
              onClick={() =>
                void record(`done: ${task.what}`, [
                  { kind: 'taskDone', body: { task: task.id, on: todayText(), note: '' } },
                ])
              }
            >
              Done
            </Button>
            <Button aria-label={`Put off: ${named}`} onClick={() => onAsk('putOff')}>
              Put off
            </Button>
            <Button aria-label={`Not needed: ${named}`} onClick={() => onAsk('notNeeded')}>
              Not needed
            </Button>
          </>
        ) : (
          <>
            <span className="soft">
              {task.state === 'done'
                ? `Done ${dateWords(dayOf(task.said))}`
                : `Not needed${task.said && `: ${task.said}`}`}
            </span>
            {said && (
              <Button
                size="small"
                aria-label={`Open again: ${named}`}
                onClick={() =>
                  void record(`opened again: ${task.what}`, [
                    { kind: 'amended', body: { event: said.event, holds: false } },
                  ])
                }
              >
                Open again
              </Button>
            )}
          </>
        )}
      </div>
    </article>
  );
}

/** Asks why, and until when; says what moves along. */
function Ask({
  task,
  for: what,
  tasks,
  onClose,
}: {
  task: Task;
  for: 'putOff' | 'notNeeded';
  tasks: readonly Task[];
  onClose(): void;
}) {
  const [to, setTo] = useState(textOf(Math.max(task.from, dayOf(todayText())) + 7));
  const [reason, setReason] = useState('');
  const along = what === 'putOff' ? movesWith(tasks, task.id, dayOf(to)) : [];
  const keep = async () => {
    if (reason.trim() === '')
      return complain('Say why in a word or two, then keep it: whoever reads it next year will want to know.');
    const on = todayText();
    const happened: Happened =
      what === 'putOff'
        ? { kind: 'taskPutOff', body: { task: task.id, on, to, reason } }
        : { kind: 'taskNotNeeded', body: { task: task.id, on, reason } };
    if (await record(`${what === 'putOff' ? 'put off' : 'not needed'}: ${task.what}`, [happened])) onClose();
  };
  return (
    <Modal
      open
      title={what === 'putOff' ? `Put off: ${task.what}` : `Not needed: ${task.what}`}
      okText="Keep"
      onOk={() => void keep()}
      onCancel={onClose}
    >
      {what === 'putOff' && (
        <div className="field">
          <label htmlFor="put-off-to">Until</label>
          <DatePicker
            id="put-off-to"
            format="D MMM YYYY"
            allowClear={false}
            value={dayjs(to)}
            minDate={dayjs(textOf(task.from + 1))}
            onChange={(day) => day && setTo(day.format('YYYY-MM-DD'))}
          />
        </div>
      )}
      <div className="field">
        <label htmlFor="put-off-why">Why</label>
        <Input
          id="put-off-why"
          value={reason}
          maxLength={500}
          onChange={({ target }) => setReason(target.value)}
          onPressEnter={() => void keep()}
        />
      </div>
      {what === 'putOff' && (
        <p role="status">
          {task.cost && `Meanwhile: ${task.cost} `}
          {along.length === 0
            ? 'Nothing else moves.'
            : `Goes along: ${along.map((one) => (one.group === 'planting' ? `${one.what} cannot be on ${dateWords(one.from, false)}` : one.what)).join('; ')}.`}
        </p>
      )}
    </Modal>
  );
}

/** A step that was left out at planting becomes a task with a day. */
function LeftOut({ plantings }: { plantings: readonly { id: string; name: string }[] }) {
  const [planting, setPlanting] = useState(plantings[0]?.id ?? '');
  const [step, setStep] = useState(Object.keys(debts.steps)[0]!);
  const [plants, setPlants] = useState(20);
  if (plantings.length === 0) return null;
  return (
    <section aria-label="Left out at planting" className="left-out">
      <h2>Left out at planting</h2>
      <p className="soft">It becomes a task with a day, and what waiting costs.</p>
      <div className="form">
        <select aria-label="Planting" value={planting} onChange={({ target }) => setPlanting(target.value)}>
          {plantings.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <select aria-label="Step" value={step} onChange={({ target }) => setStep(target.value)}>
          {Object.entries(debts.steps).map(([key, { label }]) => (
            <option key={key} value={key}>
              {label}
            </option>
          ))}
        </select>
        <input
          type="number"
          min={1}
          max={1_000_000}
          aria-label="Plants"
          value={plants}
          onChange={({ target }) => setPlants(Math.max(1, Math.round(Number(target.value)) || 1))}
        />
        <Button
          onClick={() =>
            void record(`left out: ${debts.steps[step]!.label.toLowerCase()}`, [
              { kind: 'stepLeft', body: { planting, phase: 0, step, plants, on: todayText() } },
            ])
          }
        >
          Note it
        </Button>
      </div>
      <p className="soft fine">Source: {debts.source}.</p>
    </section>
  );
}
