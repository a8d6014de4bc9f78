import { describe, expect, it } from 'vitest';
import { groundThrough, WeatherAnswer } from '../../core/days/weather.ts';
import { weatherAt } from './weather.ts';

describe('the stand-in weather', () => {
  it('is a year and ten days, the same whenever it is asked, warmer in summer on both sides of the line, labelled', () => {
    const asked = weatherAt({ latitude: 52, longitude: -1, today: '2027-03-14' });
    expect(WeatherAnswer.parse(asked)).toEqual(asked);
    expect([asked.days.length, asked.days.filter(({ forecast }) => forecast).length, asked.simulated]).toEqual([
      376,
      10,
      true,
    ]);
    const later = weatherAt({ latitude: 52, longitude: -1, today: '2027-03-20' });
    const same = asked.days.find(({ date }) => date === '2027-03-10');
    expect(later.days.find(({ date }) => date === '2027-03-10')).toEqual(same);
    const mean = (latitude: number, month: string) => {
      const days = weatherAt({ latitude, longitude: 0, today: '2027-12-31' }).days.filter(
        ({ date }) => date.slice(5, 7) === month,
      );
      return days.reduce((sum, { min, max }) => sum + (min + max) / 2, 0) / days.length;
    };
    expect(mean(52, '07')).toBeGreaterThan(mean(52, '01') + 8);
    expect(mean(-42, '01')).toBeGreaterThan(mean(-42, '07') + 6);
    expect(groundThrough(asked.days).every(({ cold, wet }) => cold >= 0 && wet >= 0)).toBe(true);
  });
});
