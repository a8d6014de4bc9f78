import { z } from 'zod';
import { RatesSchema } from './settings.ts';

/** What a planting's plants are kept from, and how their holes, soil and water are done. */
export const MEANS = ['protection', 'weeds', 'holes', 'soil', 'water'] as const;
export type MeansOf = (typeof MEANS)[number];

const key = z.string().min(1).max(64);
/** A way of doing it, and the measures of it that differ from what is usual. */
const way = {
  method: key,
  measures: RatesSchema,
};
const WaySchema = z.object(way);
export type Way = z.infer<typeof WaySchema>;

/** What an exception is made for; the nearest to the plant wins: its species before its row, that before its stock. */
export const EXCEPTED = ['species', 'row', 'stock'] as const;
const ExceptionSchema = z.object({ ...way, for: z.enum(EXCEPTED), of: key });
export type Exception = z.infer<typeof ExceptionSchema>;

/** How the whole planting does it, and what is done otherwise. */
const MeanSchema = z.object({ ...way, exceptions: z.array(ExceptionSchema).max(100) });
export type Mean = z.infer<typeof MeanSchema>;

export const MeansSchema = z.object({
  protection: MeanSchema,
  weeds: MeanSchema,
  holes: MeanSchema,
  soil: MeanSchema,
  water: MeanSchema,
});
export type Means = z.infer<typeof MeansSchema>;

/** What a planting is watered by until a way is chosen: the least work of what is there. */
export const LEAST = 'least';

const all = (method: string): Mean => ({ method, measures: {}, exceptions: [] });

/** Means of a new planting: weeds by this method, guards fitting the animals of the place or none, the rest as is usual. */
export const plainMeans = (weeds: string, guarded: boolean): Means => ({
  protection: all(guarded ? 'fitting' : 'none'),
  weeds: all(weeds),
  holes: all('same'),
  soil: all('native'),
  water: all(LEAST),
});

/** How one plant's way is chosen: by its species, its row or its stock where one is excepted, else as the planting does. */
export const wayFor = (
  { exceptions, ...usual }: Mean,
  plant: Readonly<Record<(typeof EXCEPTED)[number], string>>,
): Way => {
  if (exceptions.length === 0) return usual;
  for (const kind of EXCEPTED) {
    const found = exceptions.find((one) => one.for === kind && one.of === plant[kind]);
    if (found) return found;
  }
  return usual;
};
