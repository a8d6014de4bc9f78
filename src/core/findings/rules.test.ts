import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { REGIONS, findingsOf, row, sample } from '../../../checks/sample.ts';
import { holdingFromPlan } from '../files/plan-json.ts';
import { take } from '../holding/command.ts';
import { acceptFinding } from '../holding/ground-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { hazardBands } from './bands.ts';
import { distancesFrom } from '../ranks/distances.ts';
import { stockOf } from '../species/stock.ts';
import { sizeAt } from '../years/growth.ts';
import { judge, tryRemedy } from './judge.ts';
import { layHolding } from '../ranks/laid.ts';
import { appBook } from '../species/book.ts';
import { matureWidth } from '../species/catalogue.ts';
import { forbidding } from '../species/belongs.ts';
import { harmKnown, harmTo, stockAmong } from '../species/harm.ts';
import { proves } from './prove.ts';
import { pollinationOf } from './rules/partner.ts';

type Options = Parameters<typeof sample>[0];
type Feature = NonNullable<NonNullable<Options>['features']>[number];

/** A wide boundary with its south side at `south`; corner 1 found unless said otherwise. */
const boundary = (south: number, pin: 'found' | 'assumed' = 'found', off = 0) =>
  (
    [
      [-50, south],
      [150, south],
      [150, 90],
      [-50, 90],
    ] as [number, number][]
  ).map((at) => ({ at, pin, off }));
/** Ground from `south` to `north` of the row, and the neighbour's panels with their near edge at `y`. */
const nextDoor = (y: number, [south, north] = [-10, 10]) => ({
  boundary: (
    [
      [-50, south],
      [150, south],
      [150, north],
      [-50, north],
    ] as [number, number][]
  ).map((at) => ({ at, pin: 'found' as const })),
  features: [
    across({
      kind: 'place',
      name: 'panels',
      points: [
        [20, y],
        [30, y],
        [30, y + 5],
        [20, y + 5],
      ],
    } as Partial<Feature>),
  ],
});
const across = (feature: Partial<Feature>): Feature =>
  ({
    kind: 'overheadLine',
    name: 'line',
    points: [
      [30, -40],
      [30, 40],
    ],
    ...feature,
  }) as Feature;
const wire = (height: number) => ({ features: [across({ height, clearance: 3 } as Partial<Feature>)] });
const volts = (voltage: string, height: number) => ({
  features: [across({ height, clearance: 3, voltage } as Partial<Feature>)],
});
/** Something over the stretch from 10 to 20 m of the row. */
const hollow = (feature: object): Feature =>
  ({
    points: [
      [10, -5],
      [20, -5],
      [20, 5],
      [10, 5],
    ],
    ...feature,
  }) as Feature;
const solid = (height: number): Feature =>
  ({
    kind: 'fence',
    points: [
      [-60, -1.5],
      [120, -1.5],
    ],
    height,
    solid: true,
  }) as Feature;
const tall = (species: string, spacing = 3) => [row({ spacing, species: [[1, species]] })];

const brook = { kind: 'stream', name: 'brook', width: 2 } as const;
const liveStakes = [row({ spacing: 1, stock: 'cutting', species: [[1, 'Salix viminalis']] })];
/** A wire, or something else, along the row, so far off it. */
const beyond = (metres: number, thing: object = { name: 'wire', height: 8, clearance: 3 }): Feature =>
  across({
    ...thing,
    points: [
      [-40, metres],
      [120, metres],
    ],
  } as Partial<Feature>);
const inZone = (zone: number) => ({
  months: null,
  lastFrost: null,
  firstFrost: null,
  rose: null,
  zone,
  source: 'typed',
  simulated: false,
});

const strip = (points: [number, number][]): Options => ({
  planting: { purpose: 'stream', side: 'right' },
  rows: [row({ spacing: 1 }), row({ spacing: 1, rowGap: 2 })],
  features: [across({ kind: 'stream', name: 'brook', points })],
});
const low = (most: number) => ({
  boundary: boundary(-4),
  rules: [{ kind: 'height', along: 'boundary', metres: 5, most }],
});
const guild = (cover: string): Options => ({
  planting: { baseline: { anchors: [[0, 0]] } },
  rows: [
    row({ species: [[1, 'Malus domestica']], stock: 'feathered', kept: { height: 4, width: 4 } }),
    row({ rowGap: 1, spacing: 0.5, stock: 'plug', species: [[1, cover]] }),
  ],
});

const inRegion = (region: string): Options => ({ region });
/** A ring from `metres` beyond the row, south of it. */
const ringAt = (metres: number): [number, number][] => [
  [20, -metres],
  [30, -metres],
  [30, -metres - 8],
  [20, -metres - 8],
];
const onClay = (metres: number, texture: string, species: string): Options => ({
  rows: tall(species),
  features: [
    { kind: 'building', name: 'house', points: ringAt(metres), eaves: 3, ridge: 6 } as Feature,
    {
      kind: 'soilZone',
      name: 'field',
      texture,
      drainage: 'moderate',
      points: [
        [-10, -2],
        [70, -2],
        [70, 9],
        [-10, 9],
      ],
    } as Feature,
  ],
});
const works = (kind: string, metres: number, species: string): Options => ({
  rows: tall(species),
  features: [{ kind, points: [[30, -metres]] } as Feature],
});
const worksRing = (kind: string, metres: number, species: string): Options => ({
  rows: tall(species),
  features: [{ kind, points: ringAt(metres) } as Feature],
});
const drainAt = (metres: number, species: string): Options => ({
  rows: tall(species),
  features: [
    {
      kind: 'drain',
      points: [
        [-10, -metres],
        [70, -metres],
      ],
    } as Feature,
  ],
});
const beside = (kind: string, metres: number, species: string): Options => ({
  rows: tall(species),
  features: [{ kind, name: kind, points: ringAt(metres), eaves: 3, ridge: 5 } as Feature],
});
/** A way of 3 m whose middle runs so far from the row, along it. */
const way = (kind: string, y: number): Options => ({
  features: [
    across({
      kind,
      width: 3,
      points: [
        [0, y],
        [60, y],
      ],
    } as Partial<Feature>),
  ],
});
/** Yew so far from a paddock where horses are. */
const besidePaddock = (metres: number): Options => ({
  rows: tall('Taxus baccata', 1),
  features: [
    { kind: 'browsed', name: 'paddock', points: ringAt(metres), animals: ['horse'], pressure: 'some' } as Feature,
  ],
});
/** Half a grown crown, and how far beyond it limbs fall. */
const reachOf = (species: string): number => matureWidth(appBook.named(species)!) / 2 + 2;

/** Each rule with a case that trips it and one that just does not. */
/** A planting protected by one method. */
const guardedBy = (method: string) => ({ means: { protection: { method, measures: {}, exceptions: [] } } });

