import { appBook } from '../species/book.ts';
import { describe, expect, it } from 'vitest';
import { counts, row, sample } from '../../../checks/sample.ts';
import { Refused, take, together } from '../holding/command.ts';
import { removePlanting, setRow } from '../holding/planting-commands.ts';
import { keepVariant, layVariant, removeVariant } from '../holding/variant-commands.ts';
import { removeSpecies, setSpecies } from '../species/species-commands.ts';
import { comparePlantings } from './compare.ts';

const holding = sample({ rows: [row(), row({ rowGap: 3 })] });
const wide = take(
  holding,
  together('', [keepVariant('p1', 'v1', 'As it was'), setRow('p1', 'p1r1', { spacing: 3 })]),
).holding;
const ways = (of: typeof wide) => [of.plantings[0]!, ...of.variants.map(({ planting }) => planting)];

describe('variants', () => {
  it('are kept as they were while the planting goes on changing, and laid again; laid twice all is as before', () => {
    const back = take(wide, layVariant('v1')).holding;
    expect([counts(wide)[0], counts(back)[0]]).toEqual([21, 41]);
    expect(back.variants[0]!.planting.rows[0]!.spacing).toBe(3);
    expect(back.plantings[0]!.name).toBe('As it was');
    expect(take(back, layVariant('v1')).holding).toEqual(wide);
  });

  it('side by side say what differs and what does not', () => {
    const lines = comparePlantings(wide, ways(wide), 10);
    const said = Object.fromEntries(lines.map(({ label, said: words, differs }) => [label, [...words, differs]]));
    expect(said['Plants']).toEqual(['62', '82', true]);
    expect(said['Rows']).toEqual(['2 rows', '2 rows', false]);
    expect(said['Length of its line']).toEqual(['60.0 m', '60.0 m', false]);
    expect(said['Row 1']).toEqual(['Row 1: 1 hazel, every 3.00 m', 'Row 1: 1 hazel, every 1.50 m', true]);
    expect(said['Row 2']![2]).toBe(false);
    // Compared with itself a planting does not differ in anything.
    expect(
      comparePlantings(holding, [holding.plantings[0]!, holding.plantings[0]!], 10).filter(({ differs }) => differs),
    ).toEqual([]);
    // Judged as if it were laid: a lone pear is not served by the variant of itself that is kept beside it.
    const pear = sample({ length: 4, rows: [row({ spacing: 9, species: [[1, 'Pyrus communis']] })] });
    const kept = take(pear, keepVariant('p1', 'v1', 'Same')).holding;
    expect(
      comparePlantings(kept, ways(kept), 10)
        .find(({ label }) => label === 'Cautions and notes')!
        .said.every((said) => Number(said) > 0),
    ).toBe(true);
  });

  it('are thrown away alone, and cannot be laid once their planting is gone', () => {
    expect(take(wide, removeVariant('v1')).holding.variants).toEqual([]);
    expect(take(wide, removePlanting('p1', 'Row')).holding.variants).toEqual([]); // they go with it, and undo brings both back
    expect(() => take(take(wide, removePlanting('p1', 'Row')).holding, layVariant('v1'))).toThrow(
      new Refused('That variant is no longer there.'),
    );
    expect(() => take(wide, keepVariant('gone', 'v2', 'x'))).toThrow('That planting is no longer there.');
  });
});

describe('the steward’s species', () => {
  const hazel = appBook.of('corylus-avellana');
  it('are kept with the holding, one record of each, and refused where they contradict', () => {
    const low = { ...hazel, height: [2, 3] as [number, number] };
    const once = take(holding, setSpecies(low)).holding;
    expect(take(once, setSpecies({ ...low, height: [2, 4] })).holding.species).toEqual([{ ...low, height: [2, 4] }]);
    expect(() => take(holding, setSpecies({ ...hazel, height: [5, 2] }))).toThrow(/cannot be 5 to 2 m high/);
    expect(() => take(holding, setSpecies({ ...hazel, common: 'holly' }))).toThrow(/Another species is called holly/);
  });
  it('a correction can always be taken back, an own species only when it stands nowhere', () => {
    const own = take(holding, setSpecies({ ...hazel, height: [2, 3] })).holding;
    expect(take(own, removeSpecies('corylus-avellana', true)).holding.species).toEqual([]);
    expect(() => take(own, removeSpecies('corylus-avellana', false))).toThrow(
      /still stands in Row\. Swap it there first/,
    );
  });
});
