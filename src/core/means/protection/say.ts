import { formatSold, type UnitSystem } from '../../units/quantities.ts';
import { guardAnimals } from './guards.ts';
import { fences, forms } from './kinds.ts';
import type { Protection } from './protect.ts';

/** What protects, in words: 'deer fence, 1.8 m and tubes of 0.6 m, collars against voles'; 'nothing'. */
export function sayProtection({ fences: around, guard, collar }: Protection, units: UnitSystem): string {
  const length = (metres: number) => formatSold(metres, units);
  const first = [
    ...around.map((kind) => fences[kind]!.label.toLowerCase()),
    guard &&
      (guard.size < 0.45
        ? `collars of ${length(guard.size)}`
        : `${forms[guard.form]!.label.toLowerCase()} of ${length(guard.size)}`),
  ].filter(Boolean);
  return first.length === 0 ? 'nothing' : `${first.join(' and ')}${collar === null ? '' : ', collars against voles'}`;
}

/** ', set by small deer'; empty where no animal asks for anything. */
export const saySetBy = ({ setBy }: Protection): string => (setBy ? `, set by ${guardAnimals[setBy].name}` : '');
