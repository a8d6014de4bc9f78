import { z } from 'zod';
import { TEXTURES } from '../holding/ground-schema.ts';
import rateData from './water-rates.json' with { type: 'json' };

const rate = z.number().positive();

/** Rates by which watering is reckoned. Metres, litres, hours and minutes as they are named. */
export const waterRates = z
  .object({
    source: z.string().min(1),
    /** Stock that stands lower, metres, lives on what the soil holds, but for these soils. */
    smallBelow: rate,
    leanSoils: z.array(z.enum(TEXTURES)),
    /** Below this, mm a day, nobody waters. */
    coolBelow: rate,
    walk: z.object({ kmh: rate, carry: rate, pourAnHour: rate, fillAnHour: rate }),
    tank: z.object({ kmh: rate, usable: rate, fillLmin: rate, dischargeLmin: rate, handleMin: rate }),
    /** A straight-sided bucket of 15 L, metres, and how freely water leaves a hole in it. */
    bucket: z.object({ across: rate, full: rate, flows: rate }),
    /** Bores, smoothness, fastest water in m/s, working head in metres and the share of it that a line may lose. */
    pipe: z.object({ lateral: rate, header: rate, smooth: rate, fastest: rate, working: rate, mostLoss: rate }),
    /** Line laid over its length, header beyond its run, rolls as sold, metres; hours to look after it a week and to set up. */
    drip: z.object({
      slack: rate,
      headerOver: rate,
      roll: rate,
      headerRoll: rate,
      lookHours: rate,
      setUpHours: rate,
    }),
  })
  .parse(rateData);
