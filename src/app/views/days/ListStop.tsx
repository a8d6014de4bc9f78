import { Segmented } from 'antd';
import { useState } from 'react';
import { dateWords, monday, spanWords } from '../../../core/days/day.ts';
import { isOpen, type Task } from '../../../core/days/task.ts';
import { ExportButtons } from '../../parts/ExportButtons.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { useLedger } from '../../store/record.ts';
import { today as todayText } from '../../store/today.ts';
import { hoursWords } from './SeasonStop.tsx';
import type { Person } from '../../../core/holding/days-schema.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { useDays } from './use-days.ts';
import { Facts } from '../../parts/Facts.tsx';

type By = 'week' | 'place' | 'person';
const YEARS = { 1: 'A year', 3: 'Three years', 12: 'Twelve years' } as const;

/** The same calendar as a plain list: by week, by place, by person; printed, and handed over as files. */
export function ListStop() {
  const { worked, plan, today } = useDays();
  const [by, setBy] = useState<By>('week');
  const [years, setYears] = useState<keyof typeof YEARS>(1);
  const [person, setPerson] = useState('');
  const [place, setPlace] = useState('');
  const { holding } = worked;
  const seen = plan.tasks.filter(
    (task) =>
      task.state !== 'notNeeded' &&
      task.from < today + years * 365 &&
      (task.to >= monday(today) || isOpen(task)) &&
      (!person || task.who.includes(person)) &&
      (!place || task.planting === place),
  );
  const name = (id: string) => worked.laid(id)?.planting.name ?? '';
  const groups = new Map<string, Task[]>();
  for (const task of seen)
    for (const key of by === 'week'
      ? [spanWords(monday(task.from), monday(task.from) + 6)]
      : by === 'place'
        ? [name(task.planting)]
        : task.who.length > 0
          ? task.who
          : [{ office: 'At a desk', licensed: 'A licensed hand', supplier: 'Suppliers', crew: 'Nobody' }[task.by]])
      groups.set(key, [...(groups.get(key) ?? []), task]);
  return (
    <>
      <main className="stage page days-stop days-list aligned" tabIndex={0}>
        <div className="days-head">
          <h1>List</h1>
          <Segmented
            aria-label="Grouped by"
            size="small"
            value={by}
            options={[
              { value: 'week', label: 'By week' },
              { value: 'place', label: 'By place' },
              { value: 'person', label: 'By person' },
            ]}
            onChange={(value) => setBy(value as By)}
          />
          <Segmented
            aria-label="How far ahead"
            size="small"
            value={years}
            options={Object.entries(YEARS).map(([value, label]) => ({ value: Number(value), label }))}
            onChange={(value) => setYears(value as keyof typeof YEARS)}
          />
        </div>
        {seen.length === 0 && <p className="soft">Nothing is dated yet. Set a planting day under Season.</p>}
        {[...groups].map(([key, tasks]) => (
          <section key={key} aria-label={key}>
            <h2>
              {key} <span className="soft">{hoursWords(tasks.reduce((sum, { hours }) => sum + hours, 0))}</span>
            </h2>
            <Facts
              about={1}
              heads={['When', 'What', by === 'place' ? 'Who' : 'Where', 'Hours']}
              rows={tasks.map((task) => ({
                key: task.id,
                className: isOpen(task) ? '' : 'is-done',
                cells: [
                  task.from === task.to ? dateWords(task.from) : spanWords(task.from, task.to),
                  <>
                    {isOpen(task) ? '' : '✓ '}
                    {task.what}
                    {task.stop && <span className="soft fine"> Stops {task.stop}.</span>}
                  </>,
                  by === 'place' ? task.who.join(', ') : name(task.planting),
                  Math.max(0.5, Math.round(task.hours * 2) / 2),
                ],
              }))}
            />
          </section>
        ))}
      </main>
      <Files
        holding={holding}
        people={plan.crew.people}
        person={person}
        place={place}
        onPerson={setPerson}
        onPlace={setPlace}
      />
    </>
  );
}

/** Files of the calendar: of everybody and everywhere, or of one person or place. */
function Files({
  holding,
  people,
  person,
  place,
  onPerson,
  onPlace,
}: {
  holding: Holding;
  people: readonly Person[];
  person: string;
  place: string;
  onPerson(name: string): void;
  onPlace(id: string): void;
}) {
  const ledger = useLedger();
  return (
    <Panel label="Files">
      <h2>Calendar file</h2>
      <p className="soft">Each task keeps its name through edits: brought in again it changes what is there.</p>
      <div className="form">
        <label className="field">
          <span className="label">Whose</span>
          <select value={person} onChange={({ target }) => onPerson(target.value)}>
            <option value="">everybody</option>
            {people.map((one) => (
              <option key={one.id}>{one.name}</option>
            ))}
          </select>
        </label>
        <label className="field">
          <span className="label">Where</span>
          <select value={place} onChange={({ target }) => onPlace(target.value)}>
            <option value="">everywhere</option>
            {holding.plantings.map(({ id, name: said }) => (
              <option key={id} value={id}>
                {said}
              </option>
            ))}
          </select>
        </label>
      </div>
      <ExportButtons
        fileName={holding.name}
        asked={{ ledger, on: todayText(), planting: place || undefined, person: person || undefined }}
        items={[
          { name: 'days.ics', label: 'Calendar file' },
          { name: 'days.pdf', label: 'Print as PDF' },
          { name: 'days.csv', label: 'CSV' },
        ]}
      />
    </Panel>
  );
}
