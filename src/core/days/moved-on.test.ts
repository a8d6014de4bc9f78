import { describe, expect, it } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { dayOf, weekday } from './day.ts';
import { movedOn } from './moved-on.ts';

describe(movedOn, () => {
  const planned = (starts: (string | null)[]) => ({
    ...sample(),
    days: {
      ...sample().days,
      plantings: starts.map((start, i) => ({ id: `p${i}`, start, way: 'hand' as const, hands: {} })),
      people: [{ id: 'a', name: 'A', week: [], hours: 7, child: false, not: [], off: ['2027-03-27'] }],
      holidays: ['2026-12-25', '2027-02-28'],
    },
  });
  const starts = (holding: ReturnType<typeof planned>, on: string) =>
    movedOn(holding, dayOf(on)).days.plantings.map(({ start }) => start);

  it('leaves days that lie ahead as they are, the day itself too, and a plan without days', () => {
    const holding = planned(['2027-03-06', '2027-11-20']);
    for (const on of ['2026-12-01', '2027-03-06']) expect(movedOn(holding, dayOf(on))).toBe(holding);
    const none = planned([null]);
    expect(movedOn(none, dayOf('2060-01-01'))).toBe(none);
  });
  it('moves all of them on by whole years that end on the same day of the week; holidays keep their date', () => {
    const holding = planned(['2027-03-06', null, '2027-11-20']);
    expect(starts(holding, '2027-03-07')).toEqual(['2028-03-04', null, '2028-11-18']);
    const { people, holidays } = movedOn(holding, dayOf('2027-03-07')).days;
    expect([people[0]!.off, holidays]).toEqual([['2028-03-25'], ['2027-12-25', '2028-02-28']]);
  });
  it('comes to a Saturday not before any day on which it is asked, within a year of it', () => {
    const holding = planned(['2027-03-06']);
    for (let on = dayOf('2027-03-07'); on < dayOf('2063-01-01'); on += 97) {
      const start = dayOf(movedOn(holding, on).days.plantings[0]!.start!);
      expect(weekday(start)).toBe(weekday(dayOf('2027-03-06')));
      expect(start - on).toBeGreaterThanOrEqual(0);
      expect(start - on).toBeLessThan(373);
    }
  });
});
