import type { SettingOut } from '../field/setting-out.ts';
import { toUs, type UnitSystem } from '../units/quantities.ts';
import { rowsCsv } from './csv.ts';

/**
 * Everything that is set out, a point a line, to the millimetre, so that a surveyor finds every peg again by these
 * numbers alone: tapes from two known points (whose place stands in the first lines), or distance and bearing from the
 * one; and along the chord and off it. Metres or decimal feet, as the headings say.
 */
export function settingOutCsv(
  sets: readonly { readonly planting: string; readonly out: SettingOut }[],
  units: UnitSystem,
): string {
  const unit = units === 'us' ? 'ft' : 'm';
  const length = (metres: number | null) =>
    metres === null ? '' : (units === 'us' ? toUs(metres, 'ft') : metres).toFixed(3);
  return rowsCsv([
    [
      'planting',
      'kind',
      'point',
      `east ${unit}`,
      `north ${unit}`,
      `from A ${unit}`,
      `from B ${unit}`,
      'side of A to B',
      'bearing from A',
      `along chord ${unit}`,
      `off chord ${unit}`,
    ],
    ...sets.flatMap(({ planting, out: { from, points } }) => [
      ...from.flatMap((known, i) =>
        known
          ? [
              [
                planting,
                i === 0 ? 'A' : 'B',
                known.label,
                length(known.at[0]),
                length(known.at[1]),
                '',
                '',
                '',
                '',
                '',
                '',
              ],
            ]
          : [],
      ),
      ...points.map(({ kind, name, ties, side, bearing, away, along, off }) => [
        planting,
        kind,
        name,
        '',
        '',
        length(away),
        ties ? length(ties[1]) : '',
        side,
        bearing.toFixed(4),
        length(along),
        length(off),
      ]),
    ]),
  ]);
}
