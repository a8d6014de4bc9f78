import type { Holding } from '../holding/schema.ts';
import type { Species, Use } from '../holding/species-schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { purposes } from '../ranks/purposes.ts';
import { sayGround, sayRoom, type Said, type Spot } from '../ranks/spot.ts';
import { belonging } from '../species/belongs.ts';
import { bookOf } from '../species/book.ts';
import { harmsOf } from '../species/harm.ts';
import { moreOf } from '../species/more.ts';
import { weights } from '../species/weights.ts';
import { spotOf } from './spot-of.ts';

export interface Ranked {
  readonly species: Species;
  readonly verdict: 'suits' | 'with care' | 'does not suit';
  readonly score: number;
  /** Why, most telling first: what speaks against it, then what speaks for it. */
  readonly against: readonly string[];
  readonly inFavour: readonly string[];
}

const WEIGH = weights.spot;

/** How a species suits a spot, in words. */
export function rank(species: Species, spot: Spot, holding: Holding, use: Use | null): Ranked {
  const said: Said = { faults: [], cares: [], inFavour: [] };
  sayGround(said, species, spot, holding);
  sayRoom(said, species, spot, holding);
  const weight = sayPlace(said, species, holding);
  const { faults, cares, inFavour } = said;
  const { uses = [], fixesNitrogen, bearsWind, flammable } = moreOf(species);
  const thrives = holding.thriving.some(
    (one) =>
      one === species.id ||
      [species.common, species.botanical].some((name) => name.toLowerCase() === one.toLowerCase()),
  );
  if (thrives) inFavour.unshift('thrives within sight of the fence');
  if (use && uses.includes(use)) inFavour.push(`planted for ${use}`);
  if (bearsWind && use === 'windbreak') inFavour.push('stands in the open wind');
  if (fixesNitrogen) inFavour.push('feeds the soil with nitrogen');
  const score =
    weight +
    WEIGH.fault * faults.length +
    WEIGH.care * cares.length +
    WEIGH.inFavour * inFavour.length +
    (thrives ? WEIGH.thrives : 0) +
    (use && uses.includes(use) ? WEIGH.use : 0) +
    // Of two that suit, the one that can hurt nobody and burns less.
    (harmsOf(species).length > 0 ? WEIGH.harms : 0) +
    (flammable ? WEIGH.flammable : 0) +
    // Fruit bushes, herbs and climbers do a row's work only where they are asked for.
    (['fruit', 'herb', 'climber'].includes(species.kind) && !(use && uses.includes(use)) ? WEIGH.notAsked : 0);
  return {
    species,
    score,
    verdict: faults.length > 0 ? 'does not suit' : cares.length > 0 ? 'with care' : 'suits',
    against: [...faults, ...cares],
    inFavour,
  };
}

/** Region, winters, summers and those near it; what else is known against it. Returns how much it comes nearer for being of the place. */
function sayPlace({ faults, cares, inFavour }: Said, species: Species, holding: Holding): number {
  const { faults: forbids, cares: minds, inFavour: praises, weight } = belonging(species, holding);
  faults.push(...forbids);
  cares.push(...minds);
  inFavour.push(...praises);
  const { invasive } = moreOf(species);
  if (invasive) cares.push(invasive);
  return weight;
}

/** All species ranked for a row, best first: those planted for what the planting is for before others; with a use only those planted for it. */
export function choose(holding: Holding, laid: Laid, rowId: string, use: Use | null): Ranked[] {
  const spot = spotOf(holding, laid, rowId);
  const wanted = use ?? purposes[laid.planting.purpose].use;
  return bookOf(holding)
    .all.filter((species) => !use || moreOf(species).uses?.includes(use))
    .map((species) => rank(species, spot, holding, wanted))
    .sort(
      (a, b) =>
        Number(a.verdict === 'does not suit') - Number(b.verdict === 'does not suit') ||
        b.score - a.score ||
        a.species.common.localeCompare(b.species.common),
    );
}
