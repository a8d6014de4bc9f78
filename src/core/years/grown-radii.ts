import type { StandYears } from './stand-years.ts';

/** Free crown radius of every plant as it has grown by a year, metres. */
export const grownRadii = ({ grown, of }: StandYears, year: number): Float32Array<ArrayBuffer> =>
  Float32Array.from(of, (kind) => grown[kind]!.width[year]! / 2);
