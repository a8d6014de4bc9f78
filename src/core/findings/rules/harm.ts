import { derived } from '../../derived/derived.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { featuresOf, nameOf } from '../../ground/features.ts';
import type { Feature } from '../../holding/ground-schema.ts';
import { settingOf } from '../../holding/settings.ts';
import { plantAt, plantsInside, plantsWhere, plantsWithin } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { bookOf } from '../../species/book.ts';
import { harmTo, isDeadly, sayHarmed, stockAmong, type Harm, type Harmed } from '../../species/harm.ts';
import { stockOf } from '../../species/stock.ts';
import { sizeAt } from '../../years/growth.ts';
import { formatLength } from '../../units/quantities.ts';
import { capital } from '../../units/text.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute, swapPlants } from '../mending.ts';

/** Where somebody can reach plants: who, where in words, and which plants. */
interface Reach {
  readonly id: string;
  readonly whom: readonly Harmed[];
  readonly where: string;
  readonly plants: readonly number[];
}

/** Plants that can poison the stock that is kept here, or people who pass beside them. */
export const harm = derived(function harm(judged: Judged): Finding[] {
  return [...reaches(judged).flatMap((reach) => foundIn(judged, reach)), ...standing(judged)];
});

function reaches({ holding, layout: { stand } }: Judged): Reach[] {
  const near = settingOf(holding, 'harm.reach');
  const everywhere = stockAmong(holding.animals);
  const reached = (ring: readonly Point[]): number[] => {
    const { plants } = plantsWithin(stand, ring, near, true);
    return [...new Set([...plants, ...plantsInside(stand, ring)])].sort((a, b) => a - b);
  };
  const beside = (feature: Feature): Reach[] => {
    if (feature.kind === 'browsed') {
      const whom = stockAmong(feature.animals).filter((one) => !everywhere.includes(one));
      return [{ id: feature.id, whom, where: `within reach of ${nameOf(feature)}`, plants: reached(feature.ring) }];
    }
    if (feature.kind === 'playPlace')
      return [
        { id: feature.id, whom: ['people'], where: `beside the ${nameOf(feature)}`, plants: reached(feature.ring) },
      ];
    if (feature.kind !== 'rightOfWay' && feature.kind !== 'track') return [];
    const { plants } = plantsWithin(stand, feature.line, near + feature.width / 2);
    return [{ id: feature.id, whom: ['people'], where: `beside the ${nameOf(feature)}`, plants }];
  };
  return [
    { id: 'everywhere', whom: everywhere, where: 'where they are kept', plants: plantsWhere(stand, () => true) },
    ...holding.features.flatMap(beside),
  ].filter(({ whom, plants }) => whom.length > 0 && plants.length > 0);
}

/** How far stock is to be fenced off the stems of a kind: half the crown of its twentieth year, and what an animal reaches over, metres. */
const fencedOff = ({ holding, layout: { stand } }: Judged, plants: readonly number[]): number =>
  Math.max(...plants.map((i) => sizeAt(speciesAt(stand, i), stockOf(stand.stockIds[stand.stock[i]!]!), 20, 1).width)) /
    2 +
  settingOf(holding, 'harm.reach');

/** What harm is done, for a finding: how severe, what, and in which part. */
function told(does: Harm, whom: readonly Harmed[], common: string) {
  const people = whom.includes('people');
  const hurt = sayHarmed(does.to.filter((one) => whom.includes(one)));
  return {
    people,
    severity: people && !does.kills ? ('note' as const) : isDeadly(does) ? ('fault' as const) : ('caution' as const),
    what: `${capital(common)} ${does.kills ? 'can kill' : 'is poisonous to'} ${hurt}`,
    part: `Its harm is in the ${does.part}${does.inDoubt ? '; not all sources agree' : ''} (${does.source}).`,
  };
}
const ASK = 'Ask a vet or a poison centre; this list is not complete.';

function foundIn(judged: Judged, { id, whom, where, plants }: Reach): Finding[] {
  const { stand } = judged.layout;
  const length = (metres: number) => formatLength(metres, judged.holding.units);
  return stand.kinds.flatMap((species, kind): Finding[] => {
    const does = harmTo(species, whom);
    const those = does ? plants.filter((i) => stand.species[i] === kind) : [];
    if (!does || those.length === 0) return [];
    const { people, severity, what, part } = told(does, whom, species.common);
    const other = substitute(
      judged,
      species,
      (one) => harmTo(one, [...whom, 'people']) === null && matureHeight(one) <= matureHeight(species) * 2,
    );
    return [
      finding('harm', judged, `${id}:${species.id}`, {
        severity,
        what,
        why: `${sayStand(stand, those)} ${where}. ${part} ${people ? 'Plant it away from where children pass, or another kind.' : `Plant another kind, or fence it ${length(fencedOff(judged, those))} off the stems, which is beyond its crown of year 20, and take every clipping away.`} ${ASK}`,
        plants: those,
        // No gap: where a row turns through its kinds, another of this one would stand beside it.
        remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, those, other) }] : [],
      }),
    ];
  });
}

/** Standing trees that can poison the stock that is kept: said once, at the planting that stands nearest. */
function standing(judged: Judged): Finding[] {
  const { holding, planting, all } = judged;
  const kept = stockAmong(holding.animals);
  const book = bookOf(holding);
  return featuresOf(holding.features, 'tree').flatMap((tree): Finding[] => {
    const species = tree.species === undefined ? null : book.of(tree.species);
    const does = species && harmTo(species, kept);
    if (!does) return [];
    const away = ({ layout: { stand } }: (typeof all)[number]) =>
      plantsWhere(stand, () => true).reduce(
        (least, i) => Math.min(least, distance(plantAt(stand, i), tree.at)),
        Infinity,
      );
    const nearest = all.reduce((a, b) => (away(b) < away(a) ? b : a));
    if (nearest.planting.id !== planting.id) return [];
    const { severity, what, part } = told(does, kept, species.common);
    const fence = formatLength(tree.crown / 2 + settingOf(holding, 'harm.reach'), holding.units);
    return [
      finding('harm', judged, `tree:${tree.id}`, {
        severity,
        what,
        why: `The ${nameOf(tree)} stands where they are kept. ${part} Fence it ${fence} off its stem, and take what falls away. ${ASK}`,
        at: tree.at,
      }),
    ];
  });
}
