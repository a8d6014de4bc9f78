import { Button, Segmented, Slider } from 'antd';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { elevationOf, openSights } from '../../../core/effects/elevation.ts';
import type { Outlook } from '../../../core/effects/outlook.ts';
import { sectionAt, sectionLength } from '../../../core/effects/section.ts';
import { raysOf, sightLines } from '../../../core/effects/sight-lines.ts';
import type { Point } from '../../../core/geometry/point.ts';
import { chainageOf } from '../../../core/geometry/polyline.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import type { StandYears } from '../../../core/years/stand-years.ts';
import { saveBytes } from '../../exports/save-bytes.ts';
import { Guarded } from '../../parts/Guarded.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { useKept, useOutlook, useVerdicts, useYearsWork } from '../../parts/use-years.ts';
import { YearBar } from '../../parts/YearBar.tsx';
import { useLook } from '../../store/look-at.ts';
import { ElevationDrawing } from './ElevationDrawing.tsx';
import { Maps } from './Maps.tsx';
import { Section } from './Section.tsx';
import { drawsInSpace, StandingView } from './StandingView.tsx';
import { Through } from './Through.tsx';
import { YearsPanel, type YearSeason } from './YearsPanel.tsx';
import { useTitle } from '../../parts/use-title.ts';
import './years.css';

/** What a planting becomes and does, year by year: its section and elevation, maps, and its aims. */
export function YearsView() {
  const { planting: id } = useParams();
  const outlook = useOutlook();
  const { holding } = outlook;
  const stand = outlook.stands().find(({ laid }) => laid.planting.id === id);
  useTitle(stand?.laid.planting.name, 'Years');
  if (!id && holding.plantings[0]) return <Navigate to={`/h/${holding.id}/years/${holding.plantings[0].id}`} replace />;
  if (!stand || stand.laid.layout.stand.count === 0)
    return (
      <main className="stage sorry">
        <h1>Nothing stands here yet</h1>
        <p>Lay out a planting first; what it becomes follows by itself.</p>
        <p>
          <Link to={`/h/${holding.id}/ranks/${stand ? id : 'new'}`}>{stand ? 'Lay out its rows' : 'New planting'}</Link>
        </p>
      </main>
    );
  return <Years key={id} outlook={outlook} stand={stand} />;
}

function Years({ outlook, stand }: { outlook: Outlook; stand: StandYears }) {
  const year = useDeferredValue(useLook((state) => state.year));
  const [season, setSeason] = useState<YearSeason>('summer');
  const [chainage, setChainage] = useState(() =>
    stand.laid.planting.baseline.kind === 'guilds' ? 0 : sectionLength(stand) / 2,
  );
  const kept = useKept();
  const work = useYearsWork();
  const { verdicts } = useVerdicts(kept, work);
  const cut = useMemo(
    () => sectionAt(stand, chainage, year, season, outlook),
    [stand, chainage, year, season, outlook],
  );
  return (
    <>
      <main className="stage years-stage">
        <Guarded part="The section">
          <Pictures
            {...{ outlook, stand, year, season, chainage, cut }}
            onSeason={setSeason}
            onChainage={setChainage}
          />
        </Guarded>
        <div className="years-lower">
          <Guarded part="The map">
            <Maps
              {...{ outlook, year, season }}
              section={cut && ends(cut)}
              onPoint={(p) => {
                const line = stand.laid.layout.baseline?.line;
                if (line) setChainage(chainageOf(line, p).chainage);
              }}
            />
          </Guarded>
          <Guarded part="The years">
            <Through verdicts={[...verdicts.values()]} stand={stand} year={year} />
          </Guarded>
        </div>
        <YearBar planting={stand.laid.planting.id} />
      </main>
      <Panel label={`${stand.laid.planting.name}: years and aims`}>
        <Guarded part="This panel">
          <YearsPanel {...{ outlook, stand, year, season, verdicts, work }} />
        </Guarded>
      </Panel>
    </>
  );
}

const ends = ({ at, across, from, to }: NonNullable<ReturnType<typeof sectionAt>>): [Point, Point] => [
  [at[0] + across[0] * from, at[1] + across[1] * from],
  [at[0] + across[0] * to, at[1] + across[1] * to],
];

type Picture = 'section' | 'elevation' | 'view';
const DRAWING = 'years-drawing';

