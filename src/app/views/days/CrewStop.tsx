import { Button, DatePicker } from 'antd';
import type { Dayjs } from 'dayjs';
import { useRef } from 'react';
import { dateWords, dayOf, weekdayName } from '../../../core/days/day.ts';
import { crewOf } from '../../../core/days/crew.ts';
import { putPerson, removePerson, setDays } from '../../../core/holding/days-commands.ts';
import { LIMITS, MOST_OFF, type Person } from '../../../core/holding/days-schema.ts';
import { FilePick } from '../../parts/fields/FilePick.tsx';
import { NameField } from '../../parts/fields/NameField.tsx';
import { NumberField } from '../../parts/fields/NumberField.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { SettingField } from '../../parts/fields/SettingField.tsx';
import { newId } from '../../store/ids.ts';
import { complain, run } from '../../store/session.ts';
import { today } from '../../store/today.ts';
import { useDays } from './use-days.ts';
import { Facts } from '../../parts/Facts.tsx';

/** Who comes, on which days, for how long, and what they may not do. */
export function CrewStop() {
  const { worked, plan } = useDays();
  const { days } = worked.holding;
  const people = crewOf(worked.holding);
  const add = (child: boolean) =>
    run(
      putPerson(
        {
          id: newId(),
          name: child ? 'Child' : `Hand ${days.people.length + 1}`,
          week: [false, false, false, false, false, true, false],
          hours: child ? 4 : 7,
          child,
          not: child ? [...LIMITS] : [],
          off: [],
        },
        'person added',
      ),
    );
  return (
    <>
      <main className="stage page days-stop" tabIndex={0}>
        <h1>Crew</h1>
        {days.people.length === 0 && (
          <p className="reading">
            Nobody is named yet: the calendar counts on {people.length === 1 ? 'one person' : `${people.length} people`}{' '}
            from Monday to Friday.
          </p>
        )}
        {days.people.map((person) => (
          <PersonCard key={person.id} person={person} />
        ))}
        <div className="actions wrap">
          <Button onClick={() => add(false)}>Add a person</Button>
          <Button onClick={() => add(true)}>Add a child</Button>
        </div>
        <h2>What each is counted on for</h2>
        <div className="scroll">
          <Facts
            heads={['Planting', 'Days', ...people.map(({ name }) => name)]}
            rows={plan.runs.map(({ work, laid, days: worked_ }) => ({
              key: `${work.planting} ${work.phase}`,
              cells: [
                laid.planting.name,
                worked_.map(({ day }) => dateWords(day, false)).join(', '),
                ...people.map(
                  (_, i) =>
                    `${Math.round(worked_.reduce((sum, { day }) => sum + plan.crew.takenOf(i, day), 0) * 2) / 2} h`,
                ),
              ],
            }))}
          />
        </div>
        <p className="soft fine">
          Hours of a day are taken once: where two plantings fall on one day, the earlier has them first. A child does
          children’s jobs at half a grown hand’s pace, and never without somebody grown.
        </p>
      </main>
      <Panel label="Holidays and offices">
        <h2>Holidays</h2>
        <p className="soft">Offices are shut and the crew stays at home.</p>
        <DayList
          days={days.holidays}
          label="Add a holiday"
          onChange={(holidays) => run(setDays({ holidays }, 'holidays'))}
        />
        <h2>Offices</h2>
        <SettingField setting="marks.clear" />
        <SettingField setting="marks.hold" />
      </Panel>
    </>
  );
}

const LIMIT_WORDS = {
  digging: 'no digging',
  lifting: 'no lifting',
  machines: 'no machines',
  spraying: 'no spraying',
} as const;

function PersonCard({ person }: { person: Person }) {
  const put = (changes: Partial<Person>, label: string) => run(putPerson({ ...person, ...changes }, label));
  const input = useRef<HTMLInputElement>(null);
  const bring = async (file: File) => {
    try {
      const { bringIn } = await import('../../workers/bring-in.ts');
      const off = await bringIn(file, (worker, bytes) => worker.daysOff(bytes, file.name, dayOf(today())));
      const all = [...new Set([...person.off, ...off])].sort();
      if (all.length > MOST_OFF)
        throw new Error(
          `With ${file.name} ${person.name} would be away on ${all.length} days; at most ${MOST_OFF} are kept. Export a shorter time, or take days away first.`,
        );
      put({ off: all }, `${off.length} days off of ${person.name}`);
    } catch (reason) {
      complain(reason instanceof Error ? reason.message : String(reason));
    }
  };
  return (
    <section className="person" aria-label={person.name}>
      <div className="person-head">
        <NameField value={person.name} onName={(name) => put({ name }, `called ${name}`)} />
        <div className="field">
          <label htmlFor={`h-${person.id}`}>Hours a day</label>
          <NumberField
            id={`h-${person.id}`}
            min={0.5}
            max={14}
            step={0.5}
            value={person.hours}
            onEnter={(hours) => hours !== null && put({ hours }, `${hours} h a day`)}
          />
        </div>
        <Button type="text" aria-label={`Take ${person.name} out`} onClick={() => run(removePerson(person.id))}>
          Take out
        </Button>
      </div>
      <fieldset className="ticks-line">
        <legend>Comes on</legend>
        {person.week.map((comes, at) => (
          <label key={weekdayName(at)}>
            <input
              type="checkbox"
              checked={comes}
              onChange={() =>
                put({ week: person.week.map((one, i) => (i === at ? !one : one)) }, `${weekdayName(at)}s`)
              }
            />{' '}
            {weekdayName(at).slice(0, 3)}
          </label>
        ))}
      </fieldset>
      <fieldset className="ticks-line">
        <legend>May not</legend>
        {LIMITS.map((limit) => (
          <label key={limit}>
            <input
              type="checkbox"
              checked={person.not.includes(limit)}
              onChange={() =>
                put(
                  {
                    not: person.not.includes(limit)
                      ? person.not.filter((one) => one !== limit)
                      : [...person.not, limit],
                  },
                  LIMIT_WORDS[limit],
                )
              }
            />{' '}
            {LIMIT_WORDS[limit]}
          </label>
        ))}
        <label>
          <input
            type="checkbox"
            checked={person.child}
            onChange={() => put({ child: !person.child }, person.child ? 'grown' : 'a child')}
          />{' '}
          a child
        </label>
      </fieldset>
      <div className="ticks-line">
        <DayList days={person.off} label="Add a day off" onChange={(off) => put({ off }, 'days off')} />
        <Button size="small" onClick={() => input.current?.click()}>
          Days off from a calendar file
        </Button>
        <FilePick
          input={input}
          label={`Calendar of ${person.name}`}
          accept=".ics,text/calendar"
          onPick={(file) => void bring(file)}
        />
      </div>
    </section>
  );
}

/** Days in a line, each taken out at a touch, and one to be added. */
function DayList({
  days,
  label,
  onChange,
}: {
  days: readonly string[];
  label: string;
  onChange(days: string[]): void;
}) {
  return (
    <div className="day-list">
      {days.map((day) => (
        <Button
          key={day}
          size="small"
          aria-label={`Take ${dateWords(dayOf(day))} out`}
          onClick={() => onChange(days.filter((one) => one !== day))}
        >
          {dateWords(dayOf(day))} ×
        </Button>
      ))}
      <DatePicker
        size="small"
        format="D MMM YYYY"
        placeholder={label}
        aria-label={label}
        value={null}
        onChange={(day: Dayjs | null) => day && onChange([...new Set([...days, day.format('YYYY-MM-DD')])].sort())}
      />
    </div>
  );
}
