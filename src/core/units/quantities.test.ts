import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  editableLength,
  fieldLength,
  formatArea,
  formatLength,
  formatMoney,
  formatRange,
  formatWater,
  landUnit,
  lengthUnit,
  parseLength,
  plannedAt,
  rainUnit,
  waterUnit,
  windUnit,
  formatTape,
  formatSold,
  inUnits,
  soldSize,
} from './quantities.ts';
import { intervals } from './rounding.ts';
import { sinceWords } from './text.ts';

describe(parseLength, () => {
  it.each([
    ['1.5', 'metric', 1.5],
    ['1,5 m', 'metric', 1.5],
    ['150 cm', 'metric', 1.5],
    ['5 ft', 'metric', 1.524],
    ['5', 'us', 1.524],
    ['5\'6"', 'us', 1.6764],
    ["5'6", 'us', 1.6764],
    ['5 ft 6 in', 'us', 1.6764],
    ['-3', 'metric', -3],
  ] as const)('reads %s in %s', (text, system, metres) => expect(parseLength(text, system)).toBeCloseTo(metres, 9));

  it.each(['', 'abc', '1.5 apples', '--', 'NaN', '1.2.3 m', 'Infinity'])('refuses %j', (text) =>
    expect(parseLength(text, 'metric')).toBeNull(),
  );

  it('reads back what a field shows, to a millimetre, in both systems', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5000, max: 5000, noNaN: true }),
        fc.constantFrom('metric', 'us'),
        (metres, system) => {
          expect(Math.abs(parseLength(editableLength(metres, system), system)! - metres)).toBeLessThan(0.0006);
        },
      ),
    );
  });
});

describe('writing', () => {
  it('rounds honestly and never writes minus nothing', () => {
    expect(formatLength(-0.001, 'metric')).toBe('0.0 m');
    expect(formatLength(3.24, 'metric')).toBe('3.2 m');
    expect(formatLength(1.524, 'us')).toBe('5.0 ft');
    expect(formatArea(30_512, 'metric')).toBe('3.05 ha');
    expect(formatArea(4046.86, 'us')).toBe('1.00 ac');
    expect(formatMoney(291_450, 'USD')).toBe('$2,915');
    expect(formatMoney(1961, 'EUR')).toBe('€19.61');
  });
});

describe(intervals, () => {
  it('never loses a plant to binary floats on an exact multiple', () => {
    for (let cm = 20; cm <= 400; cm += 5)
      for (let k = 1; k <= 60; k++) expect(intervals((cm * k) / 100, cm / 100)).toBe(k);
  });
});

describe('kept formatters', () => {
  it('do not mix: money of two currencies, whole and with cents, and bare numbers in between', () => {
    for (let again = 0; again < 2; again++) {
      expect(formatMoney(123_456, 'EUR')).toBe('€1,235');
      expect(formatLength(1234.56, 'metric', { decimals: 2 })).toBe('1,234.56 m');
      expect(formatMoney(12_345, 'GBP')).toBe('£123.45');
      expect(formatLength(1234.56, 'metric', { decimals: 0 })).toBe('1,235 m');
      expect(formatMoney(12_345, 'EUR')).toBe('€123.45');
    }
  });
  it('write what an unkept one writes, for any number of places', () => {
    for (const decimals of [0, 1, 2, 3])
      for (const metres of [0, 0.04, 0.5, 7.25, 999.999, 12_345.678])
        expect(formatLength(metres, 'metric', { decimals })).toBe(
          `${metres.toLocaleString('en', { minimumFractionDigits: decimals, maximumFractionDigits: decimals })} m`,
        );
    expect(formatLength(-0.001, 'metric')).toBe('0.0 m');
  });
});

describe('texts and tapes in the steward’s own units', () => {
  it.each([
    ['About 10 m: three rows', 'About 33 ft: three rows'],
    ['rows 40 cm apart', 'rows 16 in apart'],
    ['2 m square is 2,500 a hectare', '6.5 ft square is 1,010 an acre'],
    ['1,100 to 1,600 a hectare', '450 to 650 an acre'],
    ['hedges at 0.25 to 0.5 m of shrubs 3 to 4 m wide', 'hedges at 0.8 to 1.5 ft of shrubs 10 to 13 ft wide'],
    ['pot, about 15 L', 'pot, about 4 gal'],
    ['5 to 6 plants a metre', '4.6 to 5.5 plants a yard'],
    ['Wood chips, a cubic metre', 'Wood chips, a cubic yard'],
    ['Section 3 m²', 'Section 3 m²'],
  ])('%s: %s', (metric, us) => {
    expect(inUnits(metric, 'us')).toBe(us);
    expect(inUnits(metric, 'metric')).toBe(metric);
  });
  it.each([
    [0.2, '8 in', '0.20 m'],
    [0.45, '18 in', '0.45 m'],
    [0.75, '2.5 ft', '0.75 m'],
    [0.9, '3 ft', '0.90 m'],
    [1.2, '4 ft', '1.20 m'],
    [1.5, '5 ft', '1.50 m'],
    [1.8, '6 ft', '1.80 m'],
    [2.4, '8 ft', '2.40 m'],
    [3.66, '12 ft', '3.66 m'],
  ])('%d m is sold as %s', (metres, us, metric) => {
    expect([formatSold(metres, 'us'), formatSold(metres, 'metric')]).toEqual([us, metric]);
    // What is said is what is reckoned with.
    expect(soldSize(metres, 'us')).toBeCloseTo(
      us.endsWith('in') ? parseFloat(us) * 0.0254 : parseFloat(us) * 0.3048,
      9,
    );
  });
  it.each([
    [0.3048, '1 ft'],
    [0.0254, '1 in'],
    [0.003175, '1/8 in'],
    [0, '0 in'],
    [1.5, '4 ft 11 in'],
    [0.3016, '11 7/8 in'],
    [0.3047, '1 ft'],
    [-0.6096, '-2 ft'],
    [12.345, '40 ft 6 in'],
  ])('%d m on a tape is %s', (metres, said) => {
    expect(formatTape(metres, 'us')).toBe(said);
    expect(formatTape(metres, 'metric')).toBe(formatLength(metres, 'metric', { decimals: 2 }));
  });
});

