import { windUnit, type UnitSystem } from '../../../../core/units/quantities.ts';
import { arc } from 'd3-shape';
import { compassName } from '../../../../core/geometry/point.ts';
import type { Rose, Season } from '../../../../core/holding/ground-schema.ts';

/** Where the wind of a season comes from: a petal as long as its share of the time, darker as it blows harder. */
export function WindRose({ sectors, season, units }: { sectors: Rose[Season]; season: Season; units: UnitSystem }) {
  const wind = windUnit(units);
  const most = Math.max(...sectors.map(({ share }) => share), 0.01);
  const hardest = Math.max(...sectors.map(({ speed }) => speed), 1);
  const step = (2 * Math.PI) / sectors.length;
  const petal = arc<{ share: number; i: number }>()
    .innerRadius(8)
    .outerRadius(({ share }) => 8 + (share / most) * 66)
    .startAngle(({ i }) => (i - 0.42) * step)
    .endAngle(({ i }) => (i + 0.42) * step);
  const worst = sectors.reduce(
    (best, sector, i) =>
      sector.share * sector.speed ** 2 > sectors[best]!.share * sectors[best]!.speed ** 2 ? i : best,
    0,
  );
  return (
    <figure className="chart rose">
      <svg
        viewBox="-100 -100 200 200"
        role="img"
        aria-label={`Wind rose, ${season}: hardest from the ${compassName((worst * 360) / sectors.length)}`}
      >
        {[0.33, 0.66, 1].map((part) => (
          <circle key={part} r={8 + part * 66} />
        ))}
        {sectors.map(({ share, speed }, i) => (
          <path
            key={i}
            d={petal({ share, i })!}
            className={i === worst ? 'is-worst' : ''}
            style={{ opacity: 0.35 + (0.65 * speed) / hardest }}
          >
            <title>
              {compassName((i * 360) / sectors.length)}: {Math.round(share * 100)} % of the time,{' '}
              {Math.round((speed / wind.perUnit) * 10) / 10} {wind.name}
            </title>
          </path>
        ))}
        {['N', 'E', 'S', 'W'].map((label, i) => (
          <text
            key={label}
            x={Math.sin((i * Math.PI) / 2) * 88}
            y={-Math.cos((i * Math.PI) / 2) * 88 + 4}
            textAnchor="middle"
          >
            {label}
          </text>
        ))}
      </svg>
      <figcaption className="soft">Longest petal: {Math.round(most * 100)} % of the time.</figcaption>
    </figure>
  );
}
