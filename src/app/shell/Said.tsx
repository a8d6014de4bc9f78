import { useEffect, useRef, useState } from 'react';
import { inUnits } from '../../core/units/quantities.ts';
import { useSession } from '../store/session.ts';

/** Says to a screen reader what was done, what was undone and what was done again. */
export function Said() {
  const past = useSession((state) => state.past);
  const future = useSession((state) => state.future);
  const units = useSession((state) => state.holding!.units);
  const before = useRef({ past, future });
  const [said, setSaid] = useState('');
  useEffect(() => {
    const was = before.current;
    before.current = { past, future };
    const [now, undone] = [past.at(-1), future[0]];
    if (now && now !== was.past.at(-1) && past.length >= was.past.length)
      setSaid(`${now === was.future[0] ? 'Done again' : 'Done'}: ${inUnits(now.label, units)}.`);
    else if (undone && undone !== was.future[0] && past.length < was.past.length)
      setSaid(`Undone: ${inUnits(undone.label, units)}.`);
  }, [past, future, units]);
  return (
    <p className="visually-hidden" role="status" data-testid="said">
      {said}
    </p>
  );
}
