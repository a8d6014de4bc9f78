import { Button, Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { lineageOf, type Holding } from '../../../core/holding/schema.ts';
import { counted } from '../../../core/units/quantities.ts';
import { handOverDay, handOverHolding } from '../../exports/hand-over.ts';
import { ExportButtons } from '../../parts/ExportButtons.tsx';
import { FilePick } from '../../parts/fields/FilePick.tsx';
import { keepAll } from '../../store/pictures.ts';
import { copiesOf } from '../../store/shelf.ts';
import { keepName, keptName } from '../../store/record.ts';
import { layIn } from '../../store/session.ts';
import { complain } from '../../store/session.ts';
import { Differences } from './Differences.tsx';
import { FindPlant } from './FindPlant.tsx';
import { KeptHere, KeptUnseen } from './KeptHere.tsx';
import { useField } from './use-field.ts';

/** Handing over: the day out, other phones' days in, what they say differently, labels and files of what stands. */
export function OverStop({ planting }: { planting: string }) {
  const { holding, laid, ledger, pegged } = useField(planting)!;
  const [came, setCame] = useState<Awaited<ReturnType<typeof takenIn>> | null>(null);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const take = async (files: readonly File[]) => {
    try {
      setCame(await takenIn(files, holding));
    } catch (problem) {
      complain((problem as Error).message);
    }
  };
  const hand = (what: Promise<void>) =>
    void what.catch((problem: unknown) => complain(`It was not handed over: ${(problem as Error).message}`));
  return (
    <main className="stage page field hand-over" tabIndex={0}>
      <h1>Hand over</h1>
      <WhoAmI />
      <div className="two">
        <Button type="primary" size="large" onClick={() => hand(handOverDay(holding))}>
          Hand over the day
        </Button>
        <Button size="large" onClick={() => hand(handOverHolding(holding))}>
          Send the plan to a phone
        </Button>
      </div>
      <section
        aria-label="Days of other phones"
        className={`drop${over ? ' is-over' : ''}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          void take([...event.dataTransfer.files]);
        }}
      >
        <h2>Days of other phones</h2>
        <FilePick input={input} label="Day files" several onPick={(_, all) => void take(all)} />
        <p>Drop day files here, as many as there are; the same one twice does no harm.</p>
        <Button size="large" onClick={() => input.current?.click()}>
          Take in day files
        </Button>
        {came && <Came {...came} name={holding.name} />}
      </section>
      <Differences holding={holding} ledger={ledger} />
      <FindPlant holding={holding} />
      <section aria-label="Labels and files">
        <h2>Labels and files</h2>
        {pegged ? (
          <>
            <p>Labels of {laid.planting.name}, with a code that opens the plant:</p>
            <ExportButtons
              asked={{ planting, ledger, base: location.origin }}
              fileName={`${holding.name} ${laid.planting.name}`}
              items={[
                { name: 'row-tags.pdf', label: 'Row ends', plain: true },
                { name: 'bundle-tags.pdf', label: 'Bundles' },
                { name: 'plant-tags.pdf', label: 'Every plant' },
              ]}
            />
            <p>What stands, of the whole holding:</p>
            <ExportButtons
              asked={{ ledger }}
              fileName={holding.name}
              items={[
                { name: 'as-planted.csv', label: 'CSV', plain: true },
                { name: 'as-planted.geojson', label: 'GeoJSON' },
                { name: 'as-planted.kml', label: 'KML' },
                { name: 'as-planted.gpx', label: 'GPX' },
                { name: 'as-planted.dxf', label: 'DXF' },
              ]}
            />
          </>
        ) : (
          <p>Labels and files of what stands begin with pegging.</p>
        )}
      </section>
      <KeptHere />
    </main>
  );
}

/** Reads day files and copies of the holding, all or none of them, and lays them to the record. */
async function takenIn(files: readonly File[], holding: Holding) {
  const [{ checkDayOf }, { bringIn }] = await Promise.all([
    import('../../../core/files/day-file.ts'),
    import('../../workers/bring-in.ts'),
  ]);
  const days = [];
  for (const file of files) {
    const day = file.name.endsWith('.closerank')
      ? await bringIn(file, (worker, bytes) => worker.holding(bytes, file.name)).then((whole) => ({
          ...whole,
          holding: whole.holding.id,
          lineage: lineageOf(whole.holding),
          name: whole.holding.name,
          by: '',
        }))
      : await bringIn(file, (worker, bytes) => worker.day(bytes, file.name));
    checkDayOf(day, holding, file.name);
    days.push(day);
  }
  for (const { pictures } of days) await keepAll(pictures);
  return {
    report: await layIn(
      holding.id,
      days.flatMap(({ lines }) => lines),
    ),
    copies: await copiesOf(holding),
    problems: days.flatMap(({ problems }) => problems),
  };
}

/** What came of taking days in. */
function Came({
  report: { fresh, known, newer, clashes, differing, clocks },
  copies,
  problems,
  name,
}: Awaited<ReturnType<typeof takenIn>> & { name: string }) {
  return (
    <div role="status" className="came" data-testid="came">
      <p>
        <strong>{counted(fresh.length, 'new entry', 'new entries')}</strong>, {known} known already
        {differing.length > 0 ? `, ${counted(differing.length, 'plant')} said differently` : ''}.
      </p>
      {copies.length > 0 && (
        <p>
          Laid to {name}. {copies.join(', ')}{' '}
          {copies.length === 1 ? 'is a copy of it and was' : 'are copies of it and were'} left as before.
        </p>
      )}
      <KeptUnseen newer={newer} clashes={clashes} />
      {clocks.map(({ device, by, minutes }) => (
        <p key={device}>
          The clock of {by || 'a phone'} runs{' '}
          {minutes >= 120 ? `${Math.round(minutes / 60)} hours` : `${minutes} minutes`} ahead; set it right. What it
          wrote is kept, and what it knew of others still counts.
        </p>
      ))}
      {problems.map((problem) => (
        <p key={problem}>{problem}</p>
      ))}
    </div>
  );
}

function WhoAmI() {
  const [name, setName] = useState('');
  useEffect(() => void keptName().then(setName), []);
  return (
    <div className="field">
      <label htmlFor="who-plants">Who plants with this phone</label>
      <Input
        id="who-plants"
        size="large"
        maxLength={80}
        value={name}
        onChange={({ target }) => setName(target.value)}
        onBlur={() => void keepName(name)}
      />
    </div>
  );
}
