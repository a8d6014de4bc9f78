import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { readCloserank, writeCloserank } from '../../core/files/closerank.ts';
import type { Happened } from '../../core/record/events.ts';
import { lineOf, readRecord } from '../../core/record/lines.ts';

vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
/** What a browser kept before events were kept as they came. */
const before = {
  id: 'b',
  device: 'phone',
  seq: 1,
  at: '2026-11-02T08:00:00+01:00',
  by: '',
  kind: 'seen',
  body: { item: 'wind', on: '2026-11-02', note: 'long ago' },
};
const { Dexie } = await import('dexie');
const old = new Dexie('close-rank');
old.version(4).stores({
  holdings: 'id, updatedAt',
  notes: 'key',
  pictures: 'file',
  files: 'id',
  events: '[holding+id], holding',
});
await old.table('events').add({ holding: 'old', id: 'b', event: before });
old.close();

const { db } = await import('./db.ts');
const shelf = await import('./shelf.ts');
const session = await import('./session.ts');
const { useRecord, eventsOf, linesOf, putLines, keepEvents, keepName, openRecord, takeIn } =
  await import('./record.ts');
const { keepPicture } = await import('./pictures.ts');
const { holdingBytes } = await import('../exports/export-holding.ts');

const seen = (note: string): Happened => ({ kind: 'seen', body: { item: 'wind', on: '2026-11-02', note } });
const noted = () => useRecord.getState().ledger.seen.get('wind')?.note;

