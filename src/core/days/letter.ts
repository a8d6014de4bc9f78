import { min } from 'd3-array';
import { phaseOrders } from '../account/order-list.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import type { Letter } from '../order/sheets/supplier-sheets.ts';
import { wantedOf } from '../order/suppliers.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Ledger } from '../record/ledger.ts';
import { dateWords, type Day } from './day.ts';
import { planDays } from './tasks.ts';

/**
 * The days of a letter to a supplier that is written `on` a day, null where that is not known: until when an answer is
 * asked for, and phase by phase (or of one `phase`, years after the first) what must be here before its first plant is set.
 */
export function letterOf(
  holding: Holding,
  all: readonly Laid[],
  ledger: Ledger,
  { on, phase }: { readonly on: Day | null; readonly phase: number | null },
): Letter {
  const plants = planDays(holding, all, ledger).tasks.filter(({ rule }) => rule === 'plant');
  const words = (day: Day | null | undefined) => (day == null ? null : dateWords(day));
  return {
    on: words(on),
    replyBy: words(on === null ? null : on + settingOf(holding, 'order.reply')),
    lots: phaseOrders(holding, all, ledger)
      .filter(({ later }) => phase === null || later === phase)
      .map(({ later, order }) => ({
        by: words(min(plants.filter((task) => task.phase === later).map(({ from }) => from))),
        needs: new Map(wantedOf(order).map(({ key, need }) => [key, need])),
      })),
  };
}
