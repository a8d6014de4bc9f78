import { fences, forms } from '../../../core/means/protection/kinds.ts';
import { weedMethods } from '../../../core/means/weeds/methods.ts';

/** The ways to keep weeds down, to choose from. */
export const WEED_OPTIONS = Object.entries(weedMethods).map(([value, { label }]) => ({
  value,
  label: label.toLowerCase(),
}));

/** The ways to keep animals off, to choose from. */
export const PROTECTION_OPTIONS = [
  { value: 'fitting', label: 'what fits the animals here' },
  { value: 'none', label: 'nothing' },
  ...Object.entries({ ...forms, ...fences }).map(([value, { label }]) => ({ value, label: label.toLowerCase() })),
];
