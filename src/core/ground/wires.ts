import type { Feature } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';

type Wire = Extract<Feature, { kind: 'overheadLine' }>;

/** The clearance that a line wants, metres: what the steward was told, never less than its voltage asks. */
export const clearanceOf = (wire: Wire, holding: Pick<Holding, 'settings' | 'units'>): number =>
  wire.voltage === 'medium' || wire.voltage === 'high'
    ? Math.max(wire.clearance, settingOf(holding, `wire.${wire.voltage}`))
    : wire.clearance;

/** What is to be minded of its voltage, in a sentence. */
export const voltageAdvice = ({ voltage }: Wire): string =>
  voltage === 'unknown'
    ? 'Its voltage is not known: ask its operator, for a higher one wants more clearance and a wayleave.'
    : voltage === 'low'
      ? 'It is of low voltage.'
      : `A line of ${voltage} voltage has a wayleave: its operator says what may grow there.`;
