import { protectedParts } from '../../../core/means/protection/guard-kit.ts';
import { sayProtection } from '../../../core/means/protection/say.ts';
import { toolsFor } from '../../../core/means/tools.ts';
import { costsOf } from '../../../core/account/costs.ts';
import { wantedOf } from '../../../core/order/suppliers.ts';
import { holePlan } from '../../../core/means/hole-plan.ts';
import { waterPlan } from '../../../core/means/water-plan.ts';
import { weedMethod } from '../../../core/means/weeds/methods.ts';
import { settingOf } from '../../../core/holding/settings.ts';
import { counted, formatCount, formatMoney, formatWater } from '../../../core/units/quantities.ts';
import type { Laid } from '../../../core/ranks/laid.ts';
import type { Ledger } from '../../../core/record/ledger.ts';
import type { Worked } from '../../store/derived.ts';

/** How a stop stands, in a line. */
export interface State {
  readonly text: string;
  readonly sure: 'done' | 'open' | 'fault' | 'empty';
}

export interface Stop {
  readonly key: string;
  readonly label: string;
  /** Whether it is decided planting by planting. */
  readonly each: boolean;
  state(worked: Worked, ledger: Ledger): State;
}

const done = (text: string): State => ({ text, sure: 'done' });
const open = (text: string): State => ({ text, sure: 'open' });
const EMPTY: State = { text: 'nothing laid yet', sure: 'empty' };
const standing = ({ all }: Worked): readonly Laid[] => all.filter(({ layout }) => layout.stand.count > 0);

/** What the plantings have in common, or how many kinds there are of it. */
function common(words: readonly string[]): string {
  const kinds = [...new Set(words)];
  return kinds.length > 2 ? `${kinds.slice(0, 2).join(', ')} and ${kinds.length - 2} more` : kinds.join(', ');
}

/** What is to be decided before anything is bought, in the order of the work. */
export const STOPS: readonly Stop[] = [
  {
    key: 'weeds',
    label: 'Weeds',
    each: true,
    state: (worked) => {
      const laid = standing(worked);
      if (laid.length === 0) return EMPTY;
      const bare = laid.filter(({ planting }) => planting.means.weeds.method === 'none').length;
      const text = common(laid.map(({ planting }) => weedMethod(planting.means.weeds.method).label.toLowerCase()));
      return bare > 0 ? open(text) : done(text);
    },
  },
  {
    key: 'animals',
    label: 'Animals',
    each: true,
    state: (worked) => {
      const { holding } = worked;
      const laid = standing(worked);
      if (laid.length === 0) return EMPTY;
      const parts = laid.flatMap(({ planting, layout }) => protectedParts(planting, layout, holding));
      const text = common(parts.map(({ protection }) => sayProtection(protection, holding.units)));
      return parts.some(({ protection }) => protection.uncovered.length > 0) ? open(text) : done(text || 'nothing');
    },
  },
  {
    key: 'holes',
    label: 'Holes and soil',
    each: true,
    state: (worked) => {
      const laid = standing(worked);
      if (laid.length === 0) return EMPTY;
      const plans = laid.map(({ planting, layout }) => holePlan(planting, layout, worked.holding));
      const over = plans.reduce((sum, plan) => sum + plan.over, 0);
      const text = common(laid.map(({ planting }) => SOIL_WORDS[planting.means.soil.method] ?? 'native'));
      const barrows = (over * 1000) / settingOf(worked.holding, 'own.barrow');
      return done(barrows >= 1 ? `${text}, ${counted(Math.ceil(barrows), 'barrow')} over` : text);
    },
  },
  {
    key: 'water',
    label: 'Water',
    each: true,
    state: (worked) => {
      const laid = standing(worked);
      if (laid.length === 0) return EMPTY;
      const plans = laid.map(({ planting, layout }) => waterPlan(planting, layout, worked.holding));
      const most = plans.reduce((sum, plan) => sum + plan.most, 0);
      const refused = plans.some(({ taken }) => taken?.refused);
      const text = `${formatWater(Math.round(most), worked.holding.units)} a week at most`;
      return refused ? open(text) : done(text);
    },
  },
  {
    key: 'tools',
    label: 'Tools and safety',
    each: false,
    state: ({ all, holding }) => {
      const { tools, cautions } = toolsFor(all, holding);
      return tools.length === 0
        ? EMPTY
        : done(`${counted(tools.length, 'tool')}, ${counted(cautions.length, 'caution')}`);
    },
  },
  {
    key: 'here',
    label: 'Already here',
    each: false,
    state: ({ holding: { here, inHand } }) => {
      const pieces = here.reduce((sum, { count }) => sum + count, 0);
      const plants = inHand.reduce((sum, { size, bundles }) => sum + size * bundles, 0);
      const words = [pieces > 0 ? counted(pieces, 'piece') : '', plants > 0 ? counted(plants, 'plant') : ''].filter(
        Boolean,
      );
      return words.length > 0 ? done(words.join(', ')) : { text: 'nothing named', sure: 'empty' };
    },
  },
  {
    key: 'plants',
    label: 'Plants',
    each: false,
    state: (worked) => {
      const { plants } = worked.order();
      if (plants.length === 0) return EMPTY;
      const places = plants.reduce((sum, { count }) => sum + count, 0);
      return done(
        `${formatCount(plants.reduce((sum, { need }) => sum + need, 0))} to buy for ${formatCount(places)} places`,
      );
    },
  },
  {
    key: 'list',
    label: 'Order list',
    each: false,
    state: (worked) => {
      const { plants, kit } = worked.order();
      return plants.length === 0 ? EMPTY : done(counted(plants.length + kit.length, 'line'));
    },
  },
  {
    key: 'suppliers',
    label: 'Suppliers',
    each: false,
    state: (worked, { orders }) => {
      const lines = wantedOf(worked.order()).length;
      const placed = orders.length > 0 ? `${counted(orders.length, 'order')} placed` : '';
      if (lines === 0) return placed ? done(placed) : EMPTY;
      return open([`${counted(lines, 'line')} to order`, placed || 'simulated'].join('; '));
    },
  },
  {
    key: 'deliveries',
    label: 'Deliveries',
    each: false,
    state: (_, { orders }) => {
      if (orders.length === 0) return { text: 'nothing ordered yet', sure: 'empty' };
      const lines = orders.flatMap((order) => order.lines);
      const toCome = lines.filter((line) => line.toCome > 0).length;
      const wrong = lines.filter((line) => line.short + line.refused + line.faulty > 0).length;
      const text = [
        toCome > 0 ? `${counted(toCome, 'line')} to come` : 'all here',
        wrong > 0 ? `${wrong} to claim` : '',
      ];
      const words = text.filter(Boolean).join(', ');
      return wrong > 0 ? { text: words, sure: 'fault' } : toCome > 0 ? open(words) : done(words);
    },
  },
  {
    key: 'money',
    label: 'Money',
    each: false,
    state: (worked) => {
      const { total: cents } = costsOf(worked.holding, worked.all, worked.ledger);
      const { grants, currency } = worked.holding;
      return cents === 0
        ? EMPTY
        : done(`${formatMoney(cents, currency)}${grants.length > 0 ? `; ${counted(grants.length, 'grant')}` : ''}`);
    },
  },
];

export const SOIL_WORDS: Readonly<Record<string, string>> = {
  native: 'native soil',
  blend: 'compost blended',
  topdress: 'top dressed',
};
