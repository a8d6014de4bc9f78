import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import { take } from '../holding/command.ts';
import { setRow, swapPlant } from '../holding/planting-commands.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding } from '../ranks/laid.ts';
import { planDays } from '../days/tasks.ts';
import { EventSchema, type Happened, type RecordEvent } from '../record/events.ts';
import { ledgerOf, NO_LEDGER, type Ledger } from '../record/ledger.ts';
import { moveBreaks, movedTo } from './move.ts';
import { letterOf, pegging, revisionOf, usualReach } from './pegging.ts';
import { pegsOf } from '../record/pegs.ts';
import { sayStops, stopsIn } from './stops.ts';
import { dayRows, nextPeg, onTrailer, runOfPegs, saying } from './the-day.ts';

let count = 0;
const event = (happened: Happened): RecordEvent =>
  EventSchema.parse({
    id: `e${++count}`,
    device: 'phone',
    seq: count,
    at: new Date(Date.UTC(2027, 2, 20, 8, count)).toISOString(),
    by: 'Ida',
    ...happened,
  });
/** A record of pegging the first planting as it is laid, and what was said after. */
const peg = (holding: Holding, ledger: Ledger = NO_LEDGER): RecordEvent =>
  event({ kind: 'pegged', body: pegging(layHolding(holding)[0]!, ledger, holding, { reach: 0.15, answers: [] }) });
const labels = (body: ReturnType<typeof pegging>) => pegsOf(body).map(({ label }) => label);
const again = (holding: Holding, ledger: Ledger) =>
  pegging(layHolding(holding)[0]!, ledger, holding, { reach: 0.15, answers: [] });
const hedge = sample({
  length: 12,
  rows: [row(), row({ rowGap: 1 })],
  animals: ['rabbit'],
  planting: { purpose: 'hedge' },
});
const first = hedge.plantings[0]!.rows[0]!;

describe(pegging, () => {
  it('names every plant by planting, row and number, and walks up one row and down the next', () => {
    const pegged = again(hedge, NO_LEDGER);
    expect(pegged.rows.map(({ number, numbers }) => [number, numbers.length])).toEqual([
      [1, 9],
      [2, 9],
    ]);
    expect(labels(pegged)).toEqual([...nine('A1'), ...nine('A2').reverse()]);
    expect(pegsOf(pegged)[1]).toMatchObject({ chainage: 1.5, at: [1.5, 0], kind: { botanical: 'Corylus avellana' } });
    expect(usualReach(hedge.plantings[0]!, hedge)).toBe(0.15);
    expect(usualReach(hedge.plantings[0]!, { units: 'us' })).toBeCloseTo(0.1524, 9);
    expect(usualReach({ purpose: 'timber' }, hedge)).toBe(1);
  });

  it('gives the next letter that no pegging has used, and a planting its own for ever', () => {
    const ledger = ledgerOf([peg(hedge)]);
    const three = {
      plantings: [
        { ...hedge.plantings[0]!, id: 'other' },
        hedge.plantings[0]!,
        { ...hedge.plantings[0]!, id: 'third' },
      ],
    };
    expect(three.plantings.map(({ id }) => letterOf(ledger, id, three))).toEqual(['B', 'A', 'C']);
    expect(three.plantings.map(({ id }) => letterOf(NO_LEDGER, id, three))).toEqual(['A', 'B', 'C']);
    const many = ledgerOf(
      Array.from({ length: 27 }, (_, n) => {
        const body = again(hedge, NO_LEDGER);
        const letter = n < 26 ? String.fromCharCode(65 + n) : 'AA';
        return event({ kind: 'pegged', body: { ...body, planting: `p${n}`, letter } });
      }),
    );
    expect(letterOf(many, 'new', hedge)).toBe('AB');
  });

  it('shows a later edit as a revision, and when pegged again uses no label twice', () => {
    const ledger = ledgerOf([peg(hedge)]);
    expect(revisionOf(layHolding(hedge)[0]!, ledger, hedge)).toBeNull();
    expect(revisionOf(layHolding(hedge)[0]!, NO_LEDGER, hedge)).toBeNull();
    const wider = take(hedge, setRow('p1', first.id, { spacing: 3 })).holding;
    const revision = revisionOf(layHolding(wider)[0]!, ledger, wider)!;
    expect(revision.out.map(({ label }) => label)).toEqual(['A1-006', 'A1-007', 'A1-008', 'A1-009']);
    expect(revision.moved.map(({ peg: { label }, metres }) => [label, metres])).toEqual([
      ['A1-002', 1.5],
      ['A1-003', 3],
      ['A1-004', 4.5],
      ['A1-005', 6],
    ]);
    expect(revision.added).toEqual([]);
    const repegged = ledgerOf([peg(hedge), event({ kind: 'pegged', body: again(wider, ledger) })]);
    // Closer than ever: the places of old keep their labels, the others get numbers nobody had.
    const closer = take(hedge, setRow('p1', first.id, { spacing: 1 })).holding;
    expect(labels(again(closer, repegged)).filter((label) => label.startsWith('A1'))).toEqual(
      ['001', '002', '003', '004', '005', '006', '007', '008', '009', '010', '011', '012', '013'].map((n) => `A1-${n}`),
    );
    expect(again(closer, repegged).over).toHaveLength(2);
    const swapped = take(hedge, swapPlant('p1', first.id, { at: 3, copy: 0 }, 'crataegus-monogyna', 'swapped')).holding;
    expect(revisionOf(layHolding(swapped)[0]!, ledger, swapped)!.swapped).toMatchObject([{ peg: { label: 'A1-003' } }]);
  });

  it('keeps a row its number when the one before it is taken out, and gives a new one the next', () => {
    const ledger = ledgerOf([peg(hedge)]);
    const without = { ...hedge, plantings: [{ ...hedge.plantings[0]!, rows: hedge.plantings[0]!.rows.slice(1) }] };
    expect(labels(again(without, ledger))).toEqual(nine('A2'));
    const more = { ...hedge.plantings[0]!.rows[0]!, id: 'new', rowGap: 1 };
    const with_ = {
      ...hedge,
      plantings: [{ ...hedge.plantings[0]!, rows: [...hedge.plantings[0]!.rows, more, { ...more, id: 'newer' }] }],
    };
    expect(again(with_, ledger).rows.map(({ number }) => number)).toEqual([1, 2, 3, 4]);
    // The number of a row that was taken out is in use for ever.
    const [, kept] = hedge.plantings[0]!.rows;
    const one = { ...hedge, plantings: [{ ...hedge.plantings[0]!, rows: [hedge.plantings[0]!.rows[0]!] }] };
    const [both, less] = [peg(hedge), peg(one, ledger)];
    const now = {
      ...hedge,
      plantings: [{ ...hedge.plantings[0]!, rows: [...one.plantings[0]!.rows, { ...kept!, id: 'new' }] }],
    };
    expect(again(now, ledgerOf([both, less])).rows.map(({ number }) => number)).toEqual([1, 3]);
  });
});

