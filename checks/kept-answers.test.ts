import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { holdingFromPlan } from '../src/core/files/plan-json.ts';
import { newHolding } from '../src/core/holding/new-holding.ts';
import { PURPOSES, type Baseline, type Holding } from '../src/core/holding/schema.ts';
import { drawnBaseline, drawnBlock } from '../src/core/ranks/baseline.ts';
import { newPlanting, patternShape } from '../src/core/ranks/patterns.ts';
import { purposes } from '../src/core/ranks/purposes.ts';
import { tell } from './tell.ts';

const demo = holdingFromPlan(JSON.parse(readFileSync('demo/tern-hollow.plan.json', 'utf8')) as object, 'demo');

/** Each purpose's pattern as it comes, one above the other, on a bent line, a lopsided block or three trees. */
function everyPattern(units: Holding['units'], latitude: number): Holding {
  let made = 0;
  const newId = () => `n${++made}`;
  const at = (y: number): Record<string, Baseline> => ({
    line: drawnBaseline([
      [0, y],
      [40, y + 6],
      [90, y - 3],
    ]),
    block: drawnBlock([
      [0, y],
      [34, y + 3],
      [28, y + 26],
      [-4, y + 20],
    ]),
    guilds: {
      kind: 'guilds',
      anchors: [
        [0, y],
        [9, y + 1],
        [18, y],
      ],
    },
  });
  const bare = newHolding({
    id: 'h',
    name: 'Bare',
    latitude,
    longitude: latitude > 0 ? -1.5 : 171.6,
    units,
    currency: 'EUR',
  });
  return {
    ...bare,
    animals: ['vole', 'rabbit', 'mediumDeer'],
    plantings: PURPOSES.map((purpose, n) =>
      newPlanting({
        name: purposes[purpose].label,
        purpose,
        answers: {},
        baseline: at(n * 60)[patternShape(purpose, {})]!,
        side: n % 2 ? 'left' : 'right',
        holding: bare,
        newId,
      }),
    ),
  };
}

// A change that is meant shows here as a difference to be read, and is kept with `npx vitest run checks/kept src/core/findings/rules -u`.
describe('the same holdings give the same answers', () => {
  it.each([
    ['the demo', demo],
    ['the demo in feet, south of the line', { ...demo, units: 'us' as const, place: { ...demo.place, latitude: -41 } }],
    ['every pattern in the north', everyPattern('metric', 52)],
    ['every pattern in the south, in feet', everyPattern('us', -41)],
  ])('%s', async (name, holding) => {
    await expect(`${[...tell(holding)].join('\n')}\n`).toMatchFileSnapshot(`kept/${name.replaceAll(/\W+/g, '-')}.txt`);
  });
});
