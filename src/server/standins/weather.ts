import type { z } from 'zod';
import { dayOf, monthOf, textOf, yearOf } from '../../core/days/day.ts';
import type { WeatherAnswer, WeatherRequest } from '../../core/days/weather.ts';
import { climateAt } from './climate.ts';
import { shareOf } from './share-of.ts';

const BACK = 365;
const AHEAD = 10;
/** A spell of weather lasts about so many days. */
const SPELL = 4;

/** A made-up year of days up to today and ten days ahead: the same place and day always had the same weather. */
export function weatherAt({
  latitude,
  longitude,
  today,
}: z.infer<typeof WeatherRequest>): z.infer<typeof WeatherAnswer> {
  const now = dayOf(today);
  const { months } = climateAt({ latitude, longitude });
  const away = Math.abs(latitude);
  const place = [Math.round(latitude * 10), Math.round(longitude * 10)] as const;
  const days = Array.from({ length: BACK + 1 + AHEAD }, (_, i) => {
    const day = now - BACK + i;
    const date = textOf(day);
    const ofYear = (day - dayOf(`${yearOf(day)}-01-01`)) / 365.25;
    const summer = Math.cos(2 * Math.PI * (ofYear - (latitude >= 0 ? 0.55 : 0.05)));
    const spell = shareOf('spell', Math.floor(day / SPELL), ...place) - 0.5;
    const noise = (word: string) => shareOf(word, day, ...place);
    const mean = 27 - away * 0.34 + summer * Math.min(14, away * 0.2) + 7 * spell + 3 * (noise('heat') - 0.5);
    const swing = 4 + 5 * noise('swing');
    const rains = noise('wet') < 0.25 + 0.25 * (0.5 - spell);
    const monthly = months![monthOf(day) - 1]!.rain;
    const wind = 2 + 6 * noise('wind') ** 2 + 2 * Math.max(0, -summer) * noise('storm');
    return {
      date,
      min: Math.round((mean - swing) * 10) / 10,
      max: Math.round((mean + swing) * 10) / 10,
      rain: rains ? Math.round((monthly / 9) * (0.2 + 1.8 * noise('rain')) * 10) / 10 : 0,
      wind: Math.round(wind * 10) / 10,
      gust: Math.round(wind * (1.6 + 1.4 * noise('gust')) * 10) / 10,
      forecast: day > now,
    };
  });
  return { days, source: 'stand-in weather', simulated: true };
}
