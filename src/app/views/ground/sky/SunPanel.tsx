import { Button, Segmented } from 'antd';
import { useEffect, useMemo } from 'react';
import { aimSentence } from '../../../../core/ground/aims.ts';
import { newFeature } from '../../../../core/ground/features.ts';
import { monthName } from '../../../../core/ground/local-rules.ts';
import { sunScene } from '../../../../core/sun/map.ts';
import { cutsSentence, sunAt } from '../../../../core/sun/mark.ts';
import { LIT_HOURS, midsummer, midwinter } from '../../../../core/sun/sun.ts';
import { addFeatures } from '../../../../core/holding/ground-commands.ts';
import { formatArea } from '../../../../core/units/quantities.ts';
import { startSketch } from '../../../plan/pencil.ts';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { look, NO_OVERLAY } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';
import { FeaturesPanel } from '../features/FeaturesPanel.tsx';
import { rasterImage } from '../bring-in/raster-image.ts';
import { SunPath } from './SunPath.tsx';
import type { SunMaps } from './use-sun-map.ts';
import { useWinterSun } from './use-winter-sun.ts';
import type { WinterSun } from '../../../workers/sun.worker.ts';

interface Props {
  readonly maps: SunMaps;
  readonly month: number;
  readonly mark: readonly [number, number];
  onMonth(month: number): void;
}

/** Where the sun reaches: the map of a month, the mark and what cuts its sun, the patch that stays lit in midwinter. */
export function SunPanel({ maps, month, mark, onMonth }: Props) {
  const holding = useShown();
  const { grid, months } = maps;
  const { place, features, terrain, boundary } = holding;
  const [winter, summer] = [midwinter(place.latitude), midsummer(place.latitude)];
  const scene = useMemo(() => sunScene({ place, features, terrain }), [place, features, terrain]);
  const at = useMemo(() => sunAt(scene, mark), [scene, mark]);
  const shown = months.get(month);
  useEffect(() => {
    if (shown)
      look({
        overlay: {
          ...NO_OVERLAY,
          raster: rasterImage(grid, shown, at.open[month - 1]!, boundary?.map((corner) => corner.at) ?? null),
        },
      });
    return () => look({ overlay: NO_OVERLAY });
  }, [shown, grid, month, at, boundary]);

  const found = useWinterSun(maps, months.get(winter), holding, LIT_HOURS);
  const cuts = useMemo(() => cutsSentence(scene, mark, month), [scene, mark, month]);
  const named = (which: number) => (which === winter ? 'midwinter' : which === summer ? 'midsummer' : 'spring, autumn');
  return (
    <>
      <Segmented
        block
        size="small"
        aria-label="Month of the map"
        value={month}
        onChange={onMonth}
        options={[winter, 3, summer].map((which) => ({
          value: which,
          label: `21 ${monthName(which).slice(0, 3)}`,
          title: named(which),
        }))}
      />
      <p role="status" className="soft">
        {months.size < 12
          ? `Working out the sun: ${months.size} of 12 months.`
          : 'All twelve months are worked out, at the height of a table.'}
      </p>
      <div className="panel-head">
        <h3>Sun at the mark</h3>
        <Button size="small" onClick={() => startSketch('mark')}>
          Set the mark
        </Button>
      </div>
      <div className="figures">
        <div className="figure">
          <strong>{at.hours[winter - 1]!.toFixed(1)} h</strong>
          <span>21 {monthName(winter)}</span>
        </div>
        <div className="figure">
          <strong>{at.hours[summer - 1]!.toFixed(1)} h</strong>
          <span>21 {monthName(summer)}</span>
        </div>
      </div>
      <SunPath scene={scene} mark={mark} month={month} />
      <p>
        {cuts} <span className="soft">Times are sun time, noon when the sun is highest.</span>
      </p>
      {found && <WinterFound found={found} />}
      <h3>What stands</h3>
      <FeaturesPanel
        kinds={['building', 'tree']}
        empty="Nothing stands here that throws shade. Draw buildings and standing trees with their heights; solid walls are drawn under Edges."
      />
    </>
  );
}

/** How aims of winter sun stand before anything is planted, and the patch that keeps it. */
function WinterFound({ found: { verdicts, patch } }: { found: WinterSun }) {
  const holding = useShown();
  return (
    <>
      {verdicts.map(({ aim, hours, holds, better }) => (
        <article key={aim.id} className={`finding is-${holds ? 'good' : 'caution'}`} data-rule="winter-sun">
          <h3>
            <span className="glyph" role="img" aria-label={holds ? 'Good' : 'Caution'}>
              {holds ? '✓' : '!'}
            </span>{' '}
            {holds ? 'The winter sun that is wanted is there' : 'It lacks winter sun before anything is planted'}
          </h3>
          <p>
            Aim: {aimSentence(aim, holding)} It has {hours.toFixed(1)} h now in the mean.{better && ` ${better}`}
          </p>
        </article>
      ))}
      {patch.rings.length > 0 && (
        <article className="finding is-good" data-rule="lit-patch">
          <h3>
            <span className="glyph" role="img" aria-label="Good">
              ✓
            </span>{' '}
            At least {LIT_HOURS} h in midwinter: {formatArea(patch.area, holding.units)}
          </h3>
          <p>
            Sun-lovers can stand there before anything is planted. The largest patch can be kept as a place, to tie an
            aim to.
          </p>
          <button
            type="button"
            className="link"
            onClick={() =>
              run(
                addFeatures(
                  [newFeature('place', newId(), patch.rings[0]!, { name: 'winter sun' })],
                  'winter sun kept as a place',
                ),
              )
            }
          >
            Keep this patch as a place
          </button>
        </article>
      )}
    </>
  );
}
