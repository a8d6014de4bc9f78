import { Button } from 'antd';
import { featureKinds, featureLabel, isMarked, pointsOf } from '../../../../core/ground/features.ts';
import type { FeatureKind } from '../../../../core/holding/ground-schema.ts';
import { startSketch } from '../../../plan/pencil.ts';
import { useShown } from '../../../store/derived.ts';
import { goTo, look, useLook } from '../../../store/look-at.ts';
import { FeatureForm } from './FeatureForm.tsx';

/** Longest list shown beside the plan; more than that is for the table. */
const MOST_LISTED = 60;

/** Things of some kinds: listed, drawn anew, and each thing's own numbers. */
export function FeaturesPanel({
  kinds,
  empty = 'Nothing drawn yet. Draw what is there: the plan warns where a planting would meet it.',
}: {
  kinds: readonly FeatureKind[];
  empty?: string;
}) {
  const holding = useShown();
  const { features, units } = holding;
  const selection = useLook((state) => state.selection);
  const here = features.filter(({ kind }) => kinds.includes(kind));
  const listed = here.filter(
    (feature, i) => i < MOST_LISTED || (selection?.what === 'feature' && selection.id === feature.id),
  );
  return (
    <>
      <div className="actions wrap draw" role="group" aria-label="Draw">
        {kinds.map((kind) => (
          <Button
            key={kind}
            size="small"
            onClick={() => startSketch(kind)}
            aria-label={`Draw ${featureKinds[kind].label.toLowerCase()}`}
          >
            + {featureKinds[kind].label}
          </Button>
        ))}
      </div>
      {here.length === 0 && <p>{empty}</p>}
      <ul className="rows-list">
        {listed.map((feature) => {
          const open = selection?.what === 'feature' && selection.id === feature.id;
          return (
            <li key={feature.id} className={open ? 'is-open' : ''}>
              <button
                type="button"
                className="link"
                aria-expanded={open}
                onClick={() => {
                  look({ selection: open ? null : { what: 'feature', id: feature.id } });
                  if (!open) goTo(pointsOf(feature));
                }}
              >
                {featureLabel(feature, units)}
              </button>
              {feature.kind === 'buriedService' && (
                <span className="soft">{isMarked(holding, feature.id) ? ', marked' : ', not marked'}</span>
              )}
              {feature.name && feature.name !== featureKinds[feature.kind].label.toLowerCase() && (
                <span className="soft"> {featureKinds[feature.kind].label.toLowerCase()}</span>
              )}
              {open && <FeatureForm feature={feature} />}
            </li>
          );
        })}
      </ul>
      {here.length > listed.length && (
        <p className="soft">and {here.length - listed.length} more: open the table, or choose one on the plan.</p>
      )}
    </>
  );
}
