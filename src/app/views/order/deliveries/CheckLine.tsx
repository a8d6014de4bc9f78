import { Button, Checkbox, Input } from 'antd';
import { useId, useState } from 'react';
import { signsFor } from '../../../../core/order/signs.ts';
import type { PlacedLine } from '../../../../core/record/orders.ts';
import { formatCount } from '../../../../core/units/quantities.ts';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { record } from '../../../store/session.ts';
import { today } from '../../../store/today.ts';
import { SignDrawing } from './SignDrawing.tsx';
import { TakePhotos } from '../../../parts/Photos.tsx';

/** How a line stands, in a few words. */
export function sayLine({ checks, quantity, counted, refused, faulty, short, toCome }: PlacedLine): string {
  if (checks.length === 0) return `${formatCount(quantity)} to come`;
  return [
    `${formatCount(counted)} of ${formatCount(quantity)} came`,
    refused > 0 ? `${formatCount(refused)} sent back` : '',
    checks.some(({ reserve }) => reserve) ? 'kept under reserve' : '',
    toCome > 0 ? `${formatCount(toCome)} to follow` : '',
    short > 0 ? `${formatCount(short)} short` : '',
    faulty > 0 ? `${formatCount(faulty)} found faulty later` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

interface Props {
  readonly order: string;
  readonly line: PlacedLine;
  /** Its place in the order. */
  readonly at: number;
  onDone(): void;
}

const NOTHING = { signs: [] as readonly string[], note: '', photos: [] as readonly string[] };

/** One line as it comes off the lorry: counted, looked at, kept or sent back. */
export function CheckLine({ order, line, at, onDone }: Props) {
  const open = line.toCome;
  const [counted, setCounted] = useState(open);
  const [refused, setRefused] = useState(0);
  const [reserve, setReserve] = useState(false);
  const [follows, setFollows] = useState(false);
  const [instead, setInstead] = useState('');
  const [seen, setSeen] = useState(NOTHING);
  const id = useId();
  const keep = async () => {
    const done = await record(`${line.name} checked in`, [
      {
        kind: 'delivered',
        body: {
          order,
          on: today(),
          lines: [
            {
              line: at,
              counted,
              refused: Math.min(refused, counted),
              reserve,
              follows: follows && counted < open,
              instead: instead.trim(),
              signs: [...seen.signs],
              note: seen.note.trim(),
              photos: [...seen.photos],
            },
          ],
        },
      },
    ]);
    if (done) onDone();
  };
  return (
    <div className="check-line form">
      <div className="pair">
        <div className="field">
          <label htmlFor={`${id}-counted`}>Counted, of {formatCount(open)}</label>
          <NumberField
            id={`${id}-counted`}
            inputMode="numeric"
            min={0}
            max={1e6}
            precision={0}
            value={counted}
            onEnter={(n) => setCounted(n ?? 0)}
          />
        </div>
        <div className="field">
          <label htmlFor={`${id}-refused`}>Of those, sent back</label>
          <NumberField
            id={`${id}-refused`}
            inputMode="numeric"
            min={0}
            max={counted}
            precision={0}
            value={refused}
            onEnter={(n) => setRefused(n ?? 0)}
          />
        </div>
      </div>
      {counted < open && <Toggle label={`The other ${open - counted} follow`} on={follows} onChange={setFollows} />}
      <Toggle label="Kept under reserve" on={reserve} onChange={setReserve} />
      <Seen line={line} seen={seen} onSeen={setSeen} />
      <Input
        aria-label="What came instead"
        placeholder="another kind or size came: which"
        maxLength={160}
        value={instead}
        onChange={({ target }) => setInstead(target.value)}
      />
      <div className="actions">
        <Button type="primary" onClick={() => void keep()}>
          Keep this line
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </div>
  );
}

/** A fault that showed at unpotting or planting, put on the same line. */
export function FaultLater({ order, line, at, onDone }: Props) {
  const [count, setCount] = useState(1);
  const [seen, setSeen] = useState(NOTHING);
  const id = useId();
  const keep = async () => {
    const body = {
      order,
      line: at,
      on: today(),
      count,
      signs: [...seen.signs],
      note: seen.note.trim(),
      photos: [...seen.photos],
    };
    if (await record(`fault in ${line.name}`, [{ kind: 'faultFound', body }])) onDone();
  };
  return (
    <div className="check-line form">
      <div className="field">
        <label htmlFor={`${id}-count`}>How many are faulty</label>
        <NumberField
          id={`${id}-count`}
          inputMode="numeric"
          min={1}
          max={Math.max(1, line.kept)}
          precision={0}
          value={count}
          onEnter={(n) => setCount(n ?? 1)}
        />
      </div>
      <Seen line={line} seen={seen} onSeen={setSeen} />
      <div className="actions">
        <Button type="primary" onClick={() => void keep()}>
          Keep this fault
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </div>
  );
}

/** What was seen on a line: signs by its kind of stock, a note, photos. */
function Seen({
  line: { key },
  seen,
  onSeen,
}: {
  line: PlacedLine;
  seen: typeof NOTHING;
  onSeen(seen: typeof NOTHING): void;
}) {
  return (
    <>
      <ul className="signs">
        {signsFor(key).map(({ id, good, text }) => (
          <li key={id + text} className={good ? 'is-good' : 'is-bad'}>
            <Checkbox
              checked={seen.signs.includes(text)}
              onChange={({ target }) =>
                onSeen({
                  ...seen,
                  signs: target.checked ? [...seen.signs, text] : seen.signs.filter((one) => one !== text),
                })
              }
            >
              <SignDrawing sign={id} />
              <span>
                <strong>{good ? 'Take it' : 'Refuse it'}</strong> {text}
              </span>
            </Checkbox>
          </li>
        ))}
      </ul>
      <Input.TextArea
        aria-label="Note"
        placeholder="note"
        autoSize
        maxLength={500}
        value={seen.note}
        onChange={({ target }) => onSeen({ ...seen, note: target.value })}
      />
      <TakePhotos files={seen.photos} onFiles={(photos) => onSeen({ ...seen, photos })} />
    </>
  );
}
