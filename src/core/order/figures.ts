import { sayPlaceholders } from '../means/currencies.ts';
import { area } from '../geometry/polygon.ts';
import type { Holding, Planting } from '../holding/schema.ts';
import { RATE_WORDS } from '../holding/species-schema.ts';
import { settingOf, settings } from '../holding/settings.ts';
import type { Layout } from '../ranks/lay-out.ts';
import {
  counted,
  formatCount,
  formatLength,
  formatMoney,
  landUnit,
  toMetres,
  formatSold,
} from '../units/quantities.ts';
import { grownOf } from '../effects/outlook.ts';
import { tallestAt, widthAt } from '../years/size-at.ts';
import { cuttingHours } from '../years/cutting.ts';
import { sayKept } from '../years/kept.ts';
import { growthSource } from '../years/growth.ts';

import { guardAnimals, guardSource, sayStake } from '../means/protection/guards.ts';
import type { BillLine } from '../account/bill.ts';
import type { Quantities } from '../account/quantities.ts';

/** Where a figure comes from: opened by a click on it. */
export interface Why {
  readonly formula: string;
  readonly inputs: readonly { readonly label: string; readonly text: string }[];
  readonly source: string;
}

/** One figure as it is shown. */
export interface Figure {
  readonly key: string;
  readonly text: string;
  readonly label: string;
  readonly why: Why;
}

/** The figures of one planting at `year`, in the order they are shown; `lines` are those of it in the bill. */
export function figures(
  planting: Planting,
  layout: Layout,
  sum: Quantities,
  lines: readonly BillLine[],
  holding: Holding,
  year: number,
): Figure[] {
  const { stand } = layout;
  const { units } = holding;
  const ground = planting.baseline.kind === 'block' ? area(planting.baseline.outline) : 0;
  const [low, stood, high] = (['low', 'middle', 'high'] as const).map((bound) =>
    grownOf({ planting, layout }, holding, bound),
  );
  const growth = growthInputs(sum, units);
  return [
    plantsFigure(layout, sum, units),
    planting.baseline.kind === 'block'
      ? densityFigure(stand.count, ground, units)
      : {
          key: 'beltWidth',
          text: formatLength(widthAt(stood!, year), units),
          label: `${planting.baseline.kind === 'guilds' ? 'guild' : 'belt'} width at year ${year}`,
          why: {
            formula: 'outermost rows apart, plus half a mean crown on each side',
            inputs: growth,
            source: growthSource,
          },
        },
    {
      key: 'height',
      text: formatLength(tallestAt(stood!, year), units),
      label: `tallest row at year ${year}${sayRange([tallestAt(low!, year), tallestAt(high!, year)], units)}`,
      why: {
        formula:
          'Chapman-Richards growth from the stock’s height, transplant check taken out, each season by site, care and light; from and to at the bounds of speed and full height',
        inputs: growth,
        source: growthSource,
      },
    },
    costFigure(planting, sum, holding, ground),
    ...cuttingFigure(planting, units, cuttingHours(stand, holding)),
    orderFigure(sum, lines, holding),
    guardsFigure(sum, holding),
  ];
}

/** ', from 5 to 9 m': what to expect, no single line; nothing where it is kept to one size. */
const sayRange = ([least, most]: readonly [number, number], units: Holding['units']): string =>
  formatLength(least, units) === formatLength(most, units)
    ? ''
    : `, from ${formatLength(least, units)} to ${formatLength(most, units)}`;

const growthInputs = ({ kinds }: Quantities, units: Holding['units']): Why['inputs'] =>
  kinds.slice(0, 4).map(({ species: { common, rate, height, width } }) => {
    const range = (pair: readonly [number, number]) =>
      `${formatLength(pair[0], units, { decimals: 0 })} to ${formatLength(pair[1], units, { decimals: 0 })}`;
    return {
      label: common,
      text: `${RATE_WORDS[rate]}; ${range(height)} high, ${range(width)} wide`,
    };
  });

function plantsFigure({ stand }: Layout, sum: Quantities, units: Holding['units']): Figure {
  const species = new Set(sum.kinds.map((kind) => kind.species)).size;
  return {
    key: 'plants',
    text: formatCount(sum.plants),
    label: `plants, ${species === 1 ? '1 species' : `${species} species`}`,
    why: {
      formula: 'places along each row (length over spacing, plus one) less those cleared by gaps',
      inputs: stand.rows.map(({ row, line, spacing, from, to }) => ({
        label: row.name,
        text: `${formatLength(line?.length ?? 0, units)} at ${formatLength(spacing, units, { decimals: 2 })}: ${counted(to - from, 'plant')}`,
      })),
      source: 'counted place by place as they are laid; lengths are horizontal',
    },
  };
}

/** Plants over the `ground` of a block, m². */
function densityFigure(count: number, ground: number, units: Holding['units']): Figure {
  const { name, squareMetres } = landUnit(units);
  return {
    key: 'density',
    text: formatCount(Math.round((count / ground) * squareMetres)),
    label: `plants a ${name}, edges and lanes in`,
    why: {
      formula: 'plants that stand over the ground inside the outline',
      inputs: [{ label: 'Ground', text: `${(ground / squareMetres).toFixed(2)} ${name}s` }],
      source: 'counted; order by the count, quote density only as a headline',
    },
  };
}

