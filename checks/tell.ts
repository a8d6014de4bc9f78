import { pegSheet } from '../src/core/field/peg-sheet.ts';
import { planGeoJson } from '../src/core/files/plan-geojson.ts';
import { choose } from '../src/core/counsel/choose.ts';
import { judge, tryRemedy } from '../src/core/findings/judge.ts';
import { layHolding, type Laid } from '../src/core/ranks/laid.ts';
import { bill } from '../src/core/account/bill.ts';
import { NO_LEDGER } from '../src/core/record/ledger.ts';
import { mixProposals } from '../src/core/counsel/mix-schools.ts';
import { rowOrders } from '../src/core/counsel/row-order.ts';
import { spacingProposals } from '../src/core/counsel/spacing-schools.ts';
import { walkList } from '../src/core/counsel/walk-list.ts';
import { percolationWords, holeWords } from '../src/core/ground/soil.ts';
import { cutsSentence, sunAt } from '../src/core/sun/mark.ts';
import { sunScene } from '../src/core/sun/map.ts';
import { windSentence, windsWorthStopping } from '../src/core/ground/wind.ts';
import type { Holding } from '../src/core/holding/schema.ts';
import { figures } from '../src/core/order/figures.ts';
import { orderOf, orderRows } from '../src/core/account/order-list.ts';
import { quantities } from '../src/core/account/quantities.ts';
import { printPlanting } from '../src/core/ranks/row-call/print.ts';
import { smallPlan } from '../src/core/ranks/small-plan.ts';
import { bookOf } from '../src/core/species/book.ts';
import { cuttingHours } from '../src/core/years/cutting.ts';
import { closesIn } from '../src/core/years/closing.ts';
import { meanInRow } from '../src/core/years/free-years.ts';
import { grownOf } from '../src/core/effects/outlook.ts';
import { tallestAt, widthAt } from '../src/core/years/size-at.ts';
import { layerLight } from '../src/core/years/layer-light.ts';

const near = (value: number): number => Math.round(value * 1e5) / 1e5 + 0;
/** Numbers to a hundredth of a millimetre, so that no other machine's last digit tells; species by their id. */
const plain = (value: unknown): string =>
  JSON.stringify(value, (key, part: unknown) =>
    typeof part === 'number'
      ? near(part)
      : ArrayBuffer.isView(part)
        ? Array.from(part as Float64Array)
        : key === 'command' || key === 'planting'
          ? undefined
          : key === 'species' && typeof part === 'object' && part && 'id' in part
            ? part.id
            : part,
  );

/** Numbers that move when any of the values or their order does. */
const sums = (values: ArrayLike<number>): string => {
  const all = Array.from(values);
  return `${near(all.reduce((sum, value) => sum + value, 0))}/${near(all.reduce((sum, value, i) => sum + value * ((i % 97) + 1), 0))}`;
};

