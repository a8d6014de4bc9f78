import { usePreviews } from '../../../parts/findings/use-previews.ts';
import { useBook } from '../../../store/derived.ts';
import { Button, Modal } from 'antd';
import { useMemo, useState } from 'react';
import { layAnswer, waysToUse, type Answer } from '../../../../core/ranks/stock-in-hand.ts';
import { setBundles as keepBundles } from '../../../../core/holding/ground-commands.ts';
import { SPACING, type Bundle } from '../../../../core/holding/schema.ts';
import { counted, formatLength } from '../../../../core/units/quantities.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { newId } from '../../../store/ids.ts';
import { run, tryOut, useSession } from '../../../store/session.ts';
import { SpeciesSelect } from '../../../parts/SpeciesSelect.tsx';

/** These bundles are in the shed: which layouts use them up on this line, and what each leaves over. */
export function StockInHand({ planting: id, onClose }: { planting: string; onClose(): void }) {
  const holding = useSession((state) => state.holding!);
  const previews = usePreviews();
  // As it is, not as it is being tried out: else each answer looked at would change the answers.
  const planting = holding.plantings.find((each) => each.id === id)!;
  // What was said before is remembered; else a bundle of each kind that stands here is offered, none of them in the shed yet.
  const [bundles, setBundles] = useState<readonly Bundle[]>(() =>
    holding.inHand.length > 0
      ? holding.inHand
      : [...new Set(planting.rows.flatMap(({ runs }) => runs.map(({ species }) => species)))]
          .slice(0, 6)
          .map((species) => ({ id: newId(), species, stock: planting.rows[0]?.stock ?? 'whip', size: 25, bundles: 0 })),
  );
  const keep = (next: readonly Bundle[]) => {
    setBundles(next);
    run(keepBundles(next));
  };
  const [room, setRoom] = useState({
    least: 1,
    most: Math.max(2, Math.min(6, planting.rows.length)),
    rowGap: planting.rows[1]?.rowGap || 2,
  });
  const answers = useMemo(
    () => waysToUse(planting, holding, bundles, { ...room, newId }),
    [planting, holding, bundles, room],
  );
  const close = () => {
    tryOut(null);
    onClose();
  };
  const total = bundles.reduce((sum, { size, bundles: n }) => sum + size * n, 0);
  return (
    <Modal
      open
      title="Use stock in hand"
      footer={null}
      onCancel={close}
      width={820}
      mask={false}
      style={{ top: 56 }}
      styles={{ container: { border: '1px solid var(--rule)' } }}
    >
      <div className="import-columns in-hand">
        <div className="form">
          <Bundles bundles={bundles} stock={planting.rows[0]?.stock ?? 'whip'} keep={keep} />
          <Room room={room} setRoom={setRoom} units={holding.units} />
          <p className="soft">
            {counted(total, 'plant')} in hand: remembered with the holding, and taken off what the order buys.
          </p>
        </div>
        <ul className="rows-list" aria-label="Ways to use them up">
          {answers.map((answer, i) => (
            <AnswerCard
              key={i}
              answer={answer}
              previews={previews(String(i), layAnswer(answer))}
              units={holding.units}
              onLay={() => {
                if (run(layAnswer(answer))) onClose();
              }}
            />
          ))}
          {answers.length === 0 && (
            <li>No layout with these rows takes two plants a row. Add plants, or allow fewer rows.</li>
          )}
        </ul>
      </div>
    </Modal>
  );
}

