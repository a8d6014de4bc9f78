import { describe, expect, it } from 'vitest';
import { readClimateCsv } from './climate-csv.ts';

const months = (rows: readonly string[], head = 'month,rain,evaporation') => `${head}\n${rows.join('\n')}\n`;
const twelve = Array.from({ length: 12 }, (_, i) => `${i + 1},${50 + i},${10 * i}`);
const winds = (share: (i: number) => number, speed = 'speed') =>
  `season,from,share,${speed}\n${['winter', 'spring', 'summer', 'autumn'].flatMap((season) => ['N', 'E', 'S', 'W'].map((from, i) => `${season},${from},${share(i)},10`)).join('\n')}\n`;

describe(readClimateCsv, () => {
  it('reads months by number or name, in any order, millimetres or inches', () => {
    const read = readClimateCsv(months(twelve.toReversed()), 'rain.csv');
    expect('months' in read && read.months[2]).toEqual({ rain: 52, evaporation: 20 });
    const inches = readClimateCsv(
      months(
        ['January', 'feb', 'MARCH', 'apr', 'May', 'June', 'July', 'Aug', 'September', 'Oct', 'Nov', 'December'].map(
          (name) => `${name};2,5;1`,
        ),
        'Month;Rain (in);Evaporation (in)',
      ),
      'rain.csv',
    );
    expect('months' in inches && inches.months[11]).toEqual({ rain: 63.5, evaporation: 25.4 });
  });
  it('reads a rose by names or degrees, shares of 1 or per cent, and the speed its heading says', () => {
    const read = readClimateCsv(
      winds((i) => [10, 20, 30, 40][i]!, 'speed km/h'),
      'wind.csv',
    );
    expect('rose' in read && read.rose.winter).toEqual(
      [0.1, 0.2, 0.3, 0.4].map((share) => ({ share, speed: expect.closeTo(2.7778, 3) })),
    );
    const knots = readClimateCsv(
      winds(() => 0.25, 'speed kn'),
      'wind.csv',
    );
    expect('rose' in knots && knots.rose.autumn[3]!.speed).toBeCloseTo(5.144, 3); // a knot is 1852 m an hour
    const miles = readClimateCsv(
      winds(() => 0.25, 'speed mph'),
      'wind.csv',
    );
    expect('rose' in miles && miles.rose.autumn[3]!.speed).toBeCloseTo(4.47, 2);
    const bare = readClimateCsv(winds(() => 0.25).replaceAll(',E,', ',90,'), 'wind.csv');
    expect('rose' in bare && bare.rose.summer[1]).toEqual({ share: 0.25, speed: 10 });
  });
  it.each([
    ['a month missing', months(twelve.slice(1)), /no line for month 1\. It needs all twelve/],
    ['a month that is none', months([...twelve.slice(1), '13,1,1']), /line 13: '13' is no month/],
    [
      'an amount that is none',
      months(twelve.map((row, i) => (i === 4 ? '5,lots,2' : row))),
      /line 6: 'lots' under rain is no amount/,
    ],
    ['less than no rain', months(twelve.map((row, i) => (i === 4 ? '5,-3,2' : row))), /'-3' under rain is no amount/],
    ['a season nobody knows', winds(() => 0.2).replace('winter,N', 'monsoon,N'), /line 2: 'monsoon' is no season/],
    ['seasons of unlike sectors', winds(() => 0.2).replace('winter,N,0.2,10\n', ''), /winter has 3, spring has 4/],
    [
      'sectors that are not even',
      winds(() => 0.2).replace('winter,E', 'winter,70'),
      /sectors of winter are not even steps/,
    ],
    ['shares over the whole', winds((i) => [60, 60, 20, 20][i]!), /add up to 160 %/],
    ['no table at all', 'a,b\n1,2\n', /is not a climate table/],
  ])('refuses %s', (_, text, sentence) => expect(() => readClimateCsv(text, 'table.csv')).toThrow(sentence));
});
