import { Button } from 'antd';
import { setBaseline } from '../../../../core/holding/planting-commands.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { pollinationOf } from '../../../../core/findings/rules/partner.ts';
import type { Guilds } from '../../../../core/ranks/ring-strings.ts';
import { capital } from '../../../../core/units/text.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { layerLight, lightSource } from '../../../../core/years/layer-light.ts';
import { PointsEditor } from '../../../parts/fields/PointsEditor.tsx';
import { startSketch } from '../../../plan/pencil.ts';
import { useWorked } from '../../../store/derived.ts';
import { useLook } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';
import { Facts } from '../../../parts/Facts.tsx';

/** Guilds: where their trees stand, and what light each layer gets against what it wants, in the year shown. */
export function GuildSettings({ laid: { planting, layout }, guilds }: { laid: Laid; guilds: Guilds }) {
  const { holding, all } = useWorked();
  const year = useLook((state) => state.year);
  const pollination = pollinationOf({ all, layout });
  const layers = layerLight({ planting, layout }, holding, year);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  return (
    <>
      <h3>Guilds</h3>
      <p className="soft">
        {guilds.anchors.length === 1 ? 'One anchor' : `${guilds.anchors.length} anchors`}, each with the same rings: the
        first row is the anchor, the others stand round it.
      </p>
      <PointsEditor
        key={guilds.anchors.join(' ')}
        points={guilds.anchors}
        units={holding.units}
        onChange={(points) =>
          run(setBaseline(planting.id, { kind: 'guilds', anchors: points.map(([x, y]) => [x, y]) }, 'anchors moved'))
        }
      />
      <div className="actions wrap">
        <Button onClick={() => startSketch('anchors')}>Set the trees again</Button>
      </div>
      <Facts
        className="months"
        caption={`Light by layer, year ${year}`}
        heads={['Layer', 'Height', 'Gets', 'Wants']}
        rows={layers.map(({ row, height, gets, least, good }) => ({
          key: row.id,
          cells: [
            row.name,
            formatLength(height, holding.units),
            `${gets < least ? '✕' : gets < good ? '!' : '✓'} ${percent(gets)}`,
            `${percent(least)}, well ${percent(good)}`,
          ],
        }))}
      />
      {pollination.length > 0 && (
        <ul className="rows-list" aria-label="Pollination">
          {pollination.map(({ species, need, plants, alone }) => (
            <li key={species.id}>
              {alone.length === 0 ? '✓' : '✕'} {capital(species.common)}:{' '}
              {alone.length === 0
                ? `a partner within ${formatLength(need.reach, holding.units, { decimals: 0 })} of each`
                : `${alone.length} of ${plants.length} without a partner within ${formatLength(need.reach, holding.units, { decimals: 0 })}`}
            </li>
          ))}
        </ul>
      )}
      <p className="soft fine">Shares of the open sky’s light; side light left out. Source: {lightSource}.</p>
    </>
  );
}
