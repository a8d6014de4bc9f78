import { describe, expect, it } from 'vitest';
import { counts, row, sample } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import { quantities } from '../account/quantities.ts';
import { mainString } from '../ranks/stand.ts';
import { catalogue } from '../species/catalogue.ts';
import { spotOf } from './spot-of.ts';
import { judge } from '../findings/judge.ts';
import { layHolding } from '../ranks/laid.ts';
import { spacingProposals } from './spacing-schools.ts';

const oneRow = (changes: Parameters<typeof row>[0] = {}, planting = {}) =>
  sample({ length: 60, rows: [row({ species: [[1, 'Corylus avellana']], ...changes })], planting });
const proposals = (holding: ReturnType<typeof sample>, year = 6) =>
  spacingProposals(holding, layHolding(holding)[0]!, 'p1r1', year);
const by = (holding: ReturnType<typeof sample>, key: string, year = 6) =>
  proposals(holding, year).find(({ school }) => school.key === key)!;

it('speaks of a row of a block by the string that holds most of it, though its first holds none', () => {
  const holding = sample({
    planting: {
      purpose: 'blank',
      baseline: {
        outline: [
          [0, 0],
          [60, 8],
          [60, 50],
          [0, 42],
        ],
        bearing: 90,
        headland: 1,
      },
    },
    rows: [row({ spacing: 6.5, rowGap: 4 }), row({ spacing: 3, rowGap: 4 })],
  });
  const [laid] = layHolding(holding);
  expect(laid!.layout.stand.rows[0]!.row.id).toBe('p1r2'); // the first string of the first row lies beyond the corner
  expect(mainString(laid!.layout.stand, 'p1r1')).toBeGreaterThan(0);
  expect(mainString(laid!.layout.stand, 'gone')).toBe(-1);
  expect(spacingProposals(holding, laid!, 'p1r1', 6)).toHaveLength(4);
  expect(judge(holding, laid!, [laid!]).filter(({ id }) => id === 'spacing:p1:p1r1-wide')).toHaveLength(1);
  expect(spotOf(holding, laid!, 'p1r1').spacing).toBe(6.5);
});

describe(spacingProposals, () => {
  it('hazel 5 m wide: 5 m apart at its final width (13 on 60 m), 2.5 m at half of it (25), neither to be thinned', () => {
    expect(by(oneRow(), 'final')).toMatchObject({ spacing: 5, plants: 13, toThin: 0 });
    expect(by(oneRow(), 'half')).toMatchObject({ spacing: 2.5, plants: 25, toThin: 0 });
  });
  it('dense is never wider than half the mature width, for any kind of tree or shrub', () => {
    for (const { botanical, kind } of catalogue.filter((_, i) => i % 6 === 0)) {
      if (kind === 'herb' || kind === 'climber') continue;
      const holding = oneRow({ species: [[1, botanical]] });
      expect(by(holding, 'dense').spacing, botanical).toBeLessThanOrEqual(by(holding, 'half').spacing);
    }
  });
  it('a row shuts by the year asked for, and a spacing 10 cm wider would not', () => {
    for (const year of [3, 5, 8, 12]) {
      const { closes, spacing, command } = by(oneRow(), 'early', year);
      expect(closes).toBeLessThanOrEqual(year);
      const after = take(oneRow(), command).holding;
      const wider = {
        ...after,
        plantings: [{ ...after.plantings[0]!, rows: [{ ...after.plantings[0]!.rows[0]!, spacing: spacing + 0.1 }] }],
      };
      const { stand } = layHolding(wider)[0]!.layout;
      expect(stand.rows[0]!.spacing).toBeCloseTo(spacing + 0.1, 9);
      expect(by(wider, 'early', year).spacing).toBe(spacing);
    }
  });
  it('dense stands closest of the fixed three and says how many come out; clipped rows lose none', () => {
    const [dense, half] = ['dense', 'half'].map((key) => by(oneRow(), key));
    expect(dense!.spacing).toBeLessThan(half!.spacing);
    expect(dense!.plants - dense!.toThin).toBe(Math.ceil((dense!.plants * dense!.spacing) / 2.5));
    expect(dense!.toThin).toBeGreaterThan(0);
    expect(by(oneRow({}, { purpose: 'hedge' }), 'dense').toThin).toBe(0);
  });
  it('its counts and costs are those of the plan after it is set', () => {
    const holding = oneRow({}, { gaps: [{ at: 20, width: 4 }] });
    const costs = (one: typeof holding) => quantities(one.plantings[0]!, layHolding(one)[0]!.layout, one).cents;
    for (const { command, plants, cents } of proposals(holding)) {
      const after = take(holding, command).holding;
      expect(counts(after)).toEqual([plants]);
      expect(costs(after) - costs(holding)).toBe(cents);
    }
  });
  it('takes shares of a mixed row by their counts, and lists the closest first', () => {
    const mixed = oneRow({
      species: [
        [3, 'Corylus avellana'],
        [1, 'Cornus sanguinea'],
      ],
    });
    expect(by(mixed, 'final').spacing).toBeLessThan(5);
    const spacings = proposals(mixed).map(({ spacing }) => spacing);
    expect(spacings).toEqual([...spacings].sort((a, b) => a - b));
  });
  it('a later year asked for never plants more, and a share to stand at that the steward sets is what is thinned to', () => {
    const plants = [2, 4, 6, 9, 14, 20].map((year) => by(oneRow(), 'early', year).plants);
    expect(plants).toEqual([...plants].sort((a, b) => b - a));
    expect(plants[0]).toBeGreaterThan(plants.at(-1)!);
    const wide = { ...oneRow(), settings: { 'spacing.stands': 1 } };
    const { plants: laid, spacing, toThin } = by(wide, 'dense');
    expect(laid - toThin).toBe(Math.ceil((laid * spacing) / 5));
  });
  it('no row of that name, or no line, has nothing to propose', () => {
    const [laid] = layHolding(oneRow());
    expect(spacingProposals(oneRow(), laid!, 'gone', 5)).toEqual([]);
  });
});
