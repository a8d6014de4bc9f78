import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { readCloserank, writeCloserank } from '../../core/files/closerank.ts';
import type { Happened } from '../../core/record/events.ts';

vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
const { db } = await import('./db.ts');
const shelf = await import('./shelf.ts');
const session = await import('./session.ts');
const { useRecord, eventsOf, keepName } = await import('./record.ts');
const { keepPicture } = await import('./pictures.ts');
const { holdingBytes } = await import('../exports/export-holding.ts');

const seen = (note: string): Happened => ({ kind: 'seen', body: { item: 'wind', on: '2026-11-02', note } });
const noted = () => useRecord.getState().ledger.seen.get('wind')?.note;

beforeEach(async () => {
  await session.close();
  await Promise.all([db.holdings.clear(), db.events.clear()]);
  await shelf.addHolding(sample());
  expect(await session.open('sample')).toBeNull();
});

describe('the record of a holding', () => {
  it('is durable before it shows, by whom and on which device; it is taken back and given again by amendments', async () => {
    await keepName(' Ada ');
    expect(await session.record('seen', [seen('east')])).toBe(true);
    expect(noted()).toBe('east');
    const [first] = await eventsOf('sample');
    expect(first).toMatchObject({ by: 'Ada', seq: expect.any(Number), body: { note: 'east' } });
    expect(first!.at).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}[+-]\d\d:\d\d$/);
    expect(Math.abs(Date.parse(first!.at) - Date.now())).toBeLessThan(60_000);
    session.undoLast();
    await vi.waitFor(() => expect(noted()).toBeUndefined());
    session.redoNext();
    await vi.waitFor(() => expect(noted()).toBe('east'));
    expect((await eventsOf('sample')).map(({ kind, device }) => [kind, device])).toEqual(
      ['seen', 'amended', 'amended'].map((kind) => [kind, first!.device]),
    );
    await session.close();
    expect(noted()).toBeUndefined();
    await session.open('sample');
    expect(noted()).toBe('east');
  });

  it('what storage refuses is not shown as kept, and the reason is', async () => {
    vi.spyOn(db.events, 'bulkAdd').mockRejectedValueOnce(
      Object.assign(new Error('full'), { name: 'QuotaExceededError' }),
    );
    expect(await session.record('seen', [seen('east')])).toBe(false);
    expect(noted()).toBeUndefined();
    expect(session.useSession.getState()).toMatchObject({
      past: [],
      problem: expect.stringMatching(/storage is full/),
    });
  });

  it('goes with copies and files, photos too; what an older plan kept comes in once', async () => {
    const photo = await keepPicture(Uint8Array.of(1, 2, 3));
    const body = { order: 'o', line: 0, on: '2026-11-02', count: 1, signs: [], note: '', photos: [photo] };
    await session.record('fault', [seen('east'), { kind: 'faultFound', body }]);
    await shelf.copyHolding('sample');
    const copy = (await shelf.listHoldings()).find(({ id }) => id !== 'sample')!;
    expect(await eventsOf(copy.id)).toEqual(await eventsOf('sample'));
    const { bytes } = await holdingBytes(sample());
    const read = readCloserank(bytes, 'sample.closerank');
    expect(read.events).toEqual(await eventsOf('sample'));
    expect(Object.keys(read.pictures)).toEqual([photo]);
    const brought = await shelf.importHolding(bytes, 'sample.closerank');
    expect(await eventsOf(brought)).toEqual(read.events);
    // A newer plan that comes as a file goes over this one: both records are kept, and so is the plan of before.
    const later = { ...sample(), name: 'Newer plan' };
    const theirs = { ...read.events[0]!, id: 'theirs' };
    const file = writeCloserank(later, {}, [theirs]);
    expect([await shelf.isHere(file, 'x'), await shelf.isHere(writeCloserank({ ...later, id: 'new' }), 'x')]).toEqual([
      'Sample',
      null,
    ]);
    expect(await shelf.importHolding(file, 'newer.closerank', 'over')).toBe('sample');
    expect(await shelf.openHolding('sample')).toMatchObject({ ok: true, holding: { name: 'Newer plan' } });
    expect((await eventsOf('sample')).map(({ id }) => id)).toEqual(
      expect.arrayContaining(['theirs', ...read.events.map(({ id }) => id)]),
    );
    expect((await shelf.listHoldings()).map(({ name }) => name)).toContain('Sample, before');
    const stored = readFileSync('src/core/holding/kept/holding-v7.json', 'utf8');
    await db.holdings.update('sample', { stored });
    for (let twice = 0; twice < 2; twice++) expect((await shelf.openHolding('sample')).ok).toBe(true);
    expect((await eventsOf('sample')).filter(({ device }) => device === 'before-the-record')).toHaveLength(4);
  });
});
