import { ClipboardList, Grip, Mountain, ShoppingBasket } from 'lucide-react';
import { useDeferredValue } from 'react';
import { NavLink } from 'react-router';
import { useWorked } from '../store/derived.ts';

const STAGES = [
  { key: 'ground', label: 'Ground', Icon: Mountain },
  { key: 'ranks', label: 'Ranks', Icon: Grip },
  { key: 'order', label: 'Order', Icon: ShoppingBasket },
  { key: 'field', label: 'Field', Icon: ClipboardList },
] as const;

/** The stages in the order of the work. */
export function Rail() {
  const worked = useDeferredValue(useWorked());
  const open = worked.openFindings();
  return (
    <nav className="rail" aria-label="Stages">
      {STAGES.map(({ key, label, Icon }) => (
        <NavLink key={key} to={`/h/${worked.holding.id}/${key}`}>
          <Icon size={24} strokeWidth={1.6} aria-hidden="true" />
          <span>{label}</span>
          {key === 'ranks' && open > 0 && (
            <span className="count" aria-label={`${open} findings`}>
              {open}
            </span>
          )}
        </NavLink>
      ))}
    </nav>
  );
}
