import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { take } from '../../core/holding/command.ts';
import { mend } from '../../core/holding/mend.ts';
import { toStored } from '../../core/holding/migrate.ts';
import { setHolding } from '../../core/holding/ground-commands.ts';
import { addGap, setRow } from '../../core/holding/planting-commands.ts';
import { pegging } from '../../core/field/pegging.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import type { RecordEvent } from '../../core/record/events.ts';
import { lineOf } from '../../core/record/lines.ts';
import { NO_LEDGER } from '../../core/record/ledger.ts';
import { pegsOf } from '../../core/record/pegs.ts';

vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
let told: (news: { id: string; revision: number }) => void = () => undefined;
vi.stubGlobal(
  'BroadcastChannel',
  class {
    postMessage = () => undefined;
    addEventListener = (_: string, heard: (event: { data: unknown }) => void) => (told = (data) => heard({ data }));
  },
);
const { db, storageSentence } = await import('./db.ts');
const shelf = await import('./shelf.ts');
const session = await import('./session.ts');
const { judgingReady, workOut } = await import('./derived.ts');

const holding = sample();
const state = () => session.useSession.getState();
const spacing = (from: Holding | null) => from?.plantings[0]!.rows[0]!.spacing;
const respace = (to: number) => setRow('p1', 'p1r1', { spacing: to }, `spacing ${to} m`);
const untilSaved = () => vi.waitFor(() => expect(state().saveState).toBe('saved'));
const opened = (id: string) => shelf.openHolding(id);
const kept = async () => {
  const opened = await shelf.openHolding('sample');
  return opened.ok ? opened.holding : null;
};

beforeEach(async () => {
  await db.holdings.clear();
  await shelf.addHolding(holding);
  expect(await session.open('sample')).toBeNull();
});
afterEach(async () => {
  await session.close();
  vi.restoreAllMocks();
});

