import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { redo, Refused, take, undo, type Command } from './command.ts';
import {
  addClearing,
  addGap,
  addPlanting,
  addRow,
  keepPattern,
  mirrorPlanting,
  removeClearing,
  removeGap,
  removePattern,
  removePlanting,
  removeRow,
  setBaseline,
  setClearing,
  setGap,
  setPlanting,
  setRow,
  setRows,
  setRuns,
  swapPlant,
} from './planting-commands.ts';

const bare = sample({
  rows: [row(), row({ rowGap: 3 }), row({ rowGap: 2 })],
  planting: { gaps: [{ at: 20, width: 4 }] },
});
const clearing = { id: 'c1', name: 'oak', at: [5, 0] as [number, number], radius: 2 };
const holding = take(bare, addClearing('p1', clearing)).holding;
const planting = holding.plantings[0]!;
const gap = planting.gaps[0]!;
const pattern = {
  id: 'own',
  name: 'Mine',
  purpose: planting.purpose,
  corners: 'round' as const,
  means: planting.means,
  rows: planting.rows,
};
const doing = (command: Command) => take(holding, command).holding.plantings[0]!;

describe('every command on a planting', () => {
  const commands: readonly Command[] = [
    addPlanting({ ...planting, id: 'p2' }),
    removePlanting('p1', 'Row'),
    setPlanting('p1', { name: 'Belt', side: 'left' }, 'x'),
    mirrorPlanting('p1'),
    keepPattern(pattern),
    setBaseline('p1', {
      kind: 'drawn',
      points: [
        [0, 0],
        [9, 9],
      ],
      curved: true,
      closed: false,
    }),
    addRow('p1', { ...planting.rows[0]!, id: 'new' }, 1),
    setRow('p1', 'p1r2', { spacing: 2.2 }),
    removeRow('p1', 'p1r2'),
    setRuns('p1', 'p1r1', [{ species: 'acer-campestre', count: 2 }]),
    swapPlant('p1', 'p1r1', { at: 6, copy: 0 }, 'ilex-aquifolium', 'x'),
    setRows('p1', [planting.rows[1]!], [], 'x'),
    setClearing('p1', 'c1', { radius: 5 }),
    removeClearing('p1', 'c1'),
    addGap('p1', { ...gap, id: 'g2', at: 7 }),
    setGap('p1', gap.id, { width: 6 }),
    removeGap('p1', gap.id),
  ];
  it.each(commands.map((command) => [command.label, command] as const))(
    '%s: changes something, is taken back to the letter, and done again',
    (_, command) => {
      const before = JSON.stringify(holding);
      const done = take(holding, command);
      expect(done.holding).not.toEqual(holding);
      expect(undo(done.holding, done.step)).toEqual(holding);
      expect(redo(holding, done.step)).toEqual(done.holding);
      expect(JSON.stringify(holding)).toBe(before);
    },
  );
});

describe('what is no longer there', () => {
  it.each([
    ['planting', setPlanting('gone', { name: 'x' }, 'x')],
    ['planting', addRow('gone', planting.rows[0]!, 0)],
    ['planting', mirrorPlanting('gone')],
    ['row', setRow('p1', 'gone', { spacing: 1 })],
    ['row', removeRow('p1', 'gone')],
    ['row', swapPlant('p1', 'gone', { at: 1, copy: 0 }, 'ilex-aquifolium', 'x')],
    ['gap', setGap('p1', 'gone', { width: 1 })],
    ['clearing', setClearing('p1', 'gone', { radius: 1 })],
  ] as const)('that %s: refused in a sentence', (what, command) => {
    expect(() => take(holding, command)).toThrow(new Refused(`That ${what} is no longer there.`));
  });
  it('taken out twice is taken out once', () => {
    for (const command of [
      removeGap('p1', 'gone'),
      removeClearing('p1', 'gone'),
      removePlanting('gone', 'x'),
      removePattern('gone'),
    ])
      expect(take(holding, command).holding).toEqual(holding);
  });
});

describe('numbers that cannot be', () => {
  it.each([
    [/spacing/, setRow('p1', 'p1r1', { spacing: 0 })],
    [/spacing/, setRow('p1', 'p1r1', { spacing: Number.NaN })],
    [/row gap/, setRow('p1', 'p1r2', { rowGap: -1 })],
    [/inset/, setRow('p1', 'p1r1', { inset: 501 })],
    [/width/, setGap('p1', gap.id, { width: 0 })],
    [/chainage/, addGap('p1', { ...gap, id: 'g3', at: -2 })],
  ] as const)('are refused with the name of the field: %s', (field, command) => {
    expect(() => take(holding, command)).toThrow(field);
    expect(() => take(holding, command)).toThrow(Refused);
  });
});

describe('details', () => {
  it('gaps stay in the order of their chainage', () =>
    expect(doing(addGap('p1', { ...gap, id: 'g2', at: 7 })).gaps.map(({ at }) => at)).toEqual([7, 20]));
  it('a second swap at the same place takes the first one’s place, one further on stands beside it', () => {
    const swapped = (at: number) =>
      take(
        take(holding, swapPlant('p1', 'p1r1', { at: 6, copy: 0 }, 'ilex-aquifolium', 'x')).holding,
        swapPlant('p1', 'p1r1', { at, copy: 0 }, 'acer-campestre', 'x'),
      ).holding.plantings[0]!.rows[0]!.swaps;
    expect(swapped(6.5)).toEqual([{ at: 6.5, copy: 0, species: 'acer-campestre' }]);
    expect(swapped(7.5)).toHaveLength(2);
  });
  it('rows laid anew leave the gaps unless gaps are given', () => {
    expect(doing(setRows('p1', [planting.rows[1]!], null, 'x')).gaps).toEqual(planting.gaps);
    expect(doing(setRows('p1', [planting.rows[1]!], [], 'x')).gaps).toEqual([]);
  });
});
