import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { migrate, toStored } from '../src/core/holding/migrate.ts';
import { Refused, take, undo, type Command } from '../src/core/holding/command.ts';
import * as days from '../src/core/holding/days-commands.ts';
import * as ground from '../src/core/holding/ground-commands.ts';
import * as means from '../src/core/holding/means-commands.ts';
import * as plantings from '../src/core/holding/planting-commands.ts';
import * as variants from '../src/core/holding/variant-commands.ts';
import { SEED, tries } from './attack.ts';
import { row, sample } from './sample.ts';

/** Whatever a command is made of: it is refused in a sentence, or what it makes can be read again and undone. */

const makers = Object.entries({ ...days, ...ground, ...means, ...plantings, ...variants }).filter(
  (one): one is [string, (...args: unknown[]) => Command] => typeof one[1] === 'function',
);
const holding = sample({ rows: [row(), row({ rowGap: 2 })] });

/** What somebody may put where something else belongs. */
const anything = fc.oneof(
  fc.constantFrom<unknown>(
    'p1',
    holding.plantings[0]!.rows[0]!.id,
    'constructor',
    '__proto__',
    'toString',
    '',
    'x'.repeat(500),
    undefined,
    null,
    true,
    0,
    -1,
    0.5,
    3,
    1e12,
    NaN,
    Infinity,
    [],
    {},
    [[]],
    [null],
    () => 1,
    'protection',
    'weeds',
    'guards',
    'fitting',
    '2027-03-14',
    '2027-02-30',
    'hand',
    holding.plantings[0],
    holding.plantings[0]!.rows[0],
    { id: 'constructor', name: 3 },
    [1, 2],
  ),
  fc.object({ maxDepth: 2, withBigInt: false }),
);

describe('any command of anything', () => {
  it('is refused in a sentence or breaks off with nothing changed, or makes what can be read again and taken back', () => {
    const before = JSON.stringify(holding);
    const [done, refused] = [new Set<string>(), new Set<string>()];
    fc.assert(
      fc.property(fc.constantFrom(...makers), fc.array(anything, { maxLength: 5 }), ([name, make], args) => {
        let command;
        try {
          command = make(...args);
        } catch {
          return; // there is no command
        }
        let made;
        try {
          made = take(holding, command);
        } catch (problem) {
          // What is not whole enough to be a command breaks off; like a refusal it leaves everything as it was.
          expect(JSON.stringify(holding)).toBe(before);
          if (!(problem instanceof Refused)) return;
          expect(problem.message).toMatch(/^.{8,}\.$/s);
          refused.add(name);
          return;
        }
        done.add(name);
        const read = migrate(JSON.parse(JSON.stringify(toStored(made.holding))));
        expect(read.ok ? read.holding : read.problem, name).toEqual(made.holding);
        expect(undo(made.holding, made.step)).toEqual(holding);
      }),
      { seed: SEED, numRuns: tries(100_000) },
    );
    // What the record laid beside the plan stays where it is.
    const found = { ...holding, marks: [] };
    expect(take(found, plantings.setPlanting('p1', { name: 'New' }, 'x')).holding).toMatchObject({ marks: [] });
    expect(done.size).toBeGreaterThan(makers.length / 3);
    expect(refused.size).toBeGreaterThan(makers.length / 2);
  });
});
