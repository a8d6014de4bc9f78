import { useEffect, useState } from 'react';
import { Navigate } from 'react-router';
import { db } from '../store/db.ts';

/** Where the installed app opens: on the day of the holding that was open last; on the list where there is none. */
export function DayDoor() {
  const [to, setTo] = useState<string | null>(null);
  useEffect(() => {
    void (async () => {
      const last = (await db.notes.get('last'))?.value;
      const there = last ? await db.holdings.get(last) : undefined;
      setTo(there && there.deletedAt === null ? `/h/${last}/field/plant` : '/');
    })().catch(() => setTo('/'));
  }, []);
  return to ? <Navigate to={to} replace /> : <main className="sorry" aria-busy="true" />;
}
