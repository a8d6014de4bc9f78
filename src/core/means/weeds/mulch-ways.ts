import { ceilSafe } from '../../units/rounding.ts';
import type { Holding, Planting } from '../../holding/schema.ts';
import type { Stand } from '../../ranks/stand.ts';
import { priceOf } from '../prices.ts';
import { groupsOf } from './groups.ts';
import { bagsFor } from './mulch.ts';
import { weedMethod } from './methods.ts';
import { mulchOf } from './weed-kit.ts';

/** One way to have the mulch of a planting. Minor units. */
export interface MulchWay {
  readonly key: 'load' | 'bag' | 'free' | 'straw';
  readonly label: string;
  /** Loose, settling counted in, m³. */
  readonly volume: number;
  /** Cubic metres or bags. */
  readonly count: number;
  readonly cents: number;
}

/** Litres that a bag holds where nobody said. */
const USUAL_BAG = 50;

/** The mulch that a planting's rings and strips take, as loads, bags, chips for nothing, or straw instead; empty where it takes none. */
export function mulchWays(
  planting: Planting,
  stand: Stand,
  holding: Pick<Holding, 'settings' | 'units' | 'prices' | 'currency'>,
): MulchWay[] {
  const groups = groupsOf(planting.means.weeds, stand).filter(({ way }) =>
    ['ring', 'mulchStrip'].includes(weedMethod(way.method).lays),
  );
  if (groups.length === 0) return [];
  const volume = (stuff: 'chips' | 'straw') =>
    groups.reduce((sum, group) => sum + mulchOf(group, stand, holding, stuff), 0);
  const [chips, straw] = [volume('chips'), volume('straw')];
  const litres = planting.means.weeds.measures['weed.bag'] || USUAL_BAG;
  const bags = bagsFor(chips, litres);
  const cubic = (of: number) => ceilSafe(of);
  return [
    {
      key: 'load',
      label: 'Chips by the load',
      volume: chips,
      count: cubic(chips),
      cents: cubic(chips) * priceOf(holding, 'chips'),
    },
    {
      key: 'bag',
      label: `Chips in bags of ${litres} L`,
      volume: chips,
      count: bags,
      cents: bags * priceOf(holding, 'bag'),
    },
    { key: 'free', label: 'Chips for nothing, from a tree surgeon', volume: chips, count: cubic(chips), cents: 0 },
    {
      key: 'straw',
      label: 'Straw instead',
      volume: straw,
      count: cubic(straw),
      cents: cubic(straw) * priceOf(holding, 'straw'),
    },
  ];
}
