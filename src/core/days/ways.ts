import { WAYS, type SettingWay } from '../holding/days-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { reliefOf, slopeAt } from '../ground/relief.ts';
import { soilAt, soilZones } from '../ground/soil.ts';
import type { Stand } from '../ranks/stand.ts';
import { priceOf } from '../means/prices.ts';
import type { Laid } from '../ranks/laid.ts';
import { formatCount, formatLength } from '../units/quantities.ts';
import { settingMinutes, setupMinutes, type PhaseWork } from '../means/work.ts';
import { kindOf } from './windows.ts';
import { settingWays } from '../means/machines.ts';

/** One way to set the plants of a phase, and what it comes to. */
export interface WayChoice {
  readonly way: SettingWay;
  readonly label: string;
  /** Days of the whole chain, and hours of hands in all. */
  readonly days: number;
  readonly hours: number;
  readonly cents: number;
  /** Ground that it packs, m². */
  readonly spoilt: number;
  /** Why it cannot be done here; null where it can. */
  readonly refused: string | null;
  readonly chain: readonly string[];
  readonly wins: string;
  readonly spoils: string;
}

/** Hand, auger and machine for the plants of one phase, with so many hands: the digging, setting and firming alone. */
export function compareWays(work: PhaseWork, laid: Laid, holding: Holding, hands: number): WayChoice[] {
  const day = settingOf(holding, 'crew.day');
  const wage = priceOf(holding, 'hour');
  return WAYS.map((way): WayChoice => {
    const facts = settingWays.ways[way];
    const people = Math.max(hands, facts.chain.length);
    const rows = laid.layout.stand.rows.filter(({ from, to }) => to > from).length;
    const hours =
      (setupMinutes(way) +
        work.stocks.reduce((sum, { stock, plants }) => {
          const each = settingMinutes(stock, plants, laid.planting, holding, way);
          return sum + each.open + each.set + each.firm;
        }, 0)) /
      60;
    const bound = work.stocks.reduce((sum, { stock, plants }) => sum + (facts.stocks.includes(stock) ? plants : 0), 0);
    // A machine is no faster for more hands beside it.
    const running = facts.perHour > 0 ? bound / facts.perHour + facts.setup : 0;
    const days = Math.max(running, hours / Math.max(1, people)) / day;
    const lanes = laid.layout.stand.rows.reduce((sum, { line }) => sum + (line?.length ?? 0), 0);
    return {
      way,
      label: facts.label,
      days: Math.ceil(days * 2 - 1e-9) / 2,
      hours,
      cents: Math.round(hours * wage + (facts.price ? priceOf(holding, facts.price) * Math.ceil(days - 1e-9) : 0)),
      spoilt:
        way === 'machine'
          ? lanes * settingOf(holding, 'machine.width') + rows * 2 * facts.turn * settingOf(holding, 'machine.width')
          : 0,
      refused: refusal(way, work, laid, holding, hands),
      chain: facts.chain,
      wins: facts.wins,
      spoils: facts.spoils,
    };
  });
}

function refusal(way: SettingWay, work: PhaseWork, { layout }: Laid, holding: Holding, hands: number): string | null {
  const { stocks, chain, stones, turn, label, slope } = settingWays.ways[way];
  if (way === 'hand') return null;
  const other = work.stocks.find(({ stock }) => !stocks.includes(stock));
  if (other)
    return `${formatCount(other.plants)} of its plants are ${kindOf(other.stock) === 'bare' ? 'whips' : 'in pots or balled'}: ${label.toLowerCase()} does not set those.`;
  if (hands < chain.length) return `It wants ${chain.length} hands: ${chain.join(', ')}. There are ${hands}.`;
  const ground = groundAgainst(layout.stand, holding, stones, slope);
  if (ground) return ground;
  const shortest = Math.min(
    ...layout.stand.rows.flatMap(({ line, from, to }) => (to > from && line ? [line.length] : [])),
  );
  if (way === 'machine' && shortest < 3 * turn)
    return `Its rows are as short as ${formatLength(shortest, holding.units)}; it wants ${formatLength(turn, holding.units)} to turn at each end.`;
  return null;
}

/** Why the ground stops a machine: stones or rubble where it would work, or too steep. */
function groundAgainst({ x, y, count }: Stand, holding: Holding, stones: boolean, slope: number): string | null {
  const zones = stones ? [] : soilZones(holding.features);
  const relief = reliefOf(holding);
  for (let i = 0; i < count; i += Math.max(1, Math.floor(count / 50))) {
    const here = soilAt(zones, [x[i]!, y[i]!]);
    if (here?.zone.stones === 'many' || here?.zone.texture === 'madeGround')
      return 'The ground is stony or made ground where it would work.';
    const fall = relief && slopeAt(relief, [x[i]!, y[i]!]);
    if (fall && fall.share > slope)
      return `The ground falls ${Math.round(fall.share * 100)} % where it would work; it wants ${Math.round(slope * 100)} % at most.`;
  }
  return null;
}