const perLength = ({ cents, length }: Quantities, units: Holding['units']): number =>
  Math.round((cents / length) * (units === 'us' ? toMetres(1, 'ft') : 1));

/** What it costs, and per what: a metre of belt, a hectare of block, a guild. `ground` is the block's, m². */
function costFigure(planting: Planting, sum: Quantities, { units, currency }: Holding, ground: number): Figure {
  const { name: areaUnit, squareMetres: perUnit } = landUnit(units);
  return {
    key: 'cost',
    text: formatMoney(sum.cents, currency),
    label:
      planting.baseline.kind === 'block' && ground > 0
        ? `${formatMoney(Math.round((sum.cents / ground) * perUnit), currency)} a ${areaUnit}`
        : planting.baseline.kind === 'guilds'
          ? `${formatMoney(Math.round(sum.cents / planting.baseline.anchors.length), currency)} a guild`
          : sum.length > 0
            ? `${formatMoney(perLength(sum, units), currency)} per ${units === 'us' ? 'foot' : 'metre'}`
            : 'plants and materials',
    why: {
      formula: 'packs of plants, plus guards, stakes, ties and weed cover; no labour',
      inputs: [
        {
          label: 'Plants',
          text: formatMoney(
            sum.plantLines.reduce((t, l) => t + l.cents, 0),
            currency,
          ),
        },
        {
          label: 'Materials',
          text: formatMoney(
            sum.kit.reduce((t, l) => t + l.cents, 0),
            currency,
          ),
        },
        { label: 'Baseline', text: formatLength(sum.length, units) },
      ],
      source: `${sayPlaceholders(currency)}; ${planting.name} alone, packs are shared across plantings in the order list`,
    },
  };
}

function cuttingFigure(planting: Planting, units: Holding['units'], cutting: number): Figure[] {
  if (cutting <= 0) return [];
  return [
    {
      key: 'cutting',
      text: `${formatCount(Math.max(1, Math.round(cutting)))} h`,
      label: 'of cutting a year, to keep its size',
      why: {
        formula:
          'both sides of each row kept to a width, its top where a height is kept, over what is cut in an hour; stems cleared apart',
        inputs: planting.rows
          .filter(({ kept }) => kept)
          .map((row) => ({ label: row.name, text: sayKept(row.kept!, units) })),
        source: settings['cut.area'].source,
      },
    },
  ];
}

function orderFigure(sum: Quantities, lines: readonly BillLine[], holding: Holding): Figure {
  const plants = lines.filter(({ species }) => species);
  const toBuy = plants.reduce((total, line) => total + line.toBuy, 0);
  return {
    key: 'order',
    text: formatCount(toBuy),
    label: `plants to buy for ${formatCount(sum.plants)} places`,
    why: {
      formula:
        'fewest plants so that enough live with the chance wanted, over those fit on arrival; its share of what the order of all plantings still buys, after what is in hand, ordered, come or planted',
      inputs: [
        { label: 'Chance wanted', text: `${Math.round(settingOf(holding, 'order.prob') * 100)} %` },
        { label: 'Unfit on arrival', text: `${Math.round(settingOf(holding, 'order.cull') * 100)} %` },
        {
          label: 'Expected to die in year 1',
          text: counted(
            sum.plantLines.reduce((t, l) => t + l.losses, 0),
            'plant',
          ),
        },
      ],
      source: 'beta-binomial count of survivors, since plants die together; its rates are rules of thumb',
    },
  };
}

function guardsFigure(sum: Quantities, holding: Holding): Figure {
  const { units } = holding;
  // Collars within guards are not counted beside them.
  const all = sum.kit.flatMap(({ key, count }) => {
    const size = Number(/^(?:guard|mesh)\.([\d.]+)$/.exec(key)?.[1] ?? NaN);
    return Number.isNaN(size) ? [] : [{ size, count }];
  });
  const tallest = Math.max(0, ...all.map(({ size }) => size));
  const guards = all.filter(({ size }) => size >= Math.min(tallest, 0.45));
  const stake = guards.length > 0 && sayStake(tallest, units);
  return {
    key: 'guards',
    text: guards.length > 0 ? formatCount(guards.reduce((count, one) => count + one.count, 0)) : 'none',
    label: guards.length > 0 ? `guards of ${formatSold(tallest, units)}, spares in` : 'guards',
    why: {
      formula: 'one for each plant and spares; the tallest that an animal here asks for',
      inputs: [
        {
          label: 'Animals',
          text: holding.animals.length
            ? holding.animals.map((animal) => guardAnimals[animal].name).join(', ')
            : 'none named',
        },
        { label: 'Spares', text: `${Math.round(settingOf(holding, 'order.spare') * 100)} %` },
        ...(stake ? [{ label: 'Stake', text: stake }] : []),
      ],
      source: guardSource,
    },
  };
}
