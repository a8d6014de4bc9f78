import { Button, Segmented, Select } from 'antd';
import { Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Laid } from '../../../../core/ranks/laid.ts';
import {
  addGap,
  addPlanting,
  keepPattern,
  mirrorPlanting,
  removePlanting,
  setPlanting,
} from '../../../../core/holding/planting-commands.ts';
import { setWay } from '../../../../core/holding/means-commands.ts';
import { kitMethod } from '../../../../core/means/protection/guard-kit.ts';
import { settingOf } from '../../../../core/holding/settings.ts';
import { canBeginAnew } from '../../../../core/ranks/belt-strings.ts';
import { copyPlanting, patternOf } from '../../../../core/ranks/copy.ts';
import { drawnBaseline } from '../../../../core/ranks/baseline.ts';
import { isBelt } from '../../../../core/ranks/outline.ts';
import { phasesOf } from '../../../../core/ranks/phases.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { BEYOND_GAPS, type Planting } from '../../../../core/holding/schema.ts';
import { NameField } from '../../../parts/fields/NameField.tsx';
import { PROTECTION_OPTIONS, WEED_OPTIONS } from '../../../parts/fields/means-options.ts';
import { startSketch } from '../../../plan/pencil.ts';
import { later } from '../../../parts/later.ts';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { look } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';
import { BlockSettings } from './BlockSettings.tsx';
import { Clearings } from './Clearings.tsx';
import { GuildSettings } from './GuildSettings.tsx';
import { LineSettings } from './LineSettings.tsx';

const Variants = later(() => import('./Variants.tsx'), 'Variants');

/** The planting as a whole: its name, where it lies, what is left free, how it is used again, weeds and guards. */
export function PlantingSettings({ laid }: { laid: Laid }) {
  const { planting, layout } = laid;
  const { baseline } = planting;
  return (
    <>
      <div className="panel-head">
        <h2>Line and settings</h2>
        <Button size="small" onClick={() => look({ selection: null })}>
          Close
        </Button>
      </div>
      <div className="form">
        <NameField
          value={planting.name}
          onName={(name) => run(setPlanting(planting.id, { name }, 'planting renamed'))}
        />
        {isBelt(baseline) && <LineSettings laid={laid} />}
        {baseline.kind === 'block' && (
          <BlockSettings planting={planting} block={baseline} plants={layout.stand.count} />
        )}
        {baseline.kind === 'guilds' && <GuildSettings laid={laid} guilds={baseline} />}
        <Phases laid={laid} />
        {baseline.kind !== 'guilds' && <Gaps laid={laid} />}
        <Clearings planting={planting} />
        <UseAgain laid={laid} />
        <WeedsAndGuards planting={planting} />
        <Button
          danger
          onClick={() => {
            run(removePlanting(planting.id, planting.name));
            look({ selection: null });
          }}
        >
          Delete {planting.name}
        </Button>
      </div>
    </>
  );
}

function Phases({ laid }: { laid: Laid }) {
  const phases = phasesOf(laid.layout.stand);
  if (phases.length < 2) return null;
  return (
    <>
      <h3>Phases</h3>
      <ul className="rows-list">
        {phases.map(({ later: years, plants }) => (
          <li key={years}>
            {years === 0 ? 'First' : years === 1 ? 'A year later' : `${years} years later`}: {plants} plants
          </li>
        ))}
      </ul>
    </>
  );
}

const BEYOND_WORDS = { keep: 'keep their grid', anew: 'begin anew' } as const;

