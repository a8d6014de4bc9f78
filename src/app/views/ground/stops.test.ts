import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { sample } from '../../../../checks/sample.ts';
import { FEATURE_KINDS, newFeature } from '../../../core/ground/features.ts';
import { holdingFromPlan } from '../../../core/files/plan-json.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { STOPS, stopOf } from './stops.ts';

const demo = holdingFromPlan(
  JSON.parse(readFileSync(new URL('../../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8')),
  'demo',
);
const bare = { ...sample(), plantings: [] };
const say = (key: string, holding: Holding = bare, asked = false) =>
  STOPS.find((stop) => stop.key === key)!.state(holding, asked);

describe('the walk', () => {
  it('has twelve stops, and every kind of feature is drawn at one of them', () => {
    expect(STOPS).toHaveLength(12);
    for (const kind of FEATURE_KINDS)
      expect(
        STOPS.filter(({ kinds }) => kinds.includes(kind)),
        kind,
      ).toEqual([stopOf(kind)]);
  });
  it('on bare ground every stop says that nothing is known', () => {
    for (const stop of STOPS) expect(stop.state(bare, false).sure, stop.key).toBe('empty');
  });
  it('on the demo it says what matters there', () => {
    expect(Object.fromEntries(STOPS.map((stop) => [stop.key, stop.state(demo, false).text]))).toMatchObject({
      edges: '3.05 ha; 5 corners, 1 assumed',
      'above-below': 'line 8 m; services not marked',
      water: 'Pell brook; wet hollow wet all winter; a bank erodes',
      soil: '2 zones, 2 tests',
      wind: 'north-west in winter, simulated',
      animals: 'voles, rabbits, small deer, medium deer',
      'way-in': 'gate 3.6 m; yard tap',
      rules: '4 rules, 1 without a source',
      aims: '5 set',
    });
  });
  it('turns from fault to open to done as services are asked for and marked', () => {
    const pipe = newFeature('buriedService', 's', [
      [0, 0],
      [9, 0],
    ]);
    expect(say('above-below', { ...bare, features: [pipe] }).sure).toBe('fault');
    expect(say('above-below', { ...bare, features: [pipe] }, true)).toEqual({
      text: 'marking asked for',
      sure: 'open',
    });
    const marks = [{ service: 's', name: '', line: null, on: null }];
    expect(say('above-below', { ...bare, features: [pipe], marks }).sure).toBe('done');
    expect(say('above-below', { ...bare, features: [pipe], marks: [{ ...marks[0]!, service: 'other' }] }).sure).toBe(
      'fault',
    );
    expect(
      say('above-below', {
        ...bare,
        features: [
          newFeature(
            'buriedService',
            's',
            [
              [0, 0],
              [9, 0],
            ],
            { state: 'removed' },
          ),
        ],
      }).sure,
    ).toBe('done');
  });
  it('a planting’s finding has a stop to be shown at, but for those that are about its rows alone', () => {
    const shown = STOPS.flatMap((stop) => stop.rules);
    expect(new Set(shown).size).toBe(shown.length);
    // Every finding that the rules' own cases bring forth, by name.
    const told = readFileSync('checks/kept/rules.txt', 'utf8').matchAll(/: (?:fault|caution|note) ([a-z-]+):/g);
    const named = new Set([...told].map(([, rule]) => rule!));
    expect(named.size).toBeGreaterThan(25);
    const ofRowsAlone = [
      'mower',
      'spacing',
      'species-share',
      'partner',
      'juglone',
      'host-pair',
      'suckers-under-fabric',
      'layer-light',
      'only-while-cut',
    ];
    expect([...named].filter((rule) => !shown.includes(rule) && !ofRowsAlone.includes(rule))).toEqual([]);
  });
});
