import type { Aim } from '../holding/ground-schema.ts';
import { settingOf } from '../holding/settings.ts';
import { plantingHours } from '../order/money-plan.ts';
import { orderOf } from '../account/order-list.ts';
import { NO_LEDGER } from '../record/ledger.ts';
import { formatCount } from '../units/quantities.ts';
import { equalSpecies, topShare } from '../years/mixture.ts';
import type { Outlook } from '../effects/outlook.ts';
import type { Found, Verdict } from './verdict.ts';

/** A figure of the plan against the most that is wanted; it is so in every year. */
const plain = (unit: Verdict['unit'], value: number, wanted: number, why: string): Found => {
  const holds = value <= wanted + 1e-9;
  const year = holds ? 0 : null;
  return {
    unit,
    series: null,
    metIn: { low: year, middle: year, high: year },
    by: null,
    value,
    wanted,
    holds: holds ? 'met' : 'missed',
    why,
  };
};

/** What is true of the plan itself, in any year: the mix, the money and the hands. */
export function judgePlan(
  aim: Extract<Aim, { kind: 'share' | 'budget' | 'hands' | 'care' }>,
  { holding, all }: Outlook,
): Found {
  switch (aim.kind) {
    case 'share': {
      const kinds = all.flatMap(({ layout: { stand } }) => Array.from(stand.species, (k) => stand.kinds[k]!.common));
      const { name, share } = topShare(
        kinds.map(() => 1),
        kinds,
      );
      return plain(
        'percent',
        share,
        aim.most * 100,
        kinds.length > 0
          ? `Most are ${name}: ${Math.round(share)} % of ${formatCount(kinds.length)} plants; the mixture is as good as ${equalSpecies([...counted(kinds).values()]).byShare.toFixed(1)} kinds in equal parts.`
          : 'Nothing is planted yet.',
      );
    }
    case 'budget': {
      const { cents } = orderOf(holding, all, NO_LEDGER);
      return plain(
        'money',
        cents,
        aim.most,
        'Plants and what protects them as planned, by the price table; what was ordered at other prices is under Order, Money.',
      );
    }
    case 'hands': {
      const hours = all.reduce((sum, laid) => sum + plantingHours(laid, holding).years[0]!, 0);
      const days = (hours / (aim.people * settingOf(holding, 'crew.day'))) * (1 + settingOf(holding, 'crew.weather'));
      return plain(
        'days',
        days,
        aim.days,
        `${formatCount(Math.round(hours))} hours of holes, guards, weeds and water in the planting year, by ${aim.people}.`,
      );
    }
    case 'care': {
      const hours = all.map((laid) => plantingHours(laid, holding).years);
      const most = Math.max(
        0,
        ...(hours[0] ?? []).slice(1).map((_, k) => hours.reduce((sum, years) => sum + years[k + 1]!, 0)),
      );
      return plain(
        'hours',
        most,
        aim.hours,
        `The busiest year after planting takes ${formatCount(Math.round(most))} hours.`,
      );
    }
  }
}

function counted(kinds: readonly string[]): Map<string, number> {
  const found = new Map<string, number>();
  for (const kind of kinds) found.set(kind, (found.get(kind) ?? 0) + 1);
  return found;
}
