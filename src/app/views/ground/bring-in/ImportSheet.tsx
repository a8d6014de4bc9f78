import { Button, Modal, Progress, Segmented, Select } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { CrsChoice } from '../../../../core/files/crs-choices.ts';
import { becomesLabel, bringIn, choicesFor, guessAll, type Becomes } from '../../../../core/files/shapes/becomes.ts';
import type { Join } from '../../../../core/files/shapes/points-csv.ts';
import type { FoundShapes } from '../../../../core/files/shapes/read-shapes.ts';
import { formatCount } from '../../../../core/units/quantities.ts';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { attempt, complain, run } from '../../../store/session.ts';
import { crsOptions } from './crs-options.ts';
import { readShapeFile } from '../../../workers/read-files.ts';
import { ShapeMap } from './ShapeMap.tsx';

/** Shapes listed one by one; the rest are taken as guessed. */
const MOST_LISTED = 200;

interface Options {
  readonly crs: CrsChoice | null;
  readonly join: Join;
}

/** What a file holds, on a small map, and what each shape shall be; nothing is taken until the steward says so. */
export function ImportSheet({ file, onClose, onDone }: { file: File; onClose(): void; onDone(): void }) {
  const { place, boundary } = useShown();
  const [options, setOptions] = useState<Options>({ crs: null, join: 'points' });
  const [found, setFound] = useState<FoundShapes | null>(null);
  const [share, setShare] = useState(0);
  const [becomes, setBecomes] = useState<readonly Becomes[]>([]);
  const [over, setOver] = useState<number | null>(null);
  const closing = useRef(onClose);
  closing.current = onClose;
  const bare = !boundary;

  useEffect(() => {
    const abort = new AbortController();
    readShapeFile(file, place, options, abort.signal, setShare)
      .then((read) => {
        setFound(read);
        setBecomes(guessAll(read.shapes, bare));
      })
      .catch((problem: unknown) => {
        if (abort.signal.aborted) return;
        complain((problem as Error).message);
        closing.current();
      });
    return () => abort.abort();
  }, [file, place, options, bare]);

  const apply = () =>
    attempt(() => {
      if (run(bringIn(file.name, found!.shapes, becomes, newId, found!.crs.off))) onDone();
    });
  /** Reads the file again, taken another way. */
  const again = (changes: Partial<Options>) => {
    setFound(null);
    setShare(0);
    setOptions({ ...options, ...changes });
  };
  const set = (i: number, kind: Becomes) =>
    setBecomes(becomes.map((old, j) => (j === i ? kind : kind === 'boundary' && old === 'boundary' ? 'nothing' : old)));
  const taken = becomes.filter((kind) => kind !== 'nothing').length;
  return (
    <Modal
      open
      title={`Bring in ${file.name}`}
      okText={found ? `Bring in ${taken}` : 'Bring it in'}
      cancelText={found ? 'Leave it' : 'Stop'}
      okButtonProps={{ disabled: taken === 0 }}
      onOk={apply}
      onCancel={onClose}
      width={920}
      className="import-sheet"
    >
      {!found && (
        <>
          <p role="status">Reading…</p>
          <Progress percent={Math.round(share * 100)} showInfo={false} />
        </>
      )}
      {found && (
        <div className="import-columns">
          <div>
            <ShapeMap shapes={found.shapes} becomes={becomes} over={over} onPick={setOver} />
            <AboutFile found={found} join={options.join} again={again} />
          </div>
          <ShapeList found={found} becomes={becomes} over={over} onOver={setOver} onSet={set} />
        </div>
      )}
      <p className="soft fine">
        Corners of a boundary come in as assumed until you find their pins. One undo takes all of it back.
      </p>
    </Modal>
  );
}

/** What the file is, and how its coordinates and points are taken. */
function AboutFile({ found, join, again }: { found: FoundShapes; join: Join; again(changes: Partial<Options>): void }) {
  const { place } = useShown();
  const points = found.shapes.reduce((sum, shape) => sum + shape.points.length, 0);
  return (
    <>
      <p className="soft">
        {found.format}: {formatCount(found.shapes.length)} shapes, {formatCount(points)} points
        {found.columns &&
          `; columns ${Object.entries(found.columns)
            .map(([key, column]) => `${column} as ${key}`)
            .join(', ')}`}
        .
      </p>
      <div className="field">
        <label htmlFor="import-crs">
          Coordinates {found.crs.asked ? 'are not explained in the file; taken as' : 'are'}
        </label>
        <Select<CrsChoice>
          id="import-crs"
          value={found.crs.taken}
          status={found.crs.asked ? 'warning' : ''}
          onChange={(crs) => again({ crs })}
          showSearch={{ optionFilterProp: 'label' }}
          options={crsOptions(found.crs, place)}
        />
      </div>
      {found.columns && (
        <Segmented<Join>
          size="small"
          aria-label="What the points are together"
          value={join}
          options={[
            { value: 'points', label: 'single points' },
            { value: 'line', label: 'one line' },
            { value: 'ring', label: 'one ring' },
          ]}
          onChange={(next) => again({ join: next })}
        />
      )}
      {found.swapped && (
        <p className="reading" role="alert">
          Latitude and longitude look swapped.{' '}
          <Button size="small" type="primary" onClick={() => again({ crs: 'degreesSwapped' })}>
            Swap them
          </Button>
        </p>
      )}
      {found.leftOut.length > 0 && (
        <details className="left-out" open={found.shapes.length === 0}>
          <summary>Left out: {found.leftOut.length}</summary>
          <ul>
            {found.leftOut.slice(0, 50).map((why, i) => (
              <li key={i}>{why}</li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

/** Each shape of the file and what it shall be. */
function ShapeList({
  found,
  becomes,
  over,
  onOver,
  onSet,
}: {
  found: FoundShapes;
  becomes: readonly Becomes[];
  over: number | null;
  onOver(shape: number | null): void;
  onSet(shape: number, kind: Becomes): void;
}) {
  return (
    <ul className="rows-list">
      {found.shapes.slice(0, MOST_LISTED).map((shape, i) => (
        <li
          key={i}
          className={over === i ? 'line is-over' : 'line'}
          onMouseEnter={() => onOver(i)}
          onMouseLeave={() => onOver(null)}
        >
          <span>
            {shape.name || `Shape ${i + 1}`}{' '}
            <span className="soft">
              {shape.shape === 'at' ? 'a place' : `${formatCount(shape.points.length)} points`}
            </span>
          </span>
          <Select
            size="small"
            aria-label={`What ${shape.name || `shape ${i + 1}`} shall be`}
            value={becomes[i] ?? 'nothing'}
            style={{ width: 170 }}
            popupMatchSelectWidth={false}
            options={choicesFor(shape.shape).map((value) => ({ value, label: becomesLabel(value) }))}
            onChange={(kind: Becomes) => onSet(i, kind)}
          />
        </li>
      ))}
      {found.shapes.length > MOST_LISTED && (
        <li className="soft">and {formatCount(found.shapes.length - MOST_LISTED)} more, taken as guessed.</li>
      )}
    </ul>
  );
}
