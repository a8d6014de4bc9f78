import { ChevronUp } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useLook } from '../store/look-at.ts';

/** The right-hand panel; on a phone a sheet that is drawn up from below, by itself when something is chosen: on the plan, or by the view in `about`. */
export function Panel({
  label,
  about = null,
  children,
}: {
  label: string;
  about?: string | null;
  children: ReactNode;
}) {
  const [up, setUp] = useState(false);
  const selection = useLook((state) => state.selection);
  const sketch = useLook((state) => state.sketch);
  const [seen, setSeen] = useState({ selection, sketch, about });
  if (seen.selection !== selection || seen.sketch !== sketch || seen.about !== about) {
    setSeen({ selection, sketch, about });
    if (sketch) setUp(false);
    else if ((selection && selection !== seen.selection) || (about !== null && about !== seen.about)) setUp(true);
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