describe('what people say', () => {
  it.each([
    [59_999, 'just now'],
    [60_000, '1 minute ago'],
    [3_599_999, '59 minutes ago'],
    [3_600_000, '1 hour ago'],
    [86_399_999, '23 hours ago'],
    [86_400_000, '1 day ago'],
    [3 * 86_400_000, '3 days ago'],
  ])('%d ms: %s', (milliseconds, said) => expect(sinceWords(milliseconds)).toBe(said));
  it.each([
    [[2, 4], '2 to 4 m', '7 to 13 ft'],
    [[1.9, 4], '1.9 to 4.0 m', '6 to 13 ft'],
    [[3, 3], '3 m', '10 ft'],
  ] as const)('the range %j: %s, %s', (range, metric, us) => {
    expect(formatRange(range, 'metric')).toBe(metric);
    expect(formatRange(range, 'us')).toBe(us);
  });
  it('areas change unit at half an acre and a hectare', () => {
    expect(formatArea(9999, 'metric')).toBe('9,999 m²');
    expect(formatArea(10_000, 'metric')).toBe('1.00 ha');
    expect(formatArea(2023, 'us')).toBe('21,775 ft²');
    expect(formatArea(2024, 'us')).toBe('0.50 ac');
  });
  it('each unit and what one of it is', () => {
    expect(lengthUnit('metric') + lengthUnit('us')).toBe('mft');
    expect(landUnit('us')).toEqual({ name: 'acre', squareMetres: expect.closeTo(4046.856, 3) });
    expect(windUnit('us')).toEqual({ name: 'mph', perUnit: expect.closeTo(0.44704, 6) });
    expect(rainUnit('us')).toEqual({ name: 'in', perUnit: expect.closeTo(25.4, 9) });
    for (const unit of [windUnit('metric').perUnit, rainUnit('metric').perUnit, waterUnit('metric').litres])
      expect(unit).toBe(1);
    expect(landUnit('metric').squareMetres).toBe(10_000);
  });
  it('plans in what a tape shows: eighths of an inch, inches, quarters and halves of a foot, feet', () => {
    const planned = (metres: number) => Math.round((plannedAt(metres, 'us') / 0.0254) * 1000) / 1000;
    expect([0, 0.003, 0.02, 0.06, 0.15, 0.3, 0.5, 1, 1.5, 3, 8, 20, 60].map(planned)).toEqual([
      0, 0.125, 0.75, 2, 6, 12, 21, 42, 60, 120, 312, 780, 2400,
    ]);
    expect(plannedAt(0.15, 'metric')).toBe(0.15);
  });
  it('shows what is under half a foot in inches, and says rolls, sheets and weights as they are sold', () => {
    expect(fieldLength(0.0508, 'us')).toEqual({ text: '2', unit: 'in' });
    expect(fieldLength(0.1524, 'us')).toEqual({ text: '0.5', unit: 'ft' });
    expect([fieldLength(0, 'us').unit, fieldLength(0.05, 'metric')]).toEqual(['ft', { text: '0.05', unit: 'm' }]);
    expect(inUnits('roll of 50 m', 'us')).toBe('roll of 165 ft');
    expect(inUnits('Sheet, 4 by 25 m', 'us')).toBe('Sheet, 13 by 82 ft');
    expect(inUnits('Lime, a kilogram', 'us')).toBe('Lime, a pound');
  });
  it.each([
    [14, '14 L', '3.7 gal'],
    [3.785411784, '3.8 L', '1 gal'],
    [1000, '1,000 L', '264 gal'],
    [9.5, '9.5 L', '2.5 gal'],
    [10.4, '10 L', '2.7 gal'],
  ])('%d litres: %s, %s', (litres, metric, us) => {
    expect(formatWater(litres, 'metric')).toBe(metric);
    expect(formatWater(litres, 'us')).toBe(us);
  });
});
