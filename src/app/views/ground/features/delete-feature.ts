import { together } from '../../../../core/holding/command.ts';
import { featureKinds } from '../../../../core/ground/features.ts';
import { removeFeature } from '../../../../core/holding/ground-commands.ts';
import { setBaseline } from '../../../../core/holding/planting-commands.ts';
import { loosened } from '../../../../core/ranks/baseline.ts';
import { look } from '../../../store/look-at.ts';
import { run, useSession } from '../../../store/session.ts';

/** Deletes a feature; plantings that follow it keep their line where it runs now. */
export function deleteFeature(id: string): void {
  const holding = useSession.getState().holding!;
  const feature = holding.features.find((one) => one.id === id);
  if (!feature) return;
  const followers = holding.plantings.filter(
    ({ baseline }) => baseline.kind === 'beside' && baseline.of.what === 'feature' && baseline.of.feature === id,
  );
  const label = `delete ${feature.name || featureKinds[feature.kind].label.toLowerCase()}`;
  run(
    together(label, [
      ...followers.map((planting) => setBaseline(planting.id, loosened(planting.baseline, holding))),
      removeFeature(id, label),
    ]),
  );
  look({ selection: null });
}

/** Takes the boundary away; plantings that follow a side keep their line. */
export function loosenFromBoundary(): ReturnType<typeof setBaseline>[] {
  const holding = useSession.getState().holding!;
  return holding.plantings
    .filter(({ baseline }) => baseline.kind === 'beside' && baseline.of.what === 'boundary')
    .map((planting) => setBaseline(planting.id, loosened(planting.baseline, holding)));
}
