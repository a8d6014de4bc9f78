import { setRow } from '../../holding/planting-commands.ts';
import { settingOf } from '../../holding/settings.ts';
import { mowLane } from '../../order/weeds.ts';
import { formatLength } from '../../units/quantities.ts';
import { rowCrown, sizesOf } from '../../years/belt.ts';
import { finding, type Finding, type Rule } from '../finding.ts';

/** Row gaps in which the mower no longer passes while weeds must still be kept down. Close sets are not mown between. */
export const mower: Rule = (judged) => {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  const deck = settingOf(holding, 'mower.deck');
  const clearance = settingOf(holding, 'mower.clearance');
  const year = settingOf(holding, 'mower.year');
  const strip = planting.weeds === 'fabric' ? settingOf(holding, 'weed.rollWidth') : planting.weeds === 'mats' ? settingOf(holding, 'weed.matSide') : 0;
  const sizes = sizesOf(stand, year, settingOf(holding, 'growth.site'));
  const length = (metres: number) => formatLength(metres, holding.units);
  return stand.rows.flatMap(({ row, from, to }, r): Finding[] => {
    // Below half the machine's way nobody means to mow: the rows are one hedge and are weeded as one.
    if (r === 0 || to === from || row.rowGap < (deck + 2 * clearance) / 2) return [];
    const crown = (rowCrown(stand, r - 1, sizes) + rowCrown(stand, r, sizes)) / 2;
    const lane = mowLane({ rowGap: row.rowGap, strip, canopy: crown, clearance, deck });
    if (lane.passes) return [];
    const wanted = Math.ceil((Math.max(strip, crown) + deck + 2 * clearance) * 10) / 10;
    return [
      finding('mower', judged, row.id, {
        severity: 'caution',
        what: `Mower cannot pass between rows ${r} and ${r + 1}`,
        why: `${length(row.rowGap)} gap, ${length(Math.max(strip, crown))} of it ${crown >= strip ? `crown at year ${year}` : 'weed cover'}; a ${length(deck)} deck wants ${length(deck + 2 * clearance)} clear.`,
        at: [stand.x[from]!, stand.y[from]!],
        remedies: [{ label: `Widen to ${length(wanted)}`, command: setRow(planting.id, row.id, { rowGap: wanted }, `row gap ${length(wanted)}`) }],
      }),
    ];
  });
};