describe('a session', () => {
  it('keeps each command before it says saved', async () => {
    session.run(respace(2));
    expect(state().saveState).toBe('saving');
    await untilSaved();
    expect(spacing(await kept())).toBe(2);
  });

  it('undoes and redoes by name, and saves what it comes to', async () => {
    session.run(respace(2));
    session.run(addGap('p1', { id: 'g', kind: 'gate', at: 30, width: 4 }));
    expect(state().past.map(({ label }) => label)).toEqual(['spacing 2 m', 'gate left free']);
    session.undoLast();
    session.undoLast();
    expect(state().holding).toEqual(holding);
    session.redoNext();
    expect(state().future.map(({ label }) => label)).toEqual(['gate left free']);
    await untilSaved();
    expect(spacing(await kept())).toBe(2);
    session.undoLast();
    session.undoLast(); // nothing left: nothing happens
    await untilSaved();
    expect(await kept()).toEqual(holding);
  });

  it('a new command forgets what could be redone', () => {
    session.run(respace(2));
    session.undoLast();
    session.run(respace(3));
    expect(state().future).toEqual([]);
  });

  it('tries a change out without doing it', async () => {
    session.tryOut(respace(2));
    expect(spacing(state().tried)).toBe(2);
    expect(spacing(state().holding)).toBe(1.5);
    expect(state().past).toEqual([]);
    session.tryOut(null);
    expect(state().tried).toBeNull();
    expect(spacing(await kept())).toBe(1.5);
  });

  it('says why a command is refused, and leaves everything as it was', () => {
    expect(session.run(respace(-1))).toBe(false);
    expect(state().problem).toMatch(/^The spacing must be at least 0.10 m/);
    expect(state().holding).toEqual(holding);
    session.dismiss();
    expect(state().problem).toBeNull();
  });

  it('does not take a step that changes nothing', () => {
    session.run(setHolding({ name: holding.name }));
    expect(state().past).toEqual([]);
  });

  it('another tab’s save is not written over: this tab’s edit is done again on top of it', async () => {
    const other = await shelf.openHolding('sample');
    if (!other.ok) throw new Error(other.sentence);
    await shelf.saveHolding({ ...other.holding, name: 'Renamed elsewhere' }, other.revision);
    session.run(respace(2));
    await untilSaved();
    expect(await kept()).toMatchObject({ name: 'Renamed elsewhere' });
    expect(spacing(await kept())).toBe(2);
    expect(state().holding).toEqual(await kept());
  });

  it('an edit of what another tab has deleted gives way, and says so', async () => {
    const other = await shelf.openHolding('sample');
    if (!other.ok) throw new Error(other.sentence);
    await shelf.saveHolding({ ...other.holding, plantings: [] }, other.revision);
    session.run(respace(2));
    await untilSaved();
    expect(state().holding!.plantings).toEqual([]);
    expect(state().news).toMatch(/Another tab/);
  });

  it('storage that fails is said, the edit stays, and the next save takes both', async () => {
    const put = vi.spyOn(db.holdings, 'put').mockRejectedValueOnce(new DOMException('full', 'QuotaExceededError'));
    session.run(respace(2));
    await vi.waitFor(() => expect(state().saveState).toBe('unsaved'));
    expect(put).toHaveBeenCalledOnce();
    expect(state().unsaved).toMatch(/storage is full.*Export/);
    expect(spacing(state().holding)).toBe(2);
    session.run(addGap('p1', { id: 'g', kind: 'gap', at: 10, width: 2 }));
    await untilSaved();
    expect((await kept())!.plantings[0]).toMatchObject({ rows: [{ spacing: 2 }], gaps: [{ at: 10 }] });
  });

  it('what failed is tried again by itself, and a change made meanwhile is not called saved before it is', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    try {
      vi.spyOn(db.holdings, 'put').mockRejectedValueOnce(new DOMException('full', 'QuotaExceededError'));
      session.run(respace(2));
      await vi.waitFor(() => expect(state().saveState).toBe('unsaved'));
      await vi.advanceTimersByTimeAsync(3000);
      await untilSaved();
      expect(state().unsaved).toBeNull();
      expect(spacing(await kept())).toBe(2);
    } finally {
      vi.useRealTimers();
    }
  });

  it('an edit made while another tab’s version is read in is saved before the word is said', async () => {
    const other = await opened('sample');
    if (!other.ok) throw new Error(other.sentence);
    await shelf.saveHolding({ ...other.holding, name: 'Renamed elsewhere' }, other.revision);
    const words: string[] = [];
    const stop = session.useSession.subscribe(({ saveState, holding: now }) =>
      words.push(`${saveState} ${spacing(now)}`),
    );
    told({ id: 'sample', revision: other.revision + 1 });
    session.run(respace(2)); // while the other version is on its way
    await untilSaved();
    stop();
    expect(words).not.toContain('saved 1.5');
    expect(spacing(await kept())).toBe(2);
    expect(state().holding!.name).toBe('Renamed elsewhere');
  });

  it('an error that is no refusal is not passed off as another tab’s edit', async () => {
    const other = await opened('sample');
    if (!other.ok) throw new Error(other.sentence);
    await shelf.saveHolding({ ...other.holding, name: 'Elsewhere' }, other.revision);
    let times = 0;
    session.run({
      label: 'odd',
      change: (draft) => {
        if (times++ > 0) throw new TypeError('the odd thing');
        draft.name = 'Odd';
      },
    });
    await vi.waitFor(() => expect(state().saveState).toBe('unsaved'));
    expect(state().unsaved).toMatch(/could not be saved: the odd thing\. It is tried again/);
    expect(state().news).toBeNull();
    session.dropUnsaved();
  });

  it('another tab’s edit leaves this one’s undo; what it changed too cannot be taken back, and that is said', async () => {
    session.run(respace(2));
    session.run(addGap('p1', { id: 'g', kind: 'gap', at: 10, width: 2 }));
    await untilSaved();
    const other = await opened('sample');
    if (!other.ok) throw new Error(other.sentence);
    const theirs = take(other.holding, respace(3)).holding;
    await shelf.saveHolding(theirs, other.revision);
    told({ id: 'sample', revision: other.revision + 1 });
    await vi.waitFor(() => expect(spacing(state().holding)).toBe(3));
    session.undoLast();
    expect(state().holding!.plantings[0]!.gaps).toEqual([]);
    session.undoLast();
    expect(spacing(state().holding)).toBe(3);
    expect(state().problem).toMatch(/‘|'spacing 2 m' no longer fits: another tab/);
    expect(state().past).toEqual([]);
    await untilSaved();
  });

  it('an edit of a holding that another tab deleted is kept as a copy, and said', async () => {
    await shelf.deleteHolding('sample');
    session.run(respace(2));
    await untilSaved();
    const { copied, news, holding: now } = state();
    expect(copied?.from).toBe('sample');
    expect(news).toMatch(/deleted in another tab.*kept as ‘Sample’/);
    const copy = await opened(copied!.to);
    expect(copy.ok && spacing(copy.holding)).toBe(2);
    expect(now!.id).toBe(copied!.to);
    expect((await opened('sample')).ok).toBe(false);
    session.run(respace(3));
    await untilSaved();
    const after = await opened(copied!.to);
    expect(after.ok && spacing(after.holding)).toBe(3);
  });

  it('leaving and coming back while a save is slow opens the holding again', async () => {
    let go = () => undefined as void;
    const put = db.holdings.put.bind(db.holdings);
    vi.spyOn(db.holdings, 'put').mockImplementationOnce(((record: never) =>
      Dexie.waitFor(new Promise<void>((done) => (go = done))).then(() => put(record))) as never);
    session.run(respace(2));
    const left = session.close();
    expect(await session.open('sample')).toBeNull();
    await vi.waitFor(() => {
      go();
      expect(state().saveState).toBe('saved');
    });
    await left;
    expect(spacing(state().holding)).toBe(2);
  });

  it('what could not be saved stays in hand when it is left, and nothing else is opened over it', async () => {
    const put = vi.spyOn(db.holdings, 'put').mockRejectedValue(new DOMException('full', 'QuotaExceededError'));
    session.run(respace(2));
    await vi.waitFor(() => expect(state().saveState).toBe('unsaved'));
    await session.close();
    expect(spacing(state().holding)).toBe(2);
    expect(await session.open('other')).toMatchObject({ sentence: expect.stringMatching(/^‘Sample’ holds changes/) });
    expect(await session.open('sample')).toBeNull();
    put.mockRestore();
    session.run(respace(3));
    await untilSaved();
    expect(spacing(await kept())).toBe(3);
  });

  it('a holding that a newer version saved in another tab is told as that: it is no deletion, and nothing forks', async () => {
    const before = (await db.holdings.get('sample'))!;
    const newer = '{"format":"close-rank","version":99,"holding":{}}';
    await db.holdings.put({ ...before, revision: before.revision + 5, stored: newer });
    session.run(respace(2));
    await vi.waitFor(() => expect(state().unsaved).toMatch(/^Another tab runs a newer Close Rank/));
    expect(state()).toMatchObject({ saveState: 'unsaved', news: null });
    expect(spacing(state().holding)).toBe(2);
    expect((await db.holdings.toArray()).map(({ stored }) => stored)).toEqual([newer]);
    session.dropUnsaved();
  });

  it('what cannot be opened says why, and is handed out', async () => {
    expect((await session.open('nowhere'))?.sentence).toMatch(/no such holding/);
    await db.holdings.update('sample', { stored: { format: 'close-rank', version: 99, holding: {} } });
    await session.close();
    expect((await session.open('sample'))?.sentence).toMatch(/newer Close Rank \(version 99/);
    await db.holdings.update('sample', { stored: '{"format":"close-rank","ver' });
    expect(await session.open('sample')).toMatchObject({
      sentence: expect.stringMatching(/is damaged: its record is not whole/),
      broken: { text: '{"format":"close-rank","ver' },
    });
    const rows = Array.from({ length: 45 }, (_, i) => ({ ...holding.plantings[0]!.rows[0]!, id: `r${i}` }));
    const grown = { ...holding, plantings: [{ ...holding.plantings[0]!, rows }] };
    await db.holdings.update('sample', { stored: JSON.stringify(toStored(grown)) });
    const problem = await session.open('sample');
    const mended = mend(problem!.broken!.stored)!;
    await shelf.putMended('sample', mended, problem!.broken!);
    expect(await session.open('sample')).toBeNull();
    expect(state().holding!.plantings[0]!.rows).toHaveLength(40);
  });
});

