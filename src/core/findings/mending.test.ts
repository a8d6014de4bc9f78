import { appBook } from '../species/book.ts';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import type { Holding } from '../holding/schema.ts';
import { speciesAt } from '../ranks/stand.ts';
import type { Judged } from './finding.ts';
import { layHolding, plantedOn } from '../ranks/laid.ts';
import { gapsOver, substitute, swapPlants } from './mending.ts';
import { sayPlants, sayStand } from '../ranks/say-plants.ts';
import { isNear, plantsWhere } from '../ranks/near.ts';

const holding = sample({
  length: 30,
  rows: [
    row({
      species: [
        [1, 'Corylus avellana'],
        [1, 'Acer campestre'],
      ],
    }),
    row({ rowGap: 2 }),
  ],
});
const judgedOf = (one: Holding): Judged => {
  const all = layHolding(one);
  return { holding: one, ...all[0]!, all, planted: plantedOn(all) };
};
const judged = judgedOf(holding);
const { stand } = judged.layout;

describe('plants as people say them', () => {
  it('one, a run, two runs, and rows apart; past four runs the rest is a number', () => {
    expect(sayStand(stand, [0])).toBe('Row 1, plant 1 stands');
    expect(sayStand(stand, [2, 3, 4])).toBe('Row 1, plants 3 to 5 stand');
    expect(sayPlants(stand, [0, 2, 3])).toBe('Row 1, plants 1 and 3 to 4');
    expect(sayPlants(stand, [20, 21, 22])).toBe('Row 1, plant 21; row 2, plants 1 to 2');
    expect(sayPlants(stand, [0, 2, 4, 6, 8, 10])).toBe('Row 1, plants 1, 3, 5 and 3 more');
  });
});

describe(gapsOver, () => {
  it('clears every plant named and opens one gap a stretch', () => {
    const plants = plantsWhere(stand, (i) => (stand.x[i]! > 3 && stand.x[i]! < 8) || stand.x[i]! > 24);
    const after = take(holding, gapsOver(judged, plants, 'cleared')).holding;
    const left = standOf(after);
    expect(after.plantings[0]!.gaps).toHaveLength(2);
    for (let i = 0; i < left.count; i++) expect(left.x[i]! <= 3 || (left.x[i]! >= 8 && left.x[i]! <= 24)).toBe(true);
    expect(left.count).toBeGreaterThan(0);
  });
});

describe(swapPlants, () => {
  const of = (one: Holding) => {
    const laid = standOf(one);
    return Array.from({ length: laid.count }, (_, i) => speciesAt(laid, i).id);
  };
  const other = appBook.of('ilex-aquifolium');
  it('some of a kind are swapped by hand, each where it stands and no other', () => {
    const after = of(take(holding, swapPlants(judged, [0, 4], other)).holding);
    const before = of(holding);
    after.forEach((id, i) => expect(id).toBe(i === 0 || i === 4 ? 'ilex-aquifolium' : before[i]));
  });
  it('all of a kind in a row change its runs, and leave the same kind in another row', () => {
    const hazels = plantsWhere(stand, (i) => stand.row[i] === 0 && speciesAt(stand, i).id === 'corylus-avellana');
    const after = take(holding, swapPlants(judged, hazels, other)).holding.plantings[0]!;
    expect(after.rows[0]).toMatchObject({
      swaps: [],
      runs: [{ species: 'ilex-aquifolium' }, { species: 'acer-campestre' }],
    });
    expect(after.rows[1]!.runs).toEqual(holding.plantings[0]!.rows[1]!.runs);
  });
});

describe(substitute, () => {
  it('never the same one, never a herb or climber for wood, none where none serves', () => {
    const hazel = appBook.of('corylus-avellana');
    const kinds = new Set<string>();
    let at = substitute(judged, hazel, () => true);
    const seen: string[] = [];
    while (at && seen.length < 300) {
      kinds.add(at.kind);
      seen.push(at.id);
      at = substitute(judged, hazel, (one) => !seen.includes(one.id));
    }
    expect(seen).not.toContain('corylus-avellana');
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.length).toBeGreaterThan(20);
    expect([...kinds].filter((kind) => kind === 'herb' || kind === 'climber')).toEqual([]);
    expect(substitute(judged, hazel, () => false)).toBeUndefined();
  });
  it('of equals it takes what the holding plants already', () => {
    const alone = sample({ rows: [row()] });
    // Of two kinds as alike as each other the one that stands here is taken.
    const either = ({ id }: { id: string }) => id === 'rosa-canina' || id === 'rosa-arvensis';
    const first = substitute(judgedOf(alone), appBook.of('cornus-sanguinea'), either)!;
    const second = first.id === 'rosa-canina' ? 'Rosa arvensis' : 'Rosa canina';
    const beside = sample({ rows: [row(), row({ rowGap: 2, species: [[1, second]] })] });
    expect(substitute(judgedOf(beside), appBook.of('cornus-sanguinea'), either)!.botanical).toBe(second);
  });
});

describe(isNear, () => {
  it('is the box and its margin, edge included', () => {
    expect(
      isNear(
        stand,
        [
          [31, 0],
          [40, 5],
        ],
        1,
      ),
    ).toBe(true);
    expect(
      isNear(
        stand,
        [
          [31, 0],
          [40, 5],
        ],
        0.9,
      ),
    ).toBe(false);
  });
});
