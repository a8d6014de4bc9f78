import { derived } from '../../derived/derived.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { regionOf } from '../../place/regions.ts';
import { plantAt, plantsWhere } from '../../ranks/near.ts';
import { sayStand } from '../../ranks/say-plants.ts';
import { speciesAt, type Stand } from '../../ranks/stand.ts';
import type { Species } from '../../holding/species-schema.ts';
import { matureHeight } from '../../species/catalogue.ts';
import { hostPairs, sharedBy, sideOf, type HostPair } from '../../species/hosts.ts';
import { formatLength } from '../../units/quantities.ts';
import { capital } from '../../units/text.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute, swapPlants } from '../mending.ts';

/** Two hosts of one disease so near that they keep it going: said where the kinds that are less worth stand. */
export const hostPair = derived(function hostPair(judged: Judged): Finding[] {
  return hostPairs.flatMap((pair) => between(judged, pair));
});

const ofSide = (stand: Stand, pair: HostPair, side: 'one' | 'other'): Species[] =>
  stand.kinds.filter((species) => sideOf(species, pair) === side);

function between(judged: Judged, pair: HostPair): Finding[] {
  const { holding, layout, all } = judged;
  const { stand } = layout;
  const region = regionOf(holding);
  // The kinds of the second list are the ones to change; the first is what is grown for itself.
  const carriers = ofSide(stand, pair, 'other');
  if (carriers.length === 0) return [];
  const grown = all.flatMap((laid) => ofSide(laid.layout.stand, pair, 'one'));
  const pairs = carriers.filter((one) => grown.some((other) => sharedBy(one, other, region).includes(pair)));
  if (pairs.length === 0) return [];
  const hosts = all.flatMap(({ layout: { stand: there } }) =>
    plantsWhere(there, (i) => sideOf(speciesAt(there, i), pair) === 'one').map((i) => plantAt(there, i)),
  );
  const away = nearestOf(stand, pairs, hosts);
  const plants = plantsWhere(stand, (i) => away(i) < pair.reach);
  if (plants.length === 0) return [];
  const nearest = Math.min(...plants.map(away));
  const names = [...new Set(grown.map(({ common }) => common))].join(' and ');
  return [
    finding('host-pair', judged, pair.disease, {
      severity: 'caution',
      what: `${capital(pair.disease)} passes between ${pairs[0]!.common} and ${names}`,
      why: `${sayStand(stand, plants)} as near as ${formatLength(nearest, holding.units)} to ${names}. ${pair.why} (${pair.source}).`,
      plants,
      remedies: remedy(judged, pair, pairs, plants),
    }),
  ];
}

/** How far a plant of these kinds stands from the nearest host; none of others. */
function nearestOf(stand: Stand, kinds: readonly Species[], hosts: readonly Point[]): (i: number) => number {
  // From one end of thousands it is as far as from the next: every tenth host will do, and both ends.
  const step = Math.max(1, Math.floor(hosts.length / 200));
  const sample = hosts.filter((_, h) => h % step === 0 || h === hosts.length - 1);
  return (i) =>
    kinds.includes(speciesAt(stand, i))
      ? sample.reduce((least, host) => Math.min(least, distance(host, plantAt(stand, i))), Infinity)
      : Infinity;
}

function remedy(judged: Judged, pair: HostPair, kinds: readonly Species[], plants: readonly number[]) {
  const [first] = kinds;
  const other = substitute(
    judged,
    first!,
    (one) => sideOf(one, pair) === null && matureHeight(one) <= matureHeight(first!) * 2,
  );
  return other ? [{ label: `Swap for ${other.common}`, command: swapPlants(judged, plants, other) }] : [];
}
