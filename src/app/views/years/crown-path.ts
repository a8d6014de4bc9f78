import type { CrownShape } from '../../../core/years/crown.ts';

/** A crown from the side as an SVG path: `x` and `y` put metres on the drawing. */
export function crownPath(
  shape: CrownShape,
  {
    u,
    base,
    height,
    half,
  }: { readonly u: number; readonly base: number; readonly height: number; readonly half: number },
  ground: number,
  x: (metres: number) => number,
  y: (metres: number) => number,
): string {
  const [left, right, middle] = [x(u - half), x(u + half), x(u)];
  const [foot, top] = [y(ground + base), y(ground + height)];
  if (shape === 'cone') return `M${left} ${foot}L${middle} ${top}L${right} ${foot}Z`;
  const waist = (foot + top) / 2;
  const [rx, ry] = [(right - left) / 2, Math.abs(foot - top) / 2];
  return `M${left} ${waist}A${rx} ${ry} 0 0 1 ${right} ${waist}A${rx} ${ry} 0 0 1 ${left} ${waist}Z`;
}
