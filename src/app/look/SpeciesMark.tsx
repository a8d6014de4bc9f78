import { speciesOf } from '../../core/species/catalogue.ts';
import { hueOf, outlineOf } from './glyphs.ts';

/** A species' glyph in its hue, as on beads and crowns. */
export function SpeciesMark({ species, size = 14 }: { species: string; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="-1.1 -1.1 2.2 2.2" aria-hidden="true" className="species-mark">
      <path d={outlineOf(speciesOf(species).form)} fill={hueOf(species)} />
    </svg>
  );
}
