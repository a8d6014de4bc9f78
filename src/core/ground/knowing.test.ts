import { madeUp, noClimate, told, TYPED } from '../place/climate.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { take, type Command } from '../holding/command.ts';
import { setAim, setClimate, setRule } from '../holding/ground-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { SEASONS, type Rose } from '../holding/ground-schema.ts';
import { AIM_KINDS, aimKinds, aimPieces, aimSentence, newAim } from './aims.ts';
import { newFeature } from './features.ts';
import { linesFor, lineOf, ruleSentence } from './local-rules.ts';
import { fitPicture, onPlane, pixelAt, placeOf, readWorldFile } from './picture-fit.ts';
import { windSentence, windsWorthStopping, prevailingRose, WIND_STRENGTHS } from './wind.ts';

const done = (holding: Holding, ...commands: Command[]): Holding =>
  commands.reduce((on, command) => take(on, command).holding, holding);
const yard = newFeature(
  'shelter',
  'yard',
  [
    [0, 0],
    [10, 0],
    [10, 10],
  ],
  { name: 'yard' },
);
const window_ = newFeature('viewpoint', 'win', [[5, -5]], { name: 'kitchen window' });
const places = [
  yard,
  window_,
  newFeature(
    'track',
    'lane',
    [
      [0, -20],
      [50, -20],
    ],
    { name: 'lane' },
  ),
  newFeature(
    'stream',
    'brook',
    [
      [0, 40],
      [60, 44],
    ],
    { name: 'brook' },
  ),
  newFeature(
    'building',
    'barn',
    [
      [20, 0],
      [30, 0],
      [30, 8],
    ],
    { name: 'barn' },
  ),
];

describe('aims', () => {
  it('each kind starts as a whole sentence, its fields all asked in it', () => {
    const talk = { features: places, units: 'metric', currency: 'EUR' } as const;
    for (const kind of AIM_KINDS) {
      const asked = aimPieces(kind).flatMap((piece) => ('field' in piece ? [piece.field] : []));
      expect(asked.toSorted()).toEqual(Object.keys(aimKinds[kind].fields).toSorted());
      expect(aimSentence(newAim(kind, 'a', places), talk)).toMatch(/^[A-Z][^{}]*\.$/);
    }
    expect(aimSentence({ id: 'a', kind: 'wind', place: 'yard', cut: 0.5, by: 10, season: 'winter' }, talk)).toBe(
      'Cut the wind at the yard by half by year 10, in winter.',
    );
    expect(
      aimSentence({ id: 'a', kind: 'hide', what: 'barn', from: 'gone', share: 0.9, when: 'always', by: 8 }, talk),
    ).toBe('Hide 90 % of the barn from a place that is gone, in leaf and leafless, by year 8.');
  });
  it('asks for a place to be drawn when there is none to name, and keeps one aim for one id', () => {
    expect(() => newAim('wind', 'a', [])).toThrow(
      "'Cut the wind' needs a place to name. Draw a place to shelter or a place or a building first.",
    );
    const aim = newAim('fruit', 'a', []);
    const holding = done(sample(), setAim(aim), setAim({ ...aim, by: 6 } as typeof aim));
    expect(holding.aims).toEqual([{ id: 'a', kind: 'fruit', by: 6 }]);
    expect(() => done(sample(), setAim({ ...aim, by: 99 } as typeof aim))).toThrow(
      /The year can be at most 40; this is 99/,
    );
  });
});

describe('local rules', () => {
  it('run along lines of the ground and water edges', () => {
    const kinds = (kind: 'setback' | 'waterEdge') =>
      linesFor(
        kind,
        (['fence', 'stream', 'ditch', 'wetGround', 'tree'] as const).map((each) =>
          newFeature(
            each,
            each,
            each === 'wetGround'
              ? [
                  [0, 0],
                  [9, 0],
                  [9, 9],
                ]
              : each === 'tree'
                ? [[0, 0]]
                : [
                    [0, 0],
                    [9, 0],
                  ],
          ),
        ),
      ).map(({ kind: each }) => each);
    expect(kinds('setback')).toEqual(['fence', 'stream', 'ditch']);
    expect(kinds('waterEdge')).toEqual(['stream', 'ditch', 'wetGround']);
  });
  const holding = sample({
    boundary: [
      [0, 0],
      [90, 0],
      [90, 90],
    ].map((at) => ({ at: at as [number, number] })),
    features: [
      {
        kind: 'stream',
        name: 'brook',
        points: [
          [0, 9],
          [9, 9],
        ],
      },
    ],
  });
  it('are sentences of what is asked, along what is there', () => {
    expect(
      ruleSentence({ id: 'r', kind: 'setback', said: '', along: 'boundary', metres: 1.5 }, holding, 'metric'),
    ).toBe('Stems keep 1.50 m from the boundary.');
    expect(ruleSentence({ id: 'r', kind: 'waterEdge', said: '', along: 'f1', metres: 5 }, holding, 'us')).toBe(
      'No digging within 16 ft of the brook without asking.',
    );
    expect(ruleSentence({ id: 'r', kind: 'nesting', said: '', from: '03-01', to: '08-31' }, holding, 'metric')).toBe(
      'No clearing or cutting from 1 March to 31 August.',
    );
    expect(lineOf('gone', holding)).toBeNull();
  });
  it('a day that is none is refused', () =>
    expect(() => done(holding, setRule({ id: 'r', kind: 'nesting', said: '', from: '13-01', to: '08-31' }))).toThrow(
      /The first day cannot be that: write it as month-day/,
    ));
});

