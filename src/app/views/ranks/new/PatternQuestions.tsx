import { Button, Radio } from 'antd';
import type { Purpose } from '../../../../core/holding/schema.ts';
import type { Spots } from '../../../../core/ranks/fill.ts';
import { answerTo, patterns, rowsLaid, type Answers } from '../../../../core/ranks/patterns.ts';
import { sayRuns } from '../../../../core/ranks/purposes.ts';
import { inUnits } from '../../../../core/units/quantities.ts';
import { useShown, useBook } from '../../../store/derived.ts';
import { RegionField } from '../../../parts/fields/RegionField.tsx';
import { RowsLaid } from './RowsLaid.tsx';

/** Why the pattern is as it is, what it asks, and what it then lays. */
export function Questions({
  purpose,
  answers,
  picks,
  spots,
  onAnswer,
  onPick,
}: {
  purpose: Purpose;
  answers: Answers;
  picks: Readonly<Record<string, string>>;
  spots: Spots;
  onAnswer(key: string, answer: string): void;
  onPick(key: string, species: string): void;
}) {
  const holding = useShown();
  const { units } = holding;
  const { why, questions, source } = patterns[purpose];
  return (
    <>
      <p>{inUnits(why, units)}</p>
      {questions.map((question) => {
        const { key, ask, options } = question;
        const chosen = answerTo(question, answers, holding);
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
      <RegionField />
      <RowsLaid rows={rowsLaid({ purpose, answers, picks, holding, spots })} onPick={onPick} />
      <p className="soft fine">Source: {inUnits(source, units)}. All of it can be changed once it lies.</p>
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
