import type { z } from 'zod';
import type { ClimateAnswer, WhereSchema } from '../../core/ground/standins.ts';
import type { Rose } from '../../core/holding/ground-schema.ts';
import { shareOf } from './share-of.ts';

type Where = z.infer<typeof WhereSchema>;

/** A made-up but likely climate: milder towards the equator, seasons turned round in the south. */
export function climateAt({ latitude, longitude }: Where): z.infer<typeof ClimateAnswer> {
  const away = Math.abs(latitude);
  const seed = (word: string) => shareOf(word, Math.round(latitude * 10), Math.round(longitude * 10));
  const midsummer = latitude >= 0 ? 6.5 : 0.5;
  const warmth = (month: number) => Math.cos(((month - midsummer) / 12) * 2 * Math.PI);
  const wet = 45 + 40 * seed('wet');
  const months = Array.from({ length: 12 }, (_, month) => ({
    rain: Math.round(wet * (1 - 0.25 * warmth(month) + 0.2 * (shareOf('rain', month, longitude) - 0.5))),
    evaporation: Math.max(3, Math.round((95 - away * 0.5) * (0.55 + 0.5 * warmth(month)))),
  }));
  const day = (month: number, date: number) =>
    `${String(((month - 1 + (latitude >= 0 ? 0 : 6)) % 12) + 1).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
  const late = away > 45 ? 5 : away > 35 ? 4 : 3;
  return {
    months,
    lastFrost: day(late, 4 + Math.round(16 * seed('last'))),
    firstFrost: day(away > 45 ? 10 : 11, 4 + Math.round(20 * seed('first'))),
    zone: Math.max(2, Math.min(11, Math.round(13 - away / 10))),
    rose: roseAt(latitude, seed('wind')),
    source: 'stand-in climate',
    simulated: true,
  };
}

/** Eight sectors a season: westerlies, and in winter a cold wind from the pole's side that is worth stopping. */
function roseAt(latitude: number, seed: number): Rose {
  const cold = latitude >= 0 ? 315 : 225;
  const season = (mean: number, from: number, often: number) => {
    const weights = Array.from({ length: 8 }, (_, i) => {
      const off = ((i * 45 - from + 540) % 360) - 180;
      return 0.35 + often * Math.exp(-((off / 50) ** 2)) + 0.15 * shareOf('sector', i, mean, seed);
    });
    const sum = weights.reduce((a, b) => a + b, 0) / 0.94; // the rest is calm
    return weights.map((weight) => ({
      share: Math.round((weight / sum) * 1000) / 1000,
      speed: Math.round(mean * (0.7 + (0.4 * weight) / (0.35 + often)) * 10) / 10,
    }));
  };
  return {
    winter: season(6.4, cold, 2.2),
    spring: season(5.2, 45, 1),
    summer: season(4.2, 250, 1.4),
    autumn: season(5.6, 260, 1.8),
  };
}
