import type { Species } from '../../core/holding/species-schema.ts';
import { speciesHues } from './tokens.ts';

type Form = Species['form'];

/** Outlines of how a plant grows, in a box from -1 to 1, y down. Our own: a spire narrows, an arching bush bends over. */
const OUTLINES: Record<Form, string> = {
  spire: 'M0,-1 L0.78,0.9 L-0.78,0.9 Z',
  round: 'M0,-0.95 A0.95,0.95 0 1 1 0,0.95 A0.95,0.95 0 1 1 0,-0.95 Z',
  bush: 'M-0.9,-0.35 A0.62,0.62 0 0 1 0,-0.8 A0.62,0.62 0 0 1 0.9,-0.35 L0.9,0.8 L-0.9,0.8 Z',
  arching: 'M-0.95,0.75 Q-0.95,-0.85 0,-0.85 Q0.95,-0.85 0.95,0.75 L0.5,0.75 Q0.5,0.1 0,0.1 Q-0.5,0.1 -0.5,0.75 Z',
  upright: 'M-0.5,-0.95 L0.5,-0.95 L0.65,0.95 L-0.65,0.95 Z',
  mat: 'M-1,-0.1 L1,-0.1 L1,0.65 L-1,0.65 Z',
};

export const outlineOf = (form: Form): string => OUTLINES[form];

const paths = new Map<Form, Path2D>();

/** The outline as a canvas path. */
export function glyphPath(form: Form): Path2D {
  let path = paths.get(form);
  if (!path) paths.set(form, (path = new Path2D(OUTLINES[form])));
  return path;
}

const dealt = new Map<string, string>();

/** A species' hue; species met later get the next, so that a holding's first twelve all differ. */
export function hueOf(species: string): string {
  let hue = dealt.get(species);
  if (!hue) dealt.set(species, (hue = speciesHues[dealt.size % speciesHues.length]!));
  return hue;
}
