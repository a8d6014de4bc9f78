import { fonts } from '../../checks/fonts.ts';
import { tagsPdf } from '../../src/app/exports/tags-pdf.ts';
import { EventSchema, type RecordEvent } from '../../src/core/record/events.ts';
import { added, ledgerOf } from '../../src/core/record/ledger.ts';
import { line, median, type Line } from './tell.ts';

/** A day of many taps: each plant said once, some twice, some taken back. */
function taps(count: number): RecordEvent[] {
  return Array.from({ length: count }, (_, n) =>
    EventSchema.parse({
      id: `tap${n}`,
      device: `phone${n % 4}`,
      seq: n,
      at: new Date(Date.UTC(2027, 2, 20, 8) + n * 4000).toISOString(),
      by: 'Ida',
      ...(n % 50 === 49
        ? { kind: 'amended', body: { event: `tap${n - 7}`, holds: false } }
        : {
            kind: n % 11 === 0 ? 'skipped' : 'planted',
            body: {
              planting: 'p1',
              labels: [`A1-${String(n % 3000).padStart(3, '0')}`],
              over: n >= 3000 ? [`tap${n - 3000}`] : [],
              ...(n % 11 === 0 && { reason: 'rock' }),
            },
          }),
    }),
  );
}

/** Labels with a code for each plant, set for a tenth of a big planting and for all of it. */
export async function tags(): Promise<Line[]> {
  const setting = async (count: number) => {
    const all = Array.from({ length: count }, (_, n) => ({
      title: `A1-${n}`,
      lines: ['hazel', 'Corylus avellana', 'Bench, belt'],
      code: `https://farm.test/h/bench/field/plant/A1-${n}`,
    }));
    const start = performance.now();
    await tagsPdf(all, { units: 'metric', fonts, title: 'Tags', made: '' });
    return performance.now() - start;
  };
  await setting(240);
  const [few, many] = [await setting(1008), await setting(10_080)];
  return [
    line(
      '10,080 plant tags set, of ten times 1,008',
      `${(many / (10 * few)).toFixed(2)} (${(many / 1000).toFixed(1)} s)`,
      'at most 1.3',
      many <= 13 * few,
    ),
  ];
}

/** The record of many phones folded, and one tap more added to it. */
export function field(): Line[] {
  const [few, many] = [taps(2000), taps(20_000)];
  const fold = median(() => ledgerOf(many));
  const append = (events: readonly RecordEvent[]) => {
    const kept = { events, ledger: ledgerOf(events) };
    const more = EventSchema.parse({ ...events.at(-2)!, id: 'more', at: '2027-03-22T08:00:00.000Z' });
    return median(() => added(kept, [more]));
  };
  const [one, ten] = [append(few), append(many)];
  return [
    line('20,000 events folded', `${fold.toFixed(0)} ms`, 'under 100 ms', fold < 100),
    line(
      'one tap added to 20,000 events, of folding them all',
      `${((100 * ten) / fold).toFixed(1)} % (${ten.toFixed(2)} ms; ${one.toFixed(2)} ms at 2,000)`,
      'under 10 %',
      ten < fold * 0.1,
    ),
  ];
}
