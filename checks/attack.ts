/** How hard the attacks on what is kept try: a tenth in `npm test`; all of it, from any seed, by `npm run attack`. */
const whole = process.env['ATTACK'] !== undefined;
export const SEED = Number(process.env['ATTACK_SEED'] ?? 25);
/** So many tries, or a tenth of them. */
export const tries = (all: number): number => (whole ? all : Math.ceil(all / 10));
