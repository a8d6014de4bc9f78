import { appBook } from '../species/book.ts';
import { describe, expect, it } from 'vitest';
import { counts, row, sample, type SampleRow } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import { layHolding } from '../ranks/laid.ts';
import { mixProposals } from './mix-schools.ts';

const asked = (rows: SampleRow[]) => {
  const holding = sample({ rows });
  return { holding, proposals: mixProposals(holding, layHolding(holding)[0]!, 'p1r1') };
};

describe(mixProposals, () => {
  it('of two kinds: makes many, of like height, each an equal share; one, with spares; or a nurse in the majority', () => {
    const { holding, proposals } = asked([
      row({
        spacing: 2,
        species: [
          [3, 'Tilia cordata'],
          [1, 'Quercus robur'],
        ],
        stock: 'transplant',
      }),
    ]);
    expect(proposals.map(({ key }) => key)).toEqual(['many', 'one', 'nurse']);
    const [many, one, nurse] = proposals;
    expect(many!.runs.length).toBe(5);
    expect(many!.largest).toBeCloseTo(7 / 31, 9); // 31 plants are not a fifth each of five kinds
    for (const { species } of many!.runs) expect(Math.abs(appBook.of(species).height[1] - 30)).toBeLessThanOrEqual(12);
    expect(one).toMatchObject({ runs: [{ species: 'tilia-cordata', count: 1 }], largest: 1, plants: 31, spares: 4 });
    expect(nurse!.runs[0]).toEqual({ species: 'tilia-cordata', count: 1 });
    expect(['fast', 'veryFast']).toContain(appBook.of(nurse!.runs[1]!.species).rate);
    expect(nurse!.nursesOut).toBeGreaterThan(5);
    for (const { command, plants } of proposals) expect(counts(take(holding, command).holding)[0]).toBe(plants);
  });
  it('counts the shares of its own row alone', () => {
    const { proposals } = asked([
      row({ spacing: 2, species: [[1, 'Tilia cordata']], stock: 'transplant' }),
      row({ spacing: 0.5, rowGap: 2, species: [[1, 'Tilia cordata']], stock: 'transplant' }),
    ]);
    expect(proposals.find(({ key }) => key === 'many')!.largest).toBeCloseTo(7 / 31, 9);
  });
  it('says nothing where a school would change nothing', () => {
    expect(asked([row()]).proposals.map(({ key }) => key)).not.toContain('one');
    const five = asked([
      row({
        species: [
          [1, 'Corylus avellana'],
          [1, 'Cornus sanguinea'],
          [1, 'Viburnum lantana'],
          [1, 'Rosa canina'],
          [1, 'Euonymus europaeus'],
        ],
      }),
    ]);
    expect(five.proposals.map(({ key }) => key)).not.toContain('many');
    expect(mixProposals(five.holding, layHolding(five.holding)[0]!, 'gone')).toEqual([]);
  });
});