const raised = await linesOf('old');

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

  it('what storage refuses is not shown as kept, and the reason is; it waits in its turn and is tried again by itself', async () => {
    const full = Object.assign(new Error('full'), { name: 'QuotaExceededError' });
    const refusing = vi.spyOn(db.events, 'bulkAdd').mockRejectedValue(full);
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    expect(await session.record('seen', [seen('east')])).toBe(false);
    expect(noted()).toBeUndefined();
    expect(session.useSession.getState()).toMatchObject({
      past: [],
      unkept: 1,
      problem: expect.stringMatching(/storage is full/),
    });
    expect(await session.record('seen', [seen('west')])).toBe(false);
    expect(session.useSession.getState().unkept).toBe(2);
    // No other holding is opened over it.
    expect(await session.open('other')).toMatchObject({ ok: false, unsaved: { id: 'sample' } });
    refusing.mockRestore();
    vi.advanceTimersByTime(30_000);
    vi.useRealTimers();
    await vi.waitFor(() => expect(session.useSession.getState()).toMatchObject({ unkept: 0, problem: null }));
    expect(noted()).toBe('west');
    expect(session.useSession.getState().past).toHaveLength(2);
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
    expect(read.lines).toEqual(await linesOf('sample'));
    expect(Object.keys(read.pictures)).toEqual([photo]);
    const brought = await shelf.importHolding(readCloserank(bytes, 'sample.closerank'));
    expect(await linesOf(brought)).toEqual(read.lines);
    // A newer plan that comes as a file goes over this one: both records are kept, and so is the plan of before.
    const later = { ...sample(), name: 'Newer plan' };
    const mine = readRecord(read.lines).events;
    const file = writeCloserank(later, {}, [lineOf({ ...mine[0]!, id: 'theirs' })]);
    expect([await shelf.isHere({ holding: later }), await shelf.isHere({ holding: { ...later, id: 'new' } })]).toEqual([
      'Sample',
      null,
    ]);
    expect(await shelf.importHolding(readCloserank(file, 'newer.closerank'), 'over')).toBe('sample');
    expect(await shelf.openHolding('sample')).toMatchObject({ ok: true, holding: { name: 'Newer plan' } });
    expect((await eventsOf('sample')).map(({ id }) => id)).toEqual(
      expect.arrayContaining(['theirs', ...mine.map(({ id }) => id)]),
    );
    expect((await shelf.listHoldings()).map(({ name }) => name)).toContain('Sample, before');
    const stored = readFileSync('src/core/holding/kept/holding-v7.json', 'utf8');
    await db.holdings.update('sample', { stored });
    for (let twice = 0; twice < 2; twice++) expect((await shelf.openHolding('sample')).ok).toBe(true);
    expect((await eventsOf('sample')).filter(({ device }) => device === 'before-the-record')).toHaveLength(4);
  });

  it('what a newer version recorded goes through import, edit, export and another phone byte for byte; a clash is kept twice', async () => {
    const head = '"device":"new","seq":1,"at":"2027-03-02T08:00:00Z","by":"Ada"';
    const texts = [
      `{"id":"n1",  "kind":"danced",${head},"body":{}}`,
      `{"id":"n2","kind":"seen",${head},"body":{"item":"wind","on":"2027-03-02","note":"north","loud":true}}`,
      `{"id":"n2","kind":"seen",${head},"body":{"item":"wind","on":"2027-03-02","note":"south"}}`,
    ];
    const came = texts.map((text) => ({ id: text.slice(7, 9), text }));
    const id = await shelf.importHolding(
      readCloserank(writeCloserank({ ...sample(), id: 'far' }, {}, came), 'far.closerank'),
    );
    await session.open(id);
    expect(useRecord.getState()).toMatchObject({ newer: 1, clashes: ['n2'], events: [{ id: 'n2' }] });
    expect(noted()).toBe('north');
    await session.record('seen', [seen('east')]);
    expect(noted()).toBe('east'); // though the clock here is behind: it knows of the other
    const far = session.useSession.getState().holding!;
    const { lines } = readCloserank((await holdingBytes(far)).bytes, 'far.closerank');
    expect(lines).toHaveLength(4);
    expect(lines.map(({ text }) => text)).toEqual(expect.arrayContaining(texts));
    await session.open('sample');
    expect(await takeIn('sample', lines)).toMatchObject({ newer: 1, clashes: ['n2'], known: 0 });
    expect(await linesOf('sample')).toEqual(lines);
  });

  it('what a browser kept before is kept as lines', () => {
    expect(raised).toEqual([{ id: 'b', text: JSON.stringify(before) }]);
  });

  it('two copies that swapped hold the same lines, however they came and how often', async () => {
    await session.record('seen', [seen('east')]);
    const mine = await linesOf('sample');
    const theirs = ['x', 'y'].map((id) => lineOf({ ...readRecord(mine).events[0]!, id }));
    await shelf.addHolding({ ...sample(), id: 'other', name: 'Other' });
    await putLines('other', theirs);
    for (let twice = 0; twice < 2; twice++) {
      await putLines('other', mine);
      await putLines('sample', [...theirs, ...mine]);
    }
    expect(await linesOf('other')).toEqual(await linesOf('sample'));
    expect(await db.events.where('holding').equals('other').count()).toBe(2);
  });

  it('a copy, and what is taken in again once it was deleted, are of one lineage', async () => {
    await shelf.copyHolding('sample');
    await shelf.deleteHolding('sample');
    const again = await shelf.importHolding(readCloserank(writeCloserank(sample()), 'sample.closerank'));
    const opened = await shelf.openHolding(again);
    expect(opened).toMatchObject({ ok: true, holding: { id: again, lineage: 'sample' } });
    expect(again).not.toBe('sample');
    if (opened.ok) expect(await shelf.copiesOf(opened.holding)).toEqual(['Sample copy']);
  });

  it('a plan of a newer version, or a broken one, stands beside whole when another is taken over it', async () => {
    for (const stored of ['{"format":"close-rank","version":99,"holding":{}}', '{"format":"close-rank","ver']) {
      await db.holdings.clear();
      await shelf.addHolding(sample());
      await session.record('seen', [seen('east')]);
      await db.holdings.update('sample', { stored });
      await shelf.importHolding(
        readCloserank(writeCloserank({ ...sample(), name: 'Theirs' }), 'theirs.closerank'),
        'over',
      );
      const before = (await shelf.listHoldings()).find(({ id }) => id !== 'sample')!;
      expect(before).toMatchObject({ name: 'Sample, before', stored });
      expect(await linesOf(before.id)).toEqual(await linesOf('sample'));
    }
    // Once it can be read, it is opened as itself.
    await db.holdings.add({ ...(await db.holdings.get('sample'))!, id: 'beside' });
    expect(await shelf.openHolding('beside')).toMatchObject({ ok: true, holding: { id: 'beside', lineage: 'sample' } });
  });

  it('a tap that is still being kept while another holding is opened is kept where it belongs, and shown only there', async () => {
    await shelf.addHolding({ ...sample(), id: 'other', name: 'Other' });
    const keeping = session.record('seen', [seen('east')]);
    await Promise.all([keeping, session.open('other')]);
    expect(useRecord.getState()).toMatchObject({ holding: 'other', events: [] });
    expect(await eventsOf('sample')).toHaveLength(1);
    const late = keepEvents([seen('west')]);
    const [nowhere] = await Promise.all([openRecord('sample'), late]);
    expect(nowhere).toBeUndefined();
    expect(await eventsOf('other')).toHaveLength(1);
    expect(useRecord.getState()).toMatchObject({
      holding: 'sample',
      ledger: { seen: new Map([['wind', { note: 'east' }]]) },
    });
    await db.events.where('holding').equals('other').delete();
    await openRecord('other');
    const laying = session.layIn('sample', await linesOf('sample'));
    await laying;
    expect(useRecord.getState()).toMatchObject({ holding: 'other', events: [] });
    expect(await eventsOf('other')).toEqual([]);
  });
});
