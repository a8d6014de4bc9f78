import type { Holding } from '../../holding/schema.ts';
import type { Supplier } from '../../holding/supplier-schema.ts';
import { bookOf } from '../../species/book.ts';
import { stockOf } from '../../species/stock.ts';
import { formatCount, formatMoney, inUnits } from '../../units/quantities.ts';
import { capital } from '../../units/text.ts';
import { kitName } from '../../account/order-list.ts';
import { choosePacks } from '../../account/packs.ts';
import { basketOf, offersOf, type Wanted } from '../suppliers.ts';
import { regionOf } from '../../place/regions.ts';
import type { Note, Sheet, Table } from './sheet.ts';

/** What a wanted thing is: its name, its botanical name, its stock and size. */
export function wantedName(
  key: string,
  holding: Pick<Holding, 'units' | 'kits' | 'species'>,
): [string, string, string] {
  const [id, stock, told] = key.split('|');
  if (stock === undefined) return [kitName(key, holding.units, holding.kits), '', ''];
  const species = bookOf(holding).of(id!);
  const { name, size } = stockOf(stock);
  return [
    `${capital(species.common)}${told ? `, ${told}` : ''}`,
    species.botanical,
    inUnits(`${name}, ${size}`, holding.units),
  ];
}

/** A part of what is wanted: what of each line, and the day by which it must be here, in words; null where no day is set yet. */
export interface Lot {
  readonly by: string | null;
  readonly needs: ReadonlyMap<string, number>;
}

/** When a letter is written and until when an answer is asked for, in words where that is known, and the lots in which its goods are wanted. */
export interface Letter {
  readonly on: string | null;
  readonly replyBy: string | null;
  readonly lots: readonly Lot[];
}

/** What is not known is written in by hand. */
const OPEN = '........................................';

/** The head of a letter: from whom, to whom, when, until when an answer is asked for, where and when goods are brought. */
function headOf(to: string, wanted: readonly Wanted[], { on, replyBy, lots }: Letter, holding: Holding): Table {
  const { name, address, deliverTo } = holding.sender;
  const asked = new Set(wanted.map(({ key }) => key));
  const mine = lots.filter(({ needs }) => [...needs.keys()].some((key) => asked.has(key)));
  const days = mine.map(({ by }) => (by === null ? OPEN : `by ${by}`));
  return {
    kind: 'table',
    name: 'Letter',
    head: ['From', name || OPEN],
    rows: [
      ['Address', address || OPEN],
      ['To', to || OPEN],
      ['Date', on ?? OPEN],
      ['Please answer by', replyBy ?? OPEN],
      ['Bring it to', deliverTo || address || OPEN],
      ['To be here', days.length === 0 ? OPEN : days.join('; ')],
    ],
  };
}

/** Of one line, how many are wanted by when, where that is in more lots than one. */
function inLots(key: string, { lots }: Letter): string {
  const mine = lots.flatMap(({ by, needs }) => (needs.has(key) ? [{ by, need: needs.get(key)! }] : []));
  return mine.length < 2
    ? ''
    : mine.map(({ by, need }) => `${formatCount(need)}${by === null ? '' : ` by ${by}`}`).join('; ');
}

/** What is asked of plants, whoever sends them: the grade that is named, and where the seed was gathered. */
const gradeOf = (wanted: readonly Wanted[], holding: Holding): Note[] =>
  wanted.some(({ key }) => key.includes('|'))
    ? [
        {
          kind: 'note',
          text: `Plants are wanted in the stock and size named, measured above the root collar; what is under it, dry, mouldy or broken is sent back. Say for each kind where its seed was gathered: wild kinds are wanted from ${regionOf(holding).name} or as near as can be had. Plant passports where the law asks for them.`,
        },
      ]
    : [];

/** The order parted between suppliers at the least cost, a sheet for each; what nobody has, or nobody was asked for, on the last. */
export function supplierSheets(
  wanted: readonly Wanted[],
  suppliers: readonly Supplier[],
  holding: Holding,
  letter: Letter,
): Sheet[] {
  const { least } = basketOf(wanted, suppliers);
  const money = (cents: number) => formatMoney(cents, holding.currency);
  const sheets = suppliers.flatMap((supplier, s): Sheet[] => {
    const lines = wanted.filter((_, i) => least?.from[i] === s);
    if (lines.length === 0) return [];
    const offers = offersOf(supplier);
    const [goods, carriage] = [least!.sums[s]!, least!.deliveries[s]!];
    return [
      {
        title: `Order to ${supplier.name}`,
        intro: `For ${holding.name}. ${supplier.leadDays} days ahead; ${supplier.season}.`,
        parts: [
          headOf(supplier.name, lines, letter, holding),
          {
            kind: 'table',
            name: supplier.name,
            head: ['Item', 'Botanical', 'Stock', 'Wanted', 'Packs', 'Quantity', 'In lots', `Cost, ${holding.currency}`],
            rows: lines.map(({ key, need }) => {
              const { packs } = offers(key)!;
              const { quantity, cost, counts } = choosePacks(need, packs);
              const inPacks = counts.flatMap((n, p) => (n > 0 ? [`${n} × ${packs[p]!.size}`] : [])).join(' + ');
              return [...wantedName(key, holding), need, inPacks, quantity, inLots(key, letter), cost / 100];
            }),
          },
          {
            kind: 'note',
            text: `Goods ${money(goods)}, ${carriage > 0 ? `bringing ${money(carriage)}` : 'brought free'}: ${money(goods + carriage)}.`,
          },
          ...gradeOf(lines, holding),
        ],
      },
    ];
  });
  const left = wanted.filter((_, i) => least?.from[i] == null);
  return left.length === 0 ? sheets : [...sheets, request(left, holding, 'Without a supplier', letter)];
}

/** A request for a price: what is wanted, with room for what a supplier asks. */
export const priceRequest = (wanted: readonly Wanted[], holding: Holding, letter: Letter): Sheet =>
  request(wanted, holding, 'Request for a price', letter);

const request = (wanted: readonly Wanted[], holding: Holding, title: string, letter: Letter): Sheet => ({
  title,
  intro: `For ${holding.name}. Please say for each line the price in ${holding.currency}, the pack, and when it can be had; say what would stand in for what you have not.`,
  parts: [
    headOf('', wanted, letter, holding),
    {
      kind: 'table',
      name: title,
      head: [
        'Item',
        'Botanical',
        'Stock',
        'Wanted',
        'In lots',
        'Pack',
        `Price, ${holding.currency}`,
        'When; seed from; or what instead',
      ],
      rows: wanted.map(({ key, need }) => [...wantedName(key, holding), need, inLots(key, letter), '', '', '']),
    },
    ...gradeOf(wanted, holding),
    { kind: 'note', text: `${formatCount(wanted.length)} lines.` },
  ],
});
