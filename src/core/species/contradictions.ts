import { LIGHTS, MOISTURES, type Species } from '../holding/species-schema.ts';
import { catalogue, partners } from './catalogue.ts';
import { isStock } from './stock.ts';

/** The id of a botanical name: a variety’s without its 'var.'. */
export const idOf = (botanical: string): string => botanical.toLowerCase().replace(' var.', '').replaceAll(' ', '-');

const genusOf = (botanical: string): string => botanical.split(' ')[0]!;

/**
 * What a species record says against itself or against the others, in sentences; none when it holds. `others` are the
 * records that stand beside it; one of its own id is the record that it replaces.
 */
export function contradictions(species: Species, others: readonly Species[] = catalogue): string[] {
  const beside = others.filter((other) => other.id !== species.id);
  const wrong: readonly Check[] = [...ofNames(species, beside), ...ofFacts(species)];
  return wrong.filter(([is]) => is).map(([, sentence]) => sentence);
}

/** Whether something is wrong, and how that is said. */
type Check = readonly [wrong: boolean, sentence: string];

function ofNames({ id, botanical, common, tag, family }: Species, beside: readonly Species[]): Check[] {
  const kin = beside.find((other) => genusOf(other.botanical) === genusOf(botanical));
  const like = (name: string, other: string) => name.toLowerCase() === other.toLowerCase();
  return [
    [
      !/^[A-Z][a-z]+ (x )?[a-z-]+( (x|var\.) [a-z-]+)?$/.test(botanical),
      `'${botanical}' is not a botanical name: write genus and kind, as in Corylus avellana.`,
    ],
    [id !== idOf(botanical), `Its id '${id}' is not that of ${botanical}.`],
    [
      beside.some((other) => like(other.botanical, botanical)),
      `${botanical} is in the book already: correct that record.`,
    ],
    [
      beside.some((other) => like(other.common, common)),
      `Another species is called ${common}: add a word that tells them apart.`,
    ],
    [
      beside.some((other) => other.tag === tag),
      `The tag ${tag} is taken by ${beside.find((other) => other.tag === tag)?.common}.`,
    ],
    [!!kin && kin.family !== family, `${genusOf(botanical)} belongs to the ${kin?.family}, not to the ${family}.`],
  ];
}

function ofFacts({
  height,
  width,
  moisture,
  light,
  ph,
  toxicTo,
  partner,
  stock,
  source,
  givesJuglone,
  bearsJuglone,
  more = {},
}: Species): Check[] {
  return [
    [height[0] > height[1], `It cannot be ${height[0]} to ${height[1]} m high: the smaller comes first.`],
    [width[0] > width[1], `It cannot be ${width[0]} to ${width[1]} m wide: the smaller comes first.`],
    [
      MOISTURES.indexOf(moisture[0]) > MOISTURES.indexOf(moisture[1]),
      `Its ground goes from dry to wet: ${moisture[1]} comes before ${moisture[0]}.`,
    ],
    [
      LIGHTS.indexOf(light[0]) > LIGHTS.indexOf(light[1]),
      `Its light goes from shade to full: ${light[1]} comes before ${light[0]}.`,
    ],
    [!!ph && ph[0] >= ph[1], `Its pH goes from ${ph?.[0]} to ${ph?.[1]}: the smaller comes first.`],
    [toxicTo?.length === 0, 'Poisonous, but to nobody: say to whom, or leave it out.'],
    [partner !== undefined && !partners[partner], `No group of partners is called '${partner}'.`],
    [stock.some((one) => !isStock(one)), `'${stock.find((one) => !isStock(one))}' is not a stock type.`],
    [source.trim().length < 5, 'Say where this is known from.'],
    // Over the turn of the year; more than eight months on, the fruit would be the one before.
    [
      !!more.bloom && !!more.fruit && (more.fruit[0] - more.bloom[0] + 12) % 12 > 8,
      'It cannot fruit before it flowers.',
    ],
    [givesJuglone === true && bearsJuglone !== true, 'What gives juglone also bears it.'],
  ];
}