const nine = (row: string) => Array.from({ length: 9 }, (_, n) => `${row}-00${n + 1}`);

describe('the day', () => {
  const pegged = peg(hedge);
  const stateAfter = (...happened: Happened[]) => ledgerOf([pegged, ...happened.map(event)]).planted.get('p1')!;

  it('goes from peg to peg, past what was said, and back to what was passed over', () => {
    const start = stateAfter();
    expect(nextPeg(dayRows(start), null)!.label).toBe('A1-001');
    const some = stateAfter(saying('p1', start, { kind: 'planted', labels: ['A1-001', 'A1-003'] }));
    expect(nextPeg(dayRows(some), 'A1-001')!.label).toBe('A1-002');
    expect(nextPeg(dayRows(some), 'A1-002')!.label).toBe('A1-004');
    expect(nextPeg(dayRows(some), 'A2-001')!.label).toBe('A1-002');
    expect(dayRows(some)[0]).toMatchObject({ number: 1, planted: 2, skipped: 0, left: 7 });
    expect(runOfPegs(dayRows(some), 'A2-008', 'A1-007')).toEqual(['A1-007', 'A1-008', 'A1-009', 'A2-009', 'A2-008']);
    expect(runOfPegs(dayRows(some), 'A1-001', 'A1-004')).toEqual(['A1-002', 'A1-004']);
    const all = stateAfter(saying('p1', start, { kind: 'planted', labels: [...nine('A1'), ...nine('A2')] }));
    expect(nextPeg(dayRows(all), null)).toBeNull();
  });

  it('knows what lies on the trailer still: nothing is taken for what was skipped until it is planted', () => {
    const laid = layHolding(hedge)[0]!;
    const guards = (state: ReturnType<typeof stateAfter>) => {
      const left = [...onTrailer(laid, hedge, dayRows(state))];
      return left.find(([key]) => key.startsWith('guard.'))?.[1];
    };
    const start = stateAfter();
    expect(guards(start)).toBe(18);
    const some = stateAfter(saying('p1', start, { kind: 'planted', labels: nine('A1').slice(0, 4) }));
    expect(guards(some)).toBe(14);
    // Rows of another year are not on this year's trailer.
    expect([...onTrailer(laid, hedge, dayRows(start, 1))]).toEqual([]);
    expect(guards(stateAfter(saying('p1', start, { kind: 'skipped', labels: ['A1-001'], reason: '' })))).toBe(18);
  });

  it('takes what stands for what was put in, whatever the plan becomes', () => {
    const set = {
      ...hedge,
      days: { ...hedge.days, plantings: [{ id: 'p1', start: '2027-03-20', way: 'hand' as const, hands: {} }] },
    };
    const bare = {
      ...set,
      plantings: [
        {
          ...set.plantings[0]!,
          means: { ...set.plantings[0]!.means, protection: { method: 'none', measures: {}, exceptions: [] } },
        },
      ],
    };
    const guardOff = (ledger: Ledger) =>
      planDays(bare, layHolding(bare), ledger).tasks.some(({ rule }) => rule === 'guard-off');
    expect(guardOff(ledgerOf([pegged]))).toBe(false);
    expect(
      guardOff(ledgerOf([pegged, event(saying('p1', stateAfter(), { kind: 'planted', labels: ['A1-001'] }))])),
    ).toBe(true);
  });
});

