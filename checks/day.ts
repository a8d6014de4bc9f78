/** The day on which every test runs, YYYY-MM-DD: a fixed one, or the one that TEST_DAY names. */
export const DAY = process.env['TEST_DAY'] ?? '2027-02-10';
/** The instant at which it begins for a test: the morning, local time. */
export const MORNING = `${DAY}T09:00:00`;
