import { derived } from '../../derived/derived.ts';
import { setRow } from '../../holding/planting-commands.ts';
import { settingOf } from '../../holding/settings.ts';
import { wayFor } from '../../holding/means-schema.ts';
import { mowLane } from '../../means/weeds/lanes.ts';
import { cleanWidth, laidOn } from '../../means/weeds/weed-kit.ts';
import { formatLength, roundedUp } from '../../units/quantities.ts';
import { purposes } from '../../ranks/purposes.ts';
import { freeYears, meanInRow } from '../../years/free-years.ts';
import { finding, type Finding, type Judged } from '../finding.ts';

/** Row gaps in which the mower no longer passes while weeds must still be kept down. Close sets are not mown between. */
export const mower = derived(function mower(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { stand } = layout;
  const deck = settingOf(holding, 'mower.deck');
  const clearance = settingOf(holding, 'mower.clearance');
  const year = settingOf(holding, 'mower.year');
  /** Width of what lies along a row and must not be mown; rings and hoed spots are steered round. */
  const coverOf = (row: string, spacing: number) => {
    const way = wayFor(planting.means.weeds, { row, species: '', stock: '' });
    return ['strip', 'mat', 'mulchStrip'].includes(laidOn(way, spacing, holding))
      ? cleanWidth(way, spacing, holding)
      : 0;
  };
  // As wide as these kinds grow with nothing over or beside them: the safe side.
  const { grown } = freeYears({ planting, layout }, holding, 'middle');
  const crownOf = (row: string) => meanInRow(grown, row, ({ width }) => width[year]!);
  const length = (metres: number) => formatLength(metres, holding.units);
  const told = new Set<string>();
  if (!purposes[planting.purpose].mown || planting.baseline.kind === 'guilds') return [];
  return stand.rows.flatMap(({ row, offset, from, to, spacing }, r): Finding[] => {
    const before = stand.rows.slice(0, r).findLast((other) => other.row.across === row.across);
    const gap = Math.abs(offset - (before?.offset ?? offset));
    // Below half the machine's way nobody means to mow: the rows are one hedge and are weeded as one.
    if (!before || to === from || told.has(row.id) || gap < (deck + 2 * clearance) / 2) return [];
    const strip = Math.max(coverOf(row.id, spacing), coverOf(before.row.id, before.spacing));
    const crown = (crownOf(before.row.id) + crownOf(row.id)) / 2;
    const lane = mowLane({ rowGap: gap, strip, canopy: crown, clearance, deck });
    if (lane.passes) return [];
    told.add(row.id);
    const wanted = roundedUp(Math.max(strip, crown) + deck + 2 * clearance, holding.units);
    return [
      finding('mower', judged, row.id, {
        severity: 'caution',
        what: `Mower cannot pass between rows ${stand.rows.indexOf(before) + 1} and ${r + 1}`,
        why: `${length(gap)} gap, ${length(Math.max(strip, crown))} of it ${crown >= strip ? `crown at year ${year}` : 'weed cover'}; a ${length(deck)} deck wants ${length(deck + 2 * clearance)} clear.`,
        at: [stand.x[from]!, stand.y[from]!],
        remedies: [
          {
            label: `Widen to ${length(wanted)}`,
            command: setRow(planting.id, row.id, { rowGap: wanted }, `row gap ${length(wanted)}`),
          },
        ],
      }),
    ];
  });
});
