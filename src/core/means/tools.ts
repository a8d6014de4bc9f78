import { z } from 'zod';
import { LEAST } from '../holding/means-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Laid } from '../ranks/laid.ts';
import { stockOf } from '../species/stock.ts';
import { ceilSafe } from '../units/rounding.ts';
import { holePlan } from './hole-plan.ts';
import { protectedParts } from './protection/guard-kit.ts';
import { fences, forms } from './protection/kinds.ts';
import toolData from './tools.json' with { type: 'json' };
import { groupsOf } from './weeds/groups.ts';
import { weedMethod } from './weeds/methods.ts';

const thing = z.strictObject({
  label: z.string(),
  when: z.array(z.string()).min(1),
  /** For each person; 0 for one that all share. */
  each: z.number().min(0),
  source: z.string(),
});
const ToolsSchema = z.object({
  tools: z.array(thing),
  gear: z.array(thing),
  /** `must` for what can be read but never put away. */
  cautions: z.array(z.strictObject({ when: z.array(z.string()).min(1), must: z.boolean(), text: z.string() })),
  /** Holes from which a powered auger is worth bringing. */
  augerFrom: z.number(),
  source: z.string(),
});
const data = ToolsSchema.parse(toolData);
export const toolSource = data.source;

export interface ToolLine {
  readonly label: string;
  readonly count: number;
  readonly shared: boolean;
}

export interface ToolList {
  readonly people: number;
  readonly tools: readonly ToolLine[];
  readonly gear: readonly ToolLine[];
  readonly cautions: readonly { readonly text: string; readonly must: boolean }[];
}

/** What the work of these plantings is made of: ways of digging, pieces to drive, ground and stock that ask for care. */
function asked(all: readonly Laid[], holding: Holding): Set<string> {
  const found = new Set<string>();
  let bored = 0;
  for (const { planting, layout } of all) {
    if (layout.stand.count === 0) continue;
    found.add('any');
    const { holes, amend } = holePlan(planting, layout, holding);
    for (const { stock, method, dug, auger, hands, plants } of holes) {
      found.add(dug ? 'pit' : stock === 'plug' ? 'plug' : method.includes('slit') ? 'slit' : 'notch');
      if (stockOf(stock).pot === 0) found.add('bareRoot');
      if (auger !== null) bored += plants;
      if (hands !== 'one') found.add('heavy');
    }
    if (amend > 0) found.add('compost');
    for (const { way } of groupsOf(planting.means.weeds, layout.stand)) {
      const { lays, litter } = weedMethod(way.method);
      found.add(
        {
          strip: 'fabric',
          mat: 'fabric',
          ring: 'mulch',
          mulchStrip: 'mulch',
          spot: way.method,
          bare: 'bare',
          lane: 'lane',
          none: 'none',
        }[lays],
      );
      if (litter) found.add('litter');
    }
    for (const { protection } of protectedParts(planting, layout, holding)) {
      const form = protection.guard && forms[protection.guard.form]!;
      if (form && (form.stakes > 0 || form.crate) && protection.guard!.size >= 0.45) found.add('stakes');
      if (form?.cage) found.add('mesh');
      if (form && 'cane' in form.pieces) found.add('canes');
      if (form?.litter) found.add('litter');
      for (const kind of protection.fences) found.add(fences[kind]!.energiser ? 'live' : 'fence');
    }
    if ([LEAST, 'rounds', 'dripBuckets'].includes(planting.means.water.method)) found.add('water');
    if (planting.purpose === 'stream') found.add('bank');
  }
  if (bored >= data.augerFrom) found.add('auger');
  return found;
}

/** Tools, gear and cautions for the work that these plantings are, for the crew of the holding. */
export function toolsFor(all: readonly Laid[], holding: Holding): ToolList {
  const found = asked(all, holding);
  const people = Math.max(1, Math.round(settingOf(holding, 'crew.people')));
  const wanted = ({ when }: { readonly when: readonly string[] }) => when.some((one) => found.has(one));
  const line = ({ label, each }: z.infer<typeof thing>): ToolLine => ({
    label,
    count: each === 0 ? 1 : ceilSafe(each * people),
    shared: each < 1,
  });
  return {
    people,
    tools: data.tools.filter(wanted).map(line),
    gear: data.gear.filter(wanted).map(line),
    cautions: data.cautions.filter(wanted).map(({ text, must }) => ({ text, must })),
  };
}
