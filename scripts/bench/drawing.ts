import { drawingTimes } from './browser.ts';
import { dated } from './days.ts';
import { belt } from './holdings.ts';
import { line, type Line } from './tell.ts';

/** What the browser shows: the plan of 20,000 plants moved by its middle, a row of 2,000 dragged, a planting day of five plantings dragged. Without a graphics card, so all of it is the processor's. */
export async function drawing(): Promise<Line[]> {
  const lines: Line[] = [];
  const { pan, drag, day } = await drawingTimes(belt(20_000), belt(2000), dated(5));
  const late = pan.filter((ms) => ms > 33.4).length;
  lines.push(
    line(
      'plan of 20,000 plants moved: slowest frame',
      `${pan.at(-1)!.toFixed(0)} ms of ${pan.length} frames, ${late} over 33 ms`,
      'none over 33 ms',
      late === 0,
    ),
  );
  const median = drag[drag.length >> 1]!;
  lines.push(
    line(
      'a row of 2,000 plants dragged: pointer to drawn, median',
      `${median.toFixed(0)} ms`,
      'under 33 ms',
      median < 33,
    ),
  );
  const dayMedian = day[day.length >> 1]!;
  lines.push(
    line(
      'a planting day of five plantings dragged: pointer to drawn, median',
      `${dayMedian.toFixed(0)} ms`,
      'under 33 ms',
      dayMedian < 33,
    ),
  );
  return lines;
}
