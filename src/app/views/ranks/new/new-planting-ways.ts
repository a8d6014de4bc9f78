import type { Baseline } from '../../../../core/holding/schema.ts';
import { drawnBlock } from '../../../../core/ranks/baseline.ts';
import type { patternShape } from '../../../../core/ranks/patterns.ts';

export type Beside = Extract<Baseline, { kind: 'beside' }>;
export type How = 'baseline' | 'curvedBaseline' | 'beside' | 'block' | 'boundary' | 'anchors';

/** Ways to say where each shape lies. */
export const WAYS: Readonly<Record<ReturnType<typeof patternShape>, readonly { value: How; label: string }[]>> = {
  line: [
    { value: 'baseline', label: 'I draw it straight' },
    { value: 'curvedBaseline', label: 'I draw it curved' },
    { value: 'beside', label: 'Along something' },
  ],
  block: [
    { value: 'block', label: 'I draw its outline' },
    { value: 'boundary', label: 'The whole boundary' },
  ],
  guilds: [{ value: 'anchors', label: 'I set each tree' }],
};
export const WHERE = {
  line: 'Where does its line run?',
  block: 'Where does it lie?',
  guilds: 'Where do the trees stand?',
} as const;

/** What shows until the steward has drawn: in the middle, so that there is something to see and drag. */
export const STUBS: Readonly<Record<ReturnType<typeof patternShape>, Baseline>> = {
  line: {
    kind: 'drawn',
    points: [
      [-15, 0],
      [15, 0],
    ],
    curved: false,
    closed: false,
  },
  block: drawnBlock([
    [-15, -10],
    [15, -10],
    [15, 10],
    [-15, 10],
  ]),
  guilds: { kind: 'guilds', anchors: [[0, 0]] },
};

/** What the button says, that lays the planting or begins its drawing. */
export const MAKE_WORDS: Readonly<Record<How, string>> = {
  beside: 'Lay the rows',
  boundary: 'Fill it with rows',
  baseline: 'Draw the line',
  curvedBaseline: 'Draw the line',
  block: 'Draw the outline',
  anchors: 'Set the trees',
};
