import { newCorners } from '../holding/ground-commands.ts';
import { Refused } from '../holding/command.ts';
import { plainMeans } from '../holding/means-schema.ts';
import { sayShape } from '../holding/say-shape.ts';
import { sayIssue } from '../holding/limits.ts';
import { told } from '../place/climate.ts';
import { noDays } from '../holding/days-schema.ts';
import { newHolding } from '../holding/new-holding.ts';
import { type Climate } from '../holding/ground-schema.ts';
import { HoldingSchema, type Baseline, type Holding, type Row } from '../holding/schema.ts';
import { checkBoundary, inward } from '../ground/boundary.ts';
import { newFeature } from '../ground/features.ts';
import { drawnBaseline, drawnBlock } from '../ranks/baseline.ts';
import { appBook } from '../species/book.ts';
import { regionNamed } from '../place/regions.ts';
import { plantingOnItsGround } from '../counsel/on-its-ground.ts';
import { wrongRootstock } from '../species/rootstocks.ts';
import { isStock, stocks } from '../species/stock.ts';
import { weedMethods } from '../means/weeds/methods.ts';
import { Unreadable } from './problems.ts';
import { PlanSchema, type Plan } from './plan-schema.ts';

/** The holding that a plan JSON called `name` describes. The same JSON gives the same holding, ids and all. */
export function holdingFromPlan(json: unknown, name: string): Holding {
  const parsed = PlanSchema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    const value = issue.path.reduce<unknown>((inner, key) => (inner as Record<PropertyKey, unknown>)?.[key], json);
    const where = issue.path.join('.') || 'the whole';
    throw new Unreadable(`${name}: ${where}: ${sayShape(issue, value)}. Mend it and run this again.`);
  }
  try {
    return build(parsed.data);
  } catch (problem) {
    if (problem instanceof Refused) throw new Unreadable(`${name}: ${problem.message}`);
    throw problem;
  }
}

function build(plan: Plan): Holding {
  const slug =
    plan.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'holding';
  let corners = 0;
  if (plan.boundary) checkBoundary(plan.boundary.map(({ at }) => at));
  const features = plan.features.map(({ kind, points, ...given }, i) => newFeature(kind, `f${i + 1}`, points, given));
  /** Rules and aims speak of features by name, as a person would; the holding by id. */
  const named = (spoken: Readonly<Record<string, unknown>>): Record<string, unknown> =>
    Object.fromEntries(
      Object.entries(spoken).map(([key, value]) => [
        key,
        ['along', 'place', 'what', 'from'].includes(key) && typeof value === 'string'
          ? (features.find(({ name }) => name !== '' && name === value)?.id ?? value)
          : value,
      ]),
    );
  if (plan.region !== null && !regionNamed(plan.region))
    throw new Refused(
      `'${plan.region}' is no botanical region. Give a level 3 code such as GRB, or leave it out to take the one at the place.`,
    );
  const ground = {
    ...newHolding({ ...plan, id: slug }),
    region: plan.region,
    nativeOnly: plan.nativeOnly,
    animals: plan.animals,
    settings: plan.settings,
    climate: climateOf(plan.climate),
    terrain: plan.terrain,
    thriving: plan.thriving,
    rules: plan.rules.map((rule, i) => ({ said: '', ...named(rule), id: `r${i + 1}` })),
    aims: plan.aims.map((aim, i) => ({ ...named(aim), id: `a${i + 1}` })),
    boundary:
      plan.boundary &&
      plan.boundary.flatMap(({ at, pin, restsOn, off }) =>
        newCorners([at], pin, () => `c${++corners}`, off).map((corner) => ({ ...corner, restsOn })),
      ),
    features,
  };
  const holding = {
    ...ground,
    plantings: plan.plantings.map((planting, p) => plantingOf(planting, `p${p + 1}`, ground as Holding, plan)),
    days: {
      ...noDays(),
      ...plan.days,
      people: plan.days.people.map((person, i) => ({ child: false, not: [], off: [], ...person, id: `w${i + 1}` })),
      plantings: plan.plantings.flatMap(({ start, way }, p) =>
        start || way !== 'hand' ? [{ id: `p${p + 1}`, start, way, hands: {} }] : [],
      ),
    },
  };
  const checked = HoldingSchema.safeParse(holding);
  if (checked.success) return checked.data;
  const issue = checked.error.issues[0]!;
  throw new Refused(`${issue.path.join('.')}: ${sayIssue(issue, holding, plan.units)}`);
}

