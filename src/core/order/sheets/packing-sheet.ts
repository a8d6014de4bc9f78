import type { Holding } from '../../holding/schema.ts';
import type { Laid } from '../../ranks/laid.ts';
import { formatCount, formatLength, formatVolume, formatWeight } from '../../units/quantities.ts';
import { kitName, LOOSE } from '../../account/order-list.ts';
import { asPlanted } from '../../record/as-planted.ts';
import type { Ledger } from '../../record/ledger.ts';
import { packRows } from '../trailer.ts';
import type { Sheet, Table } from './sheet.ts';

/** What goes on the trailer, row by row as they are walked, a table for each planting, with the means that it was pegged with; null where nothing is planted. */
export function packingSheet(all: readonly Laid[], holding: Holding, ledger: Ledger): Sheet | null {
  const packs = packRows(
    all.map(({ planting, layout }) => ({ planting: asPlanted(planting, ledger), layout })),
    holding,
  );
  if (packs.length === 0) return null;
  const amount = (count: number) => (Number.isInteger(count) ? formatCount(count) : String(count));
  const said = (key: string, count: number) => {
    const name = kitName(key, holding.units, holding.kits);
    return LOOSE[key]
      ? `${LOOSE[key] === 'volume' ? formatVolume(count, holding.units) : formatWeight(count, holding.units)} ${name.split(',')[0]!.toLowerCase()}`
      : `${amount(count)} ${name}`;
  };
  const tables = [...new Set(packs.map(({ planting }) => planting))].map((planting): Table => ({
    kind: 'table',
    name: planting,
    head: ['Row', 'Plants', 'Pieces'],
    rows: packs
      .filter((pack) => pack.planting === planting)
      .map(({ number, row, later, plants, pieces, cut }) => [
        `${number} ${row}${later > 0 ? `, year ${later}` : ''}`,
        plants
          .map(({ species, variety, count }) => `${amount(count)} ${species.common}${variety ? `, ${variety}` : ''}`)
          .join('; '),
        [
          ...pieces.map(({ key, count }) => said(key, count)),
          ...cut.map(
            ({ key, metres }) =>
              `${formatLength(metres, holding.units, { decimals: 0 })} of ${kitName(key, holding.units, holding.kits)
                .replace(/,? (a )?roll$/, '')
                .toLowerCase()}`,
          ),
        ].join('; ') || 'none',
      ]),
  }));
  return {
    title: 'Packing list',
    intro: `${holding.name}. Row by row in walking order, without spares, which travel with the first row; fences are set before.`,
    parts: tables,
  };
}
