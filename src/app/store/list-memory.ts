import { ListMemorySchema, NO_MEMORY, type ListMemory } from '../../core/files/price-list.ts';
import { db } from './db.ts';

const KEY = 'price lists';

/** What was said before of the headings and names of price lists. */
export async function listMemory(): Promise<ListMemory> {
  const kept = (await db.notes.get(KEY))?.value;
  if (!kept) return NO_MEMORY;
  return ListMemorySchema.safeParse(JSON.parse(kept)).data ?? NO_MEMORY;
}

/** Remembers what was said, beside what is remembered already. */
export async function rememberList({ columns, names }: ListMemory): Promise<void> {
  const before = await listMemory();
  const value = JSON.stringify({
    columns: { ...before.columns, ...columns },
    names: { ...before.names, ...names },
  });
  await db.notes.put({ key: KEY, value });
}
