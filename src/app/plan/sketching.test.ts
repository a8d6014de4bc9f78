import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import type { Point } from '../../core/geometry/point.ts';
import type { Baseline } from '../../core/holding/schema.ts';

vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
vi.stubGlobal('BroadcastChannel', undefined);
const { db } = await import('../store/db.ts');
const { addHolding } = await import('../store/shelf.ts');
const { close, open, useSession } = await import('../store/session.ts');
const { look, lookNow } = await import('../store/look-at.ts');
const { addPoint, finishSketch, isRing, sketchName, sketchWords } = await import('./sketching.ts');
const { backOut, startSketch } = await import('./pencil.ts');

const holding = () => useSession.getState().holding!;
const click = (...points: Point[]) => points.forEach((point) => addPoint(point, 'p1'));

beforeEach(async () => {
  await close();
  await db.holdings.clear();
  await addHolding(sample());
  await open('sample');
});

describe('drawing', () => {
  it('closes a ring on its first point', () => {
    startSketch('boundary');
    click([-10, -10], [80, -10], [80, 40], [-10, 40], [-10, -10]);
    expect(lookNow().sketch).toBeNull();
    expect(holding().boundary!.map(({ at, pin }) => [...at, pin])).toEqual([
      [-10, -10, 'assumed'],
      [80, -10, 'assumed'],
      [80, 40, 'assumed'],
      [-10, 40, 'assumed'],
    ]);
  });

  it('a mark and a section are looked at, not kept; a section of one point is none', () => {
    startSketch('mark');
    click([12, 5]);
    expect(lookNow()).toMatchObject({ sketch: null, mark: [12, 5] });
    startSketch('section');
    click([0, 0], [30, 0]);
    finishSketch(null);
    expect(lookNow().section).toEqual([
      [0, 0],
      [30, 0],
    ]);
    startSketch('section');
    click([0, 0]);
    finishSketch(null);
    expect(lookNow().section).toBeNull();
    expect(holding()).toEqual(sample());
  });

  it('a sight triangle is drawn by three points and says what it lacks with two', () => {
    startSketch('sightTriangle');
    click([0, 0], [9, 0]);
    finishSketch(null);
    expect(useSession.getState().problem).toMatch(/needs three points/);
    click([0, 9]);
    finishSketch(null);
    expect(holding().rules).toMatchObject([
      {
        kind: 'sightTriangle',
        ring: [
          [0, 0],
          [9, 0],
          [0, 9],
        ],
        most: 0.75,
        said: '',
      },
    ]);
    expect([isRing('sightTriangle'), sketchName('sightTriangle'), sketchName('mark')]).toEqual([
      true,
      'sight triangle',
      'mark',
    ]);
  });

  it('takes a doubled point once', () => {
    startSketch('fence');
    click([0, 10], [0, 10], [20, 10]);
    finishSketch('p1');
    expect(holding().features[0]).toMatchObject({
      kind: 'fence',
      line: [
        [0, 10],
        [20, 10],
      ],
    });
  });

  it('a thing of one place is done with one click, and is then chosen', () => {
    startSketch('tree');
    click([5, 30]);
    expect(holding().features[0]).toMatchObject({ kind: 'tree', at: [5, 30] });
    expect(lookNow().selection).toEqual({ what: 'feature', id: holding().features[0]!.id });
  });

  it('backs out point by point, then puts the pencil down', () => {
    startSketch('stream');
    click([0, 0], [10, 0]);
    backOut();
    expect(lookNow().sketch!.points).toEqual([[0, 0]]);
    backOut();
    backOut();
    expect(lookNow().sketch).toBeNull();
    expect(holding().features).toEqual([]);
  });

  it('a planting that waits for its line comes into the holding when it is drawn, and never when it is not', () => {
    const count = () => holding().plantings.length;
    const before = count();
    const planting = { ...holding().plantings[0]!, id: 'waits', name: 'Waits' };
    const waiting = { planting, lie: (baseline: Baseline) => ({ ...planting, baseline, name: 'Lies' }) };
    startSketch('baseline');
    look({ waiting });
    backOut();
    expect([count(), lookNow().sketch]).toEqual([before, null]);
    startSketch('baseline');
    addPoint([0, 0], null);
    addPoint([40, 0], null);
    finishSketch(null);
    expect(count()).toBe(before + 1);
    expect(holding().plantings.at(-1)).toMatchObject({
      id: 'waits',
      name: 'Lies',
      baseline: {
        points: [
          [0, 0],
          [40, 0],
        ],
      },
    });
    look({ waiting: null });
  });
  it('keeps a sketch that cannot be, and says why', () => {
    startSketch('wetGround');
    click([0, 0], [10, 10]);
    finishSketch('p1');
    expect(useSession.getState().problem).toMatch(/Wet ground needs at least 3 points/);
    expect(lookNow().sketch!.points).toHaveLength(2);
    startSketch('baseline');
    click([0, 0]);
    finishSketch('p1');
    expect(useSession.getState().problem).toMatch(/second point/);
  });

  it('drops a gap on the line at its chainage', () => {
    startSketch('gap');
    click([33.33, 4]);
    expect(holding().plantings[0]!.gaps).toMatchObject([{ at: 33.3, width: 4 }]);
  });

  it('draws a baseline anew, curved when asked', () => {
    startSketch('curvedBaseline');
    click([0, 0], [20, 5], [50, 0]);
    finishSketch('p1');
    expect(holding().plantings[0]!.baseline).toEqual({
      kind: 'drawn',
      points: [
        [0, 0],
        [20, 5],
        [50, 0],
      ],
      curved: true,
      closed: false,
    });
  });

  it('measures and leaves nothing behind', () => {
    startSketch('measure');
    click([0, 0], [3, 4]);
    expect(sketchWords(lookNow().sketch!.points, 'metric')).toBe('5.00 m at 37°');
    finishSketch('p1');
    expect(useSession.getState().past).toEqual([]);
  });

  it('says a sketch’s name and length as it grows', () => {
    expect(sketchName('overheadLine')).toBe('overhead line');
    expect(sketchName('curvedBaseline')).toBe('curved line');
    expect([isRing('boundary'), isRing('building'), isRing('fence'), isRing('gap')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect(sketchWords([[0, 0]], 'metric')).toBe('');
    expect(
      sketchWords(
        [
          [0, 0],
          [3, 4],
          [3, 10],
        ],
        'us',
      ),
    ).toBe('19.69 ft at 0°, 36.1 ft in all');
  });
});
