import { Refused } from '../holding/command.ts';
import { AimSchema, type Aim, type AimKind, type Feature, type FeatureKind } from '../holding/ground-schema.ts';
import { formatLength, formatMoney, type UnitSystem } from '../units/quantities.ts';
import aimData from './aims.json' with { type: 'json' };
import { nameOf } from './features.ts';

export interface AimField {
  /** Kinds of feature that it may name. */
  readonly kinds?: readonly FeatureKind[];
  readonly unit?: 'share' | 'year' | 'hours' | 'm' | 'money' | 'people' | 'days';
  readonly options?: Readonly<Record<string, string>>;
  readonly start?: number | string;
}
export interface AimFacts {
  readonly label: string;
  /** With a {field} where the steward fills in. */
  readonly sentence: string;
  readonly fields: Readonly<Record<string, AimField>>;
}

export const aimKinds = aimData as unknown as Readonly<Record<AimKind, AimFacts>>;
export const AIM_KINDS = Object.keys(aimData) as AimKind[];

export const placesFor = ({ kinds = [] }: AimField, features: readonly Feature[]): Feature[] =>
  features.filter(({ kind }) => kinds.includes(kind));

/** A new aim with start values; its places are the first that fit. Throws {@link Refused} when there is none to name. */
export function newAim(kind: AimKind, id: string, features: readonly Feature[]): Aim {
  const { fields, label } = aimKinds[kind];
  const filled = Object.entries(fields).map(([key, field]) => {
    if (!field.kinds) return [key, field.start];
    const place = placesFor(field, features)[0];
    if (!place)
      throw new Refused(
        `'${label}' needs a place to name. Draw a ${field.kinds.slice(0, 4).map(kindWords).join(' or a ')} first.`,
      );
    return [key, place.id];
  });
  return AimSchema.parse({ id, kind, ...Object.fromEntries(filled) });
}

const kindWords = (kind: FeatureKind): string =>
  (
    { shelter: 'place to shelter', viewpoint: 'viewing point', rightOfWay: 'right of way' } as Partial<
      Record<FeatureKind, string>
    >
  )[kind] ?? kind;

/** The sentence in pieces: plain words, and fields by key. */
export const aimPieces = (kind: AimKind): ({ text: string } | { field: string })[] =>
  aimKinds[kind].sentence
    .split(/(\{\w+\})/)
    .filter(Boolean)
    .map((piece) => (piece.startsWith('{') ? { field: piece.slice(1, -1) } : { text: piece }));

export interface AimTalk {
  readonly features: readonly Feature[];
  readonly units: UnitSystem;
  readonly currency: string;
}

/** One field in words: 'half', '4 h', 'the yard'. */
function fieldWords(aim: Aim, key: string, { features, units, currency }: AimTalk): string {
  const field = aimKinds[aim.kind].fields[key]!;
  const value = (aim as unknown as Readonly<Record<string, number | string>>)[key]!;
  if (field.kinds) {
    const named = features.find(({ id }) => id === value);
    return named ? `the ${nameOf(named)}` : 'a place that is gone';
  }
  if (field.options) return field.options[String(value)]!;
  const n = Number(value);
  const counted = (one: string, many: string) => `${n} ${n === 1 ? one : many}`;
  switch (field.unit) {
    case 'share':
      return n === 0.5 ? 'half' : `${Math.round(n * 100)} %`;
    case 'hours':
      return counted('hour', 'hours');
    case 'm':
      return formatLength(n, units, { decimals: n % 1 === 0 ? 0 : 1 });
    case 'money':
      return formatMoney(n, currency);
    case 'people':
      return counted('person', 'people');
    case 'days':
      return counted('day', 'days');
    default:
      return String(n);
  }
}

/** The whole aim as its sentence: 'Cut the wind at the yard by half by year 10, in winter.' */
export const aimSentence = (aim: Aim, talk: AimTalk): string =>
  aimPieces(aim.kind)
    .map((piece) => ('text' in piece ? piece.text : fieldWords(aim, piece.field, talk)))
    .join('');

/** Ids of the features that an aim speaks of. */
export const placesIn = (aim: Aim): string[] =>
  Object.entries(aimKinds[aim.kind].fields).flatMap(([key, { kinds }]) =>
    kinds ? [String((aim as unknown as Record<string, string>)[key])] : [],
  );
