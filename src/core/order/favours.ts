import { featuresOf } from '../ground/features.ts';
import { reliefOf, slopeAt } from '../ground/relief.ts';
import { settingOf } from '../holding/settings.ts';
import { isInside } from '../geometry/polygon.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import type { Layout } from '../ranks/lay-out.ts';
import { stockOf } from '../species/stock.ts';
import { drynessOf } from '../means/weeds/compare.ts';

/** Choices on which schools of practice differ, and the school that a place speaks for. */
export interface Favour {
  readonly school: string;
  /** Why here, in words; joined by commas. */
  readonly because: readonly string[];
}
export type Choice = 'weeds' | 'soil' | 'water' | 'plants';

const DRAINS: ReadonlySet<string> = new Set(['sand', 'sandyLoam']);
const HOLDS: ReadonlySet<string> = new Set(['clay', 'clayLoam', 'siltLoam']);

/** Which school this ground and stock speak for in each choice; null where they speak for none. */
export function favours(
  planting: Planting,
  layout: Layout,
  holding: Pick<Holding, 'features' | 'terrain' | 'climate' | 'settings' | 'units' | 'place' | 'region'>,
): Readonly<Record<Choice, Favour | null>> {
  const { stand } = layout;
  const { texture } = drynessOf(layout, holding);
  const tall = settingOf(holding, 'school.large');
  let large = 0;
  let wet = 0;
  const wets = featuresOf(holding.features, 'wetGround');
  for (let i = 0; i < stand.count; i++) {
    if (stockOf(stand.lots[stand.lot[i]!]!.stock).start >= tall) large++;
    if (wets.some(({ ring }) => isInside(ring, [stand.x[i]!, stand.y[i]!]))) wet++;
  }
  const mostly = (count: number) => count * 2 > stand.count;
  const relief = reliefOf(holding);
  const k = Math.floor(stand.count / 2);
  const fall = relief && stand.count > 0 ? slopeAt(relief, [stand.x[k]!, stand.y[k]!]) : null;
  const steep = fall !== null && fall.share > settingOf(holding, 'school.steep');
  const dry = texture !== null && DRAINS.has(texture);
  const heavy = texture !== null && HOLDS.has(texture);
  const one = stand.kinds.length === 1;
  return {
    weeds: pick(
      ['Clean strip', [!mostly(large) && 'small stock', dry && 'ground that drains']],
      ['Nurse grass', [mostly(large) && 'large stock', steep && 'a slope', mostly(wet) && 'wet ground']],
    ),
    soil: pick(
      ['Native', [texture !== null && texture !== 'sand' && texture !== 'madeGround' && 'field soil']],
      ['Blended', [texture === 'sand' && 'pure sand', texture === 'madeGround' && 'made ground']],
    ),
    water: pick(
      ['Dish', [dry && 'ground that drains', planting.means.water.method !== 'drip' && dry && 'watering by hand']],
      ['Level or proud', [heavy && 'heavy ground', mostly(wet) && 'wet ground']],
    ),
    plants: pick(
      ['Overplant', [!mostly(large) && 'cheap small stock', !one && 'a mixture, in which a gap hardly shows']],
      ['Nurse', [mostly(large) && 'dear large stock', one && 'one kind, in which every gap shows']],
    ),
  };
}

/** The school for which more speaks; null where as much speaks for both, or nothing for either. */
function pick(...schools: readonly (readonly [string, readonly (string | false)[]])[]): Favour | null {
  const told = schools.map(([school, reasons]) => ({
    school,
    because: reasons.filter((reason): reason is string => reason !== false),
  }));
  const [first, second] = told.toSorted((a, b) => b.because.length - a.because.length);
  return first!.because.length > second!.because.length ? first! : null;
}

/** 'Small stock and ground that drains speak for the first: clean strip.' */
export const sayFavour = (favour: Favour | null): string =>
  favour
    ? `Here ${favour.because.join(' and ')} ${favour.because.length > 1 ? 'speak' : 'speaks'} for one of them: ${favour.school.toLowerCase()}.`
    : 'Here as much speaks for one as for the other.';
