import { derived } from '../../derived/derived.ts';
import { sideName } from '../../ground/boundary.ts';
import { settingOf } from '../../holding/settings.ts';
import { becomes } from '../../species/mature.ts';
import { formatGrown, formatLength } from '../../units/quantities.ts';
import { capital } from '../../units/text.ts';
import { earliestYear } from '../../years/free-years.ts';
import { distancesFrom, ringOf, standingIn } from '../../ranks/distances.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { isClipped } from '../../ranks/purposes.ts';
import { speciesAt } from '../../ranks/stand.ts';
import { keepTo, substitute, swapPlants } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { plantsWhere } from '../../ranks/near.ts';

/** Plants that stand inside and will hang over the neighbour: their grown crowns reach well across a side. */
export const crownOver = derived(function crownOver(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  const { boundary, units } = holding;
  if (!boundary || stand.count === 0) return [];
  const most = settingOf(holding, 'crown.over');
  // What is clipped as a hedge is cut at the side as well: only rows that grow free are asked.
  const halves = stand.lots.map((lot) => becomes(lot).width / 2);
  const free = stand.rows.map(({ row }) => !isClipped(planting, row));
  const widest = Math.max(...halves);
  const { distance, segment } = distancesFrom(stand, ringOf(boundary), true);
  const near = plantsWhere(
    stand,
    (i) => distance[i]! < widest - most && free[stand.row[i]!]! && halves[stand.lot[i]!]! - distance[i]! > most + 1e-6,
  );
  if (near.length === 0) return [];
  const inside = standingIn(stand, ringOf(boundary));
  const over = near.filter((i) => inside[i] === 1);
  if (over.length === 0) return [];
  const reach = (i: number) => halves[stand.lot[i]!]! - distance[i]!;
  const worst = over.reduce((a, b) => (reach(b) > reach(a) ? b : a));
  const species = speciesAt(stand, worst);
  const length = (metres: number) => formatLength(metres, units);
  const room = Math.min(...over.map((i) => distance[i]!)) + most;
  const year = earliestYear(judged, [worst], ({ width }) => width / 2 - distance[worst]! > most);
  const narrow = substitute(judged, species, (other) => becomes({ species: other, kept: null }).width / 2 <= room);
  return [
    finding('crown-over', judged, `side-${segment[worst]!}`, {
      severity: 'caution',
      what: `${capital(species.common)} will hang over the neighbour`,
      why: `${sayStand(stand, over)} as near as ${length(distance[worst]!)} to ${sideName(boundary, segment[worst]!)}; ${species.common} grows ${formatGrown(halves[stand.lot[worst]!]! * 2, holding.units)} wide, so ${length(reach(worst))} of it would be theirs to cut.`,
      plants: over,
      year,
      remedies: [
        ...(narrow ? [{ label: `Swap for ${narrow.common}`, command: swapPlants(judged, over, narrow) }] : []),
        ...(room >= 0.5 ? [keepTo(judged, over, { width: Math.floor(room * 20) / 10 })] : []),
      ],
    }),
  ];
});
