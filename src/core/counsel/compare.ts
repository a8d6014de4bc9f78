import { bookOf, type SpeciesBook } from '../species/book.ts';
import type { Holding, Planting, Row } from '../holding/schema.ts';
import { quantities } from '../account/quantities.ts';
import { layOut } from '../ranks/lay-out.ts';
import { sayRuns } from '../ranks/purposes.ts';
import { formatCount, formatLength, formatMoney, type UnitSystem } from '../units/quantities.ts';
import { closesIn } from '../years/closing.ts';
import { tallestAt, widthAt } from '../years/size-at.ts';
import { grownOf } from '../effects/outlook.ts';
import { cuttingHours } from '../years/cutting.ts';
import { sayKept } from '../years/kept.ts';
import { judge } from '../findings/judge.ts';
import { layHolding } from '../ranks/laid.ts';

/** One line of the comparison: what is compared, what each way of planting says, and whether they differ. */
export interface ComparedLine {
  readonly label: string;
  readonly said: readonly string[];
  readonly differs: boolean;
}

function sayRow(row: Row | undefined, units: UnitSystem, book: SpeciesBook): string {
  if (!row) return 'not laid';
  const kept = row.kept ? `; kept ${sayKept(row.kept, units)}` : '';
  return `${row.name}: ${sayRuns(row.runs, book)}, every ${formatLength(row.spacing, units, { decimals: 2 })}${kept}${row.later > 0 ? `; ${row.later} years later` : ''}${row.out === null ? '' : `; out in year ${row.out}`}`;
}

/** Ways of laying one planting side by side, each judged as if it were the one laid; sizes are those of `year`. */
export function comparePlantings(holding: Holding, ways: readonly Planting[], year: number): ComparedLine[] {
  const { units, currency } = holding;
  const mostRows = Math.max(...ways.map(({ rows }) => rows.length));
  const columns = ways.map((planting) => {
    // The way laid in its own place, whatever id it was kept under.
    const own = ways[0]!.id;
    const laidHere = { ...planting, id: own };
    const layout = layOut(laidHere, holding);
    const others = layHolding({ ...holding, plantings: holding.plantings.filter(({ id }) => id !== own) });
    const laid = { planting: laidHere, layout };
    const findings = judge({ ...holding, plantings: [...others.map((other) => other.planting), laidHere] }, laid, [
      ...others,
      laid,
    ]);
    const sum = quantities(laidHere, layout, holding);
    const grown = grownOf(laid, holding, 'middle');
    const closes = planting.rows.map(({ id }) => closesIn(grown, id)).filter((when) => when !== null);
    const count = (severity: string) => findings.filter((finding) => finding.severity === severity).length;
    const faults = findings.filter(({ severity }) => severity === 'fault').map(({ what }) => what);
    const cutting = cuttingHours(layout.stand, holding);
    return {
      Rows: planting.rows.length === 1 ? '1 row' : `${planting.rows.length} rows`,
      Plants: formatCount(sum.plants),
      Species: String(new Set(sum.kinds.map(({ species }) => species)).size),
      ...Object.fromEntries(
        Array.from({ length: mostRows }, (_, r) => [`Row ${r + 1}`, sayRow(planting.rows[r], units, bookOf(holding))]),
      ),
      'Length of its line': formatLength(sum.length, units),
      [`Belt width at year ${year}`]: formatLength(widthAt(grown, year), units),
      [`Tallest row at year ${year}`]: formatLength(tallestAt(grown, year), units),
      'First row closes': closes.length > 0 ? `year ${Math.min(...closes)}` : 'never',
      'Plants and materials': formatMoney(sum.cents, currency),
      'Cutting, hours a year': cutting > 0 ? String(Math.max(1, Math.round(cutting))) : 'none',
      Faults: faults.length === 0 ? 'none' : `${faults.length}: ${faults.join('; ')}`,
      'Cautions and notes': String(count('caution') + count('note')),
    } as Record<string, string>;
  });
  return Object.keys(columns[0] ?? {}).map((label) => {
    const said = columns.map((column) => column[label]!);
    return { label, said, differs: new Set(said).size > 1 };
  });
}
