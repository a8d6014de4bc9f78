import type { Holding } from '../holding/schema.ts';
import { priceOf } from '../means/prices.ts';
import { survivalOf } from '../account/survival.ts';
import type { Laid } from '../ranks/laid.ts';
import { stockOf } from '../species/stock.ts';
import { heldWays } from './hold.ts';
import { fitsWindow, nearestIn, sayWindow } from './windows.ts';
import { kindOf } from './windows.ts';
import type { Day } from './day.ts';
import data from './buy-or-wait.json' with { type: 'json' };

/** What becomes of stock that is offered on one day and planted best on another. */
export interface BuyChoice {
  readonly key: 'hold' | 'wait' | 'now';
  readonly label: string;
  readonly plants: number;
  readonly plantOn: Day;
  /** Share that lives through the first year, litres and hours of holding and of first-year water beyond the usual, minor units with what is lost. */
  readonly lives: number;
  readonly litres: number;
  readonly hours: number;
  readonly cents: number;
  readonly refused: string | null;
  readonly why: string;
}

/** Buy now and hold until the next window, wait and buy then, or plant now: losses, water, work and cost of so many plants of a stock. */
export function buyOrWait(laid: Laid, stock: string, plants: number, offered: Day, holding: Holding): BuyChoice[] {
  const kind = kindOf(stock);
  const { in: now, next } = fitsWindow(kind, holding, offered);
  const best = now ? offered : next ? nearestIn(next, offered) : null;
  const usual = usualSurvival(laid, stock);
  const each = stockOf(stock).packs[0]!;
  const price = Math.round(each.price / each.size);
  const loss = (lives: number) => Math.round((1 - lives) * plants * price);
  const offers: BuyChoice[] = [];
  const litresNow = now ? 0 : plants * data.extraLitres;
  const livesNow = now ? usual : usual * (1 - data.outOfTime[stockOf(stock).pot > 0 ? 'pot' : 'bare']);
  offers.push({
    key: 'now',
    label: 'Plant now',
    plants,
    plantOn: offered,
    lives: livesNow,
    litres: litresNow,
    hours: (litresNow * data.minutesPerLitre) / 60,
    cents: loss(livesNow) + Math.round(((litresNow * data.minutesPerLitre) / 60) * priceOf(holding, 'hour')),
    refused: null,
    why: now
      ? `It is planted in its time: ${sayWindow(now)}.`
      : 'Out of its time it stands in leaf or heat without roots, and lives by watering.',
  });
  if (now || best === null || !next) return offers;
  const ways = heldWays({ kind, stock, plants, from: offered, until: best }, holding).filter(
    ({ outlasts }) => !outlasts,
  );
  const [way] = ways.sort((a, b) => a.cents + a.dies * price - b.cents - b.dies * price);
  const livesHeld = way ? usual * (1 - way.dies / plants) : 0;
  offers.push({
    key: 'hold',
    label: way ? `Buy now, hold: ${way.label.toLowerCase()}` : 'Buy now and hold',
    plants,
    plantOn: best,
    lives: livesHeld,
    litres: way ? way.litresDay * (best - offered) : 0,
    hours: way?.hours ?? 0,
    cents: way ? way.cents + loss(livesHeld) : loss(0),
    refused: way ? null : `No way of holding keeps it for ${best - offered} days.`,
    why: way ? way.why : 'It would be dead before its time comes.',
  });
  offers.push({
    key: 'wait',
    label: 'Wait and buy then',
    plants,
    plantOn: best,
    lives: usual,
    litres: 0,
    hours: 0,
    cents: loss(usual) + Math.round(plants * price * data.dearer),
    refused: null,
    why: `Planted in its time, ${sayWindow(next)}; it may be sold out, and what is left is dearer.`,
  });
  return offers;
}

/** Share of a planting's plants of a stock that lives through the first year, planted in its time. */
function usualSurvival(laid: Laid, stock: string): number {
  const { lots } = laid.layout.stand;
  const mine = lots.filter((lot) => lot.stock === stock);
  return mine.length > 0
    ? mine.reduce((sum, { species }) => sum + survivalOf(species, stock), 0) / mine.length
    : stockOf(stock).survival;
}

export const buySource = data.source;
