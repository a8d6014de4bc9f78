import { ENDS, type Row } from '../../holding/schema.ts';

/** How a row meets its ends, as a call writes it. */
export const ENDS_WORDS: Readonly<Record<Row['ends'], string>> = {
  keep: 'keep',
  fit: 'fit',
  fitStart: 'fit start',
  fitInset: 'fit inset',
  centre: 'centre',
};

/** The ends that such words of a call name; kept where they name none. */
export const endsNamed = (words: string): Row['ends'] =>
  ENDS.find((ends) => ENDS_WORDS[ends] === words.toLowerCase().replace(/\s+/g, ' ')) ?? 'keep';