function AnswerCard({
  answer,
  units,
  previews,
  onLay,
}: {
  answer: Answer;
  units: 'metric' | 'us';
  previews: object;
  onLay(): void;
}) {
  const book = useBook();
  const name = (id: string) => book.of(id).common;
  return (
    <li {...previews}>
      <div className="line">
        <strong>
          {answer.leftOver.length === 0 ? `All ${answer.used} used` : `${answer.used} used`},{' '}
          {answer.rows.length === 1 ? '1 row' : `${answer.rows.length} rows`}
        </strong>
        <Button size="small" type="primary" ghost onClick={onLay}>
          Lay it
        </Button>
      </div>
      <p className="soft fine">
        {answer.rows
          .map(
            ({ plants, spacing, species }) =>
              `${plants} every ${formatLength(spacing, units, { decimals: 2 })}: ${species.map(([id, n]) => `${n} ${name(id)}`).join(', ')}`,
          )
          .join('. ')}
        .
      </p>
      {answer.dark > 0 && (
        <p className="fine">
          {counted(answer.dark, 'plant')} that want{answer.dark === 1 ? 's' : ''} full light would stand behind taller
          rows, away from the sun.
        </p>
      )}
      {answer.leftOver.length > 0 && (
        <p className="fine">
          Left over: {answer.leftOver.map(([id, n]) => `${n} ${name(id)}`).join(', ')}. Pot them on as spares, or allow
          another row.
        </p>
      )}
      {answer.strained > 0 && (
        <p className="fine">
          {answer.strained === 1 ? 'One row is' : `${answer.strained} rows are`} so wide that crowns will not meet.
        </p>
      )}
    </li>
  );
}

interface RowsRoom {
  readonly least: number;
  readonly most: number;
  readonly rowGap: number;
}

/** The bundles in the shed: how many, of what size, of what kind. */
function Bundles({
  bundles,
  stock,
  keep,
}: {
  bundles: readonly Bundle[];
  stock: Bundle['stock'];
  keep(next: readonly Bundle[]): void;
}) {
  const book = useBook();
  const change = (i: number, changes: Partial<Bundle>) =>
    keep(bundles.map((bundle, k) => (k === i ? { ...bundle, ...changes } : bundle)));
  return (
    <>
      <ol className="runs">
        {bundles.map((bundle, i) => (
          <li key={i}>
            <NumberField
              aria-label={`Bundles ${i + 1}`}
              min={0}
              max={999}
              precision={0}
              value={bundle.bundles}
              onEnter={(n) => n !== null && change(i, { bundles: n })}
            />
            <span>of</span>
            <NumberField
              aria-label={`Size of bundle ${i + 1}`}
              min={1}
              max={1000}
              precision={0}
              value={bundle.size}
              onEnter={(n) => n !== null && change(i, { size: n })}
            />
            <SpeciesSelect
              label={`Species of bundle ${i + 1}`}
              value={bundle.species}
              onChange={(species) => change(i, { species })}
            />
            <Button
              size="small"
              aria-label={`Take bundle ${i + 1} out`}
              onClick={() => keep(bundles.filter((_, k) => k !== i))}
            >
              −
            </Button>
          </li>
        ))}
      </ol>
      <Button
        size="small"
        disabled={bundles.length >= 8}
        onClick={() =>
          keep([
            ...bundles,
            {
              id: newId(),
              species: book.all[0]!.id,
              stock,
              size: 25,
              bundles: 1,
            },
          ])
        }
      >
        Add a bundle
      </Button>
    </>
  );
}

/** How many rows there is room for, and how far apart. */
function Room({ room, setRoom, units }: { room: RowsRoom; setRoom(room: RowsRoom): void; units: 'metric' | 'us' }) {
  return (
    <>
      <div className="pair">
        <div className="field">
          <label htmlFor="least-rows">Rows, from</label>
          <NumberField
            id="least-rows"
            min={1}
            max={room.most}
            precision={0}
            value={room.least}
            onEnter={(least) => least && setRoom({ ...room, least })}
          />
        </div>
        <div className="field">
          <label htmlFor="most-rows">to</label>
          <NumberField
            id="most-rows"
            min={room.least}
            max={8}
            precision={0}
            value={room.most}
            onEnter={(most) => most && setRoom({ ...room, most })}
          />
        </div>
      </div>
      <LengthField
        label="Row gap"
        units={units}
        least={0.3}
        most={SPACING.most}
        value={room.rowGap}
        onChange={(rowGap) => setRoom({ ...room, rowGap })}
      />
    </>
  );
}
