import { ChevronUp } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useLook } from '../store/look-at.ts';

/** The right-hand panel; on a phone a sheet that is drawn up from below, by itself when something is chosen. */
export function Panel({ label, children }: { label: string; children: ReactNode }) {
  const [up, setUp] = useState(false);
  const selection = useLook((state) => state.selection);
  const sketch = useLook((state) => state.sketch);
  const [seen, setSeen] = useState({ selection, sketch });
  if (seen.selection !== selection || seen.sketch !== sketch) {
    setSeen({ selection, sketch });
    if (sketch) setUp(false);
    else if (selection && selection !== seen.selection) setUp(true);
  }
  return (
    <aside className={`panel${up ? ' is-up' : ''}`} aria-label={label}>
      <button type="button" className="panel-handle" aria-expanded={up} onClick={() => setUp(!up)}>
        <ChevronUp size={18} aria-hidden="true" /> {up ? 'Back to the plan' : label}
      </button>
      <div className="panel-body">{children}</div>
    </aside>
  );
}
