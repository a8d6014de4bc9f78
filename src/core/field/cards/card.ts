import { compassName } from '../../geometry/point.ts';
import type { TEXTURES } from '../../holding/ground-schema.ts';
import { formatSold, formatTape, formatWater, inUnits, type UnitSystem } from '../../units/quantities.ts';
import { stakeAsSold } from '../../means/protection/guards.ts';
import { allSteps, inRightOrder } from './order.ts';
import data from './steps.json' with { type: 'json' };

export const METHODS = ['slit', 'notch', 'dibble', 'pit', 'auger', 'machine', 'seed', 'cutting', 'pole'] as const;
export type Method = (typeof METHODS)[number];
export const ROOTS = ['bare', 'plug', 'pot', 'balled', 'seed', 'cutting', 'pole'] as const;
export type Roots = (typeof ROOTS)[number];
/** What is laid against weeds at a plant. */
export const COVERS = ['none', 'mat', 'strip', 'mulch', 'bare'] as const;
export type Cover = (typeof COVERS)[number];

/** Everything that decides how one kind is planted in one place. Lengths in metres. */
export interface Planted {
  readonly method: Method;
  readonly roots: Roots;
  readonly grafted: boolean;
  /** Of a hole; of a slit its depth. `ball` and `ballDepth` are those of the roots; `seat` the depth at which they stand, `sink` how far loose fill beneath them gives. */
  readonly hole: {
    readonly width: number;
    readonly depth: number;
    readonly ball: number;
    readonly ballDepth: number;
    readonly seat: number;
    readonly sink: number;
    readonly auger: number | null;
  };
  /** How far the collar stands above the ground, or below it where negative. */
  readonly proud: number;
  readonly texture: (typeof TEXTURES)[number] | null;
  /** Rise over run and the bearing of the fall; null on the level or where it is not known. */
  readonly slope: { readonly share: number; readonly downhill: number } | null;
  /** How many are set at one place. */
  readonly perPlace: number;
  /** Bearing from which the stake holds best: where the wind comes from, or the water. */
  readonly lean: { readonly from: number; readonly of: 'wind' | 'water' } | null;
  readonly guard: {
    readonly label: string;
    readonly size: number;
    readonly crate: boolean;
    readonly net: boolean;
    readonly below: number;
  } | null;
  readonly stake: { readonly length: number; readonly depth: number; readonly count: number } | null;
  readonly collar: number | null;
  readonly basket: boolean;
  readonly wrap: boolean;
  readonly cover: Cover;
  /** Side of a mat, width of a strip or of a mulch ring; depth of the mulch and how far it keeps from the stem; what it is. */
  readonly clean: number;
  readonly mulch: { readonly depth: number; readonly gap: number; readonly of: string };
  readonly slit: number;
  /** Whether grass is to be scalped first. */
  readonly sod: boolean;
  readonly soil: 'native' | 'blend' | 'topdress';
  readonly share: number;
  readonly dress: { readonly across: number; readonly depth: number };
  readonly feed: string | null;
  readonly gel: boolean;
  /** Litres at planting; 0 for none. */
  readonly litres: number;
  /** Litres that a berm holds. */
  readonly berm: number;
  /** Kilograms of ball or pot, and who lifts it. */
  readonly mass: number;
  readonly hands: 'one' | 'two' | 'machine';
  readonly service: number;
  /** Whom it poisons, and by which part; null where nothing is known. */
  readonly harm: string | null;
}

/** How one kind is planted: steps in their order, when it is done, what others do, and what can hurt. */
export interface CardText {
  readonly steps: readonly { readonly id: string; readonly text: string }[];
  readonly signs: readonly string[];
  readonly schools: readonly string[];
  readonly cautions: readonly string[];
}

/** What holds of a planting, by the names that steps ask for. */
export function factsOf(p: Planted): Set<string> {
  const facts = new Set<string>([p.method, p.roots, p.soil]);
  const add = (name: string, holds: boolean) => void (holds && facts.add(name));
  const grown = !['seed', 'cutting', 'pole'].includes(p.roots);
  add('dug', p.method === 'pit' || p.method === 'auger');
  add('closed', (p.method === 'slit' || p.method === 'notch' || p.method === 'dibble') && grown);
  add('heavy', p.texture !== null && data.heavy.includes(p.texture));
  add('sand', p.texture === 'sand');
  add('made', p.texture === 'madeGround');
  add('slope', (p.slope?.share ?? 0) > data.slope);
  add('deep', p.hole.sink > 0 && facts.has('dug'));
  add('proud', p.proud > 0.001 && grown);
  add('dished', p.proud < -0.001 && grown);
  add('level', Math.abs(p.proud) <= 0.001);
  add('byHand', ['pot', 'balled', 'plug', 'cutting', 'pole'].includes(p.roots) || facts.has('heavy'));
  add('water', p.litres > 0);
  add('basket', p.basket && facts.has('dug'));
  add('wrap', p.wrap && grown);
  add('collar', p.collar !== null && grown);
  add('stake', p.stake !== null);
  add('pair', (p.stake?.count ?? 0) > 1);
  add('guard', p.guard !== null && !p.guard.crate);
  add('crate', p.guard?.crate === true);
  add('net', p.guard?.net === true);
  add('scalped', p.sod && (p.cover === 'mat' || p.cover === 'mulch' || p.cover === 'bare'));
  add('mat', p.cover === 'mat');
  add('strip', p.cover === 'strip');
  add('mulch', p.cover === 'mulch');
  add('feed', p.feed !== null && facts.has('dug'));
  add('gel', p.gel && p.roots === 'bare' && p.method !== 'machine');
  if (!facts.has('dug') && p.soil !== 'topdress') facts.delete(p.soil);
  return facts;
}

