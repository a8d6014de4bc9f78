import { z } from 'zod';
import schoolData from './fill-schools.json' with { type: 'json' };
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { stockOf, stocks } from '../species/stock.ts';
import { sizeAt } from '../years/growth.ts';
import { sizeYears } from './money.ts';
import type { PlantLine } from '../account/quantities.ts';
import { chanceOfAtLeast, chainedSurvival, sparesFor, survivalOf } from '../account/survival.ts';

/** Schools of making sure that the places are filled, by the chance that enough live. */
export const fillSchools = z
  .array(z.object({ key: z.string(), label: z.string(), prob: z.number().min(0).max(1), why: z.string() }))
  .parse(schoolData.schools);

/** The three numbers of one line of plants, kept apart, and the chance that they are enough. */
export interface PlantNumbers {
  readonly line: PlantLine;
  readonly places: number;
  /** Expected to live after one year, and after five. */
  readonly alive: number;
  readonly aliveAtFive: number;
  readonly wanted: number;
  /** Chance that every place is filled after a year from what is wanted: each dying on its own, and dying together. */
  readonly alone: number;
  readonly together: number;
  /** Potted spares of the same batch for a matched row. */
  readonly spares: number;
}

/** What the plants of an order come to, line by line. */
export const plantNumbers = (
  lines: readonly PlantLine[],
  holding: Pick<Holding, 'settings' | 'units'>,
): PlantNumbers[] =>
  lines.map((line) => {
    const q = survivalOf(line.species, line.stock);
    const cull = settingOf(holding, 'order.cull');
    const fit = Math.floor(Math.max(line.here + line.had + line.quantity, line.order) * (1 - cull) + 1e-9);
    const together = Math.max(0.001, settingOf(holding, 'order.rho'));
    return {
      line,
      places: line.count,
      alive: Math.round(line.count * q),
      aliveAtFive: Math.round(line.count * chainedSurvival(q, settingOf(holding, 'survival.later'), 5)),
      wanted: line.order,
      alone: fit < line.count ? 0 : chanceOfAtLeast(fit, line.count, q, 0),
      together: fit < line.count ? 0 : chanceOfAtLeast(fit, line.count, q, together),
      spares: sparesFor(line.count, 1 - q, settingOf(holding, 'order.prob')),
    };
  });

/** Small stock now against the next larger that the kind is sold as. */
export interface SizeStep {
  readonly line: PlantLine;
  readonly larger: string;
  readonly yearsGained: number;
  /** For each survivor, and for each year gained; minor units. Null where the large sulks longer than it saves. */
  readonly extra: number;
  readonly perYear: number | null;
}

/** What each line would gain and cost a size up; lines that are sold in no larger size are left out. */
export function sizeSteps(
  lines: readonly PlantLine[],
  extrasEach: number,
  holding: Pick<Holding, 'settings' | 'units' | 'prices' | 'currency'>,
): SizeStep[] {
  const site = settingOf(holding, 'growth.site');
  const each = (id: string) => Math.min(...stockOf(id).packs.map(({ size, price }) => price / size));
  return lines.flatMap((line): SizeStep[] => {
    const { species } = line;
    const now = stockOf(line.stock);
    const larger = stocks.find(({ id, start }) => start > now.start && species.stock.includes(id));
    if (!larger) return [];
    const growth = Math.max(0.05, (sizeAt(species, now, 8, site).height - sizeAt(species, now, 3, site).height) / 5);
    const side = (stock: typeof now) => ({
      plant: each(stock.id),
      extras: extrasEach,
      survival: survivalOf(species, stock.id),
      height: stock.start,
      check: stock.check.share * stock.check.years,
    });
    const { yearsGained, extraPerSurvivor, perYear } = sizeYears({ small: side(now), big: side(larger), growth });
    return [{ line, larger: larger.id, yearsGained, extra: extraPerSurvivor, perYear }];
  });
}
