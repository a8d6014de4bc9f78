import { derived } from '../../derived/derived.ts';
import type { Species } from '../../holding/species-schema.ts';
import { bookOf } from '../../species/book.ts';
import { moreOf } from '../../species/more.ts';
import { setRow } from '../../holding/planting-commands.ts';
import { settingOf } from '../../holding/settings.ts';
import { isClipped, purposes } from '../../ranks/purposes.ts';
import { mainString } from '../../ranks/stand.ts';
import { formatLength, roundedOff } from '../../units/quantities.ts';
import { closesIn } from '../../years/closing.ts';
import { grownOf } from '../../effects/outlook.ts';
import { meanSize } from '../../species/mature.ts';
import { finding, type Finding, type Judged } from '../finding.ts';

const isForHedges = (species: Species): boolean =>
  (moreOf(species).uses ?? []).some((use) => use === 'hedge' || use === 'screen');

/** Rows set so wide that they never close, or so tight that most of what is planted must come out again. */
export const spacingRule = derived(function spacingRule(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const tight = settingOf(holding, 'spacing.tight');
  const wide = settingOf(holding, 'spacing.wide');
  const book = bookOf(holding);
  const length = (metres: number) => formatLength(metres, holding.units, { decimals: 2 });
  return layout.stand.rows.flatMap(({ row, spacing, from, to }, r): Finding[] => {
    // A row that a block or guild repeats is judged once.
    if (to - from < 3 || mainString(layout.stand, row.id) !== r) return [];
    const { width } = meanSize(row, book);
    const set = (metres: number) => {
      const rounded = roundedOff(metres, holding.units);
      return {
        label: `Set ${length(rounded)}`,
        command: setRow(planting.id, row.id, { spacing: rounded }, `row ${r + 1} at ${length(rounded)}`),
      };
    };
    const open = spacing > width * wide + 1e-6;
    // Hedges and screens are kept to size by clipping: tight is how they are meant to stand. So are rows of the steward's own of nothing but hedge plants.
    const ownHedge = planting.purpose === 'blank' && row.runs.every(({ species }) => isForHedges(book.of(species)));
    if (
      !open &&
      (isClipped(planting, row) || ownHedge || purposes[planting.purpose].thinned || spacing >= width * tight - 1e-6)
    )
      return [];
    const closes = open ? null : closesIn(grownOf({ planting, layout }, holding, 'middle'), row.id);
    return [
      finding('spacing', judged, `${row.id}-${open ? 'wide' : 'tight'}`, {
        severity: 'caution',
        what: open ? `Row ${r + 1} will not close` : `Row ${r + 1} is set very tight`,
        why: open
          ? `At ${length(spacing)} apart crowns of ${length(width)} never meet.`
          : `At ${length(spacing)} apart crowns of ${length(width)} touch ${closes === null ? 'late' : closes === 0 ? 'at once' : `in year ${closes}`} and most must come out later.`,
        plants: [],
        at: [layout.stand.x[from]!, layout.stand.y[from]!],
        remedies: [set(open ? width * 0.8 : width * tight * 1.25)],
      }),
    ];
  });
});
