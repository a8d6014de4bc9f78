import { spansOf } from '../../../core/days/calendar.ts';
import { dateWords, dayIn, monday, spanWords, textOf, yearOf, type Day } from '../../../core/days/day.ts';
import { closedTimes, seasonDates, wetAndDry } from '../../../core/days/season.ts';
import { plantKinds, type KindWindow } from '../../../core/days/windows.ts';
import { monthName } from '../../../core/ground/local-rules.ts';
import type { Holding } from '../../../core/holding/schema.ts';

export const [GUTTER, ROW, HEAD] = [138, 19, 30];
/** Where nests and windows lie below the two bands of the ground: frost, then rain. */
const NESTS = HEAD + 2 * ROW + 3;
export const WINDOWS = NESTS + ROW + 4;
const isRain = (kind: string): boolean => kind === 'sodden' || kind === 'dry';

interface Band {
  readonly from: Day;
  readonly to: Day;
  readonly word: string;
  readonly kind: string;
}

/** Frost, frozen, sodden and dry ground between two days. */
function groundBands(holding: Holding, first: Day, last: Day): Band[] {
  const bands: Band[] = [];
  for (let day = first; day <= last + 365; day += 365) {
    const { firstFrost, lastFrost, freeze, thaw } = seasonDates(holding, Math.min(day, last));
    if (firstFrost !== null && lastFrost !== null)
      bands.push({ from: firstFrost, to: lastFrost, word: 'frost on and off', kind: 'frost' });
    if (freeze !== null && thaw !== null) bands.push({ from: freeze, to: thaw, word: 'frozen', kind: 'frozen' });
  }
  const { sodden, dry } = wetAndDry(holding);
  const months = (wanted: readonly number[], word: string, kind: string) => {
    for (let year = yearOf(first); year <= yearOf(last); year++)
      for (const month of wanted) {
        const from = dayIn(year, `${String(month).padStart(2, '0')}-01`);
        const to = dayIn(year, `${String(month).padStart(2, '0')}-31`);
        const before = bands.find((band) => band.kind === kind && band.to === from - 1);
        if (before) bands.splice(bands.indexOf(before), 1, { ...before, to });
        else bands.push({ from, to, word, kind });
      }
  };
  months(sodden, 'sodden', 'sodden');
  months(dry, 'dry', 'dry');
  return bands.filter(
    ({ from, to }, i) =>
      to >= first && from <= last && bands.findIndex((one) => one.from === from && one.kind === bands[i]!.kind) === i,
  );
}

/** Marks of the head: days of a week, weeks, months or years, by how much is seen. */
export function ticksOf(first: Day, last: Day): { day: Day; word: string }[] {
  const days = last - first;
  if (days <= 21)
    return Array.from({ length: days + 1 }, (_, i) => ({
      day: first + i,
      word: `${Number(textOf(first + i).slice(8))}`,
    }));
  if (days <= 100) {
    const from = monday(first + 6);
    return Array.from({ length: Math.floor((last - from) / 7) + 1 }, (_, i) => ({
      day: from + 7 * i,
      word: dateWords(from + 7 * i, false).replace(/([A-Z]\w\w)\w*/, '$1'),
    }));
  }
  const ticks: { day: Day; word: string }[] = [];
  for (let year = yearOf(first); year <= yearOf(last); year++)
    for (let month = 1; month <= 12; month++) {
      const day = dayIn(year, `${String(month).padStart(2, '0')}-01`);
      if (day < first || day > last) continue;
      if (days <= 500) ticks.push({ day, word: monthName(month).slice(0, 3) });
      else if (month === 1) ticks.push({ day, word: String(year) });
    }
  return ticks;
}

/** The ground, nests and windows over the time that is seen. */
export function Bands({
  holding,
  windows,
  first,
  last,
  clip,
}: {
  holding: Holding;
  windows: readonly { readonly kind: string; readonly spans: readonly KindWindow[] }[];
  first: Day;
  last: Day;
  clip: (day: Day) => number;
}) {
  const closed = closedTimes(holding).closed.flatMap((one) => spansOf(one, first, last));
  return (
    <g className="bands">
      <text className="lane-name" x={14} y={HEAD + 13}>
        The ground
      </text>
      {groundBands(holding, first, last).map(({ from, to, word, kind }) => (
        <g key={`${kind} ${from}`} className={`band is-${kind}`}>
          <rect
            x={clip(from)}
            width={Math.max(1, clip(to + 1) - clip(from))}
            y={isRain(kind) ? HEAD + ROW : HEAD}
            height={ROW - 1}
          />
          {clip(to + 1) - clip(from) > word.length * 6.4 && (
            <text x={(clip(from) + clip(to + 1)) / 2} y={(isRain(kind) ? HEAD + ROW : HEAD) + 13} textAnchor="middle">
              {word}
            </text>
          )}
        </g>
      ))}
      <text className="lane-name" x={14} y={NESTS + 13}>
        Nests
      </text>
      {closed.map(([from, to]) => (
        <g key={from} className="band is-nests">
          <rect x={clip(from)} width={Math.max(1, clip(to + 1) - clip(from))} y={NESTS} height={ROW - 1} />
          {clip(to + 1) - clip(from) > 180 && (
            <text x={(clip(from) + clip(to + 1)) / 2} y={NESTS + 13} textAnchor="middle">
              no clearing, no cutting
            </text>
          )}
        </g>
      ))}
      {windows.map(({ kind, spans }, i) => (
        <g key={kind} className="band is-window">
          {i === 0 && (
            <text className="lane-name" x={14} y={WINDOWS + 13}>
              Windows
            </text>
          )}
          {spans.map(({ from, to, name }) => (
            <g key={from}>
              <title>{`${plantKinds[kind]!.label}, ${name}: ${spanWords(from, to)}`}</title>
              <rect
                x={clip(from)}
                width={Math.max(1, clip(to + 1) - clip(from))}
                y={WINDOWS + i * ROW}
                height={ROW - 3}
              />
              <text x={clip(from) + 5} y={WINDOWS + i * ROW + 12}>
                {plantKinds[kind]!.label.toLowerCase()}
              </text>
            </g>
          ))}
        </g>
      ))}
    </g>
  );
}
