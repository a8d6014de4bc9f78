import type { Holding } from '../../holding/schema.ts';
import type { Laid } from '../../ranks/laid.ts';
import { counted, formatCount, formatLength, formatWater } from '../../units/quantities.ts';
import { kitName } from '../../account/order-list.ts';
import { waterPlan } from '../../means/water-plan.ts';
import { planDrawing } from './plan-drawing.ts';
import type { Shape, Sheet } from './sheet.ts';

/** Lines, zones and header of a planting that is watered by drip; null where it is not, or cannot be. */
export function dripSheet(laid: Laid, holding: Holding): Sheet | null {
  const { planting, layout } = laid;
  if (planting.means.water.method !== 'drip') return null;
  const { drip, ways } = waterPlan(planting, layout, holding);
  const way = ways.find(({ method }) => method === 'drip');
  if (!drip || !way || way.refused) return null;
  const { units } = holding;
  const length = (metres: number) => formatLength(metres, units, { decimals: 1 });
  const { stand } = layout;
  return {
    title: `Drip plan: ${planting.name}`,
    intro: `${holding.name}. ${counted(drip.zones, 'zone')} of ${formatWater(drip.zoneFlow, units)} an hour, each open ${drip.hoursPerZone.toFixed(1)} hours a week; header ${length(drip.header)} from the tap${drip.fromMiddle ? ', to the middle of the rows: each line runs both ways from it' : ''}.`,
    parts: [
      planDrawing(laid, 'Lines along the rows by zone, and the header from the tap', [drip.tap], (at) => [
        {
          kind: 'line',
          points: [at(drip.tap), at(drip.feed)],
          look: 'pipe',
        },
        { kind: 'dot', at: at(drip.tap), look: 'tap' },
        ...drip.lines.flatMap(({ row, zone }, i): Shape[] => {
          const { line, from, to } = stand.rows[row]!;
          if (!line || to === from) return [];
          // Where a row is parted between zones each is named at its own share of it.
          const shares = drip.lines.filter((one) => one.row === row).length;
          const nth = drip.lines.slice(0, i).filter((one) => one.row === row).length;
          const k = Math.min(to - 1, from + Math.floor(((nth + 0.5) / shares) * (to - from)));
          return [
            { kind: 'line', points: line.points.map(at), look: 'pipe' },
            { kind: 'text', at: at([stand.x[k]!, stand.y[k]!]), text: `zone ${zone}`, middle: true },
          ];
        }),
      ]),
      {
        kind: 'table',
        name: 'Lines',
        head: ['Zone', 'Row', 'Plants', 'Length', 'Head lost'],
        rows: drip.lines.map(({ zone, row, plants, length: metres, head }) => [
          zone,
          `${row + 1} ${stand.rows[row]!.row.name}`,
          formatCount(plants),
          length(metres),
          formatLength(head, units, { decimals: 2 }),
        ]),
      },
      {
        kind: 'table',
        name: 'Pieces',
        head: ['Piece', 'Count', 'Why'],
        rows: way.kit.map(({ key, count, why }) => [kitName(key, units, holding.kits), count, why]),
      },
    ],
  };
}
