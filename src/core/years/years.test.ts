import { appBook } from '../species/book.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { catalogue, matureWidth } from '../species/catalogue.ts';
import { stockOf, stocks } from '../species/stock.ts';
import review from '../../../checks/growth-review.json' with { type: 'json' };
import { layHolding } from '../ranks/laid.ts';
import { crownOfRow, tallestAt, widthAt } from './size-at.ts';
import { harvests } from './bearing.ts';
import { closesIn } from './closing.ts';
import { earliestYear, freeYears, meanInRow } from './free-years.ts';
import { standYears } from './stand-years.ts';
import { crownWidth, freeWidth, growingOf, LAST_YEAR, sizeAt } from './growth.ts';
import { becomes } from '../species/mature.ts';

const twoRows = sample({
  rows: [row(), row({ rowGap: 4, spacing: 3, species: [[1, 'Betula pendula']] })],
  planting: { weeds: 'fabric' },
});
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

  it('hedges of whips close in their third or fourth year, not on the day they are planted', () => {
    const hedge = sample({
      rows: [
        row({ spacing: 0.4, species: [[1, 'Crataegus monogyna']] }),
        row({
          spacing: 0.5,
          rowGap: 0.5,
          species: [
            [2, 'Crataegus monogyna'],
            [1, 'Corylus avellana'],
          ],
        }),
      ],
      planting: { weeds: 'fabric', purpose: 'hedge' },
    });
    const stand = standYears(layHolding(hedge)[0]!, hedge);
    for (const { row: id } of stand.grown) {
      const year = closesIn(stand, id)!;
      expect([year >= 3, year <= 4], `closes in ${year}`).toEqual([true, true]);
    }
  });
  it('young oak is slender and young spruce wide; what is known of 20 years goes before the class; a range, no single line', () => {
    const at = (id: string, year: number) => sizeAt(appBook.of(id), stockOf('transplant'), year, 1);
    const share = (id: string, year: number) => at(id, year).width / at(id, year).height;
    expect(share('quercus-robur', 9)).toBeGreaterThan(0.5);
    expect(share('quercus-robur', 9)).toBeLessThan(0.68);
    for (const id of ['picea-abies', 'betula-pendula', 'quercus-macrocarpa'])
      expect(share(id, 8), id).toBeGreaterThan(0.42);
    for (const id of ['picea-abies', 'betula-pendula', 'quercus-macrocarpa'])
      expect(share(id, 8), id).toBeLessThan(0.72);
    // A bush is set out as a switch, and as wide for its height as it will be once it has filled out.
    expect(share('corylus-avellana', 1)).toBeLessThan(0.45);
    expect(share('corylus-avellana', 10)).toBeGreaterThan(0.85);
    // Open-grown spruce of some 5 m is 2.8 to 3.4 m wide; no young conifer is wider than 0.6 of its height.
    const glauca = appBook.of('picea-glauca');
    const growing = growingOf(glauca, stockOf('transplant'), 1);
    const wide = freeWidth(glauca, stockOf('transplant'), growing, 5.3, 20);
    expect([wide > 2.8, wide < 3.4]).toEqual([true, true]);
    expect(freeWidth(glauca, stockOf('transplant'), growing, 2, 12)).toBeLessThanOrEqual(1.2);
    // What is branched when it comes is no narrower for being young.
    expect(freeWidth(glauca, { start: 2.5, wide: 2 }, growing, 2.5, 0)).toBeCloseTo(1.5, 1);
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
        fc.integer({ min: 0, max: 20 }),
        fc.double({ min: 0.4, max: 8, noNaN: true }),
        (species, later, most) => {
          const years = (changes: object) => {
            const holding = sample({ length: 4, rows: [row({ species: [[1, species.botanical]], ...changes })] });
            return freeYears(layHolding(holding)[0]!, holding, 'middle').grown[0]!;
          };
          const [free, kept] = [years({}), years({ later, kept: { height: most, width: most / 2, clearStem: null } })];
          for (let year = 0; year <= LAST_YEAR; year++)
            expect([kept.height[year], kept.width[year]]).toEqual(
              year < later
                ? [0, 0]
                : [Math.min(free.height[year - later]!, most), Math.min(free.width[year - later]!, most / 2)],
            );
          expect(becomes({ species, kept: { height: most, width: null, clearStem: null } }).height).toBeLessThanOrEqual(
            most,
          );
        },
      ),
      { numRuns: 30 },
    );
  });

  it('left alone is never smaller than among others, at each bound, and one that nothing touches is the same', () => {
    const laid = layHolding(twoRows)[0]!;
    for (const bound of ['low', 'middle', 'high'] as const) {
      const [free, among] = [freeYears(laid, twoRows, bound).grown, standYears(laid, twoRows, bound).grown];
      free.forEach(({ height, width }, g) => {
        for (let year = 0; year <= LAST_YEAR; year++) {
          expect(height[year]).toBeGreaterThanOrEqual(among[g]!.height[year]! - 1e-9);
          expect(width[year]).toBeGreaterThanOrEqual(among[g]!.width[year]! - 1e-9);
        }
      });
    }
    const alone = sample({ rows: [row({ spacing: 40 })], planting: { weeds: 'fabric' } });
    const lone = layHolding(alone)[0]!;
    expect([...freeYears(lone, alone, 'middle').grown[0]!.height]).toEqual(
      [...standYears(lone, alone).grown[0]!.height].map((height) => expect.closeTo(height, 6)),
    );
    expect(earliestYear({ ...laid, holding: twoRows }, [], () => true)).toBeNull();
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
    expect(tallestAt(grown, 12)).toBeCloseTo(grown.grown[1]!.height[12]!, 9);
    expect(crownOfRow(grown, grown.grown[1]!.row, 12)).toBe(grown.grown[1]!.width[12]);
    const mixed = [
      { ...grown.grown[0]!, row: 'r', plants: 3, height: Float64Array.of(2) },
      { ...grown.grown[0]!, row: 'r', plants: 1, height: Float64Array.of(6) },
    ];
    expect(meanInRow(mixed, 'r', ({ height }) => height[0]!)).toBe(3);
    expect(meanInRow(mixed, 'other', ({ height }) => height[0]!)).toBe(0);
  });

  it('closes in the year in which crowns reach the spacing, never when they cannot', () => {
    const { row: first, width } = grown.grown[0]!;
    const year = closesIn(grown, first)!;
    expect(width[year]).toBeGreaterThanOrEqual(1.5);
    expect(width[year - 1]).toBeLessThan(1.5);
    const wide = sample({ rows: [row({ spacing: 20 })] });
    expect(closesIn(standYears(layHolding(wide)[0]!, wide), wide.plantings[0]!.rows[0]!.id)).toBeNull();
  });

  it('is nothing when nothing stands', () => {
    const none = sample({ length: 4, rows: [row({ inset: 3 })] });
    const nothing = standYears(layHolding(none)[0]!, none);
    expect([widthAt(nothing, 8), tallestAt(nothing, 8), closesIn(nothing, none.plantings[0]!.rows[0]!.id)]).toEqual([
      0,
      0,
      null,
    ]);
  });
});

describe(harvests, () => {
  it('says when each kind is picked, from the book with its additions, and leaves out what nobody picks', () => {
    const garden = sample({
      rows: [
        row({ spacing: 4, stock: 'feathered', species: [[1, 'Malus domestica']] }),
        row({
          spacing: 1.5,
          rowGap: 4,
          species: [
            [1, 'Corylus avellana'],
            [1, 'Ribes nigrum'],
            [1, 'Tilia cordata'],
          ],
        }),
      ],
      planting: { weeds: 'fabric' },
    });
    const found = harvests(standYears(layHolding(garden)[0]!, garden));
    expect(found.map(({ species, months }) => [species.common, months])).toEqual([
      ['blackcurrant', [7, 8]],
      ['apple', [8, 10]],
      ['hazel', [9, 10]],
    ]);
    // Years from planting to the first crop, and to a full one.
    expect(found[1]).toMatchObject({ first: 4, plants: 16 });
  });
});
