import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { orderOf } from '../account/order-list.ts';
import { take } from '../holding/command.ts';
import { setStart } from '../holding/days-commands.ts';
import { wantedOf } from '../order/suppliers.ts';
import { layHolding } from '../ranks/laid.ts';
import { NO_LEDGER } from '../record/ledger.ts';
import { dayOf } from './day.ts';
import { letterOf } from './letter.ts';

describe(letterOf, () => {
  const later = take(
    sample({ rows: [row(), row({ rowGap: 2, later: 2 })] }),
    setStart('p1', '2027-03-08', 'hand'),
  ).holding;
  const letter = (on: string | null, phase: number | null = null) =>
    letterOf(later, layHolding(later), NO_LEDGER, { on: on === null ? null : dayOf(on), phase });
  it('asks for an answer in a fortnight, and for each phase before its first plant is set', () => {
    expect(letter('2026-12-20')).toMatchObject({ on: '20 December 2026', replyBy: '3 January 2027' });
    const lots = letter(null).lots;
    expect(lots.map(({ by }) => by?.slice(-4))).toEqual(['2027', '2029']);
    expect(lots[0]!.by).toBe('8 March 2027');
    expect(letter(null, 2)).toEqual({ on: null, replyBy: null, lots: [lots[1]] });
  });
  it('asks in its lots for just what the order still buys', () => {
    const sums = new Map<string, number>();
    for (const { needs } of letter(null).lots)
      for (const [key, need] of needs) sums.set(key, (sums.get(key) ?? 0) + need);
    expect([...sums].sort()).toEqual(
      wantedOf(orderOf(later, layHolding(later), NO_LEDGER))
        .map(({ key, need }) => [key, need])
        .sort(),
    );
  });
});
