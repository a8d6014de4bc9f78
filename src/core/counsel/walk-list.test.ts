import { describe, expect, it } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { newAim } from '../ground/aims.ts';
import { FEATURE_KINDS, newFeature } from '../ground/features.ts';
import { take, type Command } from '../holding/command.ts';
import { addFeatures, setAim } from '../holding/ground-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { walkList, type Seen } from './walk-list.ts';

const done = (holding: Holding, ...commands: Command[]): Holding =>
  commands.reduce((on, command) => take(on, command).holding, holding);

describe(walkList, () => {
  const items = (holding: Holding, seen: ReadonlyMap<string, Seen> = new Map()) =>
    walkList(holding, layHolding(holding), seen);
  const open = (holding: Holding) =>
    items(holding)
      .filter(({ state }) => state === 'open')
      .map(({ key }) => key);
  const bare = sample();
  it('builds itself from the plan and closes itself by it', () => {
    expect(open(bare)).toEqual(
      expect.arrayContaining(['boundary', 'hole-p1', 'soil', 'animals', 'gate', 'tap', 'rules', 'aims']),
    );
    const known = done(
      bare,
      addFeatures(
        [
          newFeature('testHole', 't', [[30, 1]]),
          newFeature('percolation', 'p', [[3, 3]]),
          newFeature('gate', 'g', [[0, 0]]),
          newFeature('tank', 'k', [[0, 0]]),
        ],
        'known',
      ),
      setAim(newAim('fruit', 'a', [])),
    );
    expect(open(known)).not.toEqual(expect.arrayContaining(['hole-p1']));
    for (const key of ['hole-p1', 'soil', 'gate', 'tap', 'aims'])
      expect(items(known).find((item) => item.key === key)!.state).toBe('plan');
  });
  it('a test hole far from the line does not speak for it, a service asks for its marks and its state', () => {
    const far = done(
      bare,
      addFeatures(
        [
          newFeature('testHole', 't', [[30, 20]]),
          newFeature(
            'buriedService',
            's',
            [
              [0, 9],
              [9, 9],
            ],
            { name: 'main' },
          ),
        ],
        'far',
      ),
    );
    expect(open(far)).toEqual(expect.arrayContaining(['hole-p1', 'mark-s', 'state-s']));
  });
  it('what only eyes can see is closed by a note, and open without it', () => {
    const seen = new Map([['wind', { on: '2026-02-01', note: 'lean to the east' }]]);
    expect(items(bare, seen).find(({ key }) => key === 'wind')).toMatchObject({
      state: 'seen',
      byEye: true,
      seen: { note: 'lean to the east' },
    });
    expect(open(bare)).toContain('wind');
  });
  it('every kind of feature can stand in the plan without breaking it', () => {
    const points = [
      [0, 0],
      [10, 0],
      [10, 10],
    ] as const;
    const all = FEATURE_KINDS.map((kind) => newFeature(kind, kind, points));
    expect(open(done(bare, addFeatures(all, 'all')))).toEqual(
      expect.arrayContaining([
        'state-buriedService',
        'mark-buriedService',
        'wire-overheadLine',
        'wet-wetGround',
        'bank-erodingBank',
        'clear-cover',
        'thriving',
      ]),
    );
  });
});
