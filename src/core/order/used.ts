/** What is still wanted of a piece, from what was used part-way. */
export interface Rest {
  /** Used for each metre or plant. */
  readonly each: number;
  /** At that rate: for the whole, and for what is left to do. */
  readonly whole: number;
  readonly rest: number;
  /** More than was planned for the whole; negative for less. */
  readonly more: number;
}

/**
 * Estimates the rest from what is done: `count` pieces did `done` metres or plants of `whole`, where `planned` were to do
 * it all. Whole pieces, rounded up; nothing is left where all is done.
 */
export function restOf({
  count,
  done,
  whole,
  planned,
}: {
  readonly count: number;
  readonly done: number;
  readonly whole: number;
  readonly planned: number;
}): Rest {
  const each = count / done;
  const rest = Math.max(0, Math.ceil(each * Math.max(0, whole - done) - 1e-9));
  return { each, whole: count + rest, rest, more: Math.ceil(count + rest - planned - 1e-9) + 0 };
}
