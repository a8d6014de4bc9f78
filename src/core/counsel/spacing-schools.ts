import { bookOf } from '../species/book.ts';
import { take, type Command } from '../holding/command.ts';
import { setRow } from '../holding/planting-commands.ts';
import { SPACING, type Holding, type Planting } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { toUs } from '../units/quantities.ts';
import { quantities } from '../account/quantities.ts';
import { layOut, type Layout } from '../ranks/lay-out.ts';
import { isClipped } from '../ranks/purposes.ts';
import { mainString } from '../ranks/stand.ts';
import { closesIn } from '../years/closing.ts';
import { crownOfRow } from '../years/size-at.ts';
import { grownOf } from '../effects/outlook.ts';
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
export interface SpacingProposal {
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

/** How often a spacing that breaks its promise is set a step closer: 5 cm, or a quarter of a foot. */
const CLOSER = 6;

export const schoolsSource = data.source;

/** What each school of practice makes of one row's spacing, the closest first; `closesBy` is the year the steward wants it shut. */
export function spacingProposals(
  holding: Holding,
  { planting, layout }: Laid,
  rowId: string,
  closesBy: number,
): SpacingProposal[] {
  const index = planting.rows.findIndex(({ id }) => id === rowId);
  const row = planting.rows[index];
  if (!row || layout.problem) return [];
  if (mainString(layout.stand, rowId) < 0) return [];
  const { width } = meanSize(row, bookOf(holding));
  const grown = grownOf({ planting, layout }, holding, 'middle');
  const clipped = isClipped(planting, row);
  const steps = holding.units === 'us' ? toUs(1, 'ft') * 4 : 20;
  const costs = quantities(planting, layout, holding).cents;
  const closes = (laid: Layout, after: Planting) =>
    closesIn(grownOf({ planting: after, layout: laid }, holding, 'middle'), rowId);
  return data.schools
    .map((school): SpacingProposal => {
      const wanted = school.share
        ? width * school.share
        : Math.min(crownOfRow(grown, rowId, school.closesBy ?? closesBy), width * (school.most ?? Infinity));
      const at = (spacing: number) => {
        const label = `row ${index + 1} spaced: ${school.label.toLowerCase()}`;
        const command = setRow(planting.id, rowId, { spacing }, label);
        const after = take(holding, command).holding.plantings.find(({ id }) => id === planting.id)!;
        const again = layOut(after, holding);
        return { spacing, command, after, laid: again, closes: closes(again, after) };
      };
      // Rounded down, so that a promised year holds; closer plants grow slower, so it is asked again.
      let tried = at(Math.min(SPACING.most, Math.max(SPACING.least, Math.floor(wanted * steps + 1e-9) / steps)));
      const promised = school.share ? Infinity : (school.closesBy ?? closesBy);
      for (let n = 0; n < CLOSER && (tried.closes ?? 0) > promised; n++)
        tried = at(Math.max(SPACING.least, Math.round(tried.spacing * steps - 1) / steps));
      const { spacing, command, after, laid } = tried;
      const plants = laid.stand.rows.reduce(
        (sum, { row: { id }, from, to }) => sum + (id === rowId ? to - from : 0),
        0,
      );
      // What stands closer than crowns bear for good comes out until they do. A step is lost to rounding.
      const room = width * settingOf(holding, 'spacing.stands');
      const toThin = clipped || spacing >= room - 1 / steps ? 0 : plants - Math.ceil((plants * spacing) / room);
      return {
        school,
        spacing,
        plants,
        closes: tried.closes,
        toThin,
        cents: quantities(after, laid, holding).cents - costs,
        command,
      };
    })
    .sort((a, b) => a.spacing - b.spacing);
}