/** The section across, or the whole length seen square on; kept as a drawing. */
function Pictures({
  outlook,
  stand,
  year,
  season,
  chainage,
  cut,
  onSeason,
  onChainage,
}: {
  outlook: Outlook;
  stand: StandYears;
  year: number;
  season: YearSeason;
  chainage: number;
  cut: ReturnType<typeof sectionAt>;
  onSeason(season: YearSeason): void;
  onChainage(metres: number): void;
}) {
  const [picture, setPicture] = useState<Picture>('section');
  const { units, name } = outlook.holding;
  const { planting } = stand.laid;
  const long = sectionLength(stand);
  const at = formatLength(chainage, units, { decimals: 0 });
  return (
    <section
      className="years-picture"
      aria-label={{ section: 'Section', elevation: 'Elevation', view: 'View' }[picture]}
    >
      <header>
        <Segmented<Picture>
          size="small"
          aria-label="Drawing"
          value={picture}
          onChange={setPicture}
          options={[
            { value: 'section', label: 'Section' },
            { value: 'elevation', label: 'Elevation' },
            { value: 'view', label: 'View' },
          ]}
        />
        {picture === 'section' ? (
          <>
            <span className="soft">
              at {at} along{cut && `, looking ${cut.looking}`}
            </span>
            <Slider
              className="chainage"
              min={0}
              max={Math.max(1, Math.round(long))}
              value={Math.round(chainage)}
              onChange={onChainage}
              tooltip={{ formatter: (value) => formatLength(value ?? 0, units, { decimals: 0 }) }}
              ariaLabelForHandle="Section at, along the line"
            />
          </>
        ) : (
          <span className="soft">
            {picture === 'elevation' ? 'along its whole length, from the line' : 'from a viewing point'}
          </span>
        )}
        <Segmented<YearSeason>
          size="small"
          aria-label="Season"
          value={season}
          onChange={onSeason}
          options={[
            { value: 'summer', label: 'In leaf' },
            { value: 'winter', label: 'Leafless' },
          ]}
        />
        {picture !== 'view' && (
          <Button size="small" onClick={() => saveDrawing(`${name} ${planting.name} ${picture} year ${year}.svg`)}>
            SVG
          </Button>
        )}
      </header>
      {picture === 'section' && cut && <Section cut={cut} year={year} id={DRAWING} />}
      {picture === 'view' && drawsInSpace() && <StandingView {...{ outlook, stand, year, season }} />}
      {picture === 'view' && !drawsInSpace() && (
        <p className="view-empty">This browser does not draw in space: here is the elevation instead.</p>
      )}
      {(picture === 'elevation' || (picture === 'view' && !drawsInSpace())) && (
        <ElevationDrawing
          id={DRAWING}
          elevation={elevationOf(stand, year)}
          open={openTo(outlook, stand, year, season)}
          year={year}
          leafy={season === 'summer'}
        />
      )}
    </section>
  );
}

/** Where the sight that aims want hidden still passes through this planting. */
function openTo(outlook: Outlook, stand: StandYears, year: number, season: YearSeason) {
  const { features, aims } = outlook.holding;
  return aims.flatMap((aim) => {
    const from = aim.kind === 'hide' ? features.find(({ id }) => id === aim.from) : undefined;
    const what = aim.kind === 'hide' ? features.find(({ id }) => id === aim.what) : undefined;
    if (from?.kind !== 'viewpoint' || !what) return [];
    const rays = raysOf(sightLines(from, what, features, outlook.relief), outlook.crowns(year, season === 'summer'));
    const ground = outlook.relief?.heightAt([stand.laid.layout.stand.x[0]!, stand.laid.layout.stand.y[0]!]) ?? 0;
    return openSights(stand, rays).map(({ z, ...sight }) => ({ ...sight, z: z - ground }));
  });
}

/** The drawing on the screen as a file of its own, with the colours that it has. */
function saveDrawing(fileName: string): void {
  const drawn = document.getElementById(DRAWING)!;
  const copy = drawn.cloneNode(true) as SVGElement;
  const styled = drawn.querySelectorAll('*');
  copy.querySelectorAll('*').forEach((element, i) => {
    const { fill, stroke, strokeWidth, strokeDasharray, fillOpacity, font } = getComputedStyle(styled[i]!);
    Object.assign((element as SVGElement).style, { fill, stroke, strokeWidth, strokeDasharray, fillOpacity, font });
  });
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  saveBytes(fileName, new TextEncoder().encode(new XMLSerializer().serializeToString(copy)), 'image/svg+xml');
}
