import { compassName, type Point } from '../../geometry/point.ts';
import { formatTape, formatWater, type UnitSystem } from '../../units/quantities.ts';
import { factsOf, type Planted } from './card.ts';

/** What a shape is of; whoever draws it gives it a colour, or ink alone in print. */
export type Stuff =
  | 'ground'
  | 'hole'
  | 'roots'
  | 'stem'
  | 'crown'
  | 'guard'
  | 'stake'
  | 'tie'
  | 'mat'
  | 'mulch'
  | 'berm'
  | 'basket'
  | 'collar'
  | 'measure'
  | 'wind';

/** A shape of the drawing, in its own units: x to the right, y down. */
export type Shape =
  | { readonly what: 'area'; readonly of: Stuff; readonly points: readonly Point[]; readonly dashed?: true }
  | {
      readonly what: 'line';
      readonly of: Stuff;
      readonly points: readonly Point[];
      readonly width: number;
      readonly dashed?: true;
      readonly arrow?: true;
    };

/** Words beside the drawing, with a thin line to what they speak of. */
export interface Label {
  readonly text: string;
  readonly at: Point;
  readonly to: Point;
  readonly side: 'left' | 'right';
  /** The one that matters most: where the collar stands. */
  readonly main: boolean;
}

/** A section through one planting hole, to scale. */
export interface CardDrawing {
  readonly width: number;
  readonly height: number;
  /** Units of the drawing to a metre. */
  readonly scale: number;
  readonly shapes: readonly Shape[];
  readonly labels: readonly Label[];
}

/** Between two lines of labels, and room for them at each side, in units of a drawing 360 wide. */
const LINE = 27;
const SIDE = 0.26;
const UNDER = 0.12;

/** The section that goes with a card: `tall` is the plant's height, metres; `width` and `height` are the room there is. */
export function drawCard(p: Planted, tall: number, units: UnitSystem, width: number, height: number): CardDrawing {
  const facts = factsOf(p);
  const size = sizesOf(p, tall, facts);
  const scale = Math.min((width * (1 - 2 * SIDE)) / (2 * size.half), height / (size.up + size.down));
  const ground = height - size.down * scale;
  /** Metres from the stem (downhill is right) and above the ground at it. */
  const at = (x: number, y: number): Point => [width / 2 + x * scale, ground - y * scale];
  const fall = facts.has('slope') ? -p.slope!.share : 0;
  const onGround = (x: number, y = 0) => at(x, fall * x + y);
  const art = new Art(at, onGround, scale);
  // The ground falls to the right, and passes through the foot of the stem.
  const rise = -fall * (width / 2);
  art.area('ground', [
    [0, ground - rise],
    [width, ground + rise],
    [width, height],
    [0, height],
  ]);
  drawBelow(art, p, size, facts);
  drawAbove(art, p, size, facts);
  drawLean(art, p, size);
  return {
    width,
    height,
    scale,
    shapes: art.shapes,
    labels: spread(labelsOf(p, size, facts, units, art), width, height),
  };
}

/** How far from the stem a stake is driven, metres: beside the guard, and never through a ball. */
const stakeAt = ({ roots, hole }: Planted): number =>
  roots === 'pot' || roots === 'balled' ? Math.max(0.09, hole.ball / 2 + 0.03) : 0.09;

/** Posts of a crate: how far from the stem, and how deep they stand, metres. */
const POST = { aside: 0.75, depth: 0.4 };

/** How far the drawing reaches, metres: to each side of the stem, above the ground and below it; and what is seen of the plant. */
function sizesOf(p: Planted, tall: number, facts: ReadonlySet<string>) {
  const small = p.roots === 'seed';
  const pole = p.roots === 'pole';
  const out = p.stake ? p.stake.length - p.stake.depth : 0;
  const stem = small ? 0 : p.roots === 'cutting' ? 0.08 : tall;
  const top = Math.max(p.guard?.size ?? 0, out, stem);
  const wide = Math.max(
    facts.has('dug') ? p.hole.width : p.hole.ball,
    p.cover === 'none' || small ? 0 : p.clean,
    p.guard?.crate ? 1.5 : 0,
  );
  const posts = p.guard?.crate ? POST.depth + (facts.has('slope') ? p.slope!.share * POST.aside : 0) : 0;
  const depth = Math.max(p.hole.depth, p.hole.ballDepth, p.stake?.depth ?? 0, posts);
  return {
    half: Math.max(small ? 0.12 : 0.3, (wide / 2) * 1.25),
    up: Math.max(small ? 0.1 : 0.35, top * 1.12),
    down: depth * (1 + UNDER) + (small ? 0.05 : 0.12),
    stem,
    pole,
    out,
  };
}
type Sizes = ReturnType<typeof sizesOf>;

