import type { Holding } from '../holding/schema.ts';
import type { Ledger } from './ledger.ts';

const found = new WeakMap<Holding, { readonly marks: Ledger['marks']; readonly holding: Holding }>();

/** A plan with what the record knows of its ground laid in: the marks of buried services. The same plan and record give the same object. */
export function asFound(holding: Holding, { marks }: Ledger): Holding {
  if (marks.length === 0) return holding;
  const known = found.get(holding);
  if (known?.marks === marks) return known.holding;
  const laid = { ...holding, marks };
  found.set(holding, { marks, holding: laid });
  return laid;
}
