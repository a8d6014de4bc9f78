import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { layHolding } from '../ranks/laid.ts';
import type { Holding } from '../holding/schema.ts';
import { toolsFor } from './tools.ts';

const listOf = (holding: Holding) => toolsFor(layHolding(holding), holding);
const labels = (holding: Holding) => listOf(holding).tools.map(({ label }) => label);
const text = (holding: Holding) =>
  listOf(holding)
    .cautions.map((one) => one.text)
    .join(' ');

describe(toolsFor, () => {
  it('whips slit in by three want three spades and bags, one set of tapes, no auger', () => {
    const list = listOf({ ...sample(), settings: { 'crew.people': 3 } });
    expect(list.tools).toEqual([
      { label: 'Spade', count: 3, shared: false },
      { label: 'Planting bag, kept moist', count: 3, shared: false },
      { label: 'Tapes, string and pegs', count: 1, shared: true },
      { label: 'Buckets', count: 6, shared: false },
    ]);
    expect(list.cautions.map(({ must }) => must)).toEqual([true]);
    expect(text(sample())).toContain('buried services');
  });
  it('twenty pots are worth an auger, nineteen are not; balled trees are lifted by two', () => {
    const pots = (length: number, stock = 'pot15') =>
      sample({ length, rows: [row({ spacing: 6, stock, species: [[1, 'Malus domestica']] })] });
    expect(labels(pots(114))).toContain('Powered auger and its bits');
    expect(text(pots(114))).toContain('kick-back');
    expect(labels(pots(108))).not.toContain('Powered auger and its bits');
    expect(text(pots(60, 'balled'))).toContain('23 kg');
  });
  it('guards, fences, fabric, spraying and banks each bring their tools and their caution', () => {
    const sheep = sample({
      animals: ['rabbit', 'sheep'],
      rows: [row({ spacing: 0.5 })],
      planting: { weeds: 'fabric' },
    });
    expect(labels(sheep)).toEqual(
      expect.arrayContaining(['Lump hammer or post driver', 'Knife and shears', 'Fencing pliers and wire strainer']),
    );
    expect(text(sheep)).toContain('taken off in their year');
    expect(text(sample({ animals: ['boar'] }))).toContain('warning signs');
    expect(text(sample({ planting: { weeds: 'spot' } }))).toContain('label; it is binding');
    expect(text(sample({ planting: { weeds: 'hoe' } }))).not.toContain('label');
    expect(text(sample({ planting: { purpose: 'stream' } }))).toContain('water authority');
    expect(listOf({ ...sample(), plantings: [] })).toMatchObject({ tools: [], gear: [], cautions: [] });
  });
});
