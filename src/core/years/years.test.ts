import { appBook } from '../species/book.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf } from '../../../checks/sample.ts';
import { catalogue, matureWidth } from '../species/catalogue.ts';
import { stockOf, stocks } from '../species/stock.ts';
import review from '../../../checks/growth-review.json' with { type: 'json' };
import { layHolding } from '../ranks/laid.ts';
import { closingYear, crownRadii, rowCrown, sizesOf } from './belt.ts';
import { crownOfRow, tallestAt, widthAt } from './size-at.ts';
import { standYears } from './stand-years.ts';
import { crownWidth, LAST_YEAR, sizeAt } from './growth.ts';
import { firstYear, lotSize } from './kept.ts';
import { becomes } from '../species/mature.ts';

const twoRows = sample({
  rows: [row(), row({ rowGap: 4, spacing: 3, species: [[1, 'Betula pendula']] })],
  planting: { weeds: 'fabric' },
});
const two = standOf(twoRows);
const grown = standYears(layHolding(twoRows)[0]!, twoRows);

describe('growth', () => {
  it('starts at the stock’s height, at most 0.7 of what the species becomes', () => {
    expect(sizeAt(appBook.of('quercus-robur'), stockOf('whip'), 0, 1).height).toBeCloseTo(0.45, 6);
    const currant = appBook.of('ribes-nigrum');
    expect(sizeAt(currant, stockOf('feathered'), 0, 1).height).toBeCloseTo(0.7 * 1.6, 6); // cut back: it would be 1.8 m
  });

  it.each(['conifer', 'deciduous', 'evergreen'] as const)(
    'meets the review’s heights within 15 %% at 5, 10, 20 and 40 years, in the mean of each kind: %s',
    (kind) => {
      const kindOf = ({ kind: of, evergreen }: (typeof catalogue)[number]) =>
        of === 'conifer' ? 'conifer' : evergreen ? 'evergreen' : 'deciduous';
      const mine = Object.entries(review).filter(([id]) => kindOf(appBook.of(id)) === kind);
      expect(mine.length).toBeGreaterThan(10);
      [5, 10, 20, 40].forEach((year, y) => {
        const off = mine.map(([id, { stock, heights }]) => {
          const { height } = sizeAt(appBook.of(id), stockOf(stock), year, 1);
          return (height - heights[y]!) / heights[y]!;
        });
        const mean = off.reduce((sum, one) => sum + one, 0) / off.length;
        expect(Math.abs(mean), `year ${year}`).toBeLessThan(0.15);
      });
    },
  );

  it('young oak is slender and young spruce wide; what is known of 20 years goes before the class; a range, no single line', () => {
    const at = (id: string, year: number) => sizeAt(appBook.of(id), stockOf('transplant'), year, 1);
    const share = (id: string, year: number) => at(id, year).width / at(id, year).height;
    expect(share('quercus-robur', 9)).toBeGreaterThan(0.5);
    expect(share('quercus-robur', 9)).toBeLessThan(0.68);
    for (const id of ['picea-abies', 'betula-pendula', 'quercus-macrocarpa'])
      expect(share(id, 8), id).toBeGreaterThan(0.42);
    for (const id of ['picea-abies', 'betula-pendula', 'quercus-macrocarpa'])
      expect(share(id, 8), id).toBeLessThan(0.72);
    // A bush stays as wide for its height as it will be, or wider.
    expect(share('corylus-avellana', 4)).toBeGreaterThan(0.85);
    const oak = appBook.of('quercus-robur');
    const tall = { ...oak, at20: [11, 13] as [number, number] };
    expect(sizeAt(tall, stockOf('whip'), 20, 1).height).toBeCloseTo(12, 0);
    const range = (changes: object, year: number) => {
      const holding = sample({
        rows: [row({ species: [[1, 'Betula pendula']], ...changes })],
        planting: { weeds: 'fabric' },
      });
      return (['low', 'middle', 'high'] as const).map((bound) =>
        tallestAt(standYears(layHolding(holding)[0]!, holding, bound), year),
      );
    };
    const [least, middle, most] = range({}, 10) as [number, number, number];
    expect([least < middle * 0.85, most > middle * 1.12, least > middle * 0.5]).toEqual([true, true, true]);
    expect(range({ kept: { height: 2, width: null, clearStem: null } }, 30)).toEqual([2, 2, 2]);
  });

  it('small stock catches large stock up, but is not above it on the way there', () => {
    const oak = appBook.of('quercus-robur');
    const [small, large] = [stockOf('whip'), stockOf('feathered')];
    const lead = (year: number) => sizeAt(oak, large, year, 1).height - sizeAt(oak, small, year, 1).height;
    expect(lead(1)).toBeGreaterThan(1);
    expect(lead(30) / sizeAt(oak, large, 30, 1).height).toBeLessThan(lead(1) / sizeAt(oak, large, 1, 1).height / 4);
  });

  it('poor ground slows and lowers every species', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue),
        fc.constantFrom(...stocks),
        fc.integer({ min: 5, max: LAST_YEAR }),
        (species, stock, year) => {
          expect(sizeAt(species, stock, year, 0.5).height).toBeLessThan(sizeAt(species, stock, year, 1).height);
        },
      ),
    );
  });

  it('a crown is full at full height and never wider', () => {
    expect(crownWidth(20, 20, 12, 0.85)).toBe(12);
    expect(crownWidth(25, 20, 12, 0.85)).toBe(12);
    for (const species of catalogue)
      expect(sizeAt(species, stocks[0]!, LAST_YEAR, 1).width).toBeLessThanOrEqual(matureWidth(species) + 1e-9);
  });

  it('is never over its kept size, nor there before its phase is planted', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue),
        fc.integer({ min: 0, max: LAST_YEAR }),
        fc.integer({ min: 0, max: 20 }),
        fc.double({ min: 0.3, max: 8, noNaN: true }),
        (species, year, later, most) => {
          const lot = { species, stock: 'whip', kept: { height: most, width: most / 2, clearStem: null }, later };
          const { height, width } = lotSize(lot, year, 1);
          const free = lotSize({ ...lot, kept: null, later: 0 }, Math.max(0, year - later), 1);
          expect([height, width]).toEqual(
            year < later ? [0, 0] : [Math.min(free.height, most), Math.min(free.width, most / 2)],
          );
          expect(becomes(lot).height).toBeLessThanOrEqual(most);
        },
      ),
    );
  });

  it('finds the first year of anything, and null when it never comes', () => {
    const oak = appBook.of('quercus-robur');
    const lot = { species: oak, stock: 'whip', kept: null, later: 0 };
    const year = firstYear(lot, 1, ({ height }) => height > 5)!;
    expect(sizeAt(oak, stockOf('whip'), year, 1).height).toBeGreaterThan(5);
    expect(sizeAt(oak, stockOf('whip'), year - 1, 1).height).toBeLessThanOrEqual(5);
    expect(firstYear(lot, 1, ({ height }) => height > 100)).toBeNull();
    expect(firstYear({ ...lot, later: 3 }, 1, ({ height }) => height > 5)).toBe(year + 3); // planted three years on
  });
});

