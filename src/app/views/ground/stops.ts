import { madeUp } from '../../../core/place/climate.ts';
import { area } from '../../../core/geometry/polygon.ts';
import { compassName } from '../../../core/geometry/point.ts';
import { choiceWords, featuresOf, isMarked, nameOf } from '../../../core/ground/features.ts';
import { reliefOf, slopeAt } from '../../../core/ground/relief.ts';
import { soilZones } from '../../../core/ground/soil.ts';
import { windsWorthStopping } from '../../../core/ground/wind.ts';
import type { FeatureKind } from '../../../core/holding/ground-schema.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { guardAnimals } from '../../../core/means/protection/guards.ts';
import { formatArea, formatLength } from '../../../core/units/quantities.ts';
import { middleOfGround } from './ground-box.ts';

/** Its state in a line, and whether anything there is open. */
interface State {
  readonly text: string;
  readonly sure: 'done' | 'open' | 'fault' | 'empty';
}

export interface Stop {
  readonly key: string;
  readonly label: string;
  /** Kinds of feature that are drawn at this stop. */
  readonly kinds: readonly FeatureKind[];
  /** Rules of judgement whose findings belong here. */
  readonly rules: readonly string[];
  /** `asked`: whether a request to mark services is not answered yet. */
  state(holding: Holding, asked: boolean): State;
}

const named = (holding: Holding, kinds: readonly FeatureKind[], empty: string): State => {
  const here = holding.features.filter(({ kind }) => kinds.includes(kind));
  const names = [...new Set(here.map(nameOf))];
  return here.length === 0
    ? { text: empty, sure: 'empty' }
    : {
        text: names.length > 2 ? `${names.slice(0, 2).join(', ')} and ${here.length - 2} more` : names.join(', '),
        sure: 'done',
      };
};