describe(windsWorthStopping, () => {
  const even = Array.from({ length: 8 }, () => ({ share: 0.125, speed: 4 }));
  const rose: Rose = {
    winter: even.map((sector, i) => (i === 7 ? { share: 0.25, speed: 8 } : sector)),
    spring: even,
    summer: even,
    autumn: even.map((sector, i) => (i === 6 ? { share: 0.3, speed: 6 } : sector)),
  };
  it('names the wind that stands out of each season, hardest first, and none of an even rose', () => {
    const winds = windsWorthStopping(rose);
    expect(winds.map(({ season, from }) => [season, from])).toEqual([
      ['winter', 315],
      ['autumn', 270],
    ]);
    // 0.25 x 64 of 7 x 0.125 x 16 + 0.25 x 64 = 16 of 30.
    expect(winds[0]!.force).toBeCloseTo(16 / 30, 9);
    expect(windSentence(winds[0]!, false)).toBe(
      'North-west in winter: 25 % of the time at 8.0 m/s, 53 % of that season’s force.',
    );
    expect(
      windsWorthStopping({
        winter: even,
        spring: even,
        summer: even,
        autumn: even.map(() => ({ share: 0, speed: 0 })),
      }),
    ).toEqual([]);
  });
  it('a climate with a share over 1 is refused', () => {
    const climate = { ...noClimate(), rose: { ...rose, spring: even.map(() => ({ share: 2, speed: 1 })) } };
    expect(() => done(sample(), setClimate(climate))).toThrow(/The share can be at most 1; this is 2/);
  });
  it('knows four seasons', () => expect(SEASONS).toHaveLength(4));
  it('one direction and how strong make a rose whose winds are worth stopping from just there', () => {
    for (let from = 0; from < 360; from += 45)
      for (const strength of WIND_STRENGTHS) {
        const made = prevailingRose(from, strength);
        expect(windsWorthStopping(made).map((wind) => wind.from)).toEqual([from, from, from, from]);
        expect(made.winter.reduce((sum, { share }) => sum + share, 0)).toBeLessThanOrEqual(1);
      }
    const speeds = WIND_STRENGTHS.map((strength) => windsWorthStopping(prevailingRose(0, strength))[0]!.speed);
    expect(speeds).toEqual([...speeds].sort((a, b) => a - b));
  });
  it('what is typed of one part leaves the others to whoever said them', () => {
    const made = { source: 'stand-in climate', simulated: true };
    const all = told(null, { zone: 8, rose: prevailingRose(90, 'fresh'), lastFrost: '05-01' }, made);
    const typed = told(all, { lastFrost: '04-20' }, TYPED);
    expect(typed.from).toEqual({ months: TYPED, frosts: TYPED, zone: made, rose: made });
    expect([madeUp(typed, 'rose'), madeUp(typed, 'frosts'), madeUp(null, 'rose')]).toEqual([', simulated', '', '']);
  });
});

describe(fitPicture, () => {
  it('says how far a picture is turned: one whose right edge points south is turned a quarter clockwise', () => {
    const turned = (at: [number, number]) =>
      fitPicture([
        { pixel: [0, 0], at: [0, 0] },
        { pixel: [100, 0], at },
      ]).turn;
    expect([turned([0, -50]), turned([0, 50]), turned([50, 0]), turned([-50, 0])]).toEqual(
      [90, 270, 0, 180].map((degrees) => expect.closeTo(degrees, 6)),
    );
  });

  const place = fc.double({ min: -500, max: 500, noNaN: true });
  it('finds the shift, turn and scale again that laid the points, to a hair', () => {
    fc.assert(
      fc.property(
        place,
        place,
        fc.double({ min: 0.05, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (x, y, scale, turn) => {
          const [p, q] = [scale * Math.cos(turn), scale * Math.sin(turn)];
          const matrix = [p, q, x, q, -p, y] as [number, number, number, number, number, number];
          const points = (
            [
              [0, 0],
              [800, 0],
              [300, 500],
            ] as [number, number][]
          ).map((pixel) => ({ pixel, at: [...placeOf(matrix, pixel)] as [number, number] }));
          const fit = fitPicture(points);
          fit.matrix.forEach((value, i) => expect(value).toBeCloseTo(matrix[i]!, 6));
          expect(Math.max(...fit.residuals)).toBeLessThan(1e-6);
          const [u, v] = pixelAt(fit.matrix, placeOf(matrix, [123, 45]));
          expect(Math.hypot(u - 123, v - 45)).toBeLessThan(1e-6);
        },
      ),
    );
  });
  it('shows how far each of three points is off, and refuses one point or two in one place', () => {
    const off = fitPicture([
      { pixel: [0, 0], at: [0, 100] },
      { pixel: [100, 0], at: [100, 100] },
      { pixel: [0, 100], at: [0, 6] },
    ]);
    expect(off.residuals.every((metres) => metres > 0.5 && metres < 6)).toBe(true);
    expect(() => fitPicture([{ pixel: [0, 0], at: [0, 0] }])).toThrow(/two known points/);
    expect(() =>
      fitPicture([
        { pixel: [0, 0], at: [3, 3] },
        { pixel: [50, 0], at: [3, 3] },
      ]),
    ).toThrow(/one place/);
  });
  it('reads a world file, whose numbers name the first pixel’s middle', () => {
    const matrix = readWorldFile('0.5\n0\n0\n-0.5\n1000.25\n1999.75\n', 'a.jgw');
    expect(placeOf(matrix, [0, 0])).toEqual([1000, 2000]);
    expect(
      placeOf(
        onPlane(matrix, 200, 100, (x, y) => [x - 1000, y - 2000]),
        [200, 100],
      ),
    ).toEqual([100, -50]);
    expect(() => readWorldFile('1 2 3', 'a.jgw')).toThrow(/a\.jgw is not a world file/);
  });
});
