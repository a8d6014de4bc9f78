import { checkBoundary } from '../../ground/boundary.ts';
import { FEATURE_KINDS, featureKinds, newFeature } from '../../ground/features.ts';
import { together, type Command } from '../../holding/command.ts';
import { addFeatures, newCorners, setBoundary } from '../../holding/ground-commands.ts';
import type { FeatureKind } from '../../holding/ground-schema.ts';
import type { FoundShape } from './read-shapes.ts';

/** What a found shape shall be. */
export type Becomes = FeatureKind | 'boundary' | 'nothing';

const WORDS: readonly (readonly [pattern: RegExp, becomes: Becomes])[] = [
  [/bound|parcel|property|holding/, 'boundary'],
  [/overhead|power|wire|pylon/, 'overheadLine'],
  [/pole/, 'pole'],
  [/sewer|cable|gas|main|pipe|buried/, 'buriedService'],
  [/drain/, 'drain'],
  [/ditch/, 'ditch'],
  [/stream|brook|river|creek|burn|beck/, 'stream'],
  [/wet|pond|bog|marsh|flood/, 'wetGround'],
  [/fence|wall|hedge/, 'fence'],
  [/track|lane|road|drive|path/, 'track'],
  [/gate/, 'gate'],
  [/house|barn|shed|build|roof/, 'building'],
  [/stump/, 'stump'],
  [/tree|oak|ash|beech|maple|pine/, 'tree'],
  [/soil/, 'soilZone'],
  [/spot|elev|height|level/, 'spotHeight'],
  [/tap|hydrant/, 'tap'],
];

const fits = (kind: Becomes, shape: FoundShape['shape']): boolean =>
  kind === 'boundary' ? shape === 'ring' : kind === 'nothing' || featureKinds[kind].shape === shape;

/** Everything that a shape can be. */
export const choicesFor = (shape: FoundShape['shape']): Becomes[] => [
  ...(shape === 'ring' ? (['boundary'] as const) : []),
  ...FEATURE_KINDS.filter((kind) => featureKinds[kind].shape === shape),
  'nothing',
];

export const becomesLabel = (becomes: Becomes): string =>
  becomes === 'boundary' ? 'Boundary' : becomes === 'nothing' ? 'Nothing' : featureKinds[becomes].label;

/** A guess at what each shape is: by what the file calls it, else by its form. The first ring that nothing names is the boundary when `bare`. */
export function guessAll(shapes: readonly FoundShape[], bare: boolean): Becomes[] {
  let boundary = false;
  return shapes.map((found): Becomes => {
    const { shape, name, facts } = found;
    const declared = String(facts['what'] ?? facts['kind'] ?? '');
    const own = declared === 'boundary' || declared in featureKinds ? (declared as Becomes) : undefined;
    const words = [name, declared, facts['type'], facts['desc']]
      .filter((word) => typeof word === 'string')
      .join(' ')
      .toLowerCase();
    let guess = [own, WORDS.find(([pattern, kind]) => pattern.test(words) && fits(kind, shape))?.[1]].find(
      (kind) => kind && fits(kind, shape),
    );
    if (['plant', 'baseline', 'row'].includes(String(declared))) guess = 'nothing';
    guess ??=
      shape === 'ring'
        ? bare && !boundary
          ? 'boundary'
          : 'place'
        : shape === 'line'
          ? 'fence'
          : 'elevation' in facts
            ? 'spotHeight'
            : 'tree';
    if (guess === 'boundary' && boundary) return 'place';
    boundary ||= guess === 'boundary';
    return guess;
  });
}

/** Everything that was chosen, as one command. Numbers that the file tells of a kind are kept; `off` is how far wrong its grid may put a boundary, metres. Throws Refused with what cannot be. */
export function bringIn(
  fileName: string,
  shapes: readonly FoundShape[],
  becomes: readonly Becomes[],
  newId: () => string,
  off = 0,
): Command {
  const commands = shapes.flatMap(({ points, name, facts, crosses }, i): Command[] => {
    const kind = becomes[i]!;
    if (kind === 'nothing') return [];
    if (kind === 'boundary') {
      checkBoundary(points, !crosses);
      // One id for all, numbered: thousands of random ones would take longer than a frame.
      const [first, n] = [newId(), { at: 0 }];
      return [setBoundary(newCorners(points, 'assumed', () => `${first}-${n.at++}`, off))];
    }
    return [addFeatures([madeOf(kind, newId(), points, { ...numbersIn(kind, facts), name }, !crosses)], name)];
  });
  return together(`${fileName} brought in`, commands);
}

/** What the file tells in this kind's own words; what does not fit the kind is left aside rather than the shape. */
function madeOf(
  kind: FeatureKind,
  id: string,
  points: FoundShape['points'],
  given: Readonly<Record<string, unknown>>,
  sound: boolean,
) {
  try {
    return newFeature(kind, id, points, given, { sound });
  } catch {
    return newFeature(kind, id, points, { name: given['name'] }, { sound });
  }
}

function numbersIn(kind: FeatureKind, facts: FoundShape['facts']): Record<string, unknown> {
  const { numbers, choices = [] } = featureKinds[kind];
  const known = [...numbers, ...choices].map(({ key }) => key);
  return Object.fromEntries(
    Object.entries(facts).filter(
      ([key, value]) =>
        known.includes(key) && (typeof value === 'number' || typeof value === 'boolean' || typeof value === 'string'),
    ),
  );
}
