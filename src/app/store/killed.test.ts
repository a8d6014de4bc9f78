import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { SEED, tries } from '../../../checks/attack.ts';
import { sample } from '../../../checks/sample.ts';
import { readCloserank, writeCloserank } from '../../core/files/closerank.ts';
import { setPlanting } from '../../core/holding/planting-commands.ts';
import type { Happened } from '../../core/record/events.ts';
import { seeded } from '../../core/units/seeded.ts';

vi.stubGlobal('addEventListener', () => undefined);
vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
const { db } = await import('./db.ts');
const shelf = await import('./shelf.ts');
const session = await import('./session.ts');
const { linesOf, takeIn } = await import('./record.ts');

/** The machine dies at the nth write: it and every later one fails, and what was in the air is gone. */
function dieAt(nth: number): { writes(): number; live(): void } {
  let writes = 0;
  const spies = (['put', 'add', 'delete'] as const).map((name) => {
    const real = IDBObjectStore.prototype[name] as (...args: unknown[]) => IDBRequest;
    return vi.spyOn(IDBObjectStore.prototype, name).mockImplementation(function (
      this: IDBObjectStore,
      ...args: unknown[]
    ) {
      if (++writes >= nth) {
        if (this.transaction.mode === 'readwrite')
          try {
            this.transaction.abort();
          } catch {
            // It was aborted by the write before.
          }
        throw new DOMException('The machine died.', 'AbortError');
      }
      return real.apply(this, args) as never;
    });
  });
  return { writes: () => writes, live: () => spies.forEach((spy) => spy.mockRestore()) };
}

const seen = (note: string): Happened => ({ kind: 'seen', body: { item: 'wind', on: '2026-11-02', note } });
const line = (id: string, note: string) => ({
  id,
  text: JSON.stringify({ id, device: 'far', seq: 1, at: '2027-03-02T08:00:00Z', by: '', ...seen(note) }),
});
const theirs = readCloserank(
  writeCloserank({ ...sample(), name: 'Theirs' }, {}, [line('t1', 'a'), line('t2', 'b'), line('t3', 'c')]),
  'theirs.closerank',
);

/** What is done to the store, and what holds of it though it stopped half-way. */
const WORK: readonly (readonly [string, () => Promise<unknown>])[] = [
  ['two things recorded at once', () => session.record('seen', [seen('east'), seen('west')])],
  ['a day laid in', () => takeIn('sample', [line('d1', 'a'), line('d2', 'b'), line('d3', 'c')])],
  ['another plan taken over', () => shelf.importHolding(theirs, 'over')],
  ['another plan kept beside', () => shelf.importHolding(theirs, 'beside')],
  ['a copy', () => shelf.copyHolding('sample')],
  [
    'an edit saved',
    async () => {
      session.run(setPlanting('p1', { name: 'Renamed' }, 'renamed'));
      await session.close();
    },
  ],
];

beforeEach(async () => {
  await session.close();
  await Promise.all([db.holdings.clear(), db.events.clear()]);
  await shelf.addHolding(sample());
  expect(await session.open('sample')).toBeNull();
  await session.record('seen', [seen('north')]);
});

describe('the machine dies at every write of', () => {
  it.each(WORK)('%s: nothing that was kept is lost, and each part is there whole or not at all', async (_, work) => {
    vi.spyOn(console, 'warn').mockImplementation(() => undefined);
    const random = seeded(SEED);
    let most = Infinity;
    for (let n = 0; n < tries(200); n++) {
      const before = { lines: await linesOf('sample'), stored: (await db.holdings.get('sample'))!.stored };
      const nth = 1 + Math.floor(random() * Math.min(most, 12));
      const death = dieAt(nth);
      await work().catch(() => undefined);
      death.live();
      most = Math.max(1, death.writes());
      await session.close().catch(() => undefined);
      // Started anew, it opens, with all that was recorded, and the plan of before stands somewhere.
      const opened = await shelf.openHolding('sample');
      expect(opened.ok).toBe(true);
      const after = await linesOf('sample');
      expect(after).toEqual(expect.arrayContaining(before.lines));
      const fresh = after.length - before.lines.length;
      expect([0, 1, 2, 3]).toContain(fresh);
      const batch = new Set(after.filter(({ id }) => /^[dt]\d$/.test(id)).map(({ id }) => id[0]));
      for (const of of batch) expect(after.filter(({ id }) => id[0] === of && /^[dt]\d$/.test(id))).toHaveLength(3);
      const stands = (await db.holdings.toArray()).map(({ stored }) => stored);
      const planOf = (stored: unknown) =>
        JSON.stringify((JSON.parse(stored as string) as { holding: { plantings: object[] } }).holding.plantings);
      const edited = planOf(before.stored).replace('"name":"Row"', '"name":"Renamed"');
      expect([planOf(before.stored), edited].some((plan) => stands.map(planOf).includes(plan))).toBe(true);
      for (const { id } of await db.holdings.toArray()) expect((await shelf.openHolding(id)).ok).toBe(true);
      // Back to one holding, so that each try starts alike.
      for (const { id } of await db.holdings.toArray()) if (id !== 'sample') await db.holdings.delete(id);
      await db.holdings.update('sample', { stored: before.stored });
      await session.open('sample');
    }
  });
});
