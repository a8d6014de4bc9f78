import { z } from 'zod';
import { MoreSchema, type More, type Species } from '../holding/species-schema.ts';

// Apart from the first script.
const { default: moreData } = await import('./more.json', { with: { type: 'json' } });

/** What is known of species beyond what a layout needs, by id; what is absent is not known. Read where species are chosen. */
export const moreKnown: Readonly<Record<string, More>> = z.record(z.string(), MoreSchema).parse(moreData);
/** What is known of one: the app's facts, and over them what the steward noted. */
export const moreOf = ({ id, more }: Species): More =>
  more ? { ...moreKnown[id], ...more } : (moreKnown[id] ?? NOTHING);
const NOTHING: More = {};

/** Months as they fall at a latitude: in the south half a year on. */
export const monthsAt = ([from, to]: readonly [number, number], latitude: number): [number, number] =>
  latitude >= 0 ? [from, to] : [((from + 5) % 12) + 1, ((to + 5) % 12) + 1];