describe('a belt', () => {
  it('widens year by year from its outer rows', () => {
    let last = widthAt(grown, 0);
    expect(last).toBeGreaterThan(4);
    for (let year = 1; year <= LAST_YEAR; year++) {
      const width = widthAt(grown, year);
      expect(width).toBeGreaterThanOrEqual(last);
      last = width;
    }
    const half = (id: string) => matureWidth(appBook.of(id)) / 2;
    expect(last).toBeLessThan(4 + half('corylus-avellana') + half('betula-pendula') + 1e-9);
  });

  it('is as tall as its tallest row, and its crowns are what its rows’ means are made of', () => {
    const sizes = sizesOf(two, 12, 1);
    expect(tallestAt(grown, 12)).toBeCloseTo(grown.grown[1]!.height[12]!, 9);
    expect(crownOfRow(grown, grown.grown[1]!.row, 12)).toBe(grown.grown[1]!.width[12]);
    const radii = crownRadii(two, 12, 1);
    expect(rowCrown(two, 0, sizes)).toBeCloseTo(2 * radii[0]!, 5);
    expect(rowCrown(two, 1, sizes)).toBeCloseTo(2 * radii[two.rows[1]!.from]!, 5);
  });

  it('closes in the year in which crowns reach the spacing, never when they cannot', () => {
    const year = closingYear(two, 0, 1)!;
    expect(rowCrown(two, 0, sizesOf(two, year, 1))).toBeGreaterThanOrEqual(1.5);
    expect(rowCrown(two, 0, sizesOf(two, year - 1, 1))).toBeLessThan(1.5);
    expect(closingYear(standOf(sample({ rows: [row({ spacing: 20 })] })), 0, 1)).toBeNull();
  });

  it('is nothing when nothing stands', () => {
    const empty = standOf(sample({ length: 4, rows: [row({ inset: 3 })] }));
    const none = sample({ length: 4, rows: [row({ inset: 3 })] });
    const nothing = standYears(layHolding(none)[0]!, none);
    expect([widthAt(nothing, 8), tallestAt(nothing, 8), closingYear(empty, 0, 1)]).toEqual([0, 0, null]);
  });
});
