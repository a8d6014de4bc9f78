import { inward, sideName } from '../../../../core/ground/boundary.ts';
import { Select } from 'antd';
import { featureKinds } from '../../../../core/ground/features.ts';
import type { Baseline } from '../../../../core/holding/schema.ts';
import { usualSetback } from '../../../../core/ranks/first-planting.ts';
import { useShown } from '../../../store/derived.ts';

type Beside = Extract<Baseline, { kind: 'beside' }>;

/** Chooses what a line follows: a boundary side, a fence, stream or track, and on which hand. */
export function BaselineSource({ value, onChange }: { value: Beside | null; onChange(baseline: Beside): void }) {
  const { boundary, features, units } = useShown();
  const options = [
    ...(boundary ?? []).map(({ id }, i) => ({
      value: `boundary ${id}`,
      label: `Boundary ${sideName(boundary!, i)}, inside`,
    })),
    ...features.flatMap((feature) =>
      'line' in feature && feature.kind !== 'overheadLine' && feature.kind !== 'buriedService'
        ? (['left', 'right'] as const).map((side) => ({
            value: `${side} ${feature.id}`,
            label: `${feature.name || featureKinds[feature.kind].label}, ${side} of it`,
          }))
        : [],
    ),
  ];
  const now =
    value && (value.of.what === 'boundary' ? `boundary ${value.of.corner}` : `${value.side} ${value.of.feature}`);
  const take = (choice: string) => {
    const [what, id] = [choice.slice(0, choice.indexOf(' ')), choice.slice(choice.indexOf(' ') + 1)];
    const followed = features.find((feature) => feature.id === id) ?? null;
    // What keeps clear of a fence would stand in a stream: never nearer than is usual to what has a width.
    const usual = usualSetback(followed, units);
    const setback = followed && 'width' in followed ? Math.max(value?.setback ?? 0, usual) : (value?.setback ?? usual);
    if (what === 'boundary')
      onChange({
        kind: 'beside',
        of: { what: 'boundary', corner: id },
        setback,
        side: inward(boundary!.map(({ at }) => at)),
      });
    else onChange({ kind: 'beside', of: { what: 'feature', feature: id }, setback, side: what as 'left' | 'right' });
  };
  return (
    <div className="field">
      <label htmlFor="follows">Along</label>
      <Select
        id="follows"
        showSearch={{ optionFilterProp: 'label' }}
        value={now ?? undefined}
        placeholder={
          options.length > 0 ? 'a boundary side, fence, stream or track' : 'nothing on the ground to follow yet'
        }
        disabled={options.length === 0}
        options={options}
        onChange={take}
      />
    </div>
  );
}
