import { z } from 'zod';
import rateData from './rates.json' with { type: 'json' };

/** Rates by which strips and weeks of water are reckoned: metres, m² of a sheet, mm a day. */
export const weedRates = z
  .object({
    source: z.string().min(1),
    /** Slit in cloth for a stock, metres; others by the setting. */
    slits: z.record(z.string(), z.number().positive()),
    /** More than this between two plants beyond their spacing is a way through, not a plant left out. */
    way: z.number().positive(),
    /** A corner is turned over no more than this along the line. */
    turn: z.number().positive(),
    /** Ground under one sheet as it is sold. */
    sheet: z.number().positive(),
    /** The least evaporation that counts, mm a day. */
    leastEvaporation: z.number().positive(),
  })
  .parse(rateData);
