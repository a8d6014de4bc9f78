import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sample } from '../../../checks/sample.ts';
import { setHolding } from '../../core/holding/ground-commands.ts';
import { addGap, setRow } from '../../core/holding/planting-commands.ts';
import type { Holding } from '../../core/holding/schema.ts';

vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
vi.stubGlobal('BroadcastChannel', undefined);
const { db, storageSentence } = await import('./db.ts');
const shelf = await import('./shelf.ts');
const session = await import('./session.ts');
const { workOut } = await import('./derived.ts');

const holding = sample();
const state = () => session.useSession.getState();
const spacing = (from: Holding | null) => from?.plantings[0]!.rows[0]!.spacing;
const respace = (to: number) => setRow('p1', 'p1r1', { spacing: to }, `spacing ${to} m`);
const untilSaved = () => vi.waitFor(() => expect(state().saveState).toBe('saved'));
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
    expect(state().past.map(({ label }) => label)).toEqual(['spacing 2 m', 'gap at 30 m']);
    session.undoLast();
    session.undoLast();
    expect(state().holding).toEqual(holding);
    session.redoNext();
    expect(state().future.map(({ label }) => label)).toEqual(['gap at 30 m']);
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
    expect(state().problem).toMatch(/^The spacing cannot be that/);
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
    expect(state().problem).toMatch(/storage is full.*export/);
    expect(spacing(state().holding)).toBe(2);
    session.run(addGap('p1', { id: 'g', kind: 'gap', at: 10, width: 2 }));
    await untilSaved();
    expect((await kept())!.plantings[0]).toMatchObject({ rows: [{ spacing: 2 }], gaps: [{ at: 10 }] });
  });

  it('what cannot be opened says why', async () => {
    expect(await session.open('nowhere')).toMatch(/no such holding/);
    await db.holdings.update('sample', { stored: { format: 'close-rank', version: 99, holding: {} } });
    await session.close();
    expect(await session.open('sample')).toMatch(/newer Close Rank \(version 99/);
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
    const { writeCloserank } = await import('../../core/files/closerank.ts');
    const bytes = writeCloserank({ ...holding, name: 'Sample' });
    const id = await shelf.importHolding(bytes, 'sample.closerank');
    expect(id).not.toBe('sample');
    expect(await names()).toEqual(['Sample', 'Sample 2']);
    await expect(shelf.importHolding(bytes.subarray(0, 60), 'cut.closerank')).rejects.toThrow(/cut\.closerank/);
    expect(await names()).toHaveLength(2);
  });

  it('keeps the pictures of an imported file by their bytes, whatever the file calls them', async () => {
    const { writeCloserank } = await import('../../core/files/closerank.ts');
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
    await shelf.importHolding(bytes, 'laid.closerank');
    expect([...(await pictureBytes(file))!]).toEqual([7, 7, 7]);
    await shelf.importHolding(writeCloserank(laid, { [file]: Uint8Array.of(6, 6, 6) }), 'forged.closerank');
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
    expect(storageSentence(new Error('x'))).toMatch(/private window or blocked/);
  });
});

describe('what follows from a holding', () => {
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
    const open = workOut(holding).openFindings();
    const { id } = workOut(holding).findingsOf('p1')[0]!;
    expect(workOut({ ...holding, accepted: [{ finding: id, reason: 'meant so' }] }).openFindings()).toBe(open - 1);
  });
});
