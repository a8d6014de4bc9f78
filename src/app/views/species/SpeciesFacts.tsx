import { RATE_WORDS } from '../../../core/holding/species-schema.ts';
import type { Species } from '../../../core/holding/species-schema.ts';
import { monthName } from '../../../core/ground/local-rules.ts';
import { partners } from '../../../core/species/catalogue.ts';
import { monthsAt, moreOf } from '../../../core/species/more.ts';
import { stockOf } from '../../../core/species/stock.ts';
import { regionOf, type Region } from '../../../core/place/regions.ts';
import { namesOf, ranges, standingIn, standingSource } from '../../../core/species/ranges.ts';
import { HARMED, harmKnown, harmsOf } from '../../../core/species/harm.ts';
import { AT20_WORDS, heightAt20 } from '../../../core/years/at20.ts';
import { formatLength, inUnits } from '../../../core/units/quantities.ts';
import { useShown, useBook } from '../../store/derived.ts';

/** All that is known of one species, what is not known said so. */
export function SpeciesFacts({ species }: { species: Species }) {
  const holding = useShown();
  const { units, place } = holding;
  const book = useBook();
  const more = moreOf(species);
  const region = regionOf(holding);
  const { native, pest } = ranges[species.id] ?? {};
  const length = (metres: number) => formatLength(metres, units, { decimals: metres < 2 ? 1 : 0 });
  const span = (pair: readonly [number, number] | undefined) => pair && `${length(pair[0])} to ${length(pair[1])}`;
  const months = (range: readonly [number, number] | undefined) => {
    if (!range) return undefined;
    const [from, to] = monthsAt(range, place.latitude);
    return from === to ? monthName(from) : `${monthName(from)} to ${monthName(to)}`;
  };
  const at20 = heightAt20(species);
  const need = partners[species.partner ?? ''];
  const bears = (fact: boolean | undefined) =>
    fact === undefined ? undefined : fact ? 'bears it' : 'does not bear it';
  const yes = (fact: boolean | null | undefined) => (fact == null ? undefined : fact ? 'yes' : 'no');
  const words = (list: readonly string[] | undefined) =>
    list && list.length > 0 ? [...new Set(list)].join(' to ') : undefined;
  const facts: readonly (readonly [string, string | undefined])[] = [
    ['Botanical name', species.botanical],
    ['Also called', more.synonyms?.join(', ')],
    [`In ${region.name}`, sayStanding(species, region)],
    ['Native', native && namesOf(native)],
    ['A pest', pest && namesOf(pest)],
    ['Family', species.family],
    ['Grows', `${span(species.height)} high, ${span(species.width)} wide`],
    ['Height at 20 years', `${span(at20.range)}${AT20_WORDS[at20.by]}`],
    ['How fast', RATE_WORDS[species.rate]],
    [
      'Roots',
      more.roots && { tap: 'one straight down', heart: 'many aslant', flat: 'most near the surface' }[more.roots],
    ],
    ['Water drawn beside buildings', more.demand],
    ['Burns readily', yes(more.flammable)],
    ['Drops limbs', yes(more.shedsLimbs)],
    ['Evergreen', yes(species.evergreen)],
    ['Hardy to zone', String(species.zone)],
    ['Winter chill wanted', more.chill && `${more.chill.join(' to ')} hours`],
    ['Ground', words(species.moisture)],
    ['pH', species.ph?.join(' to ')],
    ['Heavy clay', bears(more.bearsClay)],
    ['Light sand', bears(more.bearsSand)],
    ['Open wind', bears(more.bearsWind)],
    ['Light', words(species.light)],
    ['Thorns', yes(species.thorns)],
    ['Suckers', yes(species.suckers)],
    ['Coppices', yes(species.coppices)],
    ['Salt on its leaves', bears(more.saltSpray ?? species.bearsSalt)],
    ['Salt in the soil', bears(more.saltSoil)],
    ['Bears grazing', yes(species.bearsGrazing)],
    ['Juglone', sayJuglone(species)],
    ['Feeds the soil with nitrogen', more.fixesNitrogen ? 'yes' : undefined],
    ['Harms', sayHarm(species)],
    ['Flowers', months(more.bloom)],
    ['Fruits', months(more.fruit)],
    [
      'To fruit it wants',
      need &&
        `${need.kinds
          .slice(0, 3)
          .map((id) => book.of(id).common)
          .join(' or ')} within ${length(need.reach)}`,
    ],
    ['Planted for', more.uses?.join(', ')],
    ['Wildlife', more.wildlife],
    ['In planting', more.establish],
    ['Usual stock', inUnits(species.stock.map((id) => stockOf(id).name).join(', '), units)],
    ['Invasive', more.invasive],
    ['Pests', more.pests],
    ['Source', species.source],
  ];
  const unknown = facts
    .filter(([label, fact]) => !fact && !SAID_ONLY.includes(label))
    .map(([label]) => (label === 'pH' ? label : label.toLowerCase()));
  return (
    <>
      <dl className="facts">
        {facts.map(
          ([label, fact]) =>
            fact && (
              <div key={label}>
                <dt>{label}</dt>
                <dd>{fact}</dd>
              </div>
            ),
        )}
      </dl>
      {unknown.length > 0 && <p className="soft fine">Not known: {unknown.join(', ')}.</p>}
    </>
  );
}

const sayJuglone = ({ givesJuglone, bearsJuglone }: Species): string | undefined => {
  if (givesJuglone) return 'gives it';
  return bearsJuglone === undefined ? undefined : bearsJuglone ? 'bears it' : 'harmed by it';
};

/** Said where it is so; where nothing is said nothing is missing. */
const SAID_ONLY = [
  'Also called',
  'A pest',
  'Burns readily',
  'Drops limbs',
  'Feeds the soil with nitrogen',
  'To fruit it wants',
  'Invasive',
  'Pests',
];

/** How it stands in the region, and on what that rests. */
function sayStanding({ id }: Species, region: Region): string {
  const words = {
    native: 'native',
    introduced: 'not native, not known as a pest',
    pest: 'a pest',
    unknown: 'native range not known',
  }[standingIn(id, region)];
  const source = standingSource(id, region);
  return source ? `${words} (${source})` : words;
}

/** Whom it harms and by which part, the worst first; undefined where nobody has asked. */
function sayHarm(species: Species): string | undefined {
  const harms = harmsOf(species);
  if (harms.length === 0) return species.id in harmKnown ? 'nobody that is known' : undefined;
  return harms
    .map(
      ({ to, part, kills, inDoubt }) =>
        `${to.map((one) => HARMED[one]).join(', ')}: ${part}${kills ? ' (can kill)' : ''}${inDoubt ? ' (in doubt)' : ''}`,
    )
    .join('; ');
}
