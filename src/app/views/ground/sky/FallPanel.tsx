import { Button } from 'antd';
import { line as pathOf } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { useEffect, useMemo } from 'react';
import { compassName } from '../../../../core/geometry/point.ts';
import { contoursOf } from '../../../../core/ground/contours.ts';
import { reliefOf, sectionAlong, slopeAt } from '../../../../core/ground/relief.ts';
import { TerrainAnswer } from '../../../../core/ground/standins.ts';
import { setTerrain } from '../../../../core/holding/ground-commands.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { startSketch } from '../../../plan/pencil.ts';
import { useShown } from '../../../store/derived.ts';
import { look, NO_OVERLAY, useLook } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';
import { FeaturesPanel } from '../features/FeaturesPanel.tsx';
import { RasterButton } from '../bring-in/RasterButton.tsx';
import { StandinOffer } from '../place/StandinOffer.tsx';
import { boxQuery, groundBox, middleOfGround } from '../ground-box.ts';

/** The fall of the land: where it is known from, contours, the slope at the mark, a section along a drawn line. */
export function FallPanel() {
  const holding = useShown();
  const { terrain, features, units } = holding;
  const { mark, section } = useLook();
  const relief = useMemo(() => reliefOf({ terrain, features }), [terrain, features]);
  const box = groundBox(holding).join(' ');
  useEffect(() => {
    const [west, south, east, north] = box.split(' ').map(Number) as [number, number, number, number];
    look({
      overlay: {
        ...NO_OVERLAY,
        contours: relief ? contoursOf(relief, [west - 20, south - 20, east + 20, north + 20], units) : [],
      },
    });
    return () => look({ overlay: NO_OVERLAY });
  }, [relief, box, units]);
  const at = mark ?? middleOfGround(holding);
  const slope = relief && slopeAt(relief, at);
  const height = relief?.heightAt(at);
  return (
    <>
      {relief ? (
        <>
          <p className="soft">
            From{' '}
            {terrain
              ? `${terrain.source}${terrain.simulated ? ', simulated' : ''}`
              : 'the spot heights; between them it is a guess'}
            .
          </p>
          <div className="figures">
            <div className="figure">
              <strong>{slope ? `${(slope.share * 100).toFixed(1)} %` : 'not known'}</strong>
              <span>
                {slope && slope.share > 0.001 ? `to the ${compassName(slope.downhill)}` : 'level'},{' '}
                {mark ? 'at the mark' : 'in the middle'}
              </span>
            </div>
            <div className="figure">
              <strong>{height == null ? 'not known' : formatLength(height, units)}</strong>
              <span>elevation</span>
            </div>
          </div>
        </>
      ) : (
        <p>
          Nothing is known of the fall. Bring in an elevation grid, type three spot heights or more, or ask the
          simulated terrain.
        </p>
      )}
      <div className="actions wrap">
        <Button size="small" onClick={() => startSketch('mark')}>
          Set the mark
        </Button>
        <Button size="small" disabled={!relief} onClick={() => startSketch('section')}>
          Draw a section
        </Button>
        <RasterButton wants="elevation" label="Bring in an elevation grid" />
        {terrain && (
          <Button size="small" danger onClick={() => run(setTerrain(null))}>
            Take the grid away
          </Button>
        )}
      </div>
      {relief && section && <Section profile={sectionAlong(relief, section)} units={units} />}
      <StandinOffer
        schema={TerrainAnswer}
        path={`terrain?${boxQuery(holding)}`}
        label="What the terrain model says"
        say={(found) => `a grid of ${found.columns} x ${found.rows} cells of ${formatLength(found.cell, units)}.`}
        take={(found) => run(setTerrain(found))}
      />
      <h3>Spot heights</h3>
      <FeaturesPanel kinds={['spotHeight']} empty="None typed." />
    </>
  );
}

function Section({ profile, units }: { profile: ReturnType<typeof sectionAlong>; units: 'metric' | 'us' }) {
  if (profile.length < 2) return <p className="reading">The section lies where the fall is not known.</p>;
  const low = Math.min(...profile.map(({ elevation }) => elevation));
  const high = Math.max(...profile.map(({ elevation }) => elevation));
  const x = scaleLinear()
    .domain([0, profile.at(-1)!.chainage])
    .range([6, 280]);
  const y = scaleLinear()
    .domain([low, Math.max(high, low + 1)])
    .range([96, 12]);
  const drawn = pathOf<(typeof profile)[number]>(
    ({ chainage }) => x(chainage),
    ({ elevation }) => y(elevation),
  )(profile)!;
  const length = formatLength(profile.at(-1)!.chainage, units, { decimals: 0 });
  return (
    <figure className="chart">
      <svg
        viewBox="0 0 286 126"
        role="img"
        aria-label={`Section ${length} long, from ${formatLength(profile[0]!.elevation, units)} to ${formatLength(profile.at(-1)!.elevation, units)}`}
      >
        <path d={`${drawn} L280,104 L6,104 Z`} className="land" />
        <path d={drawn} className="land-line" />
        <text x="6" y="119">
          0
        </text>
        <text x="280" y="119" textAnchor="end">
          {length}
        </text>
        <text x="6" y="10">
          {formatLength(high, units)} highest, {formatLength(low, units)} lowest
        </text>
      </svg>
    </figure>
  );
}
