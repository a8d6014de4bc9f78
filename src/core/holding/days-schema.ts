import { z } from 'zod';

/** When a holding is planted and who does it. Dates are local days, YYYY-MM-DD. */

const id = z.string().min(1).max(64);
const isDay = (day: string): boolean => {
  const time = Date.parse(`${day}T00:00:00Z`);
  return Number.isFinite(time) && new Date(time).toISOString().startsWith(day);
};
/** Whether a day, or an instant, is of the years that anybody plants in. */
export const isOurs = (day: string): boolean => day >= '1900' && day < '2201';
export const DaySchema = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, 'write it as year-month-day, such as 2027-03-14')
  .refine(isDay, 'is no day of the calendar')
  .refine(isOurs, 'is not of the years from 1900 to 2200');
const monthDay = z.string().regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'write it as month-day, such as 12-01');

/** What somebody may not or does not do. */
export const LIMITS = ['digging', 'lifting', 'machines', 'spraying'] as const;
export type Limit = (typeof LIMITS)[number];

/** Most days off that are kept of one person. */
export const MOST_OFF = 400;

export const PersonSchema = z.object({
  id,
  name: z.string().trim().min(1).max(40),
  /** The days of the week on which they come, Monday first. */
  week: z.array(z.boolean()).length(7),
  /** Hours of such a day. */
  hours: z.number().min(0.5).max(14),
  /** A child does children's jobs, at half a grown hand's pace. */
  child: z.boolean(),
  not: z.array(z.enum(LIMITS)).max(LIMITS.length),
  /** Days on which they do not come. */
  off: z.array(DaySchema).max(MOST_OFF),
});
export type Person = z.infer<typeof PersonSchema>;

/** How plants are set. */
export const WAYS = ['hand', 'auger', 'machine'] as const;
export type SettingWay = (typeof WAYS)[number];

/** The days of one planting. */
export const PlantingDaysSchema = z.object({
  /** Of the planting. */
  id,
  /** The day on which its first rows go in; null while none is set. */
  start: DaySchema.nullable(),
  way: z.enum(WAYS),
  /** Hands at each station of the line; those that are not named are manned as proposed. */
  hands: z.record(z.string().max(20), z.number().min(0).max(50)),
});
export type PlantingDays = z.infer<typeof PlantingDaysSchema>;

export const DaysSchema = z.object({
  plantings: z.array(PlantingDaysSchema).max(200),
  people: z.array(PersonSchema).max(40),
  /** Public holidays: offices are shut, and the crew stays at home. */
  holidays: z.array(DaySchema).max(400),
  /** Whether the ground freezes through in winter; null: as is usual at such a winter. */
  freezes: z.boolean().nullable(),
  /** From when to when it is frozen; null: as is usual there. */
  freeze: monthDay.nullable(),
  thaw: monthDay.nullable(),
  /** Whether a supplier keeps bare roots cold until spring has come. */
  coldStore: z.boolean(),
});
export type Days = z.infer<typeof DaysSchema>;

/** Nothing said yet. */
export const noDays = (): Days => ({
  plantings: [],
  people: [],
  holidays: [],
  freezes: null,
  freeze: null,
  thaw: null,
  coldStore: false,
});
