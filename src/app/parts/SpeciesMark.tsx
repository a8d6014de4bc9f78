import type { Species } from '../../core/holding/species-schema.ts';
import { hueOf, outlineOf } from '../look/glyphs.ts';

/** A species' glyph in its hue, as on beads and crowns. */
export function SpeciesMark({ species, size = 14 }: { species: Pick<Species, 'id' | 'form'>; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="-1.1 -1.1 2.2 2.2" aria-hidden="true" className="species-mark">
      <path d={outlineOf(species.form)} fill={hueOf(species.id)} />
    </svg>
  );
}
