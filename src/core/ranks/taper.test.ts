import { appBook } from '../species/book.ts';
import { describe, expect, it } from 'vitest';
import { row, sample, standOf } from '../../../checks/sample.ts';
import { take, undo } from '../holding/command.ts';
import { matureHeight } from '../species/catalogue.ts';
import { taper, taperOf } from './taper.ts';

const belt = sample({
  length: 60,
  rows: [
    row({ species: [[1, 'Tilia cordata']] }),
    row({ rowGap: 3, species: [[1, 'Cornus sanguinea']] }),
    row({ rowGap: 3, species: [[1, 'Acer campestre']] }),
  ],
});
const planting = belt.plantings[0]!;

describe(taper, () => {
  it('leaves the lowest row whole and takes each taller one further in, at both ends', () => {
    const step = take(belt, taper(planting, 4.5, appBook));
    const { rows, chainage } = standOf(step.holding);
    const ends = rows.map(({ from, to }) => [chainage[from]!, 60 - chainage[to - 1]!]);
    expect(ends.map(([start]) => start)).toEqual([9, 0, 4.5]);
    ends.forEach(([start, stop]) => expect(stop).toBeGreaterThanOrEqual(start! - 1e-6));
    expect(taperOf(step.holding.plantings[0]!, appBook)).toBe(4.5);
    expect(undo(step.holding, step.step)).toEqual(belt);
  });
  it('is read back as none, one step, or neither; 0 squares the ends again', () => {
    expect(taperOf(planting, appBook)).toBe(0);
    const once = take(belt, taper(planting, 3, appBook)).holding.plantings[0]!;
    expect(
      taperOf(
        { rows: once.rows.map((each, r) => (r === 0 ? { ...each, trim: { start: 1, stop: 6 } } : each)) },
        appBook,
      ),
    ).toBeNull();
    expect(take(belt, taper(once, 0, appBook)).holding.plantings[0]!.rows).toEqual(planting.rows);
  });
});

describe('tapers of any belt', () => {
  it.each([0.5, 2, 7.25, 20])('a step of %s m leaves the taller never beyond the lower', (step) => {
    const kinds = ['Picea abies', 'Corylus avellana', 'Cornus sanguinea', 'Acer campestre', 'Tilia cordata'];
    const any = sample({
      length: 200,
      rows: kinds.map((name, r) => row({ rowGap: r === 0 ? 0 : 3, species: [[1, name]] })),
    });
    const { rows } = take(any, taper(any.plantings[0]!, step, appBook)).holding.plantings[0]!;
    const byHeight = [...rows].sort(
      (a, b) => matureHeight(appBook.of(a.runs[0]!.species)) - matureHeight(appBook.of(b.runs[0]!.species)),
    );
    expect(byHeight.map(({ trim }) => trim.start)).toEqual([0, 1, 2, 3, 4].map((rank) => rank * step));
    expect(rows.map(({ trim }) => trim.start)).toEqual(rows.map(({ trim }) => trim.stop));
  });
});
