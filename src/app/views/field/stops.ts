/** The pages of Field in the order of a day in the ground. */
export const STOPS = [
  { key: 'rows', label: 'Rows' },
  { key: 'plant', label: 'Plant' },
  { key: 'card', label: 'Card' },
  { key: 'next', label: 'Next peg' },
  { key: 'over', label: 'Hand over' },
] as const;
export type StopKey = (typeof STOPS)[number]['key'];