/** The walk over the ground, in the order in which a careful steward takes it. */
export const STOPS: readonly Stop[] = [
  {
    key: 'edges',
    label: 'Edges',
    kinds: ['fence'],
    rules: ['over-boundary', 'setback', 'assumed-corner', 'crown-over', 'takes-sun'],
    state: ({ boundary, units }) => {
      if (!boundary) return { text: 'no boundary yet', sure: 'empty' };
      const assumed = boundary.filter(({ pin }) => pin === 'assumed').length;
      return {
        text: `${formatArea(area(boundary.map(({ at }) => at)), units)}; ${boundary.length} corners${assumed ? `, ${assumed} assumed` : ''}`,
        sure: assumed ? 'open' : 'done',
      };
    },
  },
  {
    key: 'above-below',
    label: 'Above and below',
    kinds: ['overheadLine', 'pole', 'buriedService', 'drain', 'well', 'septicTank', 'leachField', 'testHole'],
    rules: ['overhead-line', 'fall-on-line', 'buried-service', 'in-the-way', 'beside-way', 'water-works'],
    state: (holding, asked) => {
      const [line] = featuresOf(holding.features, 'overheadLine');
      const unmarked = featuresOf(holding.features, 'buriedService').filter(
        ({ id, state }) => !isMarked(holding, id) && state !== 'removed',
      ).length;
      if (!line && !unmarked)
        return named(
          holding,
          ['overheadLine', 'pole', 'buriedService', 'drain', 'well', 'septicTank', 'leachField', 'testHole'],
          'nothing named',
        );
      const words = [
        line ? `line ${formatLength(line.height, holding.units, { decimals: 0 })}` : '',
        unmarked ? (asked ? 'marking asked for' : 'services not marked') : '',
      ];
      return { text: words.filter(Boolean).join('; '), sure: unmarked ? (asked ? 'open' : 'fault') : 'done' };
    },
  },
  {
    key: 'water',
    label: 'Water',
    kinds: ['stream', 'ditch', 'wetGround', 'erodingBank', 'spring', 'dam'],
    rules: ['in-water', 'wet-ground', 'flood', 'eroding-bank', 'strip-width'],
    state: (holding) => {
      const wet = featuresOf(holding.features, 'wetGround').map(
        (feature) => `${nameOf(feature)} wet ${choiceWords('wetGround', 'stands', feature.stands)}`,
      );
      const streams = featuresOf(holding.features, 'stream', 'ditch', 'spring', 'dam').map(nameOf);
      const eroding = holding.features.some(({ kind }) => kind === 'erodingBank');
      const text = [...streams, ...wet, ...(eroding ? ['a bank erodes'] : [])].join('; ');
      return { text: text || 'none drawn', sure: eroding ? 'fault' : text ? 'done' : 'empty' };
    },
  },
  {
    key: 'soil',
    label: 'Soil',
    kinds: ['soilZone', 'holeTest', 'percolation'],
    rules: ['soil-ph', 'soil-drainage', 'soil-depth', 'roots-on-clay'],
    state: ({ features }) => {
      const zones = soilZones(features);
      const tests = featuresOf(features, 'holeTest', 'percolation').length;
      if (zones.length + tests === 0) return { text: 'nothing known', sure: 'empty' };
      return {
        text: `${zones.length === 1 ? '1 zone' : `${zones.length} zones`}, ${tests === 1 ? '1 test' : `${tests} tests`}`,
        sure: tests > 0 ? 'done' : 'open',
      };
    },
  },
  {
    key: 'fall',
    label: 'Fall',
    kinds: ['spotHeight'],
    rules: [],
    state: (holding) => {
      const relief = reliefOf(holding);
      const slope = relief && slopeAt(relief, middleOfGround(holding));
      if (!relief || !slope) return { text: 'not known', sure: 'empty' };
      return {
        text: `${Math.round(slope.share * 100)} % to the ${compassName(slope.downhill)}${holding.terrain?.simulated ? ', simulated' : ''}`,
        sure: 'done',
      };
    },
  },
  {
    key: 'sun',
    label: 'Sun',
    kinds: ['building', 'tree'],
    rules: ['building', 'shade', 'fire', 'shed-limbs'],
    state: (holding) => named(holding, ['building', 'tree'], 'nothing that shades'),
  },
  {
    key: 'wind',
    label: 'Wind and weather',
    kinds: [],
    rules: ['hardiness'],
    state: ({ climate }) => {
      if (!climate) return { text: 'not known', sure: 'empty' };
      const [worst] = climate.rose ? windsWorthStopping(climate.rose) : [];
      return {
        text: `${worst ? `${compassName(worst.from)} in ${worst.season}` : 'no wind stands out'}${madeUp(climate, 'rose')}`,
        sure: 'done',
      };
    },
  },
  {
    key: 'animals',
    label: 'Who eats trees',
    kinds: ['browsed', 'harm'],
    rules: ['browsed', 'harm'],
    state: ({ animals, features }) => {
      const here = [...new Set([...animals, ...featuresOf(features, 'browsed').flatMap((zone) => zone.animals)])];
      return here.length === 0
        ? { text: 'nobody named', sure: 'empty' }
        : { text: here.map((animal) => guardAnimals[animal].name).join(', '), sure: 'done' };
    },
  },
  {
    key: 'cover',
    label: 'What grows now',
    kinds: ['cover', 'stump'],
    rules: ['cover', 'replant'],
    state: ({ features }) => {
      const covers = featuresOf(features, 'cover');
      if (covers.length === 0) return { text: 'nothing drawn', sure: 'empty' };
      return {
        text: [...new Set(covers.map(({ grows }) => choiceWords('cover', 'grows', grows)))].join(', '),
        sure: covers.some(({ clearing }) => clearing === null) ? 'open' : 'done',
      };
    },
  },
  {
    key: 'way-in',
    label: 'Way in',
    kinds: ['track', 'gate', 'crossing', 'rightOfWay', 'tap', 'tank'],
    rules: ['way-in', 'tap-reach'],
    state: (holding) => {
      const gate = featuresOf(holding.features, 'gate').reduce<number | null>(
        (widest, { width }) => Math.max(widest ?? 0, width),
        null,
      );
      const [tap] = featuresOf(holding.features, 'tap', 'tank');
      if (gate === null && !tap) return named(holding, ['track', 'crossing', 'rightOfWay'], 'none drawn');
      return {
        text: [gate === null ? '' : `gate ${formatLength(gate, holding.units)}`, tap ? nameOf(tap) : 'no tap']
          .filter(Boolean)
          .join('; '),
        sure: 'done',
      };
    },
  },
  {
    key: 'rules',
    label: 'Rules',
    kinds: [],
    rules: ['local-setback', 'local-height', 'sight-triangle', 'pest'],
    state: ({ rules }) => {
      if (rules.length === 0) return { text: 'nobody asked yet', sure: 'empty' };
      const unsaid = rules.filter(({ said }) => !said).length;
      return {
        text: `${rules.length === 1 ? '1 rule' : `${rules.length} rules`}${unsaid ? `, ${unsaid} without a source` : ''}`,
        sure: unsaid ? 'open' : 'done',
      };
    },
  },
  {
    key: 'aims',
    label: 'Aims',
    kinds: ['shelter', 'viewpoint', 'place', 'playPlace'],
    rules: [],
    state: ({ aims }) =>
      aims.length === 0 ? { text: 'none set', sure: 'empty' } : { text: `${aims.length} set`, sure: 'done' },
  },
];

/** The stop at which a kind of feature is drawn. */
export const stopOf = (kind: FeatureKind): Stop => STOPS.find(({ kinds }) => kinds.includes(kind)) ?? STOPS[1]!;
