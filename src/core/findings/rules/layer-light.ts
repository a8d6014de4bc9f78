import { derived } from '../../derived/derived.ts';
import type { Species } from '../../holding/species-schema.ts';
import { bookOf } from '../../species/book.ts';
import { layerLight } from '../../years/layer-light.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { keepTo, substitute, swapPlants } from '../mending.ts';
import { plantsWhere } from '../../ranks/near.ts';

/** Years in which the layers of a guild are asked about their light. */
const ASKED = [5, 10, 15, 20, 30, 40];

/** Layers of a guild that a taller one will leave with too little light. */
export const layerLightRule = derived(function layerLightRule(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  if (planting.baseline.kind !== 'guilds') return [];
  const told = new Set<string>();
  return ASKED.flatMap((year): Finding[] =>
    layerLight({ planting, layout }, holding, year).flatMap((layer): Finding[] => {
      if (layer.gets >= layer.least - 0.005 || told.has(layer.row.id)) return [];
      told.add(layer.row.id);
      const percent = (share: number) => `${Math.round(share * 100)} %`;
      const mine = plantsWhere(stand, (i) => stand.rows[stand.row[i]!]!.row === layer.row);
      return [
        finding('layer-light', judged, layer.row.id, {
          severity: 'caution',
          what: `${layer.row.name} will stand too dark`,
          why: `By year ${year} it gets ${percent(layer.gets)} of the open light beneath ${layer.under!.name.toLowerCase()}; it wants ${percent(layer.least)} at least, ${percent(layer.good)} to do well.`,
          plants: mine,
          year,
          remedies: remediesFor(judged, bookOf(holding).of(layer.row.runs[0]!.species), mine, layer.under!.id),
        }),
      ];
    }),
  );
});

function remediesFor(judged: Judged, species: Species, plants: readonly number[], over: string) {
  const { stand } = judged.layout;
  const bearing = substitute(
    judged,
    species,
    ({ light, height }) => light[0] === 'shade' && height[1] <= species.height[1] * 1.5,
  );
  const shading = plantsWhere(stand, (i) => stand.rows[stand.row[i]!]!.row.id === over);
  const room = Math.min(...stand.rows.filter(({ offset }) => offset > 0.5).map(({ offset }) => offset)) * 2;
  return [
    ...(bearing ? [{ label: `Swap for ${bearing.common}`, command: swapPlants(judged, plants, bearing) }] : []),
    ...(Number.isFinite(room) ? [keepTo(judged, shading, { width: Math.round(room * 10) / 10 })] : []),
  ];
}