function* tellPlanting(holding: Holding, laid: Laid, all: readonly Laid[]): Generator<string> {
  const { planting, layout } = laid;
  const { stand } = layout;
  yield `\n== ${planting.name} ==`;
  yield printPlanting(planting, { units: holding.units, book: bookOf(holding) });
  yield `${stand.count} plants; places ${sums(stand.x)} ${sums(stand.y)} ${sums(stand.chainage)} ${sums(stand.station)} ${sums(stand.species)}`;
  for (const { row, offset, spacing, line, from, to } of stand.rows.slice(0, 12))
    yield `row ${row.name}: ${plain([offset, spacing, line?.length ?? 0, from, to, stand.x[from], stand.y[from]])}`;
  const grown = grownOf(laid, holding, 'middle');
  for (const year of [1, 4, 10, 25, 40])
    yield `year ${year}: ${plain([widthAt(grown, year), tallestAt(grown, year), stand.rows.slice(0, 6).map(({ row }) => meanInRow(grown.grown, row.id, ({ height }) => height[year]!)), layerLight(laid, holding, year)])}`;
  yield `closes ${plain(stand.rows.slice(0, 6).map(({ row }) => closesIn(grown, row.id)))}; cutting ${near(cuttingHours(stand, holding))} h`;
  for (const found of judge(holding, laid, all)) {
    yield `${found.severity} ${found.id} (${found.plants.length} plants ${sums(found.plants)}, year ${found.year}, at ${plain(found.at)}): ${found.what}. ${found.why}`;
    for (const remedy of found.remedies) yield `  ${remedy.label}: ${tryRemedy(holding, planting.id, remedy).effect}`;
  }
  const bought = quantities(planting, layout, holding);
  const lines = bill(holding, all, NO_LEDGER).filter((line) => line.planting === planting.id);
  for (const { key, text, label, why } of figures(planting, layout, bought, lines, holding, 8))
    yield `${key}: ${text} ${label}; ${why.formula} ${plain(why.inputs)}`;
  const packed = bought.kit.map(({ rows, ...line }) => ({
    ...line,
    ...(rows && { byRow: [...rows.values()].map(near) }),
  }));
  yield `kit ${plain(packed)} ${bought.cents}`;
  const sheet = pegSheet(planting, layout, holding);
  yield `${sheet.setUp.join(' ')} ${near(sheet.walkMetres)}`;
  for (const { how, lines } of sheet.setOut ? [sheet.setOut] : [])
    yield [...how, ...lines.flatMap(({ name, pegs }) => [name, ...pegs.map((peg) => peg.join(' | '))])].join('\n');
  for (const row of sheet.rows.slice(0, 6))
    yield `pegs ${row.number} ${row.walked} ${row.notes.join(' ')} ${plain(row.totals)} ${row.pegs.slice(0, 3).map(({ label, tag }) => label + tag)} .. ${row.pegs.slice(-2).map(({ label }) => label)} ${sums(row.pegs.map(({ chainage }) => chainage))}`;
  for (const order of rowOrders(holding, laid)) yield `order ${plain(order)}`;
  for (const { id } of planting.rows.slice(0, 2)) {
    for (const { species, verdict, score, against, inFavour } of choose(holding, laid, id, null).slice(0, 6))
      yield `choose ${species.id} ${verdict} ${near(score)} ${[...against, ...inFavour].join('; ')}`;
    for (const { school, ...proposal } of spacingProposals(holding, laid, id, 8))
      yield `spacing ${school.key} ${plain(proposal)}`;
    for (const proposal of mixProposals(holding, laid, id)) yield `mix ${plain(proposal)}`;
  }
}

/** What Close Rank says of a holding, part by part, as text that a person can compare line by line. */
export function* tell(holding: Holding): Generator<string> {
  const all = layHolding(holding);
  for (const row of orderRows(orderOf(holding, all, NO_LEDGER), holding.units)) yield Object.values(row).join(' | ');
  for (const { stop, what, why, state } of walkList(holding, all, new Map()))
    yield `walk ${stop} ${state}: ${what}. ${why}`;
  for (const feature of holding.features) {
    if (feature.kind === 'percolation') yield percolationWords(feature, holding.units);
    if (feature.kind === 'holeTest') yield holeWords(feature, holding.units);
  }
  if (holding.climate?.rose)
    for (const wind of windsWorthStopping(holding.climate.rose)) yield windSentence(wind, holding.units === 'us');
  const scene = sunScene(holding);
  for (const p of [
    [10, 5],
    [30, -28],
  ] as const)
    yield `sun ${plain(sunAt(scene, p, 30))} ${[0, 5].map((month) => cutsSentence(scene, p, month)).join(' ')}`;
  yield `small plan ${plain(smallPlan(holding, all)).slice(0, 600)}`;
  yield `geojson ${planGeoJson(holding, all).length} ${sums(new TextEncoder().encode(planGeoJson(holding, all)))}`;
  for (const laid of all) yield* tellPlanting(holding, laid, all);
}
