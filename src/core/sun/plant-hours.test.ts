import { describe, expect, it } from 'vitest';
import { findingsOf, row, sample, standOf } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import type { Terrain } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { darkPlants, sunHours } from './plant-hours.ts';

const level = (elevation: number): Terrain => ({
  west: -500,
  south: -500,
  cell: 50,
  columns: 30,
  rows: 21,
  heights: Array.from({ length: 630 }, () => elevation),
  source: 'level',
  simulated: false,
});
const wall = {
  kind: 'fence' as const,
  solid: true,
  height: 12,
  points: [
    [-20, -1.5],
    [120, -1.5],
  ] as [number, number][],
};
const oaks = (length: number, spacing: number, features: Parameters<typeof sample>[0] & object) =>
  sample({ length, rows: [row({ spacing, species: [[1, 'Quercus robur']] })], ...features });
/** Every plant asked, one by one. */
const allDark = (holding: Holding, wants: number) => {
  const stand = standOf(holding);
  const hours = sunHours({ ...holding, features: [...holding.features] }, stand);
  return Array.from({ length: stand.count }, (_, i) => i).filter((i) => hours.at(i) < wants - 1e-6);
};

describe(sunHours, () => {
  it('a wall takes the same sun on level land at any elevation', () => {
    const holding = oaks(60, 3, { features: [wall] });
    const hours = [null, level(0), level(300)].map((terrain) => {
      const at = { ...holding, terrain };
      return sunHours(at, standOf(at)).at(5);
    });
    expect(hours[0]).toBeGreaterThan(0);
    expect(hours[1]).toBeCloseTo(hours[0]!, 6);
    expect(hours[2]).toBeCloseTo(hours[0]!, 6);
  });

  it('is asked anew when the land or the place changes, not only the features', () => {
    const holding = oaks(60, 3, { features: [wall] });
    const stand = standOf(holding);
    const here = sunHours(holding, stand).at(5);
    expect(sunHours(holding, stand).at(5)).toBe(here);
    const hollow = level(0);
    const sunk = { ...hollow, heights: hollow.heights.map((_, at) => (Math.floor(at / 30) < 10 ? -390 : 0)) };
    expect(sunHours({ ...holding, terrain: sunk }, stand).at(5)).not.toBeCloseTo(here, 1);
    expect(sunHours({ ...holding, place: { latitude: 10, longitude: 0 } }, stand).at(5)).not.toBeCloseTo(here, 1);
  });
});

describe(darkPlants, () => {
  it('names every plant that is dark in a long row, as asking each one does', () => {
    const half = {
      ...wall,
      points: [
        [-20, -1.5],
        [333.3, -1.5],
      ] as [number, number][],
    };
    const holding = oaks(900, 1, { features: [half] });
    const stand = standOf(holding);
    const dark = darkPlants(sunHours(holding, stand), stand, [6]);
    expect(dark.length).toBeGreaterThan(200);
    expect(dark).toEqual(allDark(holding, 6));
  });
  it('finds a narrow shade between the plants that it samples', () => {
    const house = {
      kind: 'building' as const,
      eaves: 14,
      ridge: 16,
      points: [
        [303, -10],
        [317, -10],
        [317, -1],
        [303, -1],
      ] as [number, number][],
    };
    const holding = oaks(900, 1, { features: [house] });
    const stand = standOf(holding);
    const dark = darkPlants(sunHours(holding, stand), stand, [9]);
    expect(dark.length).toBeGreaterThan(2);
    expect(dark).toEqual(allDark(holding, 9));
  });
  it('its remedy mends all of them', () => {
    const holding = oaks(900, 1, {
      features: [
        {
          ...wall,
          points: [
            [-20, -1.5],
            [400, -1.5],
          ],
        },
      ],
    });
    const found = findingsOf(holding).find(({ rule }) => rule === 'shade')!;
    expect(found.plants).toEqual(allDark(holding, 6));
    const after = take(holding, found.remedies[0]!.command).holding;
    expect(findingsOf(after).some(({ rule }) => rule === 'shade')).toBe(false);
  });
});