const holds = (
  { when = [], not = [] }: { when?: readonly string[]; not?: readonly string[] },
  facts: ReadonlySet<string>,
) => when.every((one) => facts.has(one)) && !not.some((one) => facts.has(one));

/** The text of a card, in the steward's units. */
export function cardText(p: Planted, units: UnitSystem): CardText {
  const facts = factsOf(p);
  const words = wordsOf(p, facts, units);
  const say = (text: string) => inUnits(text, units).replace(/\{(\w+)\}/g, (_, name: string) => words[name]!);
  const told = (list: readonly { when?: readonly string[]; not?: readonly string[]; text: string }[]) =>
    list.filter((one) => holds(one, facts)).map(({ text }) => say(text));
  return {
    steps: inRightOrder(allSteps.filter((step) => holds(step, facts))).map(({ id, text }) => ({ id, text: say(text) })),
    signs: told(data.signs),
    schools: told(data.schools),
    cautions: cautionsOf(p, facts, units),
  };
}

function wordsOf(p: Planted, facts: ReadonlySet<string>, units: UnitSystem): Record<string, string> {
  const tape = (metres: number) => formatTape(metres, units);
  const [low, high] = data.union as [number, number];
  const downhill = p.slope ? compassName(p.slope.downhill) : '';
  return {
    service: tape(p.service),
    clean: tape(p.clean),
    slit: tape(p.slit),
    width: tape(p.hole.width),
    depth: tape(p.hole.depth),
    seat: tape(p.hole.seat),
    sink: tape(p.hole.sink),
    auger: tape(p.hole.auger ?? p.hole.width),
    widen:
      p.hole.auger !== null && p.hole.auger < p.hole.width - 0.005 ? `, widened to ${tape(p.hole.width)} by spade` : '',
    fromCollar: p.roots === 'bare' ? '' : ', measured from the collar',
    heapSide: facts.has('slope') ? ', uphill' : '',
    sodSide: facts.has('slope') ? ' on the downhill rim' : ' beside it',
    basketRim: tape(data.basketRim),
    lift:
      p.hands === 'machine'
        ? 'By machine, nobody under it.'
        : p.hands === 'two'
          ? 'Two people.'
          : 'With a straight back.',
    level:
      p.proud > 0.001
        ? `${tape(p.proud)} above the ground`
        : p.proud < -0.001
          ? `${tape(-p.proud)} below the ground around`
          : 'level with the ground',
    union: p.grafted ? `; the graft ${tape(low)} to ${tape(high)} above it` : '',
    lean: p.lean?.of === 'wind' ? `leaned a little to the ${compassName(p.lean.from)}, into the wind` : 'plumb',
    feed: p.feed ?? '',
    share: `${Math.round(p.share * 100)} %`,
    notClay: facts.has('heavy') ? ', no heel: wet clay sets like a brick' : '',
    downhill,
    berm: formatWater(p.berm, units),
    dish: tape(Math.max(0, -p.proud)),
    litres: formatWater(p.litres, units),
    cover: p.mulch.of,
    mulchDepth: tape(p.mulch.depth),
    gap: tape(p.mulch.gap),
    dress: tape(p.dress.across),
    dressDepth: tape(p.dress.depth),
    collar: tape(p.collar ?? 0),
    stakeLength: formatSold(p.stake?.length ?? 0, units),
    stakeDepth: tape((p.guard && stakeAsSold(p.guard.size, units)?.depth) ?? p.stake?.depth ?? 0),
    stakeSide: p.lean
      ? `${p.lean.of === 'water' ? 'upstream' : 'windward'} side, ${compassName(p.lean.from)}`
      : 'side the wind comes from',
    held: facts.has('pair') ? 'both stakes' : 'the stake',
    seeds: String(p.perPlace),
    guard: p.guard?.label ?? '',
    guardSize: formatSold(p.guard?.size ?? 0, units),
    pressed: p.guard && p.guard.below > 0 ? `pressed ${tape(p.guard.below)} in` : 'standing on the ground',
  };
}

function cautionsOf(p: Planted, facts: ReadonlySet<string>, units: UnitSystem): string[] {
  const tape = (metres: number) => formatTape(metres, units);
  return [
    ...(p.harm ? [`${p.harm} Wash hands, and leave no leaf, twig or plant lying.`] : []),
    ...(p.method === 'auger' ? ['Auger: two people, no loose clothing; brace for the kick of stone and root.'] : []),
    ...(p.method === 'machine'
      ? ['Machine: nobody between it and the tractor; hands off the share while it moves.']
      : []),
    ...(p.stake || facts.has('crate') ? ['Eye protection when driving stakes; cap canes at eye height.'] : []),
    ...(facts.has('guard') && p.guard!.label.includes('age') ? ['Cut mesh is sharp: gloves and eyes.'] : []),
    ...(p.hands === 'two' ? ['Heavy: two lift it, by the ball.'] : []),
    ...(p.hands === 'machine' ? ['Too heavy for people: a machine lifts it, and nobody stands under it.'] : []),
    ...(p.hole.depth > 1.2 ? [`Deeper than ${tape(1.2)}: nobody climbs in; cover or fence it the same day.`] : []),
  ];
}
