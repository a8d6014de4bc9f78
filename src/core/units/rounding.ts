/** Two lengths closer than this are the same length, metres: finer than any tape, coarser than float noise. */
export const TOL = 0.001;

/**
 * How many whole steps of `spacing` metres fit in `length` metres, 0 or more. 18.9 / 0.9 is
 * 20.999999999999996 in binary floats; the tolerance keeps the plant that a bare floor would lose.
 */
export const intervals = (length: number, spacing: number): number => Math.max(0, Math.floor((length + TOL) / spacing));

/** `Math.ceil` that forgives float noise just above a whole number. */
export const ceilSafe = (x: number): number => Math.ceil(x - 1e-9);

/** Rounds half up, as money and counts are rounded in trade: 2.5 gives 3, -2.5 gives -2. */
export const roundHalfUp = (x: number): number => Math.floor(x + 0.5);