const cases: readonly [rule: string, trips: Options, justNot: Options][] = [
  ['over-boundary', { boundary: boundary(0.5) }, { boundary: boundary(-0.5) }],
  ['setback', { boundary: boundary(-1.49) }, { boundary: boundary(-1.51) }],
  ['assumed-corner', { boundary: boundary(-2.99, 'assumed') }, { boundary: boundary(-3.01, 'assumed') }],
  // From a file whose grid may lie 8 m off, it may be 8 m nearer; once its pins are found that is past.
  ['assumed-corner', { boundary: boundary(-8.99, 'assumed', 8) }, { boundary: boundary(-9.01, 'assumed', 8) }],
  ['setback', { boundary: boundary(-1.49, 'found', 8) }, { boundary: boundary(-1.51, 'found', 8) }],
  // A line at 8 m wanting 3 m lets 5 m stand beneath it: dogwood reaches 4 m, elder 8.
  ['overhead-line', { ...wire(8), rows: tall('Sambucus nigra') }, { ...wire(8), rows: tall('Cornus sanguinea') }],
  ['overhead-line', { ...wire(10.9), rows: tall('Sambucus nigra') }, { ...wire(11.1), rows: tall('Sambucus nigra') }],
  [
    'building',
    {
      features: [
        across({
          kind: 'building',
          points: [
            [20, 2.9],
            [40, 2.9],
            [40, 9],
            [20, 9],
          ],
        }),
      ],
    },
    {
      features: [
        across({
          kind: 'building',
          points: [
            [20, 3.01],
            [40, 3.01],
            [40, 9],
            [20, 9],
          ],
        }),
      ],
    },
  ],
  [
    'buried-service',
    {
      features: [
        across({
          kind: 'buriedService',
          points: [
            [-9, 1.49],
            [90, 1.49],
          ],
        }),
      ],
    },
    {
      features: [
        across({
          kind: 'buriedService',
          points: [
            [-9, 1.51],
            [90, 1.51],
          ],
        }),
      ],
    },
  ],
  // A brook 2 m wide from bank top to bank top: 1 m from its middle is the top, 1 m more is kept.
  ['in-water', { features: [beyond(1.99, brook)] }, { features: [beyond(2.01, brook)] }],
  ['in-water', { features: [beyond(0, brook)] }, { features: [beyond(2.01, brook)] }],
  [
    'in-water',
    { features: [beyond(0.99, { ...brook, kind: 'ditch' })], rows: liveStakes },
    { features: [beyond(1.01, { ...brook, kind: 'ditch' })], rows: liveStakes },
  ],
  [
    'local-setback',
    { features: [beyond(6.99, brook)], rules: [{ kind: 'waterEdge', along: 'brook', metres: 6 }] },
    { features: [beyond(7.01, brook)], rules: [{ kind: 'waterEdge', along: 'brook', metres: 6 }] },
  ],
  [
    'wet-ground',
    {
      features: [
        across({
          kind: 'wetGround',
          points: [
            [10, -5],
            [20, -5],
            [20, 5],
            [10, 5],
          ],
        }),
      ],
    },
    {
      features: [
        across({
          kind: 'wetGround',
          points: [
            [10, 0.1],
            [20, 0.1],
            [20, 5],
            [10, 5],
          ],
        }),
      ],
    },
  ],
  [
    'wet-ground',
    {
      features: [
        across({
          kind: 'wetGround',
          points: [
            [10, -5],
            [20, -5],
            [20, 5],
            [10, 5],
          ],
        }),
      ],
      rows: tall('Taxus baccata'),
    },
    {
      features: [
        across({
          kind: 'wetGround',
          points: [
            [10, -5],
            [20, -5],
            [20, 5],
            [10, 5],
          ],
        }),
      ],
      rows: tall('Alnus glutinosa'),
    },
  ],
  // Hazel grows 4 to 6 m wide, 5 m taken: 1.2 x 5 = 6 m is the widest that closes, 0.12 x 5 = 0.6 m the tightest.
  ['spacing', { rows: [row({ spacing: 6.05 })] }, { rows: [row({ spacing: 5.95 })] }],
  [
    'spacing',
    { rows: [row({ spacing: 0.55 })], planting: { purpose: 'windbreak' } },
    { rows: [row({ spacing: 0.55 })], planting: { purpose: 'hedge' } },
  ],
  // The steward's own row of hedge plants stands as close as a hedge does.
  [
    'spacing',
    { rows: [row({ spacing: 0.6, species: [[1, 'Quercus robur']] })] },
    { rows: [row({ spacing: 0.6, species: [[1, 'Taxus baccata']] })] },
  ],
  ['mower', { rows: [row(), row({ rowGap: 2.5 })] }, { rows: [row(), row({ rowGap: 6 })] }],
  // 41 plants: 12 of one kind are 29 %, 13 are 32 %.
  [
    'species-share',
    {
      rows: [
        row({
          species: [
            [13, 'Corylus avellana'],
            [12, 'Acer campestre'],
            [12, 'Rosa canina'],
            [4, 'Viburnum opulus'],
          ],
        }),
      ],
    },
    {
      rows: [
        row({
          species: [
            [12, 'Corylus avellana'],
            [12, 'Acer campestre'],
            [12, 'Rosa canina'],
            [5, 'Viburnum opulus'],
          ],
        }),
      ],
    },
  ],
  [
    'eroding-bank',
    {
      features: [
        across({
          kind: 'erodingBank',
          points: [
            [0, 7.9],
            [60, 7.9],
          ],
        }),
      ],
    },
    {
      features: [
        across({
          kind: 'erodingBank',
          points: [
            [0, 8.1],
            [60, 8.1],
          ],
        }),
      ],
    },
  ],
  // What stays narrow never reaches the edge, nor what is clipped as a hedge.
  ['beside-way', way('track', 2), { ...way('track', 2), rows: [row({ species: [[1, 'Rubus idaeus']] })] }],
  ['beside-way', way('track', 2.9), { ...way('track', 2.9), planting: { purpose: 'hedge' } }],
  ['beside-way', way('track', 2.9), way('track', 3)],
  [
    'beside-way',
    { ...way('rightOfWay', 3.4), rows: tall('Crataegus monogyna') },
    { ...way('rightOfWay', 3.5), rows: tall('Crataegus monogyna') },
  ],
  ['in-the-way', way('rightOfWay', 1.4), way('rightOfWay', 1.6)],
  ['in-the-way', way('track', 1.4), way('track', 1.6)],
  [
    'in-the-way',
    {
      features: [
        across({
          kind: 'drain',
          points: [
            [0, 2.9],
            [60, 2.9],
          ],
        }),
      ],
    },
    {
      features: [
        across({
          kind: 'drain',
          points: [
            [0, 3.1],
            [60, 3.1],
          ],
        }),
      ],
    },
  ],
  [
    'in-the-way',
    { features: [across({ kind: 'pole', clear: 3, points: [[30, 2.9]] } as Partial<Feature>)] },
    { features: [across({ kind: 'pole', clear: 3, points: [[30, 3.1]] } as Partial<Feature>)] },
  ],
  [
    'flood',
    { features: [hollow({ kind: 'wetGround', floods: true, stands: 'days' })] },
    { features: [hollow({ kind: 'wetGround', floods: false, stands: 'days' })] },
  ],
  [
    'flood',
    { features: [hollow({ kind: 'harm', from: 'floodDebris' })] },
    { features: [hollow({ kind: 'harm', from: 'trimmer' })] },
  ],
  [
    'wet-ground',
    { features: [hollow({ kind: 'wetGround', stands: 'winter' })], rows: tall('Prunus spinosa') },
    { features: [hollow({ kind: 'wetGround', stands: 'days' })], rows: tall('Prunus spinosa') },
  ],
  [
    'local-setback',
    { boundary: boundary(-4), rules: [{ kind: 'setback', along: 'boundary', metres: 4.1 }] },
    { boundary: boundary(-4), rules: [{ kind: 'setback', along: 'boundary', metres: 3.9 }] },
  ],
  [
    'hardiness',
    { climate: inZone(6), rows: tall('Laurus nobilis') },
    { climate: inZone(8), rows: tall('Laurus nobilis') },
  ],
  [
    'hardiness',
    { climate: inZone(4), rows: tall('Dodonaea viscosa') },
    { climate: inZone(9), rows: tall('Dodonaea viscosa') },
  ],
  // At high voltage a wire at 14 m leaves 4 m beneath it, whatever clearance was typed; dogwood reaches 4 m, elder 8.
  [
    'overhead-line',
    { ...volts('high', 14), rows: tall('Sambucus nigra') },
    { ...volts('high', 14), rows: tall('Cornus sanguinea') },
  ],
  [
    'overhead-line',
    { ...volts('medium', 12.9), rows: tall('Sambucus nigra') },
    { ...volts('low', 12.9), rows: tall('Sambucus nigra') },
  ],
  // A cottonwood grows to 35 m.
  [
    'fall-on-line',
    { features: [beyond(34.9)], rows: tall('Populus deltoides') },
    { features: [beyond(35.1)], rows: tall('Populus deltoides') },
  ],
  // In Britain; Pacific ninebark would be a stranger there, rhododendron is not in the book.
  [
    'pest',
    { ...inRegion('NZS'), rows: tall('Crataegus monogyna') },
    { ...inRegion('GRB'), rows: tall('Crataegus monogyna') },
  ],
  ['pest', { ...inRegion('VIC'), rows: tall('Salix alba') }, { ...inRegion('POL'), rows: tall('Salix alba') }],
  [
    'host-pair',
    {
      ...inRegion('OHI'),
      rows: [row({ species: [[1, 'Malus domestica']] }), row({ rowGap: 5, species: [[1, 'Juniperus virginiana']] })],
    },
    {
      ...inRegion('GRB'),
      rows: [row({ species: [[1, 'Malus domestica']] }), row({ rowGap: 5, species: [[1, 'Juniperus virginiana']] })],
    },
  ],
  [
    'host-pair',
    {
      ...inRegion('GRB'),
      rows: [row({ species: [[1, 'Pyrus communis']] }), row({ rowGap: 5, species: [[1, 'Crataegus monogyna']] })],
    },
    {
      ...inRegion('GRB'),
      rows: [row({ species: [[1, 'Pyrus communis']] }), row({ rowGap: 5, species: [[1, 'Corylus avellana']] })],
    },
  ],
  // Black poplar of 32 m wants 40 m on clay, hazel of low demand and 7 m wants 3.5 m.
  ['roots-on-clay', onClay(11, 'clay', 'Populus nigra'), onClay(11, 'loam', 'Populus nigra')],
  ['roots-on-clay', onClay(39.5, 'clay', 'Populus nigra'), onClay(40.5, 'clay', 'Populus nigra')],
  ['roots-on-clay', onClay(3.4, 'clay', 'Corylus avellana'), onClay(3.6, 'clay', 'Corylus avellana')],
  ['water-works', works('well', 9.9, 'Betula pendula'), works('well', 10.1, 'Betula pendula')],
  ['water-works', works('septicTank', 19.9, 'Salix alba'), works('septicTank', 20.1, 'Salix alba')],
  ['water-works', works('spring', 2.9, 'Rosa canina'), works('spring', 3.1, 'Rosa canina')],
  ['water-works', worksRing('leachField', 9.9, 'Acer campestre'), worksRing('leachField', 10.1, 'Acer campestre')],
  // A shrub stands on a dam's bank, a tree does not.
  ['water-works', worksRing('dam', 5, 'Acer campestre'), worksRing('dam', 5, 'Rosa canina')],
  // A drain: every kind keeps 3 m, the thirsty 12.
  ['water-works', drainAt(11.9, 'Populus nigra'), drainAt(12.1, 'Populus nigra')],
  ['water-works', drainAt(11.9, 'Populus nigra'), drainAt(11.9, 'Betula pendula')],
  ['fire', beside('building', 9.9, 'Juniperus communis'), beside('building', 10.1, 'Juniperus communis')],
  ['fire', beside('building', 9.9, 'Juniperus communis'), beside('building', 9.9, 'Corylus avellana')],
  [
    'shed-limbs',
    beside('playPlace', reachOf('Salix fragilis') - 0.1, 'Salix fragilis'),
    beside('playPlace', reachOf('Salix fragilis') + 0.1, 'Salix fragilis'),
  ],
  ['harm', beside('playPlace', 2.9, 'Taxus baccata'), beside('playPlace', 3.1, 'Taxus baccata')],
  ['harm', besidePaddock(2.9), besidePaddock(3.1)],
  [
    'suckers-under-fabric',
    { planting: { weeds: 'fabric' }, rows: tall('Prunus spinosa') },
    { planting: { weeds: 'mats' }, rows: tall('Prunus spinosa') },
  ],
  [
    'suckers-under-fabric',
    { planting: { weeds: 'fabric' }, rows: tall('Prunus spinosa') },
    { planting: { weeds: 'fabric' }, rows: tall('Corylus avellana') },
  ],
  // Where mats would lie on one another a strip is cut; wool rots and lets suckers up.
  [
    'suckers-under-fabric',
    { planting: { weeds: 'mats' }, rows: [row({ spacing: 0.89, species: [[1, 'Prunus spinosa']] })] },
    { planting: { weeds: 'mats' }, rows: [row({ spacing: 0.91, species: [[1, 'Prunus spinosa']] })] },
  ],
  [
    'suckers-under-fabric',
    { planting: { weeds: 'mats' }, rows: [row({ spacing: 0.3, species: [[1, 'Prunus spinosa']] })] },
    { planting: { weeds: 'wool-mats' }, rows: [row({ spacing: 0.3, species: [[1, 'Prunus spinosa']] })] },
  ],
  [
    'juglone',
    {
      rows: [
        row({ spacing: 30, species: [[1, 'Juglans nigra']] }),
        row({ spacing: 30, rowGap: 14.9, species: [[1, 'Malus domestica']] }),
      ],
    },
    {
      rows: [
        row({ spacing: 30, species: [[1, 'Juglans nigra']] }),
        row({ spacing: 30, rowGap: 15.1, species: [[1, 'Malus domestica']] }),
      ],
    },
  ],
  // Tubes leave the rabbits out and the goats in.
  [
    'browsed',
    { animals: ['rabbit', 'goat'], planting: guardedBy('tube') },
    { animals: ['rabbit'], planting: guardedBy('tube') },
  ],
  [
    'harm',
    { animals: ['horse'], rows: tall('Taxus baccata', 1) },
    { animals: ['rabbit'], rows: tall('Taxus baccata', 1) },
  ],
  // What only cattle in calf must not eat is said where cattle are, not where horses are.
  [
    'harm',
    { animals: ['cattle'], rows: tall('Pinus ponderosa') },
    { animals: ['horse'], rows: tall('Pinus ponderosa') },
  ],
  [
    'harm',
    {
      features: [
        hollow({
          kind: 'browsed',
          animals: ['horse'],
          pressure: 'some',
          points: [
            [10, 2.9],
            [20, 2.9],
            [20, 9],
            [10, 9],
          ],
        }),
      ],
      rows: tall('Acer pseudoplatanus'),
    },
    {
      features: [
        hollow({
          kind: 'browsed',
          animals: ['horse'],
          pressure: 'some',
          points: [
            [10, 3.1],
            [20, 3.1],
            [20, 9],
            [10, 9],
          ],
        }),
      ],
      rows: tall('Acer pseudoplatanus'),
    },
  ],
  [
    'harm',
    {
      features: [
        across({
          kind: 'rightOfWay',
          name: 'school path',
          width: 2,
          points: [
            [0, -3.9],
            [60, -3.9],
          ],
        } as Partial<Feature>),
      ],
      rows: tall('Sambucus nigra'),
    },
    {
      features: [
        across({
          kind: 'rightOfWay',
          name: 'school path',
          width: 2,
          points: [
            [0, -4.1],
            [60, -4.1],
          ],
        } as Partial<Feature>),
      ],
      rows: tall('Sambucus nigra'),
    },
  ],
  // Hazel grows to 7 m.
  [
    'local-height',
    { boundary: boundary(-4), rules: [{ kind: 'height', along: 'boundary', metres: 5, most: 6.9 }] },
    { boundary: boundary(-4), rules: [{ kind: 'height', along: 'boundary', metres: 5, most: 7 }] },
  ],
  [
    'sight-triangle',
    {
      rules: [
        {
          kind: 'sightTriangle',
          ring: [
            [60, -3],
            [50, -3],
            [60, 3],
          ],
          most: 0.75,
        },
      ],
    },
    {
      rules: [
        {
          kind: 'sightTriangle',
          ring: [
            [70, -3],
            [63, -3],
            [70, 3],
          ],
          most: 0.75,
        },
      ],
    },
  ],
  // Sweet chestnut bears pH 4 to 6.8, and ground from dry to moist.
  [
    'soil-ph',
    { features: [hollow({ kind: 'soilZone', ph: 6.9 })], rows: tall('Castanea sativa') },
    { features: [hollow({ kind: 'soilZone', ph: 6.8 })], rows: tall('Castanea sativa') },
  ],
  [
    'soil-ph',
    { features: [hollow({ kind: 'soilZone', ph: 3.9 })], rows: tall('Castanea sativa') },
    { features: [hollow({ kind: 'soilZone', ph: null })], rows: tall('Castanea sativa') },
  ],
  [
    'soil-drainage',
    { features: [hollow({ kind: 'soilZone', drainage: 'waterlogged' })] },
    { features: [hollow({ kind: 'soilZone', drainage: 'slow' })] },
  ],
  [
    'soil-drainage',
    {
      features: [
        hollow({ kind: 'soilZone' }),
        across({ kind: 'percolation', fall: 0.002, minutes: 60, points: [[15, 0]] } as Partial<Feature>),
      ],
    },
    {
      features: [
        hollow({ kind: 'soilZone' }),
        across({ kind: 'percolation', fall: 0.05, minutes: 60, points: [[15, 0]] } as Partial<Feature>),
      ],
    },
  ],
  [
    'soil-depth',
    { features: [hollow({ kind: 'soilZone', depth: 0.39 })], rows: tall('Tilia cordata') },
    { features: [hollow({ kind: 'soilZone', depth: 0.4 })], rows: tall('Tilia cordata') },
  ],
  // An oak grows 20 m wide on the mean: at 7 m from the side 3 m of it hang over, at 9.5 m half a metre.
  [
    'crown-over',
    { boundary: boundary(-7), rows: tall('Quercus robur', 12) },
    { boundary: boundary(-9.5), rows: tall('Quercus robur', 12) },
  ],
  // At 52 degrees north a metre throws 3.85 m of shadow at midwinter noon: hazel of 7 m shades what lies up to 23.1 m north, a metre up.
  ['takes-sun', nextDoor(23), nextDoor(23.2)],
  // What lies south of it is not shaded, nor is one's own garden next door; a hedge kept at 3 m reaches 7.7 m.
  ['takes-sun', nextDoor(20), nextDoor(-20)],
  ['takes-sun', { ...nextDoor(-20), latitude: -52 }, { ...nextDoor(20), latitude: -52 }],
  ['takes-sun', nextDoor(20), nextDoor(20, [-10, 40])],
  [
    'takes-sun',
    { ...nextDoor(12), rows: [row({ kept: { height: 4.2 } })] },
    { ...nextDoor(12), rows: [row({ kept: { height: 4 } })] },
  ],
  // A wall to the south, 8 m high: oak wants 6 h of summer sun at its foot, a wall of 1 m takes little.
  [
    'shade',
    { features: [solid(12)], rows: tall('Quercus robur') },
    { features: [solid(1)], rows: tall('Quercus robur') },
  ],
  [
    'shade',
    { features: [solid(12)], rows: tall('Quercus robur') },
    { features: [solid(12)], rows: tall('Taxus baccata') },
  ],
  [
    'browsed',
    {
      planting: guardedBy('spiral'),
      features: [hollow({ kind: 'browsed', animals: ['mediumDeer'], pressure: 'heavy' })],
    },
    {
      planting: guardedBy('tube'),
      features: [hollow({ kind: 'browsed', animals: ['mediumDeer'], pressure: 'heavy' })],
    },
  ],
  [
    'cover',
    { features: [hollow({ kind: 'cover', grows: 'bramble' })] },
    { features: [hollow({ kind: 'cover', grows: 'bramble', clearing: 'smother' })] },
  ],
  [
    'cover',
    { features: [hollow({ kind: 'cover', grows: 'sod' })] },
    { features: [hollow({ kind: 'cover', grows: 'tilled' })] },
  ],
  [
    'replant',
    { features: [hollow({ kind: 'cover', was: 'orchard' })], rows: tall('Malus domestica') },
    { features: [hollow({ kind: 'cover', was: 'field' })], rows: tall('Malus domestica') },
  ],
  [
    'way-in',
    { features: [across({ kind: 'gate', width: 2.39, points: [[99, 9]] } as Partial<Feature>)] },
    {
      features: [
        across({ kind: 'gate', width: 2.39, points: [[99, 9]] } as Partial<Feature>),
        across({ kind: 'gate', width: 2.4, points: [[99, 19]] } as Partial<Feature>),
      ],
    },
  ],
  [
    'tap-reach',
    { features: [across({ kind: 'tap', points: [[-0.5, 0]] })] },
    { features: [across({ kind: 'tap', points: [[0.5, 0]] })] },
  ],
  // Beneath an apple kept 4 m wide a full-sun herb gets 29 % of the light and wants half; strawberry wants a tenth.
  ['layer-light', guild('Allium schoenoprasum'), guild('Fragaria vesca')],
  // Hazel kept at 5 m stays under a rule of 6 m only while it is cut; kept at nothing it breaks the rule itself.
  [
    'only-while-cut',
    { ...low(6), rows: [row({ kept: { height: 5 } })] },
    { ...low(8), rows: [row({ kept: { height: 5 } })] },
  ],
  [
    'only-while-cut',
    { rows: [row({ kept: { width: 0.5 } }), row({ rowGap: 2.6, kept: { width: 0.5 } })] },
    { rows: [row({ kept: { width: 0.5 } }), row({ rowGap: 7, kept: { width: 0.5 } })] },
  ],
  [
    'local-height',
    { ...low(6), rows: [row({ kept: { height: 6.5 } })] },
    { ...low(6), rows: [row({ kept: { height: 6 } })] },
  ],
  [
    'overhead-line',
    { ...wire(8), rows: tall('Sambucus nigra') },
    { ...wire(8), rows: [row({ species: [[1, 'Sambucus nigra']], kept: { height: 4 } })] },
  ],
  // A straight line beside a bank that comes 6 m nearer in its middle.
  [
    'strip-width',
    strip([
      [-10, 10],
      [25, 10],
      [30, 4],
      [35, 10],
      [70, 10],
    ]),
    strip([
      [-10, 10],
      [25, 10],
      [30, 9],
      [35, 10],
      [70, 10],
    ]),
  ],
  [
    'partner',
    {
      length: 9,
      rows: [
        row({
          spacing: 4,
          species: [
            [1, 'Pyrus communis'],
            [9, 'Quercus robur'],
          ],
        }),
      ],
    },
    {
      length: 9,
      rows: [
        row({
          spacing: 4,
          species: [
            [1, 'Pyrus communis', '', 'early'],
            [1, 'Pyrus communis', '', 'late'],
            [9, 'Quercus robur'],
          ],
        }),
      ],
    },
  ],
];

