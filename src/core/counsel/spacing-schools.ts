import { bookOf } from '../species/book.ts';
import { take, type Command } from '../holding/command.ts';
import { setRow } from '../holding/planting-commands.ts';
import { SPACING, type Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { quantities } from '../order/quantities.ts';
import { layOut } from '../ranks/lay-out.ts';
import { isClipped } from '../ranks/purposes.ts';
import { mainString } from '../ranks/stand.ts';
import { closingYear, rowCrown, sizesOf } from '../years/belt.ts';
import { meanSize } from '../species/mature.ts';
import type { Laid } from '../ranks/laid.ts';
import data from './spacing-schools.json' with { type: 'json' };

/** A way to space, why its followers do, and where it wins. */
export interface School {
  readonly key: string;
  readonly label: string;
  readonly reason: string;
  readonly wins: string;
}

/** What a school would do with one row, and what that changes. */
export interface Proposal {
  readonly school: School;
  /** Metres, to 5 cm. */
  readonly spacing: number;
  /** Plants of the row. */
  readonly plants: number;
  /** Year in which its crowns meet; null when they never do. */
  readonly closes: number | null;
  /** Plants that must come out before they are full grown; none where the row is kept by clipping. */
  readonly toThin: number;
  /** Cost of the whole planting against what it is now, cents. */
  readonly cents: number;
  readonly command: Command;
}

export const schoolsSource = data.source;

/** What each school of practice makes of one row's spacing, the closest first; `closesBy` is the year the steward wants it shut. */
export function spacingProposals(
  holding: Holding,
  { planting, layout }: Laid,
  rowId: string,
  closesBy: number,
): Proposal[] {
  const index = planting.rows.findIndex(({ id }) => id === rowId);
  const row = planting.rows[index];
  if (!row || layout.problem) return [];
  const site = settingOf(holding, 'growth.site');
  const string = mainString(layout.stand, rowId);
  if (string < 0) return [];
  const { width } = meanSize(row, bookOf(holding));
  const clipped = isClipped(planting, row);
  const costs = quantities(planting, layout, holding).cents;
  return data.schools
    .map((school): Proposal => {
      const wanted = school.share
        ? width * school.share
        : Math.min(
            rowCrown(layout.stand, string, sizesOf(layout.stand, school.closesBy ?? closesBy, site)),
            width * (school.most ?? Infinity),
          );
      // Rounded down, so that a promised year holds.
      const spacing = Math.min(SPACING.most, Math.max(SPACING.least, Math.floor(wanted * 20 + 1e-9) / 20));
      const command = setRow(planting.id, rowId, { spacing }, `row ${index + 1} spaced: ${school.label.toLowerCase()}`);
      const after = take(holding, command).holding.plantings.find(({ id }) => id === planting.id)!;
      const laid = layOut(after, holding);
      const plants = laid.stand.rows.reduce(
        (sum, { row: { id }, from, to }) => sum + (id === rowId ? to - from : 0),
        0,
      );
      // What stands closer than crowns bear for good comes out until they do. 5 cm are lost to rounding.
      const room = width * settingOf(holding, 'spacing.stands');
      const toThin = clipped || spacing >= room - 0.05 ? 0 : plants - Math.ceil((plants * spacing) / room);
      return {
        school,
        spacing,
        plants,
        closes: plants > 0 ? closingYear(laid.stand, mainString(laid.stand, rowId), site) : null,
        toThin,
        cents: quantities(after, laid, holding).cents - costs,
        command,
      };
    })
    .sort((a, b) => a.spacing - b.spacing);
}
