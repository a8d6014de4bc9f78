import { derived } from '../../derived/derived.ts';
import type { Feature } from '../../holding/ground-schema.ts';
import { clearanceOf } from '../../ground/wires.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { formatGrown, formatLength } from '../../units/quantities.ts';
import { earliestYear } from '../../years/free-years.ts';
import { becomes } from '../../species/mature.ts';
import { distancesFrom } from '../../ranks/distances.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { gapsOver, substitute, swapPlants } from '../mending.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { isNear, plantsWhere } from '../../ranks/near.ts';
import { capital } from '../../units/text.ts';

type Line = Extract<Feature, { kind: 'overheadLine' }>;

/** Trees that will grow into an overhead line, or could fall on it. */
export const overheadLine = derived(function overheadLine(judged: Judged): Finding[] {
  return judged.holding.features.flatMap((feature) =>
    feature.kind === 'overheadLine' ? besideLine(judged, feature) : [],
  );
});

function besideLine(judged: Judged, line: Line): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const clearance = clearanceOf(line, holding);
  const lowest = line.height - clearance;
  const reaches = stand.lots.map((lot) =>
    becomes(lot).height > lowest ? clearance + Math.min(lot.species.width[1], lot.kept?.width ?? Infinity) / 2 : 0,
  );
  const reach = Math.max(0, ...reaches);
  if (!isNear(stand, line.line, reach)) return [];
  const { distance } = distancesFrom(stand, line.line);
  // Farther off a tree could still fall on the wire; that is the operator's to judge, and no gap would mend it.
  const growing = plantsWhere(stand, (i) => distance[i]! < reaches[stand.lot[i]!]!);
  if (growing.length === 0) return [];
  const lots = [...new Set(growing.map((i) => stand.lot[i]!))].map((lot) => stand.lots[lot]!);
  const year = earliestYear(judged, growing, ({ height }) => height > lowest);
  const species = [...new Set(lots.map((lot) => lot.species))].sort((a, b) => matureHeight(b) - matureHeight(a));
  const low = substitute(judged, species[0]!, (other) => matureHeight(other) <= lowest && other.kind !== 'fruit');
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: metres % 1 === 0 ? 0 : 1 });
  const who = species.length === 1 ? capital(species[0]!.common) : `${growing.length} plants`;
  return [
    finding('overhead-line', judged, line.id, {
      severity: 'fault',
      what: `${who} will reach the overhead line`,
      why: `${sayStand(stand, growing)} as near as ${length(Math.min(...growing.map((i) => distance[i]!)))} to a line at ${length(line.height)} that wants ${length(clearance)} clear; ${species[0]!.common} grows to ${formatGrown(matureHeight(species[0]!), holding.units)}.${year === null ? '' : ` They come too near in year ${year} at the earliest.`} Only the line’s operator may cut near it.`,
      plants: growing,
      year,
      remedies: [
        ...(low ? [{ label: `Swap for ${low.common}`, command: swapPlants(judged, growing, low) }] : []),
        { label: 'Leave a gap', command: gapsOver(judged, growing, 'gap under the line') },
      ],
    }),
  ];
}
