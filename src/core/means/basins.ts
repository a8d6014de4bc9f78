import { compassName } from '../geometry/point.ts';
import { reliefOf, slopeAt } from '../ground/relief.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { settingOf, type SettingKey } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import { basinLitres } from './water.ts';

/** What a basin round each plant holds here. Litres; slope as rise over run. */
export interface BasinPlan {
  readonly slope: number;
  /** Which way the ground falls, so on which side the rim is highest; null on the level or where heights are not known. */
  readonly downhill: string | null;
  readonly ring: number;
  readonly halfmoon: number;
  /** Which of the two holds more. */
  readonly better: 'ring' | 'halfmoon';
  readonly radius: number;
}

/** Ground flatter than this is called level. */
const LEVEL = 0.005;

/** A rim all round, or a half moon open uphill, on the slope on which a planting stands. */
export function basinPlan(
  planting: Planting,
  { stand }: Layout,
  holding: Pick<Holding, 'settings' | 'units' | 'features' | 'terrain'>,
): BasinPlan {
  const of = (key: SettingKey) => planting.means.water.measures[key] ?? settingOf(holding, key);
  const relief = reliefOf(holding);
  const k = Math.floor(stand.count / 2);
  const fall = relief && stand.count > 0 ? slopeAt(relief, [stand.x[k]!, stand.y[k]!]) : null;
  const slope = fall && fall.share > LEVEL ? fall.share : 0;
  const radius = Math.sqrt(of('water.basin') / Math.PI);
  const litres = (type: 'ring' | 'halfmoon') =>
    Math.max(0, basinLitres({ r: radius, crest: of('basin.crest'), freeboard: of('basin.freeboard'), slope, type }));
  const [ring, halfmoon] = [litres('ring'), litres('halfmoon')];
  return {
    slope,
    downhill: fall && slope > 0 ? compassName(fall.downhill) : null,
    ring,
    halfmoon,
    better: halfmoon > ring ? 'halfmoon' : 'ring',
    radius,
  };
}
