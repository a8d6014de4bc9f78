import type { Stand } from '../ranks/stand.ts';
import type { Finding } from './finding.ts';

/** A stretch of the baseline on which something on the ground troubles the rows. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly label: string;
}

const LABELS: Readonly<Record<string, string>> = {
  'overhead-line': 'under the line',
  'buried-service': 'over the service',
  'wet-ground': 'wet',
  building: 'at the building',
  'over-boundary': 'over the boundary',
};

/** Hazards as stretches of the baseline (metres), worked out from the plants that findings name. */
export const hazardBands = (stand: Stand, findings: readonly Finding[]): Band[] =>
  findings.flatMap(({ rule, plants }) => {
    const label = LABELS[rule];
    if (!label || plants.length === 0) return [];
    const stations = plants.map((i) => stand.station[i]!);
    return [{ from: Math.min(...stations) - 1, to: Math.max(...stations) + 1, label }];
  });
