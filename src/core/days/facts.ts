import { derived } from '../derived/derived.ts';
import { isInside } from '../geometry/polygon.ts';
import { banked, toBankTop } from '../ground/bank-top.ts';
import { nameOf } from '../ground/features.ts';
import { waysToClear } from '../ground/ways-to-clear.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { bears } from '../species/catalogue.ts';
import { perPlaceOf } from '../species/seeds.ts';
import { freeYears } from '../years/free-years.ts';
import { grownOf } from '../effects/outlook.ts';
import { fences, forms } from '../means/protection/kinds.ts';
import { extrasOf } from '../means/protection/extras.ts';
import { protectionHours } from '../means/protection/hours.ts';
import { protectedParts } from '../means/protection/guard-kit.ts';
import { toolsFor } from '../means/tools.ts';
import { seasonDates } from './season.ts';
import { waterPlan } from '../means/water-plan.ts';
import { weedChoice } from '../means/weeds/compare.ts';
import { weedMethod } from '../means/weeds/methods.ts';
import { isClipped } from '../ranks/purposes.ts';
import { plantsWithin } from '../ranks/near.ts';
import type { Laid } from '../ranks/laid.ts';
import { thinIn } from '../years/closing.ts';
import { cuttingHours } from '../years/cutting.ts';
import { prunedOf, type Pruned } from './pruning.ts';
import { dwarf, stakeYears, stays } from './rules.ts';
import type { Bound } from './rules.ts';

/** What of a planting decides which tasks it has: conditions that hold, years that follow from what was chosen, hours by kind. */
export interface Facts {
  readonly holds: ReadonlySet<string>;
  readonly years: Readonly<Partial<Record<Extract<Bound, string>, number>>>;
  readonly hours: {
    readonly water: readonly number[];
    readonly weeds: readonly number[];
    readonly trim: number;
    readonly guardOff: number;
    readonly coverOff: number;
    readonly fence: number;
  };
  /** Of each season its watered weeks after midwinter, the last left out; null where none wants water. */
  readonly watered: readonly (readonly [from: number, to: number] | null)[];
  /** Words that fill the sentences of rules. */
  readonly words: Readonly<Record<string, string>>;
  /** Metres of its rows. */
  readonly metres: number;
  /** What planting day wants, and the caution that must be said on it. */
  readonly tools: readonly string[];
  readonly caution: string | null;
  /** Trees that are pruned, by when. */
  readonly pruned: readonly Pruned[];
  /** What is never taken off, and why. */
  readonly stays: readonly string[];
  /** Rows that are thinned or taken out, and in which year. */
  readonly rows: readonly {
    readonly rule: 'thin' | 'nurse';
    readonly row: string;
    readonly year: number;
    readonly plants: number;
  }[];
}

/** The facts of a planting. */
export const factsOf = derived(function factsOf(laid: Laid, holding: Holding): Facts {
  const { planting, layout } = laid;
  const { stand } = layout;
  const holds = new Set(['plants']);
  if (settingOf(holding, 'order.fill') > 0) holds.add('fills');
  const years: Record<string, number> = {
    water: Math.max(
      1,
      Math.round(planting.means.water.measures['water.seasons'] ?? settingOf(holding, 'water.seasons')),
    ),
  };
  const words: Record<string, string> = { water: String(years['water']), row: 'the row' };
  const staying: string[] = [];
  const metres = stand.rows.reduce((sum, { line, from, to }) => sum + (to > from ? (line?.length ?? 0) : 0), 0);
  const cover = coverUnder(laid, holding);
  for (const fact of cover.facts) holds.add(fact);
  besideBank(laid, holding, holds, words);
  words['cover'] = cover.name;
  const roots = stockFacts(laid, holding, holds);
  const guarded = guardFacts(laid, holding, holds, years, words, staying);
  stakeFacts(roots, holds, years, staying);
  const coverOff = weedFacts(laid, holding, holds, years, words, staying);
  const { water, watered } = waterFacts(laid, holding, holds);
  const rows = rowsOut(laid, holding);
  if (rows.some(({ rule }) => rule === 'thin')) holds.add('thin');
  if (rows.some(({ rule }) => rule === 'nurse')) holds.add('out');
  const pruned = prunedOf(laid, holding);
  if (pruned.length > 0) holds.add('tree');
  const { tools, cautions } = toolsFor([laid], holding);
  return {
    tools: tools.map(({ label }) => label),
    caution: cautions.find(({ must }) => must)?.text ?? null,
    holds,
    years,
    hours: {
      water,
      weeds: coverOff.weeds,
      trim: cuttingHours(stand, holding),
      guardOff: guarded.removal,
      coverOff: coverOff.removal,
      fence: guarded.fence,
    },
    watered,
    words,
    metres,
    pruned,
    stays: staying,
    rows,
  };
});

