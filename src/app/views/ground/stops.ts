import type { FeatureKind, Holding } from '../../../core/holding/schema.ts';
import { guardAnimals } from '../../../core/order/protection.ts';
import { area } from '../../../core/geometry/polygon.ts';
import { formatArea, formatLength } from '../../../core/units/quantities.ts';

export interface Stop {
  readonly key: string;
  readonly label: string;
  readonly kinds: readonly FeatureKind[];
  /** Its state in a line, and whether anything there is open. */
  state(holding: Holding): { text: string; sure: 'done' | 'open' | 'empty' };
}

const list = (holding: Holding, kinds: readonly FeatureKind[], empty: string): { text: string; sure: 'done' | 'open' | 'empty' } => {
  const names = holding.features.filter(({ kind }) => kinds.includes(kind)).map(({ name, kind }) => name || kind);
  return names.length === 0 ? { text: empty, sure: 'empty' } : { text: names.length > 3 ? `${names.length} drawn` : names.join(', '), sure: 'done' };
};

/** The walk over the ground, in the order in which a careful steward takes it. */
export const STOPS: readonly Stop[] = [
  {
    key: 'edges',
    label: 'Edges',
    kinds: [],
    state: ({ boundary, units }) => {
      if (!boundary) return { text: 'no boundary yet', sure: 'empty' };
      const assumed = boundary.filter(({ pin }) => pin === 'assumed').length;
      return { text: `${formatArea(area(boundary.map(({ at }) => at)), units)}; ${boundary.length} corners${assumed ? `, ${assumed} assumed` : ''}`, sure: assumed ? 'open' : 'done' };
    },
  },
  {
    key: 'above-below',
    label: 'Above and below',
    kinds: ['overheadLine', 'buriedService'],
    state: (holding) => {
      const line = holding.features.find((feature) => feature.kind === 'overheadLine');
      const unmarked = holding.features.filter((feature) => feature.kind === 'buriedService' && !feature.marked).length;
      if (!line && !unmarked) return list(holding, ['overheadLine', 'buriedService'], 'nothing named');
      return { text: [line ? `line ${formatLength(line.height, holding.units, { decimals: 0 })}` : '', unmarked ? 'service not marked' : ''].filter(Boolean).join('; '), sure: unmarked ? 'open' : 'done' };
    },
  },
  { key: 'water', label: 'Water', kinds: ['stream', 'wetGround'], state: (holding) => list(holding, ['stream', 'wetGround'], 'none drawn') },
  { key: 'standing', label: 'What stands', kinds: ['building', 'fence', 'tree'], state: (holding) => list(holding, ['building', 'fence', 'tree'], 'nothing drawn') },
  { key: 'way-in', label: 'Way in', kinds: ['track', 'gate'], state: (holding) => list(holding, ['track', 'gate'], 'none drawn') },
  { key: 'places', label: 'Places that matter', kinds: ['shelter', 'viewpoint'], state: (holding) => list(holding, ['shelter', 'viewpoint'], 'none named') },
  {
    key: 'animals',
    label: 'Who eats trees',
    kinds: [],
    state: ({ animals }) => (animals.length === 0 ? { text: 'nobody named', sure: 'empty' } : { text: animals.map((animal) => guardAnimals[animal].name).join(', '), sure: 'done' }),
  },
  { key: 'place', label: 'Place and rules', kinds: [], state: ({ place }) => ({ text: `${Math.abs(place.latitude)}° ${place.latitude < 0 ? 'S' : 'N'}, ${Math.abs(place.longitude)}° ${place.longitude < 0 ? 'W' : 'E'}`, sure: 'done' }) },
];
