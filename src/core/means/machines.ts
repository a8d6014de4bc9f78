import { z } from 'zod';
import { WAYS } from '../holding/days-schema.ts';
import data from './ways.json' with { type: 'json' };

const WaySchema = z.object({
  label: z.string(),
  /** Plants set in an hour by its whole chain; 0 by hand, where the stock's own rate counts. */
  perHour: z.number(),
  chain: z.array(z.string()),
  /** Stations that it takes over, and hands that it binds there while it runs. */
  does: z.array(z.enum(['open', 'set', 'firm'])),
  hands: z.number().int().min(0),
  /** Hours before it works. */
  setup: z.number(),
  /** Seconds to straighten each plant behind it. */
  straighten: z.number(),
  price: z.string().nullable(),
  /** Room that it turns in at the end of a row, metres. */
  turn: z.number(),
  /** The steepest that it works on, rise over run. */
  slope: z.number(),
  stones: z.boolean(),
  stocks: z.array(z.string()),
  spoils: z.string(),
  wins: z.string(),
});
/** Ways to set plants, with what each wants and spoils. */
export const settingWays = z.object({ source: z.string(), ways: z.record(z.enum(WAYS), WaySchema) }).parse(data);
