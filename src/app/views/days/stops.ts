/** The pages of Days, in the order in which they are asked for. */
export const STOPS = [
  { key: 'season', label: 'Season' },
  { key: 'week', label: 'Due this week' },
  { key: 'list', label: 'List' },
  { key: 'stock', label: 'Windows and stock' },
  { key: 'crew', label: 'Crew' },
  { key: 'line', label: 'The line' },
] as const;
export type StopKey = (typeof STOPS)[number]['key'];
