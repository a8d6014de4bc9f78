import { waysToUse } from '../../src/core/ranks/stock-in-hand.ts';
import { demo } from './holdings.ts';
import { line, median, type Line } from './tell.ts';

/** Eight kinds in the shed, up to six rows of the demo's belt: the hardest that the sheet lets be asked. */
export function stockInHand(): Line[] {
  const lines: Line[] = [];
  const kinds = [
    'viburnum-opulus',
    'euonymus-europaeus',
    'cornus-sanguinea',
    'tilia-cordata',
    'carpinus-betulus',
    'picea-abies',
    'corylus-avellana',
    'acer-campestre',
  ];
  let n = 0;
  const ms = median(
    () =>
      void waysToUse(
        demo.plantings[0]!,
        demo,
        kinds.map((species) => ({ species, size: 25, bundles: 2 })),
        { least: 1, most: 6, rowGap: 2, newId: () => `n${n++}` },
      ),
    5,
  );
  lines.push(
    line('stock in hand: 400 plants of 8 kinds in up to 6 rows', `${ms.toFixed(0)} ms`, 'under 1,000 ms', ms < 1000),
  );
  return lines;
}