/** Shapes as they are put down. */
class Art {
  readonly shapes: Shape[] = [];
  constructor(
    readonly at: (x: number, y: number) => Point,
    readonly onGround: (x: number, y?: number) => Point,
    readonly scale: number,
  ) {}
  area(of: Stuff, points: readonly Point[], dashed = false): void {
    this.shapes.push({ what: 'area', of, points, ...(dashed && { dashed: true }) });
  }
  /** Width in metres, no less than one unit. */
  line(of: Stuff, points: readonly Point[], width: number, more: { dashed?: true; arrow?: true } = {}): void {
    this.shapes.push({ what: 'line', of, points, width: Math.max(1, width * this.scale), ...more });
  }
  box(of: Stuff, x0: number, y0: number, x1: number, y1: number, dashed = false): void {
    this.area(of, [this.at(x0, y0), this.at(x1, y0), this.at(x1, y1), this.at(x0, y1)], dashed);
  }
}

/** The hole, what stands in it, and what is round it. */
function drawBelow(art: Art, p: Planted, { stem }: Sizes, facts: ReadonlySet<string>): void {
  const { hole, proud } = p;
  const half = facts.has('dug') ? hole.width / 2 : Math.max(0.02, hole.ball / 8);
  // Sides lean in a little, as a spade leaves them; an auger's do not.
  const foot = p.method === 'pit' ? half * 0.85 : half;
  art.area(
    'hole',
    [art.onGround(-half), art.onGround(half), art.at(foot, -hole.depth), art.at(-foot, -hole.depth)],
    true,
  );
  if (facts.has('basket')) {
    const r = Math.min(half * 0.95, hole.ball / 2 + 0.03);
    art.line('basket', [art.at(-r, 0.03), art.at(-r, -hole.depth), art.at(r, -hole.depth), art.at(r, 0.03)], 0.008, {
      dashed: true,
    });
  }
  const low = proud - hole.ballDepth;
  if (p.roots === 'pot' || p.roots === 'plug') art.box('roots', -hole.ball / 2, proud, hole.ball / 2, low);
  else if (p.roots === 'balled') art.area('roots', bowl(art, hole.ball / 2, proud, low));
  else if (p.roots === 'bare')
    for (const share of [-1, -0.55, 0, 0.5, 1])
      art.line(
        'roots',
        [
          art.at(0, proud),
          art.at((share * hole.ball) / 4, proud + (low - proud) * 0.45),
          art.at((share * hole.ball) / 2, low * (1 - Math.abs(share) * 0.3)),
        ],
        0.012,
      );
  else if (p.roots === 'seed') art.area('roots', bowl(art, hole.ball / 2, -hole.depth + hole.ball, -hole.depth));
  else art.line('stem', [art.at(0, -hole.depth), art.at(0, stem)], p.roots === 'pole' ? 0.05 : 0.012);
}

/** A half round from one level down to another. */
const bowl = (art: Art, r: number, top: number, low: number): Point[] =>
  Array.from({ length: 13 }, (_, i) => {
    const a = (Math.PI * i) / 12;
    return art.at(-r * Math.cos(a), top - (top - low) * Math.sin(a));
  });

/** Stem, guard, stake, mat, mulch and berm. */
function drawAbove(art: Art, p: Planted, { stem, out }: Sizes, facts: ReadonlySet<string>): void {
  const half = p.clean / 2;
  if (p.cover === 'mat' || p.cover === 'strip')
    art.line('mat', [art.onGround(-half, 0.01), art.onGround(half, 0.01)], 0.015);
  if (p.cover === 'mulch')
    for (const side of [-1, 1])
      art.area('mulch', [
        art.onGround(side * p.mulch.gap),
        art.onGround(side * (p.mulch.gap + 0.03), p.mulch.depth),
        art.onGround(side * (half - 0.05), p.mulch.depth),
        art.onGround(side * half),
      ]);
  if (facts.has('slope') && facts.has('dug') && facts.has('water')) {
    const r = p.hole.width / 2;
    art.area('berm', [
      art.onGround(r),
      art.onGround(r + 0.08, 0.1),
      art.onGround(r + 0.16, 0.1),
      art.onGround(r + 0.24),
    ]);
  }
  const grown = !['seed', 'cutting', 'pole'].includes(p.roots);
  if (grown) art.line('stem', [art.at(0, p.proud), art.at(0, stem)], Math.max(0.01, stem * 0.012));
  if (grown && stem > 0.6)
    for (const side of [-1, 1])
      art.line(
        'crown',
        [art.at(0, stem * 0.75), art.at(side * stem * 0.1, stem * 0.9), art.at(side * stem * 0.06, stem)],
        0.01,
      );
  if (grown && p.collar !== null) art.box('collar', -0.05, p.collar, 0.05, -0.02);
  const aside = stakeAt(p);
  for (const side of p.stake ? (p.stake.count > 1 ? [-aside, aside] : [-aside]) : [])
    art.line('stake', [art.at(side, out), art.at(side, -p.stake!.depth)], 0.03);
  if (p.guard?.crate)
    for (const side of [-POST.aside, POST.aside])
      art.line('stake', [art.onGround(side, p.guard.size), art.onGround(side, -POST.depth)], 0.08);
  else if (p.guard) {
    art.box('guard', -0.06, p.guard.size - p.guard.below, 0.06, -p.guard.below);
    if (p.stake)
      for (const share of [0.35, 0.8])
        art.line('tie', [art.at(-aside - 0.01, out * share), art.at(0.06, out * share)], 0.012);
  }
}

