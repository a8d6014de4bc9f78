import { derived } from '../../derived/derived.ts';
import { settingOf } from '../../holding/settings.ts';
import { plantAt, plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt, type Stand } from '../../ranks/stand.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { formatLength } from '../../units/quantities.ts';
import { capital } from '../../units/text.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute, swapPlants } from '../mending.ts';

/** Where trees stand whose roots give off juglone, anywhere on the holding. */
const giversIn = (stand: Stand): Point[] =>
  stand.kinds.some(({ givesJuglone }) => givesJuglone)
    ? plantsWhere(stand, (i) => speciesAt(stand, i).givesJuglone === true).map((i) => plantAt(stand, i))
    : [];

/** Plants that walnut roots poison, within their reach. Only those are named that are known not to bear it. */
export const juglone = derived(function juglone(judged: Judged): Finding[] {
  const { holding, layout, all } = judged;
  const { stand } = layout;
  const givers = all.flatMap((laid) => giversIn(laid.layout.stand));
  if (givers.length === 0) return [];
  const reach = settingOf(holding, 'juglone.reach');
  return stand.kinds.flatMap((species, kind): Finding[] => {
    if (species.bearsJuglone !== false) return [];
    const plants = plantsWhere(
      stand,
      (i) => stand.species[i] === kind && givers.some((giver) => distance(giver, plantAt(stand, i)) < reach),
    );
    if (plants.length === 0) return [];
    const nearest = Math.min(
      ...plants.map((i) => Math.min(...givers.map((giver) => distance(giver, plantAt(stand, i))))),
    );
    const other = substitute(
      judged,
      species,
      (one) => one.bearsJuglone === true && matureHeight(one) <= matureHeight(species) * 2,
    );
    const length = (metres: number) => formatLength(metres, holding.units);
    return [
      finding('juglone', judged, species.id, {
        severity: 'caution',
        what: `Walnut roots will poison ${species.common}`,
        why: `${sayStand(stand, plants)} as near as ${length(nearest)} to a walnut; its roots reach about ${length(reach)} and give off juglone, which ${species.common} does not bear. ${capital(species.common)} dies back in 8 to 12 years.`,
        plants,
        remedies: other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, plants, other) }] : [],
      }),
    ];
  });
});
