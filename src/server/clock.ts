/**
 * The clock of a process: milliseconds since 1970, running. Where NOW names an instant, such as 2027-02-10T09:00, it
 * begins there, so that a day can be looked at that is not today.
 * @throws RangeError where NOW is no instant
 */
export function clockOf(env: NodeJS.ProcessEnv = process.env): () => number {
  const named = env['NOW'];
  if (!named) return Date.now;
  const ahead = Date.parse(named) - Date.now();
  if (Number.isNaN(ahead)) throw new RangeError(`NOW is '${named}'; write an instant, such as 2027-02-10T09:00.`);
  return () => Date.now() + ahead;
}