/** Where the wind comes from, or the water: the stake stands on the left, so that is where the arrow begins. */
function drawLean(art: Art, p: Planted, { up, half }: Sizes): void {
  if (!p.stake || !p.lean) return;
  art.line('wind', [art.at(-half * 0.95, up * 0.96), art.at(-half * 0.35, up * 0.96)], 0.01, { arrow: true });
}

/** What is written beside the drawing, from the card's own numbers. */
function labelsOf(
  p: Planted,
  { up, half, stem }: Sizes,
  facts: ReadonlySet<string>,
  units: UnitSystem,
  art: Art,
): Omit<Label, 'at'>[] {
  const tape = (metres: number) => formatTape(metres, units);
  const list: Omit<Label, 'at'>[] = [];
  const say = (side: 'left' | 'right', to: Point, text: string, main = false) => list.push({ side, to, text, main });
  const { hole } = p;
  const grown = !['seed', 'cutting', 'pole'].includes(p.roots);
  const holeHalf = facts.has('dug') ? hole.width / 2 : 0;
  say(
    'left',
    art.at(-holeHalf * 0.9, -hole.depth),
    facts.has('dug') ? `${tape(hole.width)} wide, ${tape(hole.depth)} deep` : `${tape(hole.depth)} deep`,
  );
  if (grown)
    say(
      'right',
      art.at(0, p.proud),
      p.proud > 0.001
        ? `collar ${tape(p.proud)} proud`
        : p.proud < -0.001
          ? `collar ${tape(-p.proud)} down, dished`
          : 'collar level',
      true,
    );
  if (p.grafted && grown) say('right', art.at(0, Math.min(stem, p.proud + 0.1)), 'graft above ground');
  if (p.stake) {
    say('left', art.at(-stakeAt(p), -p.stake.depth * 0.6), `stake ${tape(p.stake.depth)} in`);
    if (p.lean)
      say(
        'left',
        art.at(-half * 0.6, up * 0.96),
        `${p.lean.of === 'water' ? 'flow' : 'wind'} from ${compassName(p.lean.from)}`,
      );
  }
  if (p.guard)
    say(
      'right',
      p.guard.crate ? art.at(0.75, p.guard.size * 0.8) : art.at(0.06, p.guard.size * 0.75),
      `${p.guard.label.toLowerCase()} ${tape(p.guard.size)}`,
    );
  if (p.collar !== null) say('right', art.at(0.05, p.collar * 0.6), `collar guard ${tape(p.collar)}`);
  if (p.cover === 'mat' || p.cover === 'strip') say('left', art.onGround(-p.clean / 2), `${p.cover} ${tape(p.clean)}`);
  if (p.cover === 'mulch')
    say(
      'left',
      art.onGround(-p.clean / 2, p.mulch.depth),
      `${p.mulch.of.toLowerCase()} ${tape(p.clean)} across, ${tape(p.mulch.gap)} off the stem`,
    );
  if (facts.has('basket')) say('right', art.at(hole.ball / 2, -hole.depth * 0.7), 'mesh basket');
  if (facts.has('slope') && facts.has('dug') && facts.has('water'))
    say('right', art.onGround(hole.width / 2 + 0.12, 0.1), `berm downhill, ${formatWater(p.berm, units)}`);
  return list;
}

/** Labels one under the other at each side, each as near to what it speaks of as there is room. */
function spread(labels: readonly Omit<Label, 'at'>[], width: number, height: number): Label[] {
  return (['left', 'right'] as const).flatMap((side) => {
    const mine = labels.filter((one) => one.side === side).sort((a, b) => a.to[1] - b.to[1]);
    // What stands above its line wants room for that.
    const gap = (i: number) => LINE * (mine[i]?.main ? 1.5 : 1);
    const ys: number[] = [];
    for (const [i, { to }] of mine.entries()) ys.push(Math.max(gap(i) * 0.6, to[1], (ys[i - 1] ?? -Infinity) + gap(i)));
    // Those that ran over the foot push the ones above them up again.
    for (let i = ys.length - 1, most = height - LINE * 0.4; i >= 0; most -= gap(i), i--) ys[i] = Math.min(ys[i]!, most);
    return mine.map((one, i): Label => ({ ...one, at: [side === 'left' ? 4 : width - 4, ys[i]!] }));
  });
}
