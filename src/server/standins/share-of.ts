/** A number from 0 to 1 that belongs to its words: the same each time, unlike for others (FNV-1a, 32 bits). */
export function shareOf(...words: readonly (string | number)[]): number {
  let hash = 0x811c9dc5;
  for (const char of words.join('|')) hash = Math.imul(hash ^ char.charCodeAt(0), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  return ((hash ^ (hash >>> 13)) >>> 0) / 2 ** 32;
}
