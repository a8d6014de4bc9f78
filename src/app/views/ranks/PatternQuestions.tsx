import { Button, Radio } from 'antd';
import type { Purpose } from '../../../core/holding/schema.ts';
import { newPlanting, patterns, patternShape, type Answers } from '../../../core/ranks/patterns.ts';
import { sayRuns } from '../../../core/ranks/purposes.ts';
import { formatLength, inUnits } from '../../../core/units/quantities.ts';
import { useShown, useBook } from '../../store/derived.ts';
import { STUBS } from './new-planting-ways.ts';

/** Why the pattern is as it is, what it asks, and what it then lays. */
export function Questions({
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

export function OwnPattern({
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
