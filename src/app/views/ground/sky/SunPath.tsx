import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useMemo } from 'react';
import type { Point } from '../../../../core/geometry/point.ts';
import { monthName } from '../../../../core/ground/local-rules.ts';
import type { SunScene } from '../../../../core/sun/map.ts';
import { skyline } from '../../../../core/sun/mark.ts';
import { daySuns, midsummer, midwinter } from '../../../../core/sun/sun.ts';

/** The sky as seen from the mark towards the sun's side: its path in midwinter, spring and midsummer, and what stands before it. */
export function SunPath({ scene, mark, month }: { scene: SunScene; mark: Point; month: number }) {
  const { place } = scene;
  const south = place.latitude < 0;
  const sky = useMemo(() => skyline(scene, mark, month), [scene, mark, month]);
  // Seen towards the equator: east to west over south in the north, west to east over north in the south is turned to read east first.
  const across = (azimuth: number) => (south ? ((180 - azimuth + 540) % 360) - 180 : azimuth - 180);
  const x = scaleLinear().domain([-125, 125]).range([0, 284]);
  const y = scaleLinear().domain([0, 75]).range([128, 8]);
  const paths = [midwinter(place.latitude), 3, midsummer(place.latitude)].map((which) => ({
    which,
    suns: daySuns(place, { month: which, stepMinutes: 20 }),
  }));
  const width = x(3) - x(0);
  const points = ['E', 'SE', 'S', 'SW', 'W'].map((label, i) => ({
    label: south ? ['E', 'NE', 'N', 'NW', 'W'][i]! : label,
    at: -90 + i * 45,
  }));
  return (
    <figure className="chart">
      <svg
        viewBox="0 0 284 146"
        role="img"
        aria-label="Path of the sun as seen from the mark, with what stands before it"
      >
        {sky
          .filter(({ azimuth, elevation }) => elevation > 0 && Math.abs(across(azimuth)) <= 125)
          .map(({ azimuth, elevation, kind }) => (
            <rect
              key={azimuth}
              x={x(across(azimuth)) - width / 2}
              width={width + 0.4}
              y={y(elevation)}
              height={128 - y(elevation)}
              className={`sky-${kind}`}
            />
          ))}
        {paths.map(({ which, suns }) => (
          <path
            key={which}
            d={
              line<(typeof suns)[number]>(
                ({ azimuth }) => x(across(azimuth)),
                ({ elevation }) => y(elevation),
              )(suns) ?? ''
            }
            className={which === month ? 'sun-path is-now' : 'sun-path'}
          />
        ))}
        {paths.map(({ which, suns }) => {
          const top = suns.reduce<(typeof suns)[number] | null>(
            (best, sun) => (best && best.elevation > sun.elevation ? best : sun),
            null,
          );
          return (
            top && (
              <text
                key={which}
                x={142}
                y={y(Math.min(72, top.elevation)) - 3}
                textAnchor="middle"
                className={which === month ? 'is-now' : ''}
              >
                {which === 3 ? 'March, September' : monthName(which)}
              </text>
            )
          );
        })}
        <line x1="0" x2="284" y1="128" y2="128" />
        {points.map(({ label, at }) => (
          <text key={label} x={x(at)} y="142" textAnchor="middle">
            {label}
          </text>
        ))}
      </svg>
    </figure>
  );
}