const demoHolding = (): Holding =>
  holdingFromPlan(
    JSON.parse(readFileSync(new URL('../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8')),
    'demo',
  );

/** Every swap that is offered for a holding: what it makes of it, and the species that did not stand there before. */
const swapsIn = (holding: Holding) => {
  const speciesOf = ({ plantings: [planting] }: Holding) =>
    planting!.rows.flatMap(({ runs, swaps }) => [...runs, ...swaps].map(({ species }) => species));
  const planted = new Set(speciesOf(holding));
  return findingsOf(holding)
    .flatMap(({ remedies }) => remedies.filter(({ label }) => label.startsWith('Swap')))
    .map((remedy) => {
      const after = tryRemedy(holding, 'p1', remedy).holding;
      const brought = speciesOf(after).filter((id) => !planted.has(id));
      return { label: remedy.label, after, brought: brought.map(appBook.of) };
    });
};

describe('how far from a side', () => {
  it.each([
    [-0.03, /plants 1 to \d+ stand on side 1/],
    [-0.4, /stand 0\.4 m from side 1/],
  ])('a row %d m inside is said in words', (y, sentence) => {
    const found = findingsOf(sample({ boundary: boundary(y) })).filter(({ rule }) => rule === 'setback');
    expect(found.map(({ why }) => why).join()).toMatch(sentence);
  });
});

describe('which plants stand how near to a side', () => {
  const whys = (points: [number, number][], at: [number, number][]) =>
    findingsOf(
      sample({
        boundary: at.map((corner) => ({ at: corner, pin: 'found' as const })),
        planting: { baseline: { points } },
      }),
    )
      .filter(({ rule }) => rule === 'setback')
      .map(({ why }) => why)
      .join();
  const field: [number, number][] = [
    [0, 0],
    [60, 0],
    [60, 50],
    [0, 50],
  ];
  it('a row that draws away from a side is as near as its nearest; its ends at other sides are counted apart', () => {
    const slanting: [number, number][] = [
      [6, 0.4],
      [54, 1.3],
    ];
    expect(whys(slanting, field)).toMatch(/stand as near as 0\.4 m to side 1/);
    const across: [number, number][] = [
      [1, 25],
      [59.5, 25],
    ];
    expect(whys(across, field)).toMatch(/plant 40 stands 0\.5 m from side 2.*; 1 more stands too near another side/);
  });
});

describe('a line along a side', () => {
  const along = (points: [number, number][], setback = 2) =>
    sample({
      boundary: points.map((at) => ({ at, pin: 'found' as const })),
      rows: [row({ spacing: 1 })],
      planting: { baseline: { besideSide: 1, setback }, purpose: 'hedge' },
    });
  const square: [number, number][] = [
    [0, 0],
    [0, 60],
    [80, 60],
    [80, 0],
  ];
  const sharp: [number, number][] = [
    [0, 0],
    [30, 60],
    [80, 60],
    [80, 0],
  ];
  it.each([
    ['square', square],
    ['sharp', sharp],
  ])('keeps its setback from the sides that it meets, at %s corners', (_, corners) => {
    const holding = along(corners);
    const { stand } = layHolding(holding)[0]!.layout;
    const { distance } = distancesFrom(stand, corners, true);
    expect(Math.min(...distance)).toBeGreaterThanOrEqual(2 - 1e-6);
    expect(stand.count).toBeGreaterThan(50);
    expect(findingsOf(holding).filter(({ rule }) => rule === 'setback' || rule === 'over-boundary')).toEqual([]);
  });
  it('along a fence from corner to corner it is mended by ending the rows sooner, not by gaps', () => {
    const holding = sample({
      boundary: square.map((at) => ({ at, pin: 'found' as const })),
      features: [
        {
          kind: 'fence',
          name: 'fence',
          points: [
            [0, 0],
            [0, 60],
          ],
        },
      ],
      rows: [row({ spacing: 1 }), row({ spacing: 1, rowGap: 2 })],
      planting: { baseline: { beside: 'fence', setback: 3, on: 'right' } },
    });
    const found = findingsOf(holding).find(({ rule }) => rule === 'setback')!;
    const trim = found.remedies.find(({ label }) => label.startsWith('End the rows'))!;
    expect(proves(holding, found, trim)).toBe(true);
    const before = layHolding(holding)[0]!.layout.stand.count;
    const after = layHolding(take(holding, trim.command).holding)[0]!.layout.stand.count;
    expect(before - after).toBe(found.plants.length + 2); // two more stand over the line
    expect(found.plants.length).toBeLessThan(10);
  });
});

describe('what is right', () => {
  const wetAside = hollow({
    kind: 'wetGround',
    points: [
      [200, 0],
      [220, 0],
      [220, 20],
    ],
  });
  const good = (options: Options) => {
    const all = layHolding(sample(options));
    return judge(sample(options), all[0]!, all).filter(({ severity }) => severity === 'good').length;
  };
  it('is not said of the ground beside a fault of the soil', () => {
    expect(good({ features: [wetAside], rows: tall('Tilia cordata') })).toBe(1);
    expect(good({ features: [wetAside, hollow({ kind: 'soilZone', depth: 0.2 })], rows: tall('Tilia cordata') })).toBe(
      0,
    );
    expect(
      good({
        features: [wetAside, hollow({ kind: 'soilZone', drainage: 'waterlogged' })],
        rows: tall('Tilia cordata'),
      }),
    ).toBe(0);
  });
});

describe('harm', () => {
  const yew = sample({ animals: ['horse', 'cattle'], rows: tall('Taxus baccata', 1) });
  it('says whom, by which part, and how surely; its swap poisons nobody there', () => {
    const found = findingsOf(yew).find(({ rule }) => rule === 'harm')!;
    expect(found.severity).toBe('fault');
    expect(found.what).toBe('Yew can kill horses and cattle');
    expect(found.why).toContain('leaf and seed, fresh or as clippings');
    const [swap] = found.remedies;
    const after = tryRemedy(yew, 'p1', swap!).holding;
    expect(findingsOf(after).filter(({ rule }) => rule === 'harm')).toEqual([]);
    for (const { species } of after.plantings[0]!.rows[0]!.runs) expect(harmKnown[species]).toEqual([]);
  });
  const harmIn = (options: Options) => findingsOf(sample(options)).filter(({ rule }) => rule === 'harm');
  it('acorns in quantity kill cattle and sheep: a caution, not a fault; a mouthful of privet is one', () => {
    const said = (species: string, ...animals: ('cattle' | 'sheep' | 'horse' | 'dog' | 'poultry')[]) =>
      harmIn({ animals, rows: tall(species) }).map(({ severity, what }) => [severity, what]);
    expect(said('Quercus robur', 'cattle')).toEqual([['caution', 'Pedunculate oak can kill cattle']]);
    expect(said('Quercus robur', 'horse')).toEqual([['caution', 'Pedunculate oak is poisonous to horses']]);
    expect(said('Ligustrum ovalifolium', 'sheep')[0]).toEqual([
      'fault',
      expect.stringContaining('can kill sheep and goats'),
    ]);
    expect(said('Persea americana', 'poultry')[0]![0]).toBe('fault');
    expect(said('Hesperocyparis macrocarpa', 'cattle')).toEqual([
      ['fault', 'Monterey cypress can kill cattle in calf'],
    ]);
    expect(said('Vitis vinifera', 'dog')[0]![0]).toBe('caution');
    expect(said('Trifolium repens', 'horse')).toEqual([]);
    expect(said('Corylus avellana', 'dog', 'cattle')).toEqual([]);
  });
  it('a fence stands off by half the crown of year 20 and an animal’s reach', () => {
    const metres = (species: string) =>
      Number(/fence it ([\d.]+) m off/.exec(harmIn({ animals: ['cattle'], rows: tall(species) })[0]!.why)![1]);
    // 3 m of reach, and half the crown that an oak has by then.
    const oak = sizeAt(appBook.of('quercus-robur'), stockOf('whip'), 20, 1).width / 2;
    expect(oak).toBeGreaterThan(1);
    expect(metres('Quercus robur')).toBeCloseTo(3 + oak, 1);
    expect(metres('Persea americana')).not.toBe(metres('Quercus robur'));
  });
  it('a standing tree whose kind is known is said once, at the planting nearest to it', () => {
    const yewAt = (species: string | undefined, animals: ('horse' | 'rabbit')[]): Options => ({
      animals,
      features: [across({ kind: 'tree', name: 'old yew', points: [[30, 12]], crown: 8, species } as Partial<Feature>)],
    });
    const [said, ...more] = harmIn(yewAt('taxus-baccata', ['horse']));
    expect(more).toEqual([]);
    expect(said).toMatchObject({ severity: 'fault', what: 'Yew can kill horses', at: [30, 12], plants: [] });
    expect(said!.why).toContain('The old yew stands where they are kept.');
    expect(said!.why).toContain('Fence it 7.0 m off its stem');
    for (const none of [
      yewAt(undefined, ['horse']),
      yewAt('taxus-baccata', ['rabbit']),
      yewAt('tilia-cordata', ['horse']),
    ])
      expect(harmIn(none)).toEqual([]);
    const two = sample(yewAt('taxus-baccata', ['horse']));
    const [first] = two.plantings;
    const far = {
      ...first!,
      id: 'p2',
      baseline: {
        ...first!.baseline,
        points: [
          [0, 60],
          [60, 60],
        ],
      },
    } as typeof first & object;
    const holding = { ...two, plantings: [far, first!] };
    const all = layHolding(holding);
    expect(all.map((laid) => judge(holding, laid, all).filter(({ rule }) => rule === 'harm').length)).toEqual([0, 1]);
  });
  it('no swap of any rule brings in what poisons the stock that is kept', () => {
    const stock = stockAmong(['horse', 'cattle', 'sheep']);
    const swaps = cases.flatMap(([, trips]) => swapsIn(sample({ ...trips, animals: ['horse', 'cattle', 'sheep'] })));
    for (const { label, brought } of swaps)
      for (const species of brought) expect(harmTo(species, stock), label).toBeNull();
    expect(swaps.length).toBeGreaterThan(20);
  });
  it('is told to people as a note, but as a fault where it can kill them', () => {
    const beside = (species: string) =>
      findingsOf(
        sample({
          features: [
            across({
              kind: 'rightOfWay',
              name: 'path',
              width: 2,
              points: [
                [0, -2],
                [60, -2],
              ],
            } as Partial<Feature>),
          ],
          rows: tall(species, 1),
        }),
      ).find(({ rule }) => rule === 'harm')!;
    expect(beside('Sambucus nigra').severity).toBe('note');
    expect(beside('Taxus baccata').severity).toBe('fault');
    expect(beside('Taxus baccata').what).toBe('Yew can kill people');
  });
});

describe('browsed', () => {
  const found = (more: Parameters<typeof sample>[0]) =>
    findingsOf(sample(more)).filter(({ rule }) => rule === 'browsed');
  const goats = hollow({ kind: 'browsed', animals: ['goat'], pressure: 'some' });
  it('says once what nothing planned stops, everywhere or in a place, and what would; the remedy does it', () => {
    const inPlace = found({ animals: ['rabbit'], features: [goats], planting: guardedBy('tube') });
    expect(inPlace.map(({ id }) => id)).toEqual(['browsed:p1:f1']);
    const [first] = found({ animals: ['rabbit', 'goat'], features: [goats], planting: guardedBy('tube') });
    expect(first).toMatchObject({ id: 'browsed:p1:everywhere', what: 'Nothing planned stops goats' });
    expect(first!.why).toMatch(/at the least cost here: tall electric fence and tubes of 0.60 m/);
    const holding = sample({ animals: ['rabbit', 'goat'], planting: guardedBy('tube') });
    expect(
      findingsOf(take(holding, first!.remedies[0]!.command).holding).filter(({ rule }) => rule === 'browsed'),
    ).toEqual([]);
    expect(found({ animals: ['rabbit', 'goat'], features: [goats] })).toEqual([]);
  });
  it('lightly browsed it is a note, and nothing is bought for it unasked', () => {
    const light = hollow({ kind: 'browsed', animals: ['smallDeer'], pressure: 'light' });
    expect(found({ features: [light] })).toMatchObject([
      { severity: 'note', what: 'Nothing planned stops small deer there' },
    ]);
  });
});

describe('hardiness', () => {
  it('two zones too tender is a fault, one a caution; its swap stands the winters, as does that of any rule', () => {
    const severity = (zone: number) =>
      findingsOf(sample({ climate: inZone(zone), rows: tall('Laurus nobilis') })).find(
        ({ rule }) => rule === 'hardiness',
      )?.severity;
    expect([severity(8), severity(7), severity(6)]).toEqual([undefined, 'caution', 'fault']);
    const swaps = cases.flatMap(([, trips]) => swapsIn(sample({ ...trips, climate: inZone(4) })));
    for (const { label, brought } of swaps) for (const { zone } of brought) expect(zone, label).toBeLessThanOrEqual(4);
    expect(swaps.length).toBeGreaterThan(20);
  });
});

describe('swaps', () => {
  // Over every case of every rule, in ten regions: what a remedy swaps in is no pest there, hardy, and harms nobody near.
  it.each(REGIONS.map(([code]) => code))(
    'bring nothing into %s that does not belong there, nor a trouble of another kind',
    (region) => {
      let swaps = 0;
      for (const [, trips] of cases) {
        const holding = sample({ ...trips, region, animals: ['horse', 'sheep'] });
        const before = new Set(findingsOf(holding).map(({ rule }) => rule));
        for (const { label, after, brought } of swapsIn(holding)) {
          swaps++;
          for (const species of brought) expect(forbidding(holding)(species), `${label} in ${region}`).toBe(false);
          const trouble = findingsOf(after).filter(
            ({ rule, severity }) =>
              !before.has(rule) && rule !== 'spacing' && (severity === 'fault' || severity === 'caution'),
          );
          expect(
            trouble.map(({ what }) => what),
            `${label} in ${region}`,
          ).toEqual([]);
        }
      }
      expect(swaps).toBeGreaterThan(10);
    },
  );

  it('bring nothing into the demo that does not belong there', () => {
    const demo = { ...demoHolding(), animals: ['horse' as const, 'sheep' as const] };
    const there = layHolding(demo);
    const kindsOf = (all: typeof there) => new Set(all.flatMap(({ layout }) => layout.stand.kinds));
    const stood = kindsOf(there);
    let tried = 0;
    for (const laid of there)
      for (const { remedies } of judge(demo, laid, there))
        for (const remedy of remedies.filter(({ label }) => label.startsWith('Swap'))) {
          tried++;
          for (const species of kindsOf(layHolding(tryRemedy(demo, laid.planting.id, remedy).holding)))
            if (!stood.has(species)) expect(forbidding(demo)(species), remedy.label).toBe(false);
        }
    expect(tried).toBeGreaterThan(3);
  });
});

describe('what is said of many', () => {
  it('one plant has its roots, twenty have theirs', () => {
    const [many] = findingsOf(
      sample({ features: [hollow({ kind: 'wetGround', stands: 'winter' })], rows: tall('Prunus spinosa', 1) }),
    );
    expect(many!.what).toBe('10 plants stand where their roots will drown');
    const [one] = findingsOf(
      sample({ features: [hollow({ kind: 'wetGround', stands: 'winter' })], rows: tall('Prunus spinosa', 15) }),
    );
    expect(one!.what).toBe('One plant stands where its roots will drown');
  });
});

describe('rules', () => {
  it('say what they always said, with the same numbers, plants and effects of their remedies', async () => {
    const told = cases.flatMap(([rule, trips]) => {
      const holding = sample(trips);
      return findingsOf(holding).flatMap(({ id, severity, what, why, plants, at, year, remedies }) => [
        `${rule}: ${severity} ${id}, ${plants.length} plants ${plants[0]} to ${plants.at(-1)}, at ${at?.join(' ')}, year ${year}: ${what}. ${why}`,
        ...remedies.map((remedy) => `  ${remedy.label}: ${tryRemedy(holding, 'p1', remedy).effect}`),
      ]);
    });
    await expect(`${told.join('\n')}\n`).toMatchFileSnapshot('../../../checks/kept/rules.txt');
  });
  it.each(cases.map(([rule, trips, justNot], i) => ({ rule, trips, justNot, name: `${rule} (${i + 1})` })))(
    '$name',
    ({ rule, trips, justNot }) => {
      const [found] = findingsOf(sample(trips)).filter((finding) => finding.rule === rule);
      expect(found, 'trips').toBeTruthy();
      expect(found!.what).toMatch(/^[A-Z\d].*[^.]$/);
      expect(found!.why).toMatch(/\d.*\.$/);
      expect(
        findingsOf(sample(justNot)).filter((finding) => finding.rule === rule),
        'just does not',
      ).toEqual([]);
    },
  );

  it.each(cases.map(([rule, trips], i) => ({ rule, trips, name: `${rule} (${i + 1})` })))(
    '$name: what proves itself mends, and makes no fault',
    ({ rule, trips }) => {
      const holding = sample(trips);
      const faults = (one: Holding) =>
        findingsOf(one)
          .filter(({ severity }) => severity === 'fault')
          .map(({ id }) => id);
      const before = faults(holding);
      for (const finding of findingsOf(holding).filter((one) => one.rule === rule))
        for (const remedy of finding.remedies.filter((one) => proves(holding, finding, one))) {
          const after = take(holding, remedy.command).holding;
          expect(
            findingsOf(after).map(({ id }) => id),
            remedy.label,
          ).not.toContain(finding.id);
          expect(
            faults(after).filter((id) => !before.includes(id)),
            remedy.label,
          ).toEqual([]);
        }
    },
  );

  it('a guild’s anchor without a partner gets one in the next guild; alone it has none to be made', () => {
    const pears = (anchors: [number, number][]) =>
      sample({ planting: { baseline: { anchors } }, rows: [row({ species: [[1, 'Pyrus communis']] })] });
    const found = (holding: Holding) =>
      findingsOf(holding).find(({ rule, severity }) => rule === 'partner' && severity === 'caution');
    const all = layHolding(pears([[0, 0]]));
    expect(pollinationOf({ all, layout: all[0]!.layout })).toMatchObject([
      { species: { id: 'pyrus-communis' }, plants: [0], alone: [0] },
    ]);
    expect(found(pears([[0, 0]]))!.remedies).toEqual([]);
    expect(
      found(
        pears([
          [0, 0],
          [8, 0],
        ]),
      ),
    ).toBeUndefined(); // another plant of its kind serves
  });

  it('offers to keep a row cut where that is what mends it, and says what the cutting takes', () => {
    const [found] = findingsOf(sample({ ...low(3), rows: [row()] })).filter(({ rule }) => rule === 'local-height');
    const keep = found!.remedies.find(({ label }) => label === 'Keep it cut to 3.00 m')!;
    const after = take(sample({ ...low(3), rows: [row()] }), keep.command).holding;
    expect(after.plantings[0]!.rows[0]!.kept).toEqual({ height: 3, width: null, clearStem: null });
    // 61.5 m of hazel 5 m wide is cut on top only: 307.5 m² at 40 m² an hour.
    expect(findingsOf(after).find(({ rule }) => rule === 'only-while-cut')!.why).toMatch(
      /hazel grows to 7 m .* Keeping it cut takes about 7\.7 hours a year\./,
    );
  });

  it('a row that a block repeats is told of once; its plants are cleared one by one, not by a gap through all', () => {
    const block = sample({
      rows: [row({ spacing: 8, rowGap: 2 })],
      planting: {
        purpose: 'blank',
        baseline: {
          outline: [
            [0, 0],
            [60, 0],
            [60, 40],
            [0, 40],
          ],
          bearing: 90,
        },
      },
      features: [
        across({
          kind: 'drain',
          points: [
            [24, 18],
            [24, 22],
          ],
        }),
      ],
    });
    const found = findingsOf(block);
    expect(found.filter(({ rule }) => rule === 'spacing').length).toBe(1);
    expect(found.filter(({ rule }) => rule === 'mower').length).toBeLessThanOrEqual(1);
    const drain = found.find(({ rule }) => rule === 'in-the-way')!;
    const after = take(block, drain.remedies[0]!.command).holding;
    expect(after.plantings[0]!.gaps).toEqual([]);
    expect(layHolding(block)[0]!.layout.stand.count - layHolding(after)[0]!.layout.stand.count).toBe(
      drain.plants.length,
    );
  });

  it('says in which year a tree comes too near a line, and leaves out what never will', () => {
    const year = (species: string) =>
      findingsOf(sample({ ...wire(8), rows: tall(species) })).find(({ rule }) => rule === 'overhead-line')!.year;
    expect(year('Betula pendula')).toBeLessThan(year('Tilia cordata')!);
  });

  it('says the year as it grows there: later in weeds, on poor ground, behind a tall row, and when it is planted later', () => {
    const year = (changes: Options) =>
      findingsOf(sample({ ...wire(8), rows: tall('Tilia cordata'), ...changes })).find(
        ({ rule }) => rule === 'overhead-line',
      )!.year!;
    const kept: Options = { planting: { means: { weeds: { method: 'mat', measures: {}, exceptions: [] } } } };
    expect(year(kept)).toBeLessThan(year({}));
    expect(year({ ...kept, settings: { 'growth.site': 0.4 } })).toBeGreaterThan(year(kept));
    expect(year({ ...kept, rows: [{ ...tall('Tilia cordata')[0]!, later: 3 }] })).toBe(year(kept) + 3);
  });

  it('marks a buried service that is not marked as a fault, a marked one as a caution', () => {
    const service = across({
      kind: 'buriedService',
      points: [
        [30, -9],
        [30, 9],
      ],
    });
    const crossed = sample({ features: [service] });
    const severity = (marked: boolean) =>
      findingsOf({
        ...crossed,
        marks: marked ? [{ service: crossed.features[0]!.id, name: '', line: null, on: null }] : [],
      }).find(({ rule }) => rule === 'buried-service')!.severity;
    expect([severity(false), severity(true)]).toEqual(['fault', 'caution']);
  });

  it('two apples of one variety do not serve each other, two that differ do; unsaid it is asked', () => {
    const orchard = (first: string, second: string) =>
      findingsOf(
        sample({
          rows: [
            row({
              spacing: 5,
              stock: 'feathered',
              species: [
                [1, 'Malus domestica', '', first],
                [1, 'Malus domestica', '', second],
              ],
            }),
          ],
        }),
      ).filter(({ rule }) => rule === 'partner');
    expect(orchard('early', 'late')).toEqual([]);
    expect(orchard('late', 'late')).toMatchObject([{ severity: 'caution', plants: { length: 13 } }]);
    const [asked] = orchard('', 'late');
    expect(asked).toMatchObject({ severity: 'note', what: 'Say which kinds of apple stand here' });
    // Hazels are bought as seedlings: each serves the other.
    expect(findingsOf(sample()).filter(({ rule }) => rule === 'partner')).toEqual([]);
  });

  it('finds an apple’s partner in another planting, and not one out of reach', () => {
    const near = (x: number): Holding =>
      holdingFromPlan(
        {
          name: 'Two',
          latitude: 52,
          longitude: -20,
          plantings: [
            [0, 'Malus domestica'],
            [x, 'Malus sylvestris'],
          ].map(([at, species]) => ({
            name: String(species),
            baseline: {
              points: [
                [at, 0],
                [Number(at) + 1, 0],
              ],
            },
            rows: [{ spacing: 5, species: [[1, String(species)]] }],
          })),
        },
        'two',
      );
    expect(findingsOf(near(29)).map(({ rule }) => rule)).not.toContain('partner');
    expect(findingsOf(near(32)).map(({ rule }) => rule)).toContain('partner');
  });
});

describe('remedies', () => {
  const demo = demoHolding();
  const all = layHolding(demo);
  const everyRemedy = all.flatMap((laid) =>
    judge(demo, laid, all).flatMap((finding) =>
      finding.remedies.map((remedy) => ({
        name: `${laid.planting.name}: ${finding.rule}: ${remedy.label}`,
        finding,
        remedy,
      })),
    ),
  );

  it.each(everyRemedy)('$name mends or lessens what it is for', ({ finding, remedy }) => {
    const { holding, effect } = tryRemedy(demo, finding.planting, remedy);
    expect(effect).toMatch(/plants?/);
    const after = layHolding(holding);
    const laid = after.find(({ planting }) => planting.id === finding.planting)!;
    const same = judge(holding, laid, after).find(({ id }) => id === finding.id);
    expect(same ? same.plants.length : 0, same?.why).toBeLessThan(Math.max(1, finding.plants.length));
  });

  it('the demo shows faults, cautions and what is right', () => {
    const severities = new Set(all.flatMap((laid) => judge(demo, laid, all)).map(({ severity }) => severity));
    expect([...severities].sort()).toEqual(['caution', 'fault', 'good', 'note']);
    expect(everyRemedy.length).toBeGreaterThan(15);
  });

  it('an acceptance holds while the trouble is the same one', () => {
    const belt = all[0]!;
    const { id } = judge(demo, belt, all)[0]!;
    const accepted = take(demo, acceptFinding(id, 'The operator agreed.')).holding;
    expect(judge(accepted, layHolding(accepted)[0]!, layHolding(accepted))[0]!.id).toBe(accepted.accepted[0]!.finding);
  });

  it('hazards become stretches of the baseline where the plants stand', () => {
    const belt = all[0]!;
    const [under] = hazardBands(belt.layout.stand, judge(demo, belt, all));
    expect(under!.label).toBe('under the line');
    expect(under!.to).toBeGreaterThan(140);
  });
});
