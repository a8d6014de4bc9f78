import { distance, type Point } from '../geometry/point.ts';
import { featuresOf } from '../ground/features.ts';
import { reliefOf } from '../ground/relief.ts';
import type { Holding } from '../holding/schema.ts';
import type { SettingKey } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import { slopeLength } from './protection/fence-line.ts';
import { dripZones, headLoss } from './water.ts';
import { waterRates } from './water-rates.ts';

type Rates = Pick<Holding, 'features' | 'terrain'>;

const { pipe } = waterRates;

/** A run of drip line along a row. */
export interface DripLine {
  readonly row: number;
  readonly zone: number;
  /** On the slope, metres. */
  readonly length: number;
  readonly plants: number;
  /** Head lost along it, metres. */
  readonly head: number;
}

export interface DripPlan {
  readonly zones: number;
  readonly lines: readonly DripLine[];
  /** From the tap to the first row, metres. */
  readonly header: number;
  readonly tap: Point;
  /** Where the header meets the rows: their start, or the middle where lines fed from one end lose too much head. */
  readonly feed: Point;
  readonly fromMiddle: boolean;
  readonly zoneFlow: number;
  readonly hoursPerZone: number;
  readonly hoursPerWeek: number;
  /** Worst head lost along a line, metres, and speed in the header, m/s. */
  readonly head: number;
  readonly speed: number;
}

/** Most head that a line may lose, metres. */
export const MOST_HEAD = pipe.working * pipe.mostLoss;

/** Drip along the rows from the nearest tap, fed from their middle where from one end it would lose too much; null where there is none or it cannot feed a plant. */
export function dripPlan(
  layout: Layout,
  holding: Rates,
  each: number,
  of: (key: SettingKey) => number,
): DripPlan | null {
  const plan = dripFrom('start', layout, holding, each, of);
  return plan && plan.head > MOST_HEAD ? dripFrom('middle', layout, holding, each, of) : plan;
}

function dripFrom(
  feed: 'start' | 'middle',
  layout: Layout,
  holding: Rates,
  each: number,
  of: (key: SettingKey) => number,
): DripPlan | null {
  const { stand } = layout;
  const taps = featuresOf(holding.features, 'tap');
  const planted = stand.rows.map((row, r) => ({ row, r })).filter(({ row: { from, to, line } }) => line && to > from);
  if (taps.length === 0 || planted.length === 0) return null;
  const first = planted[0]!.row;
  const fed = feed === 'middle' ? Math.floor((first.from + first.to - 1) / 2) : first.from;
  const start: Point = [stand.x[fed]!, stand.y[fed]!];
  const arms = feed === 'middle' ? 2 : 1;
  const tap = taps.reduce((a, b) => (distance(b.at, start) < distance(a.at, start) ? b : a));
  const zones = dripZones({
    n: stand.count,
    emitters: of('water.emitters'),
    emitterLh: of('water.emitter'),
    weeklyL: each,
    supplyLh: tap.flow * 60,
    useFactor: of('water.use'),
  });
  if (!zones) return null;
  const relief = reliefOf(holding);
  const perPlant = of('water.emitters') * of('water.emitter');
  const lines = linesFrom(planted, arms, { perZone: zones.plantsPerZone, perPlant, relief });
  const offsets = planted.map(({ row: { offset } }) => offset);
  const across = Math.max(...offsets) - Math.min(...offsets); // on from row to row
  const header = slopeLength([tap.at, start], relief) + across;
  return {
    ...zones,
    zoneFlow: zones.zoneLh,
    lines,
    header,
    tap: tap.at,
    feed: start,
    fromMiddle: feed === 'middle',
    head: Math.max(...lines.map(({ head }) => head)),
    speed: headLoss({ L: header, flowLh: zones.zoneLh, d: pipe.header, C: pipe.smooth, outlets: 1 }).velocity,
  };
}

/** Lines along the rows, zone after zone; `arms` ways in which each runs from where it is fed. */
function linesFrom(
  planted: readonly { readonly row: Layout['stand']['rows'][number]; readonly r: number }[],
  arms: number,
  { perZone, perPlant, relief }: { perZone: number; perPlant: number; relief: ReturnType<typeof reliefOf> },
): DripLine[] {
  let zone = 1;
  let filled = 0;
  const lines: DripLine[] = [];
  for (const { row, r } of planted) {
    // A row longer than what is left of a zone is parted: the next zone begins within it.
    let left = row.to - row.from;
    const whole = slopeLength(row.line!.points, relief);
    while (left > 0) {
      if (filled === perZone) {
        zone++;
        filled = 0;
      }
      const plants = Math.min(left, perZone - filled);
      const length = (whole * plants) / (row.to - row.from);
      const { headM } = headLoss({
        L: length / arms,
        flowLh: (plants / arms) * perPlant,
        d: pipe.lateral,
        C: pipe.smooth,
        outlets: Math.max(1, Math.round(plants / arms)),
      });
      lines.push({ row: r, zone, length, plants, head: headM });
      filled += plants;
      left -= plants;
    }
  }
  return lines;
}
