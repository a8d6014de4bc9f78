import { kept } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import type { Ledger } from './ledger.ts';

/** A plan with what the record knows of its ground laid in: the marks of buried services. The same plan and record give the same object. */
export const asFound = (holding: Holding, { marks }: Ledger): Holding =>
  marks.length === 0 ? holding : marked(holding, marks);

const marked = kept(function marked(holding: Holding, marks: Ledger['marks']): Holding {
  return { ...holding, marks };
});
