import type { SunMark } from '../../../../core/sun/mark.ts';
import { monthName } from '../../../../core/ground/local-rules.ts';

/** Hours of sun at the mark, month by month; a month is chosen by clicking it. */
export function SunFoot({ at, month, onMonth }: { at: SunMark; month: number; onMonth(month: number): void }) {
  const most = Math.max(...at.open, 1);
  return (
    <footer className="sun-foot">
      <div>
        <h2>At the mark</h2>
        <span className="soft">hours of sun a day</span>
      </div>
      <ol>
        {at.hours.map((hours, i) => (
          <li key={monthName(i + 1)}>
            <button
              type="button"
              aria-pressed={month === i + 1}
              aria-label={`${monthName(i + 1)}: ${hours.toFixed(1)} hours of ${at.open[i]!.toFixed(1)}`}
              onClick={() => onMonth(i + 1)}
            >
              <span>{hours.toFixed(1)}</span>
              <i className="bar open" style={{ height: (at.open[i]! / most) * 40 }}>
                <i className="bar" style={{ height: (hours / most) * 40 }} />
              </i>
              <span>{monthName(i + 1).slice(0, 3)}</span>
            </button>
          </li>
        ))}
      </ol>
    </footer>
  );
}
