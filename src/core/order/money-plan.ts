import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Laid } from '../ranks/laid.ts';
import { survivalOf } from '../account/survival.ts';
import { derived } from '../derived/derived.ts';
import { protectionHours } from '../means/protection/hours.ts';
import { phasesOf, SETTING, type StationKey } from '../means/work.ts';
import { budgetTotal, costPerSurvivor } from './money.ts';
import type { Costs } from '../account/costs.ts';
import { priceOf } from '../means/prices.ts';
import type { Quantities } from '../account/quantities.ts';
import { waterPlan } from '../means/water-plan.ts';
import { weedChoice } from '../means/weeds/compare.ts';

/** Hours of work on one planting: in its planting by kind, and in each year from the first planting on. */
export interface PlantingHours {
  /** Holes opened, plants set, firmed and watered in. */
  readonly holes: number;
  readonly weeds: number;
  /** Guards and fences. */
  readonly protection: number;
  /** Of a season. */
  readonly water: number;
  /** Year 0 is that of the first planting; each phase in its own, the water of each season counted in. */
  readonly years: readonly number[];
}

/** Hours that a planting takes, by the clock of its work and its means. */
export const plantingHours = derived(function plantingHours(laid: Laid, holding: Holding): PlantingHours {
  const { planting, layout } = laid;
  const weeds = weedChoice(planting.means.weeds.method, planting, layout, holding).hours;
  const { fence, yearly, removal, off } = protectionHours(planting, layout, holding);
  const phases = phasesOf(laid, holding).map(({ phase, stations }) => {
    const at = (...keys: readonly StationKey[]) =>
      stations.reduce((sum, { key, minutes }) => sum + (keys.includes(key) ? minutes / 60 : 0), 0);
    return { phase, holes: at(...SETTING, 'water'), guards: at('stake', 'guard') };
  });
  const { taken: way, seasons, season } = waterPlan(planting, layout, holding);
  const water = way && !way.refused ? way.hoursSeason : 0;
  const thirst = seasons.map((weeks) => (season > 0 ? weeks.reduce((sum, litres) => sum + litres, 0) / season : 0));
  const sum = (of: (one: (typeof phases)[number]) => number) => phases.reduce((total, one) => total + of(one), 0);
  const years = weeds.map(
    (hours, year) =>
      hours +
      sum(({ phase, holes, guards }) => (phase === year ? holes + guards : 0)) +
      (year === 0 ? fence : yearly) +
      water * (thirst[year] ?? 0) +
      (year > 0 && year === off ? removal : 0),
  );
  return {
    holes: sum(({ holes }) => holes),
    weeds: weeds[0] ?? 0,
    protection: fence + sum(({ guards }) => guards),
    water,
    years,
  };
});

/** What one planting costs. Minor units, metres, hours. */
export interface PlantingMoney {
  readonly id: string;
  readonly name: string;
  readonly plants: number;
  readonly metres: number;
  readonly materials: number;
  readonly hours: number;
  readonly labour: number;
  readonly perPlant: number;
  readonly perMetre: number | null;
}

export interface GrantIncome {
  readonly name: string;
  readonly amount: number;
  readonly conditions: string;
  readonly pays: string;
  /** A sentence where it was cut to its cap, or offers more than all costs. */
  readonly note: string;
}

export interface MoneyPlan {
  readonly plantings: readonly PlantingMoney[];
  /** Plants and materials of the whole holding, packs shared, minor units. */
  readonly costs: Costs;
  readonly hours: number;
  readonly labour: number;
  /** Work that is hired. */
  readonly contractor: number;
  readonly contingency: number;
  readonly tax: number;
  readonly gross: number;
  readonly grants: readonly GrantIncome[];
  readonly net: number;
  /** Hours of care in each year after planting. */
  readonly care: readonly number[];
  /** At year five: what it has cost by then, plants alive, for each of them and each metre; null where nothing stands. */
  readonly survivors: ReturnType<typeof costPerSurvivor> | null;
}

