import type { Feature } from '../../holding/ground-schema.ts';
import { settingOf } from '../../holding/settings.ts';
import { matureHeight, speciesOf } from '../../species/catalogue.ts';
import { stockOf } from '../../species/stock.ts';
import { formatLength } from '../../units/quantities.ts';
import { firstYear } from '../../years/growth.ts';
import { distancesFrom } from '../distances.ts';
import { finding, type Finding, type Judged, type Rule } from '../finding.ts';
import { gapsOver, isNear, plantsWhere, sayStand, substitute, swapPlants } from '../plants.ts';
import { capital } from '../../units/text.ts';

type Line = Extract<Feature, { kind: 'overheadLine' }>;

/** Trees that will grow into an overhead line, or could fall on it. */
export const overheadLine: Rule = (judged) =>
  judged.holding.features.flatMap((feature) => (feature.kind === 'overheadLine' ? besideLine(judged, feature) : []));

function besideLine(judged: Judged, line: Line): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  const lowest = line.height - line.clearance;
  const tall = stand.speciesIds.map(speciesOf).map((species) => (matureHeight(species) > lowest ? species : null));
  const reach = Math.max(0, ...tall.map((species) => (species ? line.clearance + species.width[1] / 2 : 0)));
  if (!isNear(stand, line.line, reach)) return [];
  const { distance } = distancesFrom(stand, line.line);
  // Farther off a tree could still fall on the wire; that is the operator's to judge, and no gap would mend it.
  const growing = plantsWhere(stand, (i) => {
    const species = tall[stand.species[i]!];
    return !!species && distance[i]! < line.clearance + species.width[1] / 2;
  });
  if (growing.length === 0) return [];
  const site = settingOf(holding, 'growth.site');
  const yearOf = (i: number) => firstYear(tall[stand.species[i]!]!, stockOf(stand.stockIds[stand.stock[i]!]!), site, ({ height }) => height > lowest);
  const years = [...new Map(growing.map((i) => [`${stand.species[i]}|${stand.stock[i]}`, i])).values()].map(yearOf).filter((year) => year !== null);
  const year = years.length > 0 ? Math.min(...years) : null;
  const species = [...new Set(growing.map((i) => tall[stand.species[i]!]!))].sort((a, b) => matureHeight(b) - matureHeight(a));
  const low = substitute(judged, species[0]!, (other) => matureHeight(other) <= lowest && other.kind !== 'fruit');
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: metres % 1 === 0 ? 0 : 1 });
  const who = species.length === 1 ? capital(species[0]!.common) : `${growing.length} plants`;
  return [
    finding('overhead-line', judged, line.id, {
      severity: 'fault',
      what: `${who} will reach the overhead line`,
      why: `${sayStand(stand, growing)} as near as ${length(Math.min(...growing.map((i) => distance[i]!)))} to a line at ${length(line.height)} that wants ${length(line.clearance)} clear; ${species[0]!.common} grows to ${length(matureHeight(species[0]!))}.${year === null ? '' : ` They come too near in year ${year}.`} Only the line’s operator may cut near it.`,
      plants: growing,
      year,
      remedies: [
        ...(low ? [{ label: `Swap for ${low.common}`, command: swapPlants(judged, growing, low) }] : []),
        { label: 'Leave a gap', command: gapsOver(judged, growing, 'gap under the line') },
      ],
    }),
  ];
}
