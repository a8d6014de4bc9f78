import { noClimate } from '../place/climate.ts';
import { appBook } from '../species/book.ts';
import { describe, expect, it } from 'vitest';
import { REGIONS, row, sample } from '../../../checks/sample.ts';
import { choose, rank } from './choose.ts';
import { spotOf } from './spot-of.ts';
import { layHolding } from '../ranks/laid.ts';
import type { Holding } from '../holding/schema.ts';
import { regionOf } from '../place/regions.ts';
import { forbidding } from '../species/belongs.ts';
import { standingIn } from '../species/ranges.ts';

const spotted = (holding: Holding, rowId = 'p1r1') => spotOf(holding, layHolding(holding)[0]!, rowId);
const of = (id: string, holding: Holding) => rank(appBook.of(id), spotted(holding), holding, null);
type Feature = NonNullable<NonNullable<Parameters<typeof sample>[0]>['features']>[number];
const over = (feature: object) =>
  ({
    points: [
      [10, -5],
      [30, -5],
      [30, 5],
      [10, 5],
    ],
    ...feature,
  }) as Feature;

describe('the spot of a row', () => {
  it('is the hardest of what its own plants meet, not what another row meets', () => {
    const holding = sample({
      rows: [row(), row({ rowGap: 20 })],
      features: [
        over({ kind: 'wetGround', name: 'hollow' }),
        over({ kind: 'soilZone', ph: 7.4, drainage: 'slow' }),
        {
          kind: 'overheadLine',
          name: 'wire',
          points: [
            [40, -40],
            [40, 40],
          ],
          height: 8,
          clearance: 3,
        } as Feature,
      ],
    });
    expect(spotted(holding)).toMatchObject({
      wet: { moisture: 'wet', name: 'hollow' },
      soils: [{ ph: 7.4, moisture: 'damp' }],
      ceilings: [{ metres: 5, name: 'wire' }],
      spacing: 1.5,
      sun: null,
    });
    expect(spotted(holding, 'p1r2')).toMatchObject({ wet: null, soils: [], ceilings: [{ metres: 5 }] });
    // Beside a row a wire hangs over crowns that reach so far; the lowest of several comes first.
    const along = (y: number, height: number) =>
      ({
        kind: 'overheadLine',
        name: `at ${y}`,
        points: [
          [-9, y],
          [69, y],
        ],
        height,
        clearance: 3,
      }) as Feature;
    expect(spotted(sample({ features: [along(14, 9), along(-10, 8)] })).ceilings).toEqual([
      { metres: 5, name: 'at -10', aside: 7 },
      { metres: 6, name: 'at 14', aside: 11 },
    ]);
    expect(spotted(sample({ features: [along(18.1, 9)] })).ceilings).toEqual([]);
  });
});

describe(rank, () => {
  const wet = sample({
    features: [
      over({ kind: 'wetGround', name: 'hollow' }),
      {
        kind: 'overheadLine',
        name: 'wire',
        points: [
          [40, -40],
          [40, 40],
        ],
        height: 8,
        clearance: 3,
      } as Feature,
    ],
  });
  it('says why in words: what bears wet feet, what is too tall under the wire', () => {
    expect(of('taxus-baccata', wet)).toMatchObject({
      verdict: 'does not suit',
      against: expect.arrayContaining([
        expect.stringMatching(/^drowns in hollow/),
        expect.stringMatching(/is too much under the 5 m that the wire leaves$/),
      ]),
    });
    expect(of('salix-purpurea', wet)).toMatchObject({
      inFavour: expect.arrayContaining(['bears wet feet', 'stays under the wire']),
    });
    expect(of('salix-purpurea', wet).verdict).not.toBe('does not suit');
  });
  it('counts what thrives within sight of the fence, hardiness, and poison where stock graze', () => {
    const cold: Holding = {
      ...sample({ animals: ['cattle'] }),
      thriving: ['Hornbeam'],
      climate: { ...noClimate(), zone: 4 },
    };
    expect(of('carpinus-betulus', cold).inFavour[0]).toBe('thrives within sight of the fence');
    expect(of('laurus-nobilis', cold).against[0]).toBe('not hardy: stands zone 8, here it is zone 4');
    expect(of('taxus-baccata', cold).against).toContain(
      'its leaf and seed, fresh or as clippings, wilted and dried ones most of all can kill the stock that is kept here',
    );
    expect(of('fraxinus-excelsior', cold).against.join()).toMatch(/dieback/);
  });
});

it('says what heavy or light ground is to a kind that is known not to bear it, and what stands in the wind', () => {
  const on = (texture: string) =>
    sample({ features: [over({ kind: 'soilZone', name: 'field', texture, drainage: 'free' })] });
  expect(of('castanea-sativa', on('clay')).against.join()).toMatch(/too heavy for it/);
  expect(of('fagus-sylvatica', on('sand')).against.join()).toMatch(/too light for it/);
  expect(of('corylus-avellana', on('clay')).against.join()).not.toMatch(/heavy|light/); // not known
  expect(rank(appBook.of('pinus-nigra'), spotted(on('loam')), on('loam'), 'windbreak').inFavour).toContain(
    'stands in the open wind',
  );
});

describe(choose, () => {
  it('ranks the whole catalogue, suits before does not, and only what a use asks for', () => {
    const holding = sample({ features: [over({ kind: 'wetGround', name: 'hollow' })] });
    const all = choose(holding, layHolding(holding)[0]!, 'p1r1', null);
    const first = all.findIndex(({ verdict }) => verdict === 'does not suit');
    expect(all.slice(first).every(({ verdict }) => verdict === 'does not suit')).toBe(true);
    expect(all[0]!.species.moisture[1]).toBe('wet');
    const nuts = choose(holding, layHolding(holding)[0]!, 'p1r1', 'nuts');
    expect(nuts.length).toBeGreaterThan(8);
    expect(nuts.length).toBeLessThan(30);
  });

  it.each(REGIONS)(
    'in %s the first answer is native and nothing that hurts who lives there, for every use',
    (region, latitude, longitude) => {
      const holding = sample({ latitude, longitude, region, animals: ['horse', 'sheep'] });
      const [laid] = layHolding(holding);
      const forbids = forbidding(holding);
      for (const use of [null, 'hedge', 'screen', 'windbreak', 'bank', 'wildlife', 'nectar', 'timber'] as const) {
        const all = choose(holding, laid!, 'p1r1', use);
        expect(forbids(all[0]!.species), `${all[0]!.species.common} for ${use}`).toBe(false);
        expect(standingIn(all[0]!.species.id, regionOf(holding)), `${all[0]!.species.common} for ${use}`).toBe(
          'native',
        );
      }
    },
  );
});
