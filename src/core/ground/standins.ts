import { z } from 'zod';
import { ClimateSchema, SoilZoneSchema, TerrainSchema, id, line, point } from '../holding/ground-schema.ts';

/** What the simulated services are asked and answer; a real one would speak the same. Places are metres on the holding's plane. */

export const WhereSchema = z.object({
  latitude: z.coerce.number().min(-85).max(85),
  longitude: z.coerce.number().min(-180).max(180),
});
const metres = z.coerce.number().min(-5000).max(5000);
export const BoxSchema = WhereSchema.extend({ west: metres, south: metres, east: metres, north: metres }).refine(
  ({ west, south, east, north }) => east > west && north > south,
  'the box is empty',
);
export type Box = z.infer<typeof BoxSchema>;

export const ClimateAnswer = ClimateSchema.omit({ from: true }).extend({
  source: z.string(),
  simulated: z.literal(true),
});
export const TerrainAnswer = TerrainSchema;
export const SoilAnswer = z.object({ zones: z.array(SoilZoneSchema).max(20), simulated: z.literal(true) });

/** Points of one service that a desk is asked to mark. */
const MOST_MARKED = 20_000;

export const MarkingRequest = z.object({
  services: z
    .array(z.object({ id, line: line.max(MOST_MARKED, `a service can have at most ${MOST_MARKED} points`) }))
    .min(1)
    .max(200),
});
export const MarkingReceipt = z.object({ reference: z.string(), seconds: z.number() });
export const MarkingAnswer = z.discriminatedUnion('state', [
  z.object({ state: z.literal('waiting'), seconds: z.number() }),
  z.object({ state: z.literal('marked'), marks: z.array(z.object({ service: id, line: z.array(point).min(2) })) }),
]);
