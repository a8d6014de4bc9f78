import { useBook } from '../../../store/derived.ts';
import { AutoComplete, Button, Input } from 'antd';
import { memo, useEffect, useState, type FocusEvent } from 'react';
import { layPlantingCall, layRowCall } from '../../../../core/ranks/row-call/lay.ts';
import { completions } from '../../../../core/ranks/row-call/names.ts';
import { parseCall, type Called } from '../../../../core/ranks/row-call/parse.ts';
import { explainRow, printPlanting, printRow } from '../../../../core/ranks/row-call/print.ts';
import type { Planting } from '../../../../core/holding/schema.ts';
import { newId } from '../../../store/ids.ts';
import { run, tryOut, useSession } from '../../../store/session.ts';

type Key = Pick<KeyboardEvent, 'key' | 'stopPropagation'>;

/** The name that is being typed at the end of a call: what stands behind the last comma, semicolon or count. */
const lastName = (text: string): string =>
  /(?:^|[,;/\n:])\s*(?:\d+(?:\.\d+)?\s*%?\s+)?([^,;/\n:\d%]*)$/.exec(text)?.[1] ?? '';

/**
 * The row call: the chosen row, or all of them, typed as the steward would write it; tried out on the plan while it is
 * typed. It speaks of the planting as it is, so a drag does not write it anew at every move.
 */
export const RowCallInput = memo(function RowCallInput({ planting, row }: { planting: string; row: string | null }) {
  const kept = useSession((state) => state.holding!.plantings.find(({ id }) => id === planting));
  return kept ? <Call kept={kept} chosen={row} /> : null;
});

function Call({ kept, chosen }: { kept: Planting; chosen: string | null }) {
  const units = useSession((state) => state.holding!.units);
  const book = useBook();
  const written = { units, book };
  const row = kept.rows.find(({ id }) => id === chosen) ?? kept.rows[0];
  const [whole, setWhole] = useState(false);
  const [typed, setTyped] = useState<string | null>(null);
  const [shown, setShown] = useState({ row: row?.id, whole });
  if (shown.row !== row?.id || shown.whole !== whole) {
    setShown({ row: row?.id, whole });
    setTyped(null);
  }
  // What was typed for one row is not tried out on the next.
  useEffect(() => () => tryOut(null), [row?.id, whole]);
  if (!row) return null;
  const text = typed ?? (whole ? printPlanting(kept, written) : printRow(row, written));
  const called = parseCall(text, written);
  const command = (read: Called) =>
    whole ? layPlantingCall(kept, read, newId) : layRowCall(kept, row.id, read, newId);

  const change = (next: string) => {
    setTyped(next);
    tryOut(command(parseCall(next, written)));
  };
  const leave = () => {
    setTyped(null);
    tryOut(null);
  };
  const take = () => {
    const made = typed === null ? null : command(called);
    if (typed !== null && !made) return;
    setTyped(null);
    if (made) run(made);
  };
  const keys = (event: Key) => {
    if (event.key !== 'Escape' || typed === null) return;
    event.stopPropagation();
    leave();
  };
  const left = (event: FocusEvent) => {
    if (typed !== null && !(event.relatedTarget as HTMLElement | null)?.closest('.row-call')) leave();
  };
  const [problem] = called.problems;
  const status = typed !== null && problem ? 'error' : '';
  return (
    <div className="row-call">
      {whole ? (
        <Input.TextArea
          aria-label="Row call of the whole planting"
          autoSize={{ minRows: 2, maxRows: 6 }}
          value={text}
          status={status}
          onChange={({ target }) => change(target.value)}
          onKeyDown={keys}
          onBlur={left}
        />
      ) : (
        <OneRow
          label={`Row call of ${row.name}`}
          text={text}
          typing={typed !== null}
          status={status}
          onChange={change}
          onBlur={left}
          onKey={keys}
          onEnter={take}
        />
      )}
      <Button
        size="small"
        type={typed === null ? 'default' : 'primary'}
        disabled={typed === null || !!problem}
        onClick={take}
      >
        Lay it
      </Button>
      <Button
        size="small"
        aria-pressed={whole}
        onClick={() => {
          tryOut(null);
          setWhole(!whole);
        }}
      >
        {whole ? 'One row' : 'Whole planting'}
      </Button>
      <p className={status ? 'call-said is-wrong' : 'call-said'} aria-live="polite">
        {typed !== null && problem ? (
          <>
            <Marked text={text} from={problem.from} to={problem.to} /> {problem.sentence}
          </>
        ) : (
          called.rows.map((read) => explainRow(read, written)).join(' ')
        )}
      </p>
    </div>
  );
}

interface OneRowProps {
  readonly label: string;
  readonly text: string;
  readonly typing: boolean;
  readonly status: 'error' | '';
  onChange(text: string): void;
  onBlur(event: FocusEvent): void;
  onKey(event: Key): void;
  onEnter(): void;
}

/** The call of one row, names completed while they are typed. */
function OneRow({ label, text, typing, status, onChange, onBlur, onKey, onEnter }: OneRowProps) {
  const book = useBook();
  const begun = lastName(text);
  const offered =
    !typing || begun.trim().length < 2 ? [] : completions(begun, book).filter((name) => name !== begun.trim());
  return (
    <AutoComplete
      value={text}
      options={offered.map((name) => ({ value: `${text.slice(0, text.length - begun.length)}${name}`, label: name }))}
      status={status}
      aria-label={label}
      onChange={onChange}
      onBlur={onBlur}
      onInputKeyDown={(event) => {
        onKey(event);
        if (event.key === 'Enter' && offered.length === 0) onEnter();
      }}
    />
  );
}

/** The text round a mistake, the mistake itself underlined. */
function Marked({ text, from, to }: { text: string; from: number; to: number }) {
  return (
    <code>
      {from > 14 ? '…' : ''}
      {text.slice(Math.max(0, from - 14), from)}
      <mark>{text.slice(from, to)}</mark>
    </code>
  );
}
