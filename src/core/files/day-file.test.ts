import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { EventSchema, type RecordEvent } from '../record/events.ts';
import { lineOf } from '../record/lines.ts';
import { checkDayOf, readDayFile, writeDayFile } from './day-file.ts';
import { ledgerText } from '../reports/ledger-report.ts';

const PHOTO = 'ab'.repeat(32);
const event = (id: string, minute: number, happened: object): RecordEvent =>
  EventSchema.parse({
    id,
    device: 'phone',
    seq: minute,
    at: `2027-03-20T08:0${minute}:00+01:00`,
    by: 'Ida',
    ...happened,
  });
const events = [
  event('a', 0, { kind: 'planted', body: { planting: 'p1', labels: ['A1-001', 'A1-002'], over: [] } }),
  event('b', 1, { kind: 'skipped', body: { planting: 'p1', labels: ['A1-002'], reason: 'rock', over: ['a'] } }),
  event('n', 2, {
    kind: 'noted',
    body: { planting: 'p1', labels: ['A1-001'], fault: 'badRoots', note: '', photos: [PHOTO] },
  }),
];
const head = { holding: 'h1', name: 'Made-up', by: 'Ida' };
const file = writeDayFile(head, events.map(lineOf), { [PHOTO]: new Uint8Array([1, 2, 3]), other: new Uint8Array(9) });

describe('a day file', () => {
  it('carries the record and its photos, and reads back as it was', () => {
    expect(readDayFile(file, 'ida.closerank-day')).toEqual({
      ...head,
      lines: events.map(lineOf),
      problems: [],
      pictures: { [PHOTO]: new Uint8Array([1, 2, 3]) },
    });
  });

  it('cut short, of another kind, of a newer Close Rank or of another holding is a sentence each', () => {
    const said = (bytes: Uint8Array) => () => readDayFile(bytes, 'ida.day');
    expect(said(file.slice(0, file.length - 40))).toThrow(/ida\.day .*the zip in it ends early/);
    expect(said(new Uint8Array())).toThrow(/empty/);
    expect(said(strToU8('a letter'))).toThrow(/is not a day file\. A phone hands one over/);
    expect(said(zipSync({ 'holding.json': strToU8('{}') }))).toThrow(/is not a day file/);
    expect(said(zipSync({ 'day.json': strToU8('{"format":') }))).toThrow(/day\.json in it/);
    const newer = { format: 'close-rank-day', version: 9, ...head };
    expect(said(zipSync({ 'day.json': strToU8(JSON.stringify(newer)) }))).toThrow(/newer Close Rank/);
    expect(() => checkDayOf(head, { id: 'h2', name: 'Tern Hollow' }, 'ida.day')).toThrow(
      'ida.day is a day of Made-up, not of Tern Hollow. Open that holding and drop it there; nothing was taken in.',
    );
    // A copy, or what was taken in again after it was deleted, is of one lineage; so is the day of either.
    const copy = { id: 'h3', lineage: 'h1', name: 'Made-up copy' };
    expect(() => checkDayOf({ ...head, holding: 'h3' }, copy, 'ida.day')).not.toThrow(); // of before there were lineages
    for (const day of [head, { ...head, holding: 'h4', lineage: 'h1' }])
      for (const to of [copy, { id: 'h1', name: 'Made-up' }])
        expect(() => checkDayOf(day, to, 'ida.day')).not.toThrow();
    expect(() => checkDayOf({ ...head, lineage: 'h9' }, copy, 'ida.day')).toThrow(/not of Made-up copy/);
  });

  it('with a line that is broken gives the others, and says which', () => {
    const text = `${JSON.stringify(events[0])}\n{"id":\n${JSON.stringify(events[1])}\n`;
    const broken = zipSync({
      'day.json': strToU8(JSON.stringify({ format: 'close-rank-day', version: 1, ...head })),
      'events.ndjson': strToU8(text),
    });
    const read = readDayFile(broken, 'ida.day');
    expect(read.lines).toHaveLength(2);
    expect(read.problems).toEqual([expect.stringMatching(/^Line 2 of events\.ndjson in ida\.day is not whole/)]);
  });
});

describe(ledgerText, () => {
  it('is one text for one set of events, in whatever order they come', () => {
    const text = ledgerText(events);
    expect(ledgerText(events.toReversed())).toBe(text);
    const told = JSON.parse(text) as { planted: { p1: { plants: Record<string, object>; notes: object[] } } };
    expect(told.planted.p1.plants).toMatchObject({
      'A1-001': { stands: 'planted', by: 'Ida' },
      'A1-002': { stands: 'skipped' },
    });
    expect(told.planted.p1.notes).toMatchObject([{ fault: 'badRoots', labels: ['A1-001'] }]);
    expect(text.indexOf('"asked"')).toBeLessThan(text.indexOf('"left"'));
  });
});
