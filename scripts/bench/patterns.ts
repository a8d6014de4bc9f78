import { plantingOnItsGround } from '../../src/core/counsel/on-its-ground.ts';
import { layHolding } from '../../src/core/ranks/laid.ts';
import { drawnBlock } from '../../src/core/ranks/baseline.ts';
import { demo } from './holdings.ts';
import { line, median, type Line } from './tell.ts';

/** A wood over the demo's whole ground, each row asked what it stands in: done anew at every answer of the steward. */
export function patternsOnGround(): Line[] {
  const outline = demo.boundary!.map(({ at }) => at);
  const lay = () => {
    let n = 0;
    return plantingOnItsGround({
      name: 'Wood',
      purpose: 'conservation',
      answers: { density: 'dense' },
      baseline: drawnBlock(outline),
      side: 'right',
      holding: demo,
      newId: () => `n${n++}`,
    });
  };
  const plants = layHolding({ ...demo, plantings: [lay()] })[0]!.layout.stand.count;
  const ms = median(() => void lay(), 5);
  return [
    line(
      `a wood of ${plants.toLocaleString('en')} plants laid with kinds that bear its ground`,
      `${ms.toFixed(0)} ms`,
      'under 400 ms',
      ms < 400,
    ),
  ];
}
