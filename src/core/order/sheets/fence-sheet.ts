import { distance, type Point } from '../../geometry/point.ts';
import { fenceCorners } from '../../means/protection/fence-line.ts';
import type { Holding } from '../../holding/schema.ts';
import type { Laid } from '../../ranks/laid.ts';
import { counted, formatLength } from '../../units/quantities.ts';
import { kitName } from '../../account/order-list.ts';
import { guardKit, protectedParts } from '../../means/protection/guard-kit.ts';
import { fences } from '../../means/protection/kinds.ts';
import { planDrawing } from './plan-drawing.ts';
import type { Shape, Sheet } from './sheet.ts';

/** Where the fence of a planting runs, its corners and gates, and what it is made of; null where none is chosen. */
export function fenceSheet(laid: Laid, holding: Holding): Sheet | null {
  const { planting, layout } = laid;
  const fenced = protectedParts(planting, layout, holding).find(({ protection }) => protection.fences.length > 0);
  const run = fenced?.site.run;
  if (!fenced || !run) return null;
  const { units } = holding;
  const length = (metres: number) => formatLength(metres, units, { decimals: 1 });
  const kinds = fenced.protection.fences.map((kind) => fences[kind]!);
  const corners = run.lines.flatMap(postsOf);
  const pieces = guardKit(planting, layout, holding).filter(({ key }) => key.startsWith('fence.'));
  return {
    title: `Fence plan: ${planting.name}`,
    intro: `${holding.name}. ${kinds.map(({ label, height }) => `${label}, ${length(height)}`).join(' and ')}: ${length(run.length)} on the slope, gates taken out; ${counted(run.corners, 'corner')}, ${counted(run.gates, 'gate')}${run.ends > 0 ? `, ${counted(run.ends, 'end')} at the fence that stands` : ''}.`,
    parts: [
      planDrawing(
        laid,
        'The fence round its planting; squares are corners and ends, numbered',
        run.lines.flat(),
        (at) => [
          ...run.lines.map((line): Shape => ({ kind: 'line', points: line.map(at), look: 'fence' })),
          ...corners.flatMap((corner, i): Shape[] => {
            const [x, y] = at(corner);
            return [
              { kind: 'dot', at: [x, y], look: 'post' },
              { kind: 'text', at: [x + 1, y - 1], text: String(i + 1) },
            ];
          }),
        ],
      ),
      {
        kind: 'table',
        name: 'Stretches',
        head: ['From', 'To', 'Length, level'],
        rows: run.lines.flatMap((line) => stretchesOf(line, corners).map(([a, b, metres]) => [a, b, length(metres)])),
      },
      {
        kind: 'table',
        name: 'Pieces',
        head: ['Piece', 'Count', 'Why'],
        rows: pieces.map(({ key, count, why }) => [kitName(key, units, holding.kits), count, why]),
      },
      ...kinds.flatMap(({ caution, not }) => [
        { kind: 'note' as const, text: not },
        ...(caution ? [{ kind: 'note' as const, text: caution }] : []),
      ]),
    ],
  };
}

const same = (a: Point, b: Point): boolean => distance(a, b) < 0.01;

/** Where its straining posts stand: its corners, and its two ends where it is open. */
const postsOf = (line: readonly Point[]): Point[] =>
  same(line[0]!, line.at(-1)!) ? fenceCorners(line) : [line[0]!, ...fenceCorners(line), line.at(-1)!];

/** From corner to corner by their numbers, metres along the line. */
function stretchesOf(line: readonly Point[], corners: readonly Point[]): [number, number, number][] {
  const number = (point: Point) => corners.findIndex((one) => same(one, point)) + 1;
  const found: [number, number, number][] = [];
  let [from, metres] = [number(line[0]!), 0];
  for (let i = 1; i < line.length; i++) {
    metres += distance(line[i - 1]!, line[i]!);
    const to = number(line[i]!);
    if (to === 0) continue;
    if (from > 0) found.push([from, to, metres]);
    [from, metres] = [to, 0];
  }
  return found;
}
