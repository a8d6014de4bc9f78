import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../checks/sample.ts';
import type { Table } from '../order/sheets/sheet.ts';
import { layHolding } from '../ranks/laid.ts';
import { EventSchema } from '../record/events.ts';
import { ledgerOf } from '../record/ledger.ts';
import { pegsOf } from '../record/pegs.ts';
import { daySheet } from './day-sheet.ts';
import { pegging } from './pegging.ts';

const week = [true, false, false, false, false, false, false];
const holding = sample({
  length: 30,
  rows: [row({ name: 'Front' }), row({ name: 'Back', rowGap: 2 })],
  features: [{ kind: 'gate', name: 'lane gate', points: [[0, -20]], width: 4 } as never],
  days: {
    holidays: ['2027-03-08'],
    people: [
      { name: 'Ida', week, hours: 6, off: ['2027-03-15'] },
      { name: 'Tom', week, hours: 4, child: true },
      { name: 'Una', week: week.toReversed(), hours: 5, not: ['digging'] },
    ],
  } as never,
});
const [laid] = layHolding(holding);
const tell = (seq: number, happened: object) =>
  EventSchema.parse({ id: `e${seq}`, device: 'd', seq, at: `2027-03-01T0${seq}:00:00.000+00:00`, by: '', ...happened });
const tables = (on: string | null, ledger = ledgerOf([])): Readonly<Record<string, Table['rows']>> =>
  Object.fromEntries(
    daySheet(laid!, ledger, holding, on, ['Before anybody digs: ask.']).parts.flatMap((part) =>
      part.kind === 'table' ? [[part.name, part.rows]] : [],
    ),
  );

describe(daySheet, () => {
  it('says of each row what is in and what is to go in, by the record', () => {
    const body = pegging(laid!, ledgerOf([]), holding, { reach: 1, answers: [] });
    const labels = pegsOf(body).map(({ label }) => label);
    const ledger = ledgerOf([
      tell(1, { kind: 'pegged', body }),
      tell(2, { kind: 'planted', body: { planting: 'p1', labels: labels.slice(0, 5), over: [] } }),
      tell(3, { kind: 'skipped', body: { planting: 'p1', labels: labels.slice(5, 6), over: [], reason: 'rock' } }),
    ]);
    const counted = (rows: Table['rows']) => rows.map(([name, , already, open]) => [name, already, open]);
    expect(counted(tables(null)['Rows']!)).toEqual([
      ['1 Front', 0, 21],
      ['2 Back', 0, 21],
    ]);
    expect(counted(tables(null, ledger)['Rows']!)).toEqual([
      ['1 Front', 5, 15],
      ['2 Back', 0, 21],
    ]);
  });

  it('names who comes that day and what they may not; nobody on a holiday or a day off; where no day is said, all', () => {
    const names = (on: string | null) =>
      (tables(on)['Who'] ?? []).map(([, name]) => name).filter((name) => !String(name).startsWith('_'));
    expect(names('2027-03-01')).toEqual(['Ida', 'Tom']);
    expect(names('2027-03-07')).toEqual(['Una']);
    expect(names('2027-03-08')).toEqual([]);
    expect(names('2027-03-15')).toEqual([]); // Ida is away, and a child never comes alone
    expect(names(null)).toEqual(['Ida', 'Tom', 'Una']);
    expect(tables(null)['Who']!.map(([, , , not]) => not)).toEqual([
      '',
      'a child: never without somebody grown',
      'no digging',
      '',
    ]);
  });

  it('says where an ambulance is sent, on either half of the world: degrees, and the grid of their zone', () => {
    const where = (latitude: number, longitude: number) => {
      const there = { ...holding, place: { ...holding.place, latitude, longitude } };
      const sheet = daySheet(laid!, ledgerOf([]), there, null, []);
      return (sheet.parts.find((part) => part.kind === 'table' && part.name.startsWith('Where')) as Table).rows;
    };
    expect(where(52, -20)[1]).toEqual([
      'first plant of 42 plants',
      '52.00000° N, 20.00000° W',
      'UTM 27N 568650 5761510',
    ]);
    expect(where(-37.3, 145)[1]).toEqual([
      'first plant of 42 plants',
      '37.30000° S, 145.00000° E',
      'UTM 55S 322740 5869972',
    ]);
    expect(where(52, -20)[0]![0]).toBe('lane gate');
  });
});
