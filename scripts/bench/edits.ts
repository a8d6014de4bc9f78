import { bill } from '../../src/core/account/bill.ts';
import { hadOf } from '../../src/core/account/had.ts';
import { pegging } from '../../src/core/field/pegging.ts';
import { judge } from '../../src/core/findings/judge.ts';
import { take } from '../../src/core/holding/command.ts';
import { setRow } from '../../src/core/holding/planting-commands.ts';
import type { Holding } from '../../src/core/holding/schema.ts';
import { quantities } from '../../src/core/account/quantities.ts';
import { afresh } from '../../src/core/derived/derived.ts';
import { layHolding, type Laid } from '../../src/core/ranks/laid.ts';
import { layOut } from '../../src/core/ranks/lay-out.ts';
import { EventSchema } from '../../src/core/record/events.ts';
import { ledgerOf, type Ledger } from '../../src/core/record/ledger.ts';
import { pegsOf } from '../../src/core/record/pegs.ts';
import { belt } from './holdings.ts';
import { line, median, type Line } from './tell.ts';

/** A new spacing each time, so that nothing is remembered that an edit would change. */
const respaced = (holding: Holding, i: number): Holding =>
  take(holding, setRow('p1', 'p1r1', { spacing: 2 + (i % 40) / 100 })).holding;

/** Edits one after another as the app does them. */
class Desk {
  constructor(private readonly holding: Holding) {
    this.judge(holding, layHolding(holding));
  }

  judge(holding: Holding, all: readonly Laid[]): void {
    for (const laid of all) judge(holding, laid, all);
  }

  /** One edit of a spacing, from command to all that follows. */
  edit(i: number): void {
    const after = respaced(this.holding, i);
    const all = layHolding(after);
    this.judge(after, all);
    quantities(all[0]!.planting, all[0]!.layout, after);
  }
}

/** Laying out at three sizes, and what a plant costs as there are more. */
export function layouts(): Line[] {
  const lines: Line[] = [];
  const perPlant = [1000, 10_000, 100_000].map((plants) => {
    const holding = belt(plants);
    const { count } = layOut(holding.plantings[0]!, holding).stand;
    const ms = median((i) => {
      const after = respaced(holding, i);
      layOut(after.plantings[0]!, after);
    });
    lines.push(
      line(
        `lay out ${count.toLocaleString('en')} plants`,
        `${ms.toFixed(1)} ms, ${((ms * 1e6) / count).toFixed(0)} ns a plant`,
        plants === 10_000 ? 'one frame, 16 ms' : '',
        plants === 10_000 ? ms < 16 : null,
      ),
    );
    return ms / count;
  });
  // Small stands carry the fixed cost of a call; from 10,000 up a plant must cost the same.
  const growth = perPlant[2]! / perPlant[1]!;
  return [
    ...lines,
    line(
      'cost of a plant at 100,000 over 10,000',
      `${growth.toFixed(2)} times`,
      'flat: at most 1.6 times',
      growth <= 1.6,
    ),
  ];
}

/** The record of a holding whose every plant was pegged and then spoken of `count` times in all. */
function recordOf(holding: Holding, count: number): Ledger {
  const [laid] = layHolding(holding);
  const body = pegging(laid!, ledgerOf([]), holding, { reach: 1, answers: [] });
  const labels = pegsOf(body).map(({ label }) => label);
  const tell = (n: number, happened: object) =>
    EventSchema.parse({
      id: `e${n}`,
      device: `phone${n % 4}`,
      seq: n,
      at: new Date(Date.UTC(2027, 2, 20, 8) + n * 4000).toISOString(),
      by: '',
      ...happened,
    });
  return ledgerOf([
    tell(0, { kind: 'pegged', body }),
    ...Array.from({ length: count - 1 }, (_, n) =>
      tell(n + 1, {
        kind: n % 11 === 0 ? 'skipped' : 'planted',
        body: {
          planting: 'p1',
          labels: [labels[n % labels.length]],
          over: n >= labels.length ? [`e${n + 1 - labels.length}`] : [],
          ...(n % 11 === 0 && { reason: 'rock' }),
        },
      }),
    ),
  ]);
}

/** An edit from command to findings and quantities, and its judgement against one of everything. */
export function edits(): Line[] {
  const small = belt(2000);
  const desk = new Desk(small);
  const frame = median((i) => desk.edit(i), 25);
  const large = new Desk(belt(4000));
  const double = median((i) => large.edit(i), 15);
  const count = layOut(small.plantings[0]!, small).stand.count;
  const ledger = recordOf(small, 20_000);
  const recorded = median((i) => {
    const after = respaced(small, i);
    const all = layHolding(after);
    desk.judge(after, all);
    bill(after, all, ledger);
    hadOf(after, all, ledger);
  }, 25);

  // As many plants in four plantings: what an edit of one asks of all, against asking every rule of all.
  const one = belt(500).plantings[0]!;
  const four: Holding = { ...small, plantings: [1, 2, 3, 4].map((p) => ({ ...one, id: `p${p}` })) };
  const desks = new Desk(four);
  const again = median((i) => {
    const after = respaced(four, i);
    desks.judge(after, layHolding(after));
  }, 25);
  const laying = median((i) => void layHolding(respaced(four, i)), 25);
  const everything = median(
    () =>
      afresh(() => {
        const all = layHolding(four);
        for (const laid of all) judge(four, laid, all);
      }),
    25,
  );
  const layingAll = median(() => void afresh(() => layHolding(four)), 25);
  const share = (again - laying) / (everything - layingAll);
  return [
    line(
      `full edit at ${count.toLocaleString('en')} plants: command, layout, findings, quantities`,
      `${frame.toFixed(1)} ms`,
      'under 8 ms',
      frame < 8,
    ),
    line(
      'the same and its account, with a record of 20,000 events',
      `${recorded.toFixed(1)} ms`,
      'under 10 ms',
      recorded < 10,
    ),
    line(
      'the edit alone at twice the plants',
      `${(double / frame).toFixed(2)} times`,
      'at most 3 times',
      double / frame <= 3,
    ),
    line(
      'judging after an edit of one of four plantings, over judging all',
      `${share.toFixed(2)} of it (${(everything - layingAll).toFixed(1)} ms)`,
      'at most a third',
      share <= 1 / 3,
    ),
  ];
}
