import { derived } from '../../derived/derived.ts';
import { setWay } from '../../holding/means-commands.ts';
import { wayFor } from '../../holding/means-schema.ts';
import { laidOn, stopsSuckers } from '../../means/weeds/weed-kit.ts';
import { plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { finding, type Finding, type Judged } from '../finding.ts';

/** Kinds that close up by suckers, under fabric that stops them. */
export const suckersUnderFabric = derived(function suckersUnderFabric(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  // Fabric lies on whole rows: what a row is kept by, not what is excepted for one of its species.
  const under = stand.rows.map(({ row, spacing }) => {
    const way = wayFor(planting.means.weeds, { row: row.id, species: '', stock: '' });
    return stopsSuckers(way, spacing, holding);
  });
  const plants = plantsWhere(stand, (i) => under[stand.row[i]!]! && stand.kinds[stand.species[i]!]!.suckers);
  if (plants.length === 0) return [];
  const names = stand.kinds.filter(({ suckers }) => suckers).map(({ common }) => common);
  const { weeds } = planting.means;
  const mats = stand.rows.some(
    ({ spacing }, r) => under[r] && laidOn({ ...weeds, method: 'mats' }, spacing, holding) === 'strip',
  )
    ? ['wool-mats', 'Wool mats instead, which rot']
    : ['mats', 'Mats instead'];
  return [
    finding('suckers-under-fabric', judged, 'fabric', {
      severity: 'note',
      what: `Fabric stops ${names.slice(0, 3).join(', ')} from closing up`,
      why: `${sayStand(stand, plants)} that spread by suckers. Under fabric the thicket never comes, stems are girdled where it was not cut wide, and voles live in its shelter. Cut it open or lift it at year 3 to 5.`,
      plants,
      remedies: [
        {
          label: mats[1]!,
          command: setWay(planting.id, 'weeds', { method: mats[0]!, exceptions: [] }, 'mats instead of fabric'),
        },
      ],
    }),
  ];
});