function Gaps({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const { units } = holding;
  const openGap = () => {
    const gap = {
      id: newId(),
      kind: 'gap' as const,
      at: Math.round((layout.baseline?.line.length ?? 0) / 2),
      width: settingOf(holding, 'gap.width'),
    };
    if (run(addGap(planting.id, gap))) look({ selection: { what: 'gap', id: gap.id } });
  };
  return (
    <>
      <h3>Gaps</h3>
      <ul className="rows-list">
        {planting.gaps.map((gap) => (
          <li key={gap.id}>
            <button type="button" className="link" onClick={() => look({ selection: { what: 'gap', id: gap.id } })}>
              {gap.kind} {formatLength(gap.width, units)} at {formatLength(gap.at, units)}
            </button>
          </li>
        ))}
      </ul>
      {planting.gaps.length > 0 &&
        isBelt(planting.baseline) &&
        layout.baseline &&
        canBeginAnew(planting, layout.baseline) && (
          <div className="field">
            <span className="label">Beyond a gap the rows</span>
            <Segmented
              aria-label="Beyond a gap"
              value={planting.beyondGaps}
              options={BEYOND_GAPS.map((value) => ({ value, label: BEYOND_WORDS[value] }))}
              onChange={(beyondGaps) =>
                run(setPlanting(planting.id, { beyondGaps }, `rows ${BEYOND_WORDS[beyondGaps]} beyond gaps`))
              }
            />
          </div>
        )}
      <Button onClick={openGap}>Open a gap by its chainage</Button>
    </>
  );
}

/** Compared, copied, mirrored, kept as a pattern. */
function UseAgain({ laid: { planting, layout } }: { laid: Laid }) {
  const holding = useShown();
  const navigate = useNavigate();
  const [comparing, setComparing] = useState(false);
  const { baseline } = planting;
  const copy = async () => {
    const name = `${planting.name} copy`.slice(0, 80);
    // Beside the old one until its own line is drawn, so that there is something to see and drag.
    const aside = ([x, y]: readonly [number, number]): [number, number] => [x, y - 10];
    const points = (
      layout.baseline?.line.points ?? [
        [0, 0],
        [30, 0],
      ]
    ).map(aside);
    const again = copyPlanting(planting, {
      name,
      newId,
      baseline:
        baseline.kind === 'block'
          ? { ...baseline, outline: baseline.outline.map(aside) }
          : baseline.kind === 'guilds'
            ? { kind: 'guilds', anchors: baseline.anchors.map(aside) }
            : drawnBaseline([points[0]!, points.at(-1)!], {}),
    });
    if (!run(addPlanting(again))) return;
    await navigate(`/h/${holding.id}/ranks/${again.id}`);
    setTimeout(
      () => startSketch(baseline.kind === 'block' ? 'block' : baseline.kind === 'guilds' ? 'anchors' : 'baseline'),
      0,
    );
  };
  return (
    <>
      <h3>Use it again</h3>
      <div className="actions wrap">
        <Button size="small" onClick={() => setComparing(true)}>
          Variants
        </Button>
        <Button size="small" onClick={() => void copy()}>
          Copy to another place
        </Button>
        {isBelt(baseline) && (
          <Button size="small" onClick={() => run(mirrorPlanting(planting.id))}>
            Mirror to the other side
          </Button>
        )}
        <Button size="small" onClick={() => run(keepPattern(patternOf(planting, newId())))}>
          Keep as my pattern
        </Button>
      </div>
      <Suspense>{comparing && <Variants planting={planting.id} onClose={() => setComparing(false)} />}</Suspense>
    </>
  );
}

function WeedsAndGuards({ planting }: { planting: Planting }) {
  const { id } = useShown();
  const kits = useShown().kits.map((kit) => ({ value: kitMethod(kit.id), label: kit.name }));
  return (
    <>
      <h3>Weeds and animals</h3>
      <div className="field">
        <label htmlFor="weeds">Weeds kept down by</label>
        <Select
          id="weeds"
          value={planting.means.weeds.method}
          options={WEED_OPTIONS}
          onChange={(method) => run(setWay(planting.id, 'weeds', { method }, 'weeds'))}
        />
      </div>
      <div className="field">
        <label htmlFor="protection">Protected by</label>
        <Select
          id="protection"
          value={planting.means.protection.method}
          options={[...PROTECTION_OPTIONS, ...kits]}
          onChange={(method) => run(setWay(planting.id, 'protection', { method }, 'protection'))}
        />
      </div>
      <p className="soft fine">
        <Link to={`/h/${id}/order/weeds/${planting.id}`}>What each costs and does here</Link>
      </p>
    </>
  );
}
