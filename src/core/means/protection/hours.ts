import type { Holding, Planting } from '../../holding/schema.ts';
import type { Layout } from '../../ranks/lay-out.ts';
import { protectedParts } from './guard-kit.ts';
import { fences, forms } from './kinds.ts';

/** Hours of keeping animals off one planting, and the year in which its guards come off; 0 where it has none. */
export interface ProtectionHours {
  readonly fence: number;
  readonly yearly: number;
  readonly removal: number;
  readonly off: number;
}

/** Hours of fencing, of each year's round, and of taking guards off. Guards are put on at the line, by its clock. */
export function protectionHours(planting: Planting, layout: Layout, holding: Holding): ProtectionHours {
  const parts = protectedParts(planting, layout, holding);
  const sum = { fence: 0, yearly: 0, removal: 0, off: 0 };
  for (const { protection, site, group } of parts) {
    if (protection.guard) {
      const { minutes, off } = forms[protection.guard.form]!;
      sum.yearly += (minutes.yearly * group.plants) / 60;
      sum.removal += (minutes.removal * group.plants) / 60;
      sum.off = Math.max(sum.off, off.year);
    }
    if (group !== parts[0]!.group) continue;
    for (const kind of protection.fences) {
      const { minutes } = fences[kind]!;
      sum.fence += (minutes.install * (site.run?.length ?? 0)) / 60;
      sum.yearly += (minutes.yearly * (site.run?.length ?? 0)) / 60;
    }
  }
  return sum;
}
