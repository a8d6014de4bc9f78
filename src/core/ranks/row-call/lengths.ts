import { parseLength, toMetres, type UnitSystem } from '../../units/quantities.ts';

export const FOOT = toMetres(1, 'ft');

/** A length to a tenth of a millimetre: what four decimals of a foot can tell. */
export const tapeTenth = (metres: number): number => Math.round(metres * 1e4) / 1e4;

/** Metres in a typed length; feet of up to four decimals stand for the tenth of a millimetre next to them, so that 4.9213 ft is 1.5 m again. */
export function calledLength(typed: string, units: UnitSystem): number | null {
  const metres = parseLength(typed, units);
  const isShort = units === 'us' && /^\s*\d+(\.\d{1,4})?\s*(ft)?\s*$/.test(typed);
  return metres !== null && isShort ? tapeTenth(metres) : metres;
}