/** What a whole holding costs, and who pays: its plants and materials, its hours, contingency and tax, and grants as income beside them. */
export function moneyPlan(
  all: readonly Laid[],
  sums: readonly Quantities[],
  costs: Costs,
  holding: Holding,
): MoneyPlan {
  const rate = settingOf(holding, 'money.own') > 0 ? priceOf(holding, 'hour') : 0;
  const hired = settingOf(holding, 'money.hired');
  const hiredRate = priceOf(holding, 'hour.hired');
  const mixed = (1 - hired) * rate + hired * hiredRate;
  const worked = all.map((laid) => plantingHours(laid, holding));
  const plantings = all.map((laid, i) => moneyOf(laid, sums[i]!, worked[i]!.years[0] ?? 0, mixed));
  const hours = plantings.reduce((sum, one) => sum + one.hours, 0);
  const metres = plantings.reduce((sum, one) => sum + one.metres, 0);
  const trees = plantings.reduce((sum, one) => sum + one.plants, 0);
  const plain = {
    materials: costs.total,
    labourHours: hours * (1 - hired),
    labourRate: rate,
    contractor: Math.round(hours * hired * hiredRate),
    contingencyPct: settingOf(holding, 'money.contingency') * 100,
    taxPct: settingOf(holding, 'money.tax') * 100,
    metres,
    trees,
  };
  const { labour, contingency, tax, gross } = budgetTotal({ ...plain, grantPerM: 0, grantPerTree: 0, grantCapPct: 0 });
  const grants = grantsOf(holding, plain, gross);
  const left = gross - grants.reduce((sum, { amount }) => sum + amount, 0);
  const care = (worked[0]?.years ?? [])
    .map((_, year) => worked.reduce((sum, one) => sum + (one.years[year] ?? 0), 0))
    .slice(1);
  const lines = sums.flatMap(({ plantLines }) => plantLines);
  const alive = lines.reduce((sum, { species, stock, count }) => sum + count * survivalOf(species, stock), 0);
  return {
    plantings,
    costs,
    hours,
    labour,
    contractor: plain.contractor,
    contingency,
    tax,
    gross,
    grants,
    net: left,
    care,
    survivors:
      trees > 0
        ? costPerSurvivor({
            net: left,
            aftercarePerYear: care.length > 0 ? (care.reduce((sum, hour) => sum + hour, 0) / care.length) * mixed : 0,
            years: 5,
            beatUp: 0,
            positions: trees,
            s1: alive / trees,
            later: settingOf(holding, 'survival.later'),
            metres: metres || 1,
          })
        : null,
  };
}

const isBelt = (kind: string): boolean => kind !== 'block' && kind !== 'guilds';

function moneyOf(
  { planting, layout }: Laid,
  { cents, plants }: Quantities,
  hours: number,
  rate: number,
): PlantingMoney {
  const labour = Math.round(hours * rate);
  const metres = isBelt(planting.baseline.kind) ? (layout.baseline?.line.length ?? 0) : 0;
  return {
    id: planting.id,
    name: planting.name,
    plants,
    metres,
    materials: cents,
    hours,
    labour,
    perPlant: plants > 0 ? Math.round((cents + labour) / plants) : 0,
    perMetre: metres > 0 ? Math.round((cents + labour) / metres) : null,
  };
}

/** What each grant pays in turn: by its rates, no more than its cap, and all together no more than the whole costs. */
function grantsOf(
  { grants }: Holding,
  plain: Omit<Parameters<typeof budgetTotal>[0], 'grantPerM' | 'grantPerTree' | 'grantCapPct'>,
  gross: number,
): GrantIncome[] {
  let left = gross;
  return grants.map(({ name, perMetre, perTree, cap, conditions, pays }) => {
    const rates = { grantPerM: perMetre, grantPerTree: perTree, grantCapPct: cap * 100 };
    const { grant: offered } = budgetTotal({ ...plain, ...rates });
    const asked = Math.round(perMetre * plain.metres + perTree * plain.trees);
    const amount = Math.min(offered, left);
    left -= amount;
    const note =
      amount < offered
        ? 'Cut to what is left to pay: grants together never pay more than it costs.'
        : asked > offered
          ? `Its rates come to more; cut to its cap of ${Math.round(cap * 100)} % of the cost.`
          : '';
    return { name, amount, conditions, pays, note };
  });
}
