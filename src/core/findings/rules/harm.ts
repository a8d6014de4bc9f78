import { derived } from '../../derived/derived.ts';
import type { Point } from '../../geometry/point.ts';
import { nameOf } from '../../ground/features.ts';
import type { Feature } from '../../holding/ground-schema.ts';
import { settingOf } from '../../holding/settings.ts';
import { plantsInside, plantsWhere, plantsWithin } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { HARMED, harmTo, stockAmong, type Harmed } from '../../species/harm.ts';
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
  return reaches(judged).flatMap((reach) => foundIn(judged, reach));
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

function foundIn(judged: Judged, { id, whom, where, plants }: Reach): Finding[] {
  const { stand } = judged.layout;
  const metres = formatLength(settingOf(judged.holding, 'harm.reach'), judged.holding.units);
  const people = whom.includes('people');
  return stand.kinds.flatMap((species, kind): Finding[] => {
    const does = harmTo(species, whom);
    const those = does ? plants.filter((i) => stand.species[i] === kind) : [];
    if (!does || those.length === 0) return [];
    const hurt = does.to.filter((one) => whom.includes(one)).map((one) => HARMED[one]);
    const said = hurt.length > 1 ? `${hurt.slice(0, -1).join(', ')} and ${hurt.at(-1)}` : hurt[0]!;
    const other = substitute(
      judged,
      species,
      (one) => harmTo(one, [...whom, 'people']) === null && matureHeight(one) <= matureHeight(species) * 2,
    );
    return [
      finding('harm', judged, `${id}:${species.id}`, {
        severity: people && !does.kills ? 'note' : does.kills ? 'fault' : 'caution',
        what: `${capital(species.common)} ${does.kills ? 'can kill' : 'is poisonous to'} ${said}`,
        why: `${sayStand(stand, those)} ${where}. Its harm is in the ${does.part}${does.inDoubt ? '; not all sources agree' : ''} (${does.source}). ${people ? 'Plant it away from where children pass, or another kind.' : `Plant another kind, or fence it ${metres} off and take every clipping away.`} Ask a vet or a poison centre; this list is not complete.`,
        plants: those,
        // No gap: where a row turns through its kinds, another of this one would stand beside it.
        remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, those, other) }] : [],
      }),
    ];
  });
}
