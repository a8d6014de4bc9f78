import type { Supplier } from '../holding/supplier-schema.ts';
import type { Happened } from '../record/events.ts';
import type { PlacedOrder } from '../record/orders.ts';
import { worthOf } from '../account/costs.ts';
import type { Split } from './basket.ts';
import { choosePacks } from '../account/packs.ts';
import { offersOf, type Wanted } from './suppliers.ts';

/** What one supplier is ordered from in a split: lines in whole packs, its delivery; null where it supplies nothing. */
export function orderFrom(
  suppliers: readonly Supplier[],
  at: number,
  { split, wanted }: { readonly split: Split; readonly wanted: readonly Wanted[] },
  as: { readonly on: string; readonly phase: number | null; readonly currency: string; name(key: string): string },
): Extract<Happened, { kind: 'ordered' }> | null {
  const { id, name } = suppliers[at]!;
  const offers = offersOf(suppliers[at]!);
  const lines = wanted.flatMap(({ key, need }, i) => {
    const offer = split.from[i] === at ? offers(key) : undefined;
    if (!offer) return [];
    const { quantity, cost } = choosePacks(need, offer.packs);
    return [{ key, name: as.name(key), need, quantity, cents: cost }];
  });
  return lines.length === 0
    ? null
    : {
        kind: 'ordered',
        body: {
          supplier: name,
          supplierId: id,
          phase: as.phase,
          on: as.on,
          lines,
          delivery: split.deliveries[at]!,
          currency: as.currency,
        },
      };
}

/** Something to claim of a line: how many of what, the signs and notes, and what they cost. */
export interface ClaimLine {
  readonly name: string;
  readonly what: 'short' | 'sent back' | 'kept under reserve' | 'found faulty later' | 'another thing came';
  readonly count: number;
  /** Minor units, by the price that the line was ordered at; what was kept under reserve or instead costs nothing yet. */
  readonly cents: number;
  readonly signs: readonly string[];
  readonly note: string;
  readonly photos: readonly string[];
  readonly on: string;
  readonly by: string;
}

/** What is to be claimed of an order: everything short, sent back, kept under reserve, come instead, or found faulty later. */
export function claimOf({ lines, on }: PlacedOrder): ClaimLine[] {
  return lines.flatMap((line): ClaimLine[] => {
    const { name, checks, faults, short } = line;
    const worth = (count: number) => worthOf(line, count);
    const last = checks.at(-1);
    return [
      ...checks.flatMap(({ refused, reserve, counted, instead, signs, note, photos, on: day, by }): ClaimLine[] => {
        const seen = { name, signs, note, photos, on: day, by };
        return [
          ...(refused > 0 ? [{ ...seen, what: 'sent back' as const, count: refused, cents: worth(refused) }] : []),
          ...(reserve && counted > refused
            ? [{ ...seen, what: 'kept under reserve' as const, count: counted - refused, cents: 0 }]
            : []),
          ...(instead
            ? [
                {
                  ...seen,
                  what: 'another thing came' as const,
                  count: counted,
                  cents: 0,
                  note: `${instead}. ${note}`.trim(),
                },
              ]
            : []),
        ];
      }),
      ...(short > 0
        ? [
            {
              name,
              what: 'short' as const,
              count: short,
              cents: worth(short),
              signs: [],
              note: last && last.refused === 0 && !last.reserve && !last.instead ? last.note : '',
              photos: last && last.refused === 0 && !last.reserve && !last.instead ? last.photos : [],
              on: last?.on ?? on,
              by: last?.by ?? '',
            },
          ]
        : []),
      ...faults.map(({ count, signs, note, photos, on: day, by }) => ({
        name,
        what: 'found faulty later' as const,
        count,
        cents: worth(count),
        signs,
        note,
        photos,
        on: day,
        by,
      })),
    ];
  });
}
