import type { Box } from '../../core/ground/standins.ts';
import type { FeatureOf, Terrain } from '../../core/holding/ground-schema.ts';
import { shareOf } from './share-of.ts';

const AROUND = 300;
const CELL = 10;

/** Made-up land: a general fall with a few long swells, the same for the same place. */
export function terrainAt({ latitude, longitude, west, south, east, north }: Box): Terrain {
  const seed = (word: string) => shareOf(word, Math.round(latitude * 1000), Math.round(longitude * 1000));
  const fall = 0.02 + 0.03 * seed('fall');
  const towards = ((110 + 70 * seed('towards')) * Math.PI) / 180;
  const waves = [0, 1, 2].map((k) => ({
    bearing: seed(`wave ${k}`) * Math.PI,
    length: 90 + 160 * seed(`length ${k}`),
    tall: 0.4 + 1.2 * seed(`tall ${k}`),
    phase: seed(`phase ${k}`) * 6,
  }));
  const height = (x: number, y: number) =>
    80 +
    60 * seed('base') -
    fall * (x * Math.sin(towards) + y * Math.cos(towards)) +
    waves.reduce(
      (sum, { bearing, length, tall, phase }) =>
        sum + tall * Math.sin(((x * Math.sin(bearing) + y * Math.cos(bearing)) / length) * 2 * Math.PI + phase),
      0,
    );
  const cell = Math.max(CELL, Math.ceil(Math.max(east - west, north - south) / 200));
  const [w, s] = [west - AROUND, south - AROUND];
  const [columns, rows] = [
    Math.ceil((east - west + 2 * AROUND) / cell) + 1,
    Math.ceil((north - south + 2 * AROUND) / cell) + 1,
  ];
  const heights = Array.from(
    { length: columns * rows },
    (_, at) => Math.round(height(w + (at % columns) * cell, s + Math.floor(at / columns) * cell) * 100) / 100,
  );
  return { west: w, south: s, cell, columns, rows, heights, source: 'stand-in terrain', simulated: true };
}

/** Two soils that meet on a slanting line through the holding. */
export function madeUpSoil({ latitude, longitude, west, south, east, north }: Box): FeatureOf<'soilZone'>[] {
  const seed = (word: string) => shareOf(word, Math.round(latitude * 1000), Math.round(longitude * 1000));
  const [a, b] = [west + (east - west) * (0.35 + 0.2 * seed('a')), west + (east - west) * (0.5 + 0.2 * seed('b'))];
  const zone = (
    key: string,
    ring: [number, number][],
    rest: Pick<FeatureOf<'soilZone'>, 'texture' | 'drainage' | 'ph' | 'depth' | 'stones'>,
  ) => ({ id: `soil-${key}`, name: '', kind: 'soilZone', lacks: '', ring, ...rest }) satisfies FeatureOf<'soilZone'>;
  const round = (n: number) => Math.round(n * 10) / 10;
  return [
    zone(
      'west',
      [
        [west, south],
        [a, south],
        [b, north],
        [west, north],
      ].map(([x, y]) => [round(x!), round(y!)] as [number, number]),
      { texture: 'clayLoam', drainage: 'slow', ph: round(5.6 + seed('ph')), depth: 0.7, stones: 'few' },
    ),
    zone(
      'east',
      [
        [a, south],
        [east, south],
        [east, north],
        [b, north],
      ].map(([x, y]) => [round(x!), round(y!)] as [number, number]),
      { texture: 'sandyLoam', drainage: 'free', ph: round(6.2 + seed('ph2')), depth: 0.9, stones: 'some' },
    ),
  ];
}
