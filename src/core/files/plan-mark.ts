import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';

/** Letters and digits of a mark that no hand confuses. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';

/** Four letters that change with the plan: papers of one mark were made of one plan. FNV-1a of it as text. */
export const planMark = derived(function planMark(holding: Holding): string {
  let hash = 0x811c9dc5;
  for (const letter of JSON.stringify(holding)) hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193) >>> 0;
  return Array.from({ length: 4 }, (_, n) => LETTERS[Math.floor(hash / LETTERS.length ** n) % LETTERS.length]).join('');
});