/** Hours of watering in each season, and its watered weeks. */
function waterFacts(
  { planting, layout }: Laid,
  holding: Holding,
  holds: Set<string>,
): { water: number[]; watered: Facts['watered'] } {
  const { taken: way, seasons, season } = waterPlan(planting, layout, holding);
  if (way) holds.add('water');
  if (way?.method === 'drip') holds.add('drip');
  const water = seasons.map((weeks) =>
    way && !way.refused && season > 0 ? (way.hoursSeason * weeks.reduce((sum, one) => sum + one, 0)) / season : 0,
  );
  const watered = seasons.map((weeks) => {
    const last = weeks.findLastIndex((litres) => litres > 0);
    return last < 0 ? null : ([weeks.findIndex((litres) => litres > 0), last + 1] as const);
  });
  return { water, watered };
}

/** Whether it is planted beside a stream or a ditch, and which. */
function besideBank(
  { layout: { stand } }: Laid,
  holding: Holding,
  holds: Set<string>,
  words: Record<string, string>,
): void {
  const bank = banked(holding.features).find(
    (one) => plantsWithin(stand, one.line, toBankTop(one) + settingOf(holding, 'water.beside')).plants.length > 0,
  );
  if (bank) {
    holds.add('besideWater');
    words['bank'] = nameOf(bank);
  }
}

/** What its plants are: bare roots, thorns, trees, hedges, grafted; the classes of rootstock among them. */
function stockFacts({ planting, layout: { stand } }: Laid, holding: Holding, holds: Set<string>): string[] {
  for (const { kind } of holding.features) {
    if (kind === 'drain') holds.add('drain');
    if (kind === 'crossing') holds.add('crossing');
  }
  for (const { species, stock, kept } of stand.lots) {
    if (['whip', 'transplant', 'feathered'].includes(stock)) holds.add('bare');
    if (perPlaceOf(species.id, stock) > 1) holds.add('sown');
    if (
      stock === 'whip' &&
      ['Crataegus', 'Prunus'].some((genus) => species.botanical.startsWith(genus)) &&
      isClipped(planting, { kept })
    )
      holds.add('thorn');
  }
  if (planting.rows.some((row) => isClipped(planting, row) || row.kept?.height)) holds.add('hedge');
  const roots = planting.rows.flatMap(({ runs }) => runs.flatMap(({ rootstock }) => (rootstock ? [rootstock] : [])));
  if (roots.length > 0) holds.add('grafted');
  if (seasonDates(holding, 0).rainy === null) holds.add('frost');
  return roots;
}

/** How long stakes stay: with the guard that they hold, longer by the class of rootstock, for life under a dwarfing one. */
function stakeFacts(
  roots: readonly string[],
  holds: ReadonlySet<string>,
  years: Record<string, number>,
  staying: string[],
): void {
  if (roots.some((one) => dwarf.includes(one))) staying.push(stays['dwarfStake']!);
  // What holds a guard up stays as long as the guard.
  if (holds.has('stake'))
    years['stake'] = Math.max(
      years['guard'] ?? 1,
      ...roots.filter((one) => !dwarf.includes(one)).map((one) => stakeYears[one] ?? 2),
    );
  if (holds.has('stake') && roots.length > 0 && roots.every((one) => dwarf.includes(one))) delete years['stake'];
}

/** What grows where it is planted, and how that is dealt with. */
function coverUnder({ layout: { stand } }: Laid, { features }: Holding): { facts: string[]; name: string } {
  const facts = new Set<string>();
  const names: string[] = [];
  const step = Math.max(1, Math.floor(stand.count / 200));
  for (const feature of features) {
    if (feature.kind !== 'cover' && feature.kind !== 'wetGround') continue;
    // In wet ground only what does not bear it asks for a mound.
    const asks = (i: number) => feature.kind === 'cover' || !bears(stand.lots[stand.lot[i]!]!.species, 'wet');
    let under = false;
    for (let i = 0; i < stand.count && !under; i += step)
      under = asks(i) && isInside(feature.ring, [stand.x[i]!, stand.y[i]!]);
    if (!under) continue;
    if (feature.kind === 'wetGround') {
      facts.add('shape');
      continue;
    }
    names.push(nameOf(feature));
    const way = feature.clearing ?? waysToClear(feature.grows)[0]!.way;
    for (const fact of {
      cutAndTreat: ['woody', 'spray'],
      smother: ['smother'],
      till: ['till'],
      mowAndCover: ['grass'],
      grazeThenTreat: ['grass', 'spray'],
    }[way])
      facts.add(fact);
  }
  // Ground that nobody drew is taken for grass.
  return names.length > 0
    ? { facts: [...facts], name: names.join(' and ') }
    : { facts: [...facts, 'grass'], name: 'grass' };
}

