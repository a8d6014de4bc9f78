import { setCorner, setFeature } from '../../core/holding/ground-commands.ts';
import { setBaseline } from '../../core/holding/planting-commands.ts';
import { drawnAs } from '../../core/ground/features.ts';
import { drawnBaseline, drawnBlock } from '../../core/ranks/baseline.ts';
import type { Point } from '../../core/geometry/point.ts';
import { attempt, run, useSession } from '../store/session.ts';

/** What was dragged on the plan, into the holding; refused with its reason where it cannot be. */
export function reshape(what: 'corner' | 'feature' | 'baseline', id: string, points: readonly Point[]): void {
  const holding = useSession.getState().holding!;
  attempt(() => {
    if (what === 'corner') run(setCorner(id, { at: [points[0]![0], points[0]![1]] }));
    else if (what === 'baseline') {
      const old = holding.plantings.find((planting) => planting.id === id)!.baseline;
      if (old.kind === 'block')
        run(setBaseline(id, { ...old, outline: drawnBlock(points).outline }, 'outline changed'));
      else if (old.kind === 'guilds')
        run(setBaseline(id, { kind: 'guilds', anchors: points.map(([x, y]) => [x, y]) }, 'trees moved'));
      else run(setBaseline(id, drawnBaseline(points, old.kind === 'drawn' ? old : {})));
    } else {
      const { kind } = holding.features.find((feature) => feature.id === id)!;
      run(setFeature(id, drawnAs(kind, points), 'moved'));
    }
  });
}
