import type { Stand } from '../ranks/stand.ts';

/** Plants asked: rings along a row overlap alike. */
const ASKED = 80;
/** Points of a ring that are asked, on circles of equal area. */
const CIRCLES = 24;
const POINTS = 16;

/**
 * Mean share of a disc of `radius` metres round each plant that lies nearer to it than to any other: where discs
 * overlap each place counts once, so plants times this is what they cover together. 1 where none overlap.
 */
export function ownShare({ count, x, y }: Stand, radius: number): number {
  const cells = new Map<number, number[]>();
  const size = radius * 2;
  const key = (i: number, j: number) => i * 1_000_003 + j;
  const cell = (value: number) => Math.floor(value / size);
  for (let i = 0; i < count; i++) {
    const at = key(cell(x[i]!), cell(y[i]!));
    const there = cells.get(at);
    if (there) there.push(i);
    else cells.set(at, [i]);
  }
  const step = Math.max(1, Math.ceil(count / ASKED));
  let [own, asked] = [0, 0];
  for (let i = 0; i < count; i += step) {
    const [cx, cy] = [cell(x[i]!), cell(y[i]!)];
    const near: number[] = [];
    for (let u = -1; u <= 1; u++)
      for (let v = -1; v <= 1; v++)
        for (const j of cells.get(key(cx + u, cy + v)) ?? [])
          if (j !== i && Math.hypot(x[j]! - x[i]!, y[j]! - y[i]!) < size) near.push(j);
    asked += CIRCLES * POINTS;
    if (near.length === 0) {
      own += CIRCLES * POINTS;
      continue;
    }
    for (let c = 0; c < CIRCLES; c++) {
      const r = radius * Math.sqrt((c + 0.5) / CIRCLES);
      for (let p = 0; p < POINTS; p++) {
        const turn = ((p + (c % 2) / 2) / POINTS) * 2 * Math.PI;
        const [px, py] = [x[i]! + r * Math.cos(turn), y[i]! + r * Math.sin(turn)];
        if (near.every((j) => Math.hypot(x[j]! - px, y[j]! - py) >= r)) own++;
      }
    }
  }
  return asked > 0 ? own / asked : 1;
}
