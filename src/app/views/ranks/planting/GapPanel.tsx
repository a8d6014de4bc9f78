import { Button, Segmented } from 'antd';
import { removeGap, setGap } from '../../../../core/holding/planting-commands.ts';
import type { Gap, Planting } from '../../../../core/holding/schema.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { useShown } from '../../../store/derived.ts';
import { look } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';

/** One gap through all rows: what for, where, how wide. */
export function GapPanel({ planting, gap: id }: { planting: Planting; gap: string }) {
  const { units } = useShown();
  const gap = planting.gaps.find((one) => one.id === id)!;
  const set = (changes: Partial<Omit<Gap, 'id'>>) => run(setGap(planting.id, id, changes));
  return (
    <>
      <div className="panel-head">
        <h2>Gap</h2>
        <Button size="small" onClick={() => look({ selection: null })}>
          Close
        </Button>
      </div>
      <div className="form">
        <Segmented
          aria-label="What for"
          value={gap.kind}
          options={['gate', 'crossing', 'gap']}
          onChange={(kind) => set({ kind: kind as Gap['kind'] })}
        />
        <div className="pair">
          <LengthField label="Middle at" units={units} most={10_000} value={gap.at} onChange={(at) => set({ at })} />
          <LengthField
            label="Width"
            units={units}
            least={0.1}
            most={500}
            value={gap.width}
            onChange={(width) => set({ width })}
          />
        </div>
        <Button
          danger
          onClick={() => {
            run(removeGap(planting.id, id));
            look({ selection: null });
          }}
        >
          Close the gap with plants
        </Button>
      </div>
    </>
  );
}