/** A planting as the plan lays it row by row, or, where it gives no rows, as the pattern of its purpose does here. */
function plantingOf(
  { rows, answers, weeds, guarded, means, ...given }: Plan['plantings'][number],
  id: string,
  ground: Holding,
  plan: Plan,
) {
  if (rows && answers)
    throw new Refused(
      `'${given.name}' gives rows and answers. Leave out the rows to have the pattern of '${given.purpose}' lay them, or the answers to lay your own.`,
    );
  const baseline = baselineOf(given.baseline, ground.features, plan);
  let row = 0;
  const laid = rows
    ? { means: plainMeans('none', true), rows: rows.map((one, r) => rowOf(one, `${id}r${r + 1}`, r)) }
    : plantingOnItsGround({
        name: given.name,
        purpose: given.purpose,
        answers,
        baseline: baseline as Baseline,
        side: given.side,
        holding: ground,
        newId: () => `${id}r${row++}`, // the planting itself is named first
      });
  return {
    ...given,
    id,
    baseline: 'baseline' in laid ? laid.baseline : baseline,
    means: {
      ...laid.means,
      ...(weeds === undefined ? {} : { weeds: plainMeans(weedMethodNamed(weeds), true).weeds }),
      ...(guarded === undefined ? {} : { protection: plainMeans('none', guarded).protection }),
      ...means,
    },
    rows: laid.rows,
    clearings: given.clearings.map((clearing, c) => ({ ...clearing, id: `${id}c${c + 1}` })),
    gaps: given.gaps.map((gap, g) => ({ ...gap, id: `${id}g${g + 1}` })),
  };
}

/** One source for all that a plan says of its climate. */
function climateOf(climate: Plan['climate']): Climate | null {
  if (!climate) return null;
  const { source, simulated, ...facts } = climate;
  return told(null, facts, { source, simulated });
}

type PlanRow = NonNullable<Plan['plantings'][number]['rows']>[number];

function rowOf({ species, standards, ...row }: PlanRow, id: string, r: number): Row {
  return {
    ...row,
    id,
    name: row.name ?? `Row ${r + 1}`,
    stock: stockNamed(row.stock),
    runs: species.map(([count, name, stock, variety, on]) => ({
      species: speciesNamed(name),
      count,
      ...(stock ? { stock: stockNamed(stock) } : {}),
      ...(variety ? { variety } : {}),
      ...(on ? { rootstock: rootstockNamed(speciesNamed(name), on) } : {}),
    })),
    standards: standards && {
      ...standards,
      species: speciesNamed(standards.species),
      stock: stockNamed(standards.stock),
    },
    swaps: [],
  };
}

function speciesNamed(name: string): string {
  const species = appBook.named(name);
  if (!species)
    throw new Refused(
      `'${name}' is not in the catalogue. Give its accepted botanical name, for example 'Corylus avellana'.`,
    );
  return species.id;
}

function weedMethodNamed(id: string): string {
  if (id in weedMethods) return id;
  throw new Refused(`'${id}' is no way to keep weeds down. Use one of ${Object.keys(weedMethods).join(', ')}.`);
}

function rootstockNamed(species: string, on: string): string {
  const wrong = wrongRootstock(appBook.of(species), on);
  if (wrong) throw new Refused(wrong);
  return on;
}

function stockNamed(id: string): string {
  if (!isStock(id))
    throw new Refused(`'${id}' is not a stock type. Use one of ${stocks.map((stock) => stock.id).join(', ')}.`);
  return id;
}

function baselineOf(
  baseline: Plan['plantings'][number]['baseline'],
  features: Holding['features'],
  plan: Plan,
): Baseline {
  if ('anchors' in baseline) return { kind: 'guilds', anchors: baseline.anchors };
  if ('outline' in baseline) {
    const block = drawnBlock(baseline.outline, baseline);
    return { ...block, bearing: baseline.bearing ?? block.bearing, shift: baseline.shift, lanes: baseline.lanes };
  }
  if ('points' in baseline) return drawnBaseline(baseline.points, baseline);
  if ('besideSide' in baseline) {
    if (!plan.boundary || baseline.besideSide > plan.boundary.length)
      throw new Refused(
        `there is no boundary side ${baseline.besideSide}. Number the sides from 1, corner 1 to 2 first.`,
      );
    return {
      kind: 'beside',
      of: { what: 'boundary', corner: `c${baseline.besideSide}` },
      setback: baseline.setback,
      side: inward(plan.boundary.map(({ at }) => at)),
    };
  }
  const feature = features.find(({ name }) => name === baseline.beside);
  if (!feature || !('line' in feature))
    throw new Refused(`there is no fence, stream or track called '${baseline.beside}' to follow.`);
  return { kind: 'beside', of: { what: 'feature', feature: feature.id }, setback: baseline.setback, side: baseline.on };
}