/** The year, counted from planting as 1, before which the fastest of a planting stands as high as a rim, metres. */
function reaches(laid: Laid, holding: Holding, rim: number): number {
  const years = freeYears(laid, holding, 'middle').grown.map(
    ({ height, lot }) => height.findIndex((metres, year) => year > lot.later && metres >= rim) - lot.later,
  );
  return Math.max(1, Math.min(...years.filter((year) => year > 0)));
}

function guardFacts(
  laid: Laid,
  holding: Holding,
  holds: Set<string>,
  years: Record<string, number>,
  words: Record<string, string>,
  staying: string[],
) {
  const { planting, layout } = laid;
  const parts = protectedParts(planting, layout, holding);
  for (const { protection, group } of parts) {
    const form = protection.guard && forms[protection.guard.form]!;
    if (form) {
      holds.add('guard');
      holds.add('pieces');
      if (form.stakes > 0) holds.add('stake');
      if (!form.opens) {
        holds.add('net');
        years['net'] = Math.min(
          years['net'] ?? Infinity,
          reaches(laid, holding, protection.guard!.size),
          form.off.year,
        );
      }
      years['guard'] = Math.max(years['guard'] ?? 0, form.off.year);
      words['guardSign'] = form.off.sign;
    }
    if (protection.collar !== null) staying.push(stays['collar']!);
    if (protection.animals.includes('vole')) holds.add('vole');
    if (group !== parts[0]!.group) continue;
    for (const kind of protection.fences) {
      holds.add('fence');
      years['fence'] = Math.max(years['fence'] ?? 0, Math.round(fences[kind]!.life));
      words['fenceSign'] = fences[kind]!.off;
    }
  }
  if (!holds.has('guard') && !holds.has('fence')) staying.push(stays['noGuard']!);
  for (const { key } of extrasOf(planting, layout.stand)) holds.add(key);
  return protectionHours(planting, layout, holding);
}

function weedFacts(
  { planting, layout }: Laid,
  holding: Holding,
  holds: Set<string>,
  years: Record<string, number>,
  words: Record<string, string>,
  staying: string[],
) {
  const method = planting.means.weeds.method;
  const { label, lays, off, stays: why, yearly, removal, years: cared } = weedMethod(method);
  const { hours, area } = weedChoice(method, planting, layout, holding);
  if (yearly > 0) holds.add('weeds');
  if (lays !== 'none' && lays !== 'lane') holds.add('weedsHeld');
  if (lays === 'ring' || lays === 'mulchStrip') holds.add('mulch');
  if (['mat', 'strip', 'ring', 'mulchStrip'].includes(lays)) holds.add('pieces');
  words['weedCover'] = label;
  if (off && off.year > 0) {
    holds.add('coverOff');
    years['cover'] = off.year;
    words['coverSign'] = off.sign;
  } else if (why && lays !== 'none') staying.push(`${label}: ${why}.`);
  return {
    weeds: Array.from({ length: 1 + cared }, (_, year) => (year === 0 ? 0 : (hours[year] ?? (yearly * area) / 60))),
    removal: (removal * area) / 60,
  };
}

/** Rows that want thinning or come out, by name and year after the first planting. */
function rowsOut(laid: Laid, holding: Holding): Facts['rows'] {
  const { planting, layout } = laid;
  const years = grownOf(laid, holding, 'middle');
  const counts = (id: string) =>
    layout.stand.rows.reduce((sum, { row, from, to }) => sum + (row.id === id ? to - from : 0), 0);
  return planting.rows.flatMap(({ id, name, out }): Facts['rows'][number][] => {
    const plants = counts(id);
    if (plants === 0) return [];
    const thin = thinIn(years, id);
    return [
      ...(thin !== null && (out === null || thin < out)
        ? [{ rule: 'thin' as const, row: name, year: Math.max(6, thin), plants: Math.ceil(plants / 3) }]
        : []),
      ...(out !== null ? [{ rule: 'nurse' as const, row: name, year: out, plants }] : []),
    ];
  });
}
