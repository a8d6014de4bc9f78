import { Button } from 'antd';
import { area } from '../../../../core/geometry/polygon.ts';
import { reliefOf } from '../../../../core/ground/relief.ts';
import { setBaseline } from '../../../../core/holding/planting-commands.ts';
import type { Planting } from '../../../../core/holding/schema.ts';
import { drawnBlock } from '../../../../core/ranks/baseline.ts';
import {
  alongContour,
  bestShift,
  fillAt,
  nominalDensity,
  patternOfRows,
  type BlockPattern,
} from '../../../../core/ranks/block.ts';
import { alongLongest, type Block } from '../../../../core/ranks/outline.ts';
import { formatCount, landUnit } from '../../../../core/units/quantities.ts';
import { ChoiceField } from '../../../parts/fields/ChoiceField.tsx';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { PointsEditor } from '../../../parts/fields/PointsEditor.tsx';
import { Toggle } from '../../../parts/fields/Toggle.tsx';
import { startSketch } from '../../../plan/pencil.ts';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { run, useSession } from '../../../store/session.ts';

const HECTARE = 10_000;
const PATTERN_WORDS: Readonly<Record<BlockPattern, string>> = {
  square: 'square',
  triangular: 'triangle',
  quincunx: 'square and centre',
  rows: 'rows',
};

/** A block: its outline, how dense it stands, which way its rows run, and what is kept free. */
export function BlockSettings({ planting, block, plants }: { planting: Planting; block: Block; plants: number }) {
  const holding = useShown();
  const kept = useSession((state) => state.holding!);
  const { units } = holding;
  const { name: unit, squareMetres: ground } = landUnit(units);
  const pattern = patternOfRows(planting.rows);
  const squareMetres = area(block.outline);
  const laid = nominalDensity(planting.rows);
  // What was asked stays as it was typed while the grid still comes from it.
  const asked = block.density !== null && Math.abs(laid / block.density - 1) < 0.05 ? block.density : null;
  const perHectare = asked ?? laid;
  const each = (density: number) => formatCount(Math.round((density / HECTARE) * ground));
  const fill = (perHa: number, as: BlockPattern) => run(fillAt(planting, perHa, as, newId));
  const set = (changes: Partial<Block>, label: string) =>
    run(setBaseline(planting.id, { ...block, ...changes }, label));
  const contour = alongContour(block, reliefOf(holding));
  const longest = alongLongest(block.outline);
  const move = () => {
    const best = bestShift(planting, block, kept);
    run(best ? best.command : setBaseline(planting.id, block, 'grid kept'));
  };
  return (
    <>
      <h3>Block</h3>
      <p className="soft">
        {(squareMetres / ground).toFixed(2)} {unit}s, {formatCount(plants)} plants:{' '}
        {formatCount(Math.round((plants / squareMetres) * ground))} a {unit} with its edges and lanes.
        {asked !== null && ` Asked for ${each(asked)}; to the tape’s centimetre the grid holds ${each(laid)}.`}
      </p>
      <div className="pair">
        <div className="field">
          <label htmlFor="density">Plants a {unit}</label>
          <NumberField
            id="density"
            min={1}
            max={100_000}
            precision={0}
            value={planting.rows.length > 0 ? Math.round((perHectare / HECTARE) * ground) : null}
            onEnter={(wanted) => wanted && fill((wanted / ground) * HECTARE, pattern)}
          />
        </div>
        <LengthField
          label="Headland"
          units={units}
          most={200}
          value={block.headland}
          onChange={(headland) => set({ headland }, 'headland')}
        />
      </div>
      <ChoiceField label="Grid" value={pattern} options={PATTERN_WORDS} onChange={(value) => fill(perHectare, value)} />
      <div className="field">
        <label htmlFor="bearing">Rows run towards, degrees from north</label>
        <NumberField
          id="bearing"
          min={0}
          max={360}
          value={block.bearing}
          onEnter={(bearing) => bearing !== null && set({ bearing }, `rows run ${Math.round(bearing)}°`)}
        />
      </div>
      <div className="actions wrap">
        <Button
          size="small"
          disabled={Math.abs(longest - block.bearing) < 0.01}
          onClick={() => set({ bearing: longest }, 'rows along the longest side')}
        >
          Along the longest side
        </Button>
        <Button
          size="small"
          disabled={contour === null}
          title={contour === null ? 'Heights are not known here, or it lies level' : ''}
          onClick={() => contour !== null && set({ bearing: contour }, 'rows along the contour')}
        >
          Along the contour
        </Button>
        <Button size="small" onClick={move}>
          Move the grid to fit most
        </Button>
      </div>
      <Lanes block={block} units={units} set={set} />
      <PointsEditor
        key={block.outline.join(' ')}
        points={block.outline}
        units={units}
        onChange={(points) =>
          run(setBaseline(planting.id, { ...block, outline: drawnBlock(points).outline }, 'outline changed'))
        }
      />
      <div className="actions wrap">
        <Button onClick={() => startSketch('block')}>Draw the outline again</Button>
      </div>
    </>
  );
}

/** Lanes kept free for a machine. */
function Lanes({
  block,
  units,
  set,
}: {
  block: Block;
  units: 'metric' | 'us';
  set(changes: Partial<Block>, label: string): void;
}) {
  return (
    <>
      <Toggle
        label="Lanes for a machine"
        on={block.lanes !== null}
        onChange={(on) => set({ lanes: on ? { every: 8, width: 4 } : null }, on ? 'lanes opened' : 'lanes closed')}
      />
      {block.lanes && (
        <div className="pair">
          <div className="field">
            <label htmlFor="lane-every">One after so many rows</label>
            <NumberField
              id="lane-every"
              min={1}
              max={200}
              precision={0}
              value={block.lanes.every}
              onEnter={(every) => every && set({ lanes: { ...block.lanes!, every } }, 'lanes')}
            />
          </div>
          <LengthField
            label="Wider than a row gap by"
            units={units}
            least={0.1}
            most={50}
            value={block.lanes.width}
            onChange={(width) => set({ lanes: { ...block.lanes!, width } }, 'lanes')}
          />
        </div>
      )}
    </>
  );
}
