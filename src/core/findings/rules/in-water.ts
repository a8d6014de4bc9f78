import { derived } from '../../derived/derived.ts';
import { banked, toBankTop } from '../../ground/bank-top.ts';
import { nameOf } from '../../ground/features.ts';
import { settingOf } from '../../holding/settings.ts';
import { distancesFrom } from '../../ranks/distances.ts';
import { plantsWithin } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt, type Stand } from '../../ranks/stand.ts';
import { bears } from '../../species/catalogue.ts';
import { formatLength, roundedUp } from '../../units/quantities.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { gapsOver, mends, moveSideways } from '../mending.ts';

/** Whether it is stuck into a bank as a live stake: a cutting of a kind that bears wet feet. */
const isLiveStake = (stand: Stand, i: number): boolean =>
  stand.stockIds[stand.stock[i]!] === 'cutting' && bears(speciesAt(stand, i), 'wet');

/** Stems in a stream or a ditch or on its banks, or dug in beside the top of a bank. Live stakes go into a bank: of them only the permit is said. */
export const inWater = derived(function inWater(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const length = (metres: number) => formatLength(metres, holding.units);
  return banked(holding.features).flatMap((water): Finding[] => {
    const edge = toBankTop(water);
    const wanted = edge + settingOf(holding, 'setback.bankTop');
    const troubled = (stand: Stand) => {
      const { distance } = distancesFrom(stand, water.line);
      return plantsWithin(stand, water.line, wanted).plants.filter(
        (i) => distance[i]! < edge || !isLiveStake(stand, i),
      );
    };
    const { stand } = layout;
    const plants = troubled(stand);
    if (plants.length === 0) return [];
    const { distance } = distancesFrom(stand, water.line);
    const nearest = Math.min(...plants.map((i) => distance[i]!));
    const inIt = plants.filter((i) => distance[i]! < edge - 1e-6);
    const isDug = inIt.some((i) => !isLiveStake(stand, i));
    const name = nameOf(water);
    // Whichever way takes all of it out of the water, the shorter one first.
    const move = [wanted - nearest, wanted + Math.max(...plants.map((i) => distance[i]!))]
      .map((by) => roundedUp(by, holding.units))
      .flatMap((by) =>
        [by, -by].map((across) => ({
          label: `Move ${length(by)} to the ${across > 0 ? 'right' : 'left'}`,
          command: moveSideways(judged, across, `moved ${length(by)} from the ${name}`),
        })),
      )
      .find(({ command }) => mends(judged, command, troubled));
    return [
      finding('in-water', judged, water.id, {
        severity: isDug ? 'fault' : 'caution',
        what: inIt.length > 0 ? `It stands in the ${name}` : `It stands on the edge of the bank of the ${name}`,
        why: `${
          inIt.length > 0
            ? `${sayStand(stand, inIt)} between its bank tops, ${length(2 * edge)} apart. ${isDug ? 'Roots in a channel catch what floats and turn the water into the bank.' : 'Live stakes go there.'}`
            : `${sayStand(stand, plants)} as near as ${length(nearest - edge)} to its bank top; ${length(wanted - edge)} is to be kept. What is dug there lets the bank slip.`
        } Work in or beside water may need a permit: ask the water authority.`,
        plants,
        remedies: [
          ...(move?.command ? [{ label: move.label, command: move.command }] : []),
          { label: 'Leave a gap', command: gapsOver(judged, plants, `gap at the ${name}`) },
        ],
      }),
    ];
  });
});