describe('the shelf', () => {
  const names = async () => (await shelf.listHoldings()).map(({ name }) => name).sort();

  it('copies under free names, renames, deletes and brings back', async () => {
    await shelf.copyHolding('sample');
    await shelf.copyHolding('sample');
    expect(await names()).toEqual(['Sample', 'Sample copy', 'Sample copy 2']);
    await shelf.renameHolding('sample', 'First field');
    await shelf.deleteHolding('sample');
    expect(await names()).toEqual(['Sample copy', 'Sample copy 2']);
    expect((await shelf.openHolding('sample')).ok).toBe(false);
    await shelf.bringBack('sample');
    expect(await names()).toContain('First field');
  });

  it('imports a file beside a holding of the same id, never over it', async () => {
    const { readCloserank, writeCloserank } = await import('../../core/files/closerank.ts');
    const bytes = writeCloserank({ ...holding, name: 'Sample' });
    const id = await shelf.importHolding(readCloserank(bytes, 'sample.closerank'));
    expect(id).not.toBe('sample');
    expect(await names()).toEqual(['Sample', 'Sample 2']);
    expect(await names()).toHaveLength(2);
  });

  it('a day that came in is taken back as one step, never the pegs before it; pegs stay while plants are recorded under them', async () => {
    const { useRecord } = await import('./record.ts');
    const pegs = pegging(layHolding(state().holding!)[0]!, NO_LEDGER, state().holding!, { reach: 1, answers: [] });
    await session.record('Row pegged', [{ kind: 'pegged', body: pegs }]);
    const labels = pegsOf(pegs).map(({ label }) => label);
    const came = labels.slice(0, 5).map((label, n): RecordEvent => ({
      id: `phone-${n}`,
      device: 'phone',
      seq: n,
      at: `2027-02-10T10:0${n}:00.000+00:00`,
      by: 'Ann',
      kind: 'planted',
      body: { planting: 'p1', labels: [label], over: [] },
    }));
    const standing = () =>
      [...(useRecord.getState().ledger.planted.get('p1')?.said.values() ?? [])].filter((said) => said.length > 0)
        .length;
    expect((await session.layIn('sample', came.map(lineOf))).fresh).toHaveLength(5);
    expect((await session.layIn('sample', came.map(lineOf))).fresh).toHaveLength(0); // nothing new: no step
    expect(state().past.map(({ label }) => label)).toEqual(['Row pegged', '5 entries laid in']);
    session.undoLast();
    await vi.waitFor(() => expect(state().news).toBe('Taken back: 5 entries laid in.'));
    expect(standing()).toBe(0);
    expect(useRecord.getState().ledger.planted.get('p1')!.peggings).toHaveLength(1);
    session.redoNext();
    await vi.waitFor(() => expect(state().news).toBe('It holds again: 5 entries laid in.'));
    expect(standing()).toBe(5);
    // The step of the pegs is taken back by hand: it is refused, and says why.
    session.useSession.setState({ past: state().past.slice(0, 1) });
    session.undoLast();
    expect(state().problem).toBe(
      'The pegs of Row stay: 5 plants are recorded under their labels. Take those back first.',
    );
    expect(state().past).toHaveLength(1);
    expect(useRecord.getState().ledger.planted.get('p1')!.peggings).toHaveLength(1);
  });

  it('refuses a picture whose holding could no longer be a file, and keeps nothing of it', async () => {
    const { keepFor, keepPicture } = await import('./pictures.ts');
    const big = new Uint8Array(139e6);
    const file = await keepPicture(big);
    const matrix = [1, 0, 0, 0, -1, 0] as const;
    const picture = { id: 'x', name: 'aerial', file, type: 'image/png', width: 4, height: 4, points: [], opacity: 1 };
    const laid = { ...holding, pictures: [{ ...picture, matrix: [...matrix] }] } as Holding;
    await expect(keepFor(laid, new Uint8Array(2e6))).rejects.toThrow(/would take 141 MB.*at most 140 MB/);
    expect(await db.pictures.count()).toBe(1);
    await keepFor(laid, new Uint8Array(1e6));
    expect(await db.pictures.count()).toBe(2);
  });

  it('keeps the pictures of an imported file by their bytes, whatever the file calls them', async () => {
    const { readCloserank, writeCloserank } = await import('../../core/files/closerank.ts');
    const { keepPicture, pictureBytes, picturesOf } = await import('./pictures.ts');
    const file = await keepPicture(Uint8Array.of(7, 7, 7));
    expect(file).toMatch(/^[0-9a-f]{64}$/);
    expect(await keepPicture(Uint8Array.of(7, 7, 7))).toBe(file);
    const laid: Holding = {
      ...holding,
      id: 'laid',
      pictures: [
        {
          id: 'x',
          name: 'aerial',
          file,
          type: 'image/png',
          width: 9,
          height: 9,
          points: [],
          matrix: [1, 0, 0, 0, -1, 0],
          opacity: 1,
        },
      ],
    };
    const bytes = writeCloserank(laid, await picturesOf(laid));
    await db.pictures.clear();
    expect(await pictureBytes(file)).toBeNull();
    await shelf.importHolding(readCloserank(bytes, 'laid.closerank'));
    expect([...(await pictureBytes(file))!]).toEqual([7, 7, 7]);
    await shelf.importHolding(
      readCloserank(writeCloserank(laid, { [file]: Uint8Array.of(6, 6, 6) }), 'forged.closerank'),
    );
    expect([...(await pictureBytes(file))!]).toEqual([7, 7, 7]);
  });

  it('opens what an older build kept as an object', async () => {
    await db.holdings.update('sample', { stored: { format: 'close-rank', version: 3, holding } });
    expect((await shelf.openHolding('sample')).ok).toBe(true);
  });

  it('counts plants for the list, and visits as first only once', async () => {
    expect((await shelf.listHoldings())[0]!.plants).toBe(41);
    expect(await shelf.isFirstVisit()).toBe(false);
    await db.holdings.clear();
    expect(await shelf.isFirstVisit()).toBe(true);
    expect(await shelf.isFirstVisit()).toBe(false);
  });

  it('tells a full disk from a browser that keeps nothing', () => {
    expect(storageSentence(new DOMException('x', 'QuotaExceededError'))).toMatch(/full/);
    expect(storageSentence(new DOMException('x', 'SecurityError'))).toMatch(/private window or blocked/);
    expect(storageSentence(Object.assign(new Error('x'), { name: 'NoAnswer' }))).toMatch(/does not answer/);
    expect(storageSentence(Object.assign(new Error('x'), { name: 'VersionError' }))).toMatch(/newer Close Rank/);
    expect(storageSentence(new Error('a thing.'))).toMatch(/could not be saved: a thing\. It is tried again/);
  });

  it('one broken record hides no other, and names as long as they may be stay so when copied', async () => {
    await db.holdings.put({ id: 'odd', name: 7, plants: 'many' } as never);
    const long = 'n'.repeat(80);
    await shelf.addHolding({ ...holding, id: 'long', name: long });
    await shelf.copyHolding('long');
    await shelf.copyHolding('long');
    const list = await shelf.listHoldings();
    expect(list.map(({ name }) => name)).toContain('Holding without a name');
    expect(list).toHaveLength(5);
    for (const { id } of list.filter(({ name }) => name.startsWith('n'))) expect((await opened(id)).ok).toBe(true);
    const get = db.holdings.get.bind(db.holdings);
    vi.spyOn(db.holdings, 'toArray').mockRejectedValueOnce(new DOMException('x', 'DataError'));
    vi.spyOn(db.holdings, 'get').mockImplementation(((id: string) =>
      id === 'odd' ? Promise.reject(new DOMException('x', 'DataError')) : get(id)) as never);
    expect((await shelf.listHoldings()).map(({ name }) => name)).toContain('Broken record odd');
  });
});

describe('what follows from a holding', () => {
  beforeAll(() => judgingReady);
  it('is worked out once, and again only for the planting that changed', () => {
    const worked = workOut(holding);
    expect(workOut(holding)).toBe(worked);
    expect(worked.findingsOf('p1')).toBe(worked.findingsOf('p1'));
    const renamed = workOut({ ...holding, name: 'Other' });
    expect(renamed.laid('p1')!.layout).toBe(worked.laid('p1')!.layout);
    session.run(respace(2));
    expect(workOut(state().holding!).laid('p1')!.layout).not.toBe(worked.laid('p1')!.layout);
  });
  it('counts open findings without those accepted', () => {
    const open = workOut(holding).openFindingsOf('p1');
    const { id } = workOut(holding).findingsOf('p1')[0]!;
    expect(workOut({ ...holding, accepted: [{ finding: id, reason: 'meant so' }] }).openFindingsOf('p1')).toBe(
      open - 1,
    );
  });
});
