import type { Row } from './schema.ts';

/** A row as it stands where nobody has said otherwise; who lays it adds what it is called, of and spaced at. */
export const plainRow: Omit<Row, 'id' | 'name' | 'spacing' | 'runs'> = {
  rowGap: 0,
  across: false,
  staggered: false,
  inset: 0,
  trim: { start: 0, stop: 0 },
  ends: 'keep',
  stock: 'whip',
  mix: 'turn',
  offset: 0,
  seed: 1,
  standards: null,
  swaps: [],
  kept: null,
  later: 0,
  out: null,
};
