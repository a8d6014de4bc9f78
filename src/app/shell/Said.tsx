import { useEffect, useRef, useState } from 'react';
import type { Holding } from '../../core/holding/schema.ts';
import { counted, inUnits } from '../../core/units/quantities.ts';
import { workOut } from '../store/derived.ts';
import { useSession } from '../store/session.ts';

/** Says to a screen reader what was done, what was undone and what was done again, and what the plan has more or fewer of by it. */
export function Said() {
  const past = useSession((state) => state.past);
  const future = useSession((state) => state.future);
  const holding = useSession((state) => state.holding!);
  const before = useRef({ past, future, holding });
  const [said, setSaid] = useState('');
  useEffect(() => {
    const was = before.current;
    before.current = { past, future, holding };
    const [now, undone] = [past.at(-1), future[0]];
    let words = '';
    if (now && now !== was.past.at(-1) && past.length >= was.past.length)
      words = `${now === was.future[0] ? 'Done again' : 'Done'}: ${inUnits(now.label, holding.units)}.`;
    else if (undone && undone !== was.future[0] && past.length < was.past.length)
      words = `Undone: ${inUnits(undone.label, holding.units)}.`;
    if (!words) return;
    queueMicrotask(() => setSaid(words));
    // What follows is worked out when the hand rests; another step before that is said instead.
    const idle = requestIdleCallback(() => setSaid([words, ...changesOf(was.holding, holding)].join(' ')), {
      timeout: 2000,
    });
    return () => cancelIdleCallback(idle);
  }, [past, future, holding]);
  return (
    <p className="visually-hidden" role="status" data-testid="said">
      {said}
    </p>
  );
}

/** How many plants and open findings one plan has more or fewer than another, in words: '12 plants more.'; nothing where as many. */
function changesOf(was: Holding, is: Holding): string[] {
  if (was === is) return [];
  const [before, after] = [was, is].map((holding) => {
    const worked = workOut(holding);
    const sum = (of: (id: string) => number) => worked.all.reduce((all, { planting }) => all + of(planting.id), 0);
    return {
      plant: sum((id) => worked.laid(id)!.layout.stand.count),
      finding: sum((id) => worked.openFindingsOf(id)),
    };
  });
  return (['plant', 'finding'] as const).flatMap((what) => {
    const more = after![what] - before![what];
    return more === 0 ? [] : [`${counted(Math.abs(more), what)} ${more > 0 ? 'more' : 'fewer'}.`];
  });
}
