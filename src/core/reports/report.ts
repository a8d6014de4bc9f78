import { climateBand } from '../place/climate-band.ts';
import { regionOf } from '../place/regions.ts';
import { harmsOf } from '../species/harm.ts';
import { standingIn } from '../species/ranges.ts';
import { judge } from '../findings/judge.ts';
import { layHolding } from '../ranks/laid.ts';
import type { Holding } from '../holding/schema.ts';
import { quantities } from '../account/quantities.ts';
import { roundHalfUp } from '../units/rounding.ts';

/** What a holding adds up to, as plain data for scripts: totals, positions by row, findings. Metres and minor units. */
export function report(holding: Holding) {
  const all = layHolding(holding);
  const region = regionOf(holding);
  const { zone, drySummer, rain, heat, frostFree, usual } = climateBand(holding);
  const plantings = all.map((laid) => {
    const { planting, layout } = laid;
    const sum = quantities(planting, layout, holding);
    const { stand } = layout;
    const round = (metres: number) => roundHalfUp(metres * 1000) / 1000;
    return {
      name: planting.name,
      plants: sum.plants,
      baseline: round(sum.length),
      costMinor: sum.cents,
      species: sum.kinds.map(({ species, stock, count }) => ({
        species: species.botanical,
        stock,
        count,
        standing: standingIn(species.id, region),
        hardy: zone === null ? null : species.zone <= zone,
        harms: harmsOf(species).map(({ to, part }) => ({ to, part })),
      })),
      rows: stand.rows.map(({ row, offset, spacing, line, from, to }) => ({
        name: row.name,
        offset: round(offset),
        spacing: round(spacing),
        length: round(line?.length ?? 0),
        plants: to - from,
        positions: Array.from({ length: to - from }, (_, k) => [
          round(stand.chainage[from + k]!),
          round(stand.x[from + k]!),
          round(stand.y[from + k]!),
        ]),
      })),
      findings: judge(holding, laid, all).map(({ id, severity, what, why, remedies }) => ({
        id,
        severity,
        what,
        why,
        remedies: remedies.map(({ label }) => label),
      })),
    };
  });
  return {
    holding: holding.name,
    region: {
      code: region.code,
      name: region.name,
      zone,
      drySummer,
      rain,
      heat,
      frostFree,
      usual,
    },
    plants: plantings.reduce((sum, { plants }) => sum + plants, 0),
    plantings,
  };
}
