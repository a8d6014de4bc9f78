import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { useRef } from 'react';
import type { Series, Verdict } from '../../../core/aims/verdict.ts';
import { heightsAt } from '../../../core/effects/at-year.ts';
import { aimKinds } from '../../../core/ground/aims.ts';
import { formatLength, type UnitSystem } from '../../../core/units/quantities.ts';
import { LAST_YEAR } from '../../../core/years/growth.ts';
import type { StandYears } from '../../../core/years/stand-years.ts';
import { useWidth } from '../../parts/use-width.ts';
import { look } from '../../store/look-at.ts';
import { useShown } from '../../store/derived.ts';
import { Facts } from '../../parts/Facts.tsx';

const HIGH = 84;

/** How each aim and the height of each row go through the years; a click goes to that year. */
export function Through({ verdicts, stand, year }: { verdicts: readonly Verdict[]; stand: StandYears; year: number }) {
  const { units } = useShown();
  const years = Array.from({ length: LAST_YEAR + 1 }, (_, n) => n);
  const names = heightsAt(stand, LAST_YEAR);
  const rows = names.map(({ row, name }) => ({
    name,
    values: years.map((n) => heightsAt(stand, n).find((one) => one.row === row)!.height),
  }));
  const shown = verdicts.filter(({ series, unit }) => series && unit !== 'year' && changes(series.middle));
  const tall = Math.max(1, ...rows.flatMap(({ values }) => values));
  return (
    <section className="through" aria-label="Through the years" tabIndex={0}>
      <h2>Through the years</h2>
      {shown.map(({ aim, sentence, series, unit, wanted, by }) => (
        <Chart
          key={aim.id}
          label={sentence}
          title={aimKinds[aim.kind].label}
          year={year}
          most={
            unit === 'percent'
              ? 100
              : Math.max(wanted * 1.3, ...Object.values(series!).flatMap(({ values }) => [...values]))
          }
          said={saidIn(unit, units)}
          lines={[{ name: sentence, ...series!.middle }]}
          band={[series!.low, series!.high]}
          wanted={wanted}
          by={by}
        />
      ))}
      <Chart
        title="Height by row"
        label={`Height by row of ${stand.laid.planting.name}`}
        year={year}
        most={tall}
        said={(value) => formatLength(value, units, { decimals: 0 })}
        lines={rows.map(({ name, values }) => ({ name, years, values }))}
      />
      <details>
        <summary>In figures</summary>
        <Facts
          heads={['Year', ...TOLD]}
          rows={[
            ...shown.map(({ aim, unit, series }) => ({
              key: aim.id,
              cells: [aimKinds[aim.kind].label, ...TOLD.map((n) => saidIn(unit, units)(valueAt(series!.middle, n)))],
            })),
            ...rows.map(({ name, values }) => ({
              key: name,
              cells: [`${name}, height`, ...TOLD.map((n) => formatLength(values[n]!, units, { decimals: 1 }))],
            })),
          ]}
        />
      </details>
    </section>
  );
}

/** Years that are told in figures. */
const TOLD = [1, 5, 10, 20, 30, 40] as const;

/** A value of a series in a year, or in the last that it knows before it. */
const valueAt = ({ years, values }: Series, year: number): number =>
  values[
    Math.max(
      0,
      years.findLastIndex((one) => one <= year),
    )
  ]!;

const saidIn =
  (unit: Verdict['unit'], units: UnitSystem) =>
  (value: number): string =>
    unit === 'percent'
      ? `${Math.round(value)} %`
      : unit === 'm'
        ? formatLength(value, units, { decimals: 0 })
        : `${Math.round(value)} h`;

/** What hardly changes is told by its verdict alone. */
const changes = ({ values }: Series): boolean => Math.max(...values) - Math.min(...values) > 0.1 * Math.max(...values);

interface ChartProps {
  readonly title: string;
  readonly label: string;
  readonly year: number;
  readonly most: number;
  readonly lines: readonly (Pick<Series, 'years' | 'values'> & { readonly name: string })[];
  readonly band?: readonly [Series, Series];
  readonly wanted?: number;
  readonly by?: number | null;
  said(value: number): string;
}

function Chart({ title, label, year, most, lines, band, wanted, by, said }: ChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const x = scaleLinear([0, LAST_YEAR], [46, width - 8]);
  const y = scaleLinear([0, most], [HIGH - 16, 16]);
  const path = (series: Pick<Series, 'years' | 'values'>) =>
    line<number>(
      (_, k) => x(series.years[k]!),
      (value) => y(Math.max(0, value)),
    )([...series.values])!;
  const between =
    band &&
    area<number>(
      (_, k) => x(band[0].years[k]!),
      (value) => y(Math.max(0, value)),
      (_, k) => y(Math.max(0, band[1].values[k]!)),
    )([...band[0].values])!;
  const at = (clientX: number, element: Element) =>
    Math.round(Math.min(LAST_YEAR, Math.max(0, x.invert(clientX - element.getBoundingClientRect().left))));
  return (
    <div ref={box} className="chart">
      <svg
        viewBox={`0 0 ${width} ${HIGH}`}
        width={width}
        height={HIGH}
        role="img"
        aria-label={label}
        onClick={(event) => look({ year: at(event.clientX, event.currentTarget) })}
      >
        <text className="name" x={46} y={10}>
          {title}
        </text>
        {[0, most / 2, most].map((tick) => (
          <g key={tick}>
            <line className="grid" x1={46} x2={width - 8} y1={y(tick)} y2={y(tick)} />
            <text x={40} y={y(tick) + 4} textAnchor="end">
              {said(tick)}
            </text>
          </g>
        ))}
        {between && <path className="band" d={between} />}
        {wanted !== undefined && wanted <= most && (
          <line className="wanted" x1={46} x2={width - 8} y1={y(wanted)} y2={y(wanted)} />
        )}
        {lines.map(({ name, ...series }) => (
          <path key={name} className="run" d={path(series)}>
            <title>{name}</title>
          </path>
        ))}
        {wanted !== undefined && by !== null && by !== undefined && (
          <circle className="goal" cx={x(by)} cy={y(wanted)} r={3.5} />
        )}
        <line className="now" x1={x(year)} x2={x(year)} y1={14} y2={HIGH - 16} />
        {[0, 10, 20, 30, 40].map((tick) => (
          <text key={tick} x={x(tick)} y={HIGH - 3} textAnchor="middle">
            {tick}
          </text>
        ))}
      </svg>
    </div>
  );
}