describe(moveBreaks, () => {
  const pegged = again(hedge, NO_LEDGER);
  const third = pegsOf(pegged)[2]!;
  it('says nothing within the reach of the planting, and beyond it what suffers', () => {
    expect(movedTo(third, pegsOf(pegged), 0.1, 0.05)).toEqual([3.1, -0.05]);
    expect(moveBreaks(third, [3.14, 0], pegged, hedge)).toEqual([]);
    expect(moveBreaks(third, [3.16, 0], pegged, hedge)).toHaveLength(1);
    expect(moveBreaks(third, [4, 0], pegged, hedge)).toEqual([
      expect.stringMatching(/^It stands 1\.00 m from its peg; plants of Row may stand 0\.15 m/),
      expect.stringMatching(/^A1-004 would stand 0\.50 m away/),
    ]);
    expect(moveBreaks(third, [3, 1.2], pegged, hedge)[1]).toMatch(
      /^The nearest, A1-00[24], would stand 1\.92 m away: the row stays open/,
    );
    // The second row turns the walk round: on is back along the line there.
    const back = pegsOf(pegged).find(({ label }) => label === 'A2-004')!;
    expect(movedTo(back, pegsOf(pegged), 1, 0)[0]).toBeCloseTo(back.at[0] - 1);
  });
  it('warns of a service and of the boundary that it comes nearer to, though within reach', () => {
    const corner = (x: number, y: number) => ({ at: [x, y] as [number, number], pin: 'found' as const });
    const ground = sample({
      length: 12,
      features: [
        {
          kind: 'buriedService',
          name: 'the pipe',
          points: [
            [0, 1.05],
            [12, 1.05],
          ],
          service: 'water',
          state: 'live',
          depth: 0.8,
          owner: 'private',
          restsOn: 'map',
        },
      ],
      boundary: [corner(-5, -1.2), corner(20, -1.2), corner(20, 30), corner(-5, 30)],
    });
    expect(moveBreaks(third, [3, 0.1], { ...pegged, reach: 1 }, ground)).toEqual([
      expect.stringMatching(/^the pipe lies 0\.95 m from there/),
    ]);
    expect(moveBreaks(third, [3, -0.1], { ...pegged, reach: 1 }, ground)).toEqual([
      expect.stringMatching(/^It comes within 1\.10 m of the boundary/),
    ]);
  });
});

describe(stopsIn, () => {
  it('are faults and cautions that a spade can meet, not notes and not how it grows', () => {
    const found = (rule: string, severity: string) => ({ id: `${rule}:p1`, rule, severity, what: 'what', why: 'why' });
    expect(
      stopsIn([
        found('buried-service', 'fault'),
        found('assumed-corner', 'note'),
        found('spacing', 'fault'),
        found('overhead-line', 'caution'),
      ]).map(({ finding }) => finding),
    ).toEqual(['buried-service:p1', 'overhead-line:p1']);
    expect(sayStops([found('buried-service', 'fault'), found('spacing', 'fault')])).toEqual([
      'Before anybody digs: what. why',
    ]);
  });
});
