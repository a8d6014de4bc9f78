import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../../checks/sample.ts';
import { holdingFromPlan } from '../../files/plan-json.ts';
import { layHolding } from '../../ranks/laid.ts';
import { cardsOf, cardFor } from './cards.ts';
import { cardText, COVERS, factsOf, METHODS, type Method, type Planted, type Roots } from './card.ts';
import { drawCard, type Shape } from './drawing.ts';
import { allSteps, inRightOrder, orderFaults, orderRules } from './order.ts';

const plain: Planted = {
  method: 'pit',
  roots: 'bare',
  grafted: false,
  hole: { width: 0.8, depth: 0.35, ball: 0.4, ballDepth: 0.35, seat: 0.35, sink: 0, auger: null },
  proud: 0,
  texture: null,
  slope: null,
  lean: null,
  guard: null,
  stake: null,
  harm: null,
  perPlace: 1,
  collar: null,
  basket: false,
  wrap: false,
  cover: 'none',
  clean: 0.9,
  mulch: { depth: 0.08, gap: 0.1, of: 'Chips' },
  slit: 0.3,
  sod: true,
  soil: 'native',
  share: 0.33,
  dress: { across: 1.2, depth: 0.04 },
  feed: null,
  gel: false,
  litres: 15,
  berm: 18,
  mass: 0,
  hands: 'one',
  service: 1.5,
};
/** Which roots each method plants. */
const PLANTS: Readonly<Record<Method, readonly Roots[]>> = {
  slit: ['bare'],
  notch: ['bare'],
  dibble: ['plug'],
  pit: ['bare', 'pot', 'balled'],
  auger: ['bare', 'pot', 'balled'],
  machine: ['bare', 'plug'],
  seed: ['seed'],
  cutting: ['cutting'],
  pole: ['pole'],
};
const GUARDS: readonly Planted['guard'][] = [
  null,
  { label: 'Tube', size: 1.2, crate: false, net: true, below: 0.05 },
  { label: 'Open mesh', size: 0.6, crate: false, net: false, below: 0.05 },
  { label: 'Cage', size: 1.5, crate: false, net: false, below: 0.05 },
  { label: 'Crate', size: 2, crate: true, net: false, below: 0 },
];
/** Every combination of method, stock, guard and weed means, on plain ground with the least and on clay or sand with the most. */
function* everyCard(): Generator<Planted> {
  for (const method of METHODS)
    for (const roots of PLANTS[method])
      for (const guard of GUARDS)
        for (const cover of COVERS)
          for (const texture of [null, 'clay', 'sand', 'madeGround'] as const)
            for (const full of [false, true])
              yield {
                ...plain,
                method,
                roots,
                guard,
                cover,
                texture,
                proud: full ? 0.02 : 0,
                ...(full && {
                  grafted: true,
                  slope: { share: 0.2, downhill: 180 },
                  lean: { from: 45, of: 'wind' as const },
                  stake: { length: 1.5, depth: 0.4, count: guard && /mesh|Cage/.test(guard.label) ? 2 : 1 },
                  collar: 0.2,
                  basket: true,
                  wrap: true,
                  soil: 'topdress' as const,
                  feed: '30 g of slow-release feed',
                  gel: true,
                  hole: { ...plain.hole, sink: 0.02 },
                  hands: 'two' as const,
                }),
              };
}
const stepsOf = (changes: Partial<Planted>) => cardText({ ...plain, ...changes }, 'metric').steps.map(({ id }) => id);

describe('the order of a card', () => {
  it('keeps every rule for every combination of method, stock, guard and weed means; no word is left open', () => {
    let cards = 0;
    const seen = new Set<string>();
    for (const planted of everyCard())
      for (const units of ['metric', 'us'] as const) {
        const { steps, signs, schools } = cardText(planted, units);
        const ids = steps.map(({ id }) => id);
        expect(orderFaults(ids)).toEqual([]);
        expect(new Set(ids).size).toBe(ids.length);
        const verbs = ids.map((id) => id.replace(/[A-Z].*/, ''));
        // Whatever it is and however it is done: opened, taken, set, and in that order.
        for (const verb of ['marks', 'open', 'take', 'set'])
          expect(verbs.filter((one) => one === verb)).toHaveLength(1);
        const said = [...steps.map(({ text }) => text), ...signs, ...schools].join(' ');
        expect(said).not.toMatch(/undefined|NaN|[{}]/);
        if (units === 'us') expect(said).not.toMatch(/\d (m|cm|mm|L)\b/);
        for (const id of ids) seen.add(id);
        cards++;
      }
    expect(cards).toBe(14 * 5 * 5 * 4 * 2 * 2);
    // No step is never taken, but for the dish and the blend, which this round leaves out.
    expect(allSteps.map(({ id }) => id).filter((id) => !seen.has(id))).toEqual(['backBlend', 'dish']);
    expect(stepsOf({ proud: -0.03, soil: 'blend' })).toEqual(expect.arrayContaining(['backBlend', 'dish']));
  });

  it('is broken by a case of every rule, which says why', () => {
    const right: string[][] = [...everyCard()].map((planted) => cardText(planted, 'metric').steps.map(({ id }) => id));
    right.push(stepsOf({ proud: -0.03 }));
    for (const rule of orderRules) {
      const broken = right.some((ids) => {
        const isFirst = (id: string) =>
          rule.of ? rule.of.includes(id) : new RegExp(`^${rule.before}([A-Z]|$)`).test(id);
        const at = ids.findIndex(isFirst);
        const after = ids.findIndex((id) => new RegExp(`^${rule.after}([A-Z]|$)`).test(id));
        if (at < 0 || after < 0) return false;
        const moved = ids.filter((_, i) => i !== at);
        moved.push(ids[at]!);
        return orderFaults(moved).some((fault) => fault.includes(rule.why));
      });
      expect([rule.before, rule.after, broken]).toEqual([rule.before, rule.after, true]);
    }
    expect(orderFaults(['guard', 'collar', 'fold', 'net'])).toEqual([
      'collar goes before guard: the guard goes over the collar.',
      'net goes before fold: net before the rim is folded.',
    ]);
  });

  it('mends a wrong order, and leaves a right one as it is', () => {
    const ids = (list: readonly string[]) => list.map((id) => ({ id }));
    expect(inRightOrder(ids(['mat', 'water', 'takeBare', 'openPit', 'setBare'])).map(({ id }) => id)).toEqual([
      'openPit',
      'takeBare',
      'setBare',
      'water',
      'mat',
    ]);
    const right = stepsOf({ texture: 'clay', basket: true });
    expect(inRightOrder(ids(right)).map(({ id }) => id)).toEqual(right);
  });
});

describe('a card says', () => {
  const text = (changes: Partial<Planted>) => cardText({ ...plain, ...changes }, 'metric');
  const step = (changes: Partial<Planted>, id: string) => text(changes).steps.find((one) => one.id === id)?.text;
  it('what this soil adds: slick clay is scored and never heeled, dry sand soaked, rubble taken out, an old ball broken', () => {
    expect(step({ texture: 'clay' }, 'score')).toContain('Score the slick sides');
    expect(step({ texture: 'clay' }, 'firmHand')).toContain('no heel');
    expect(step({ texture: 'clay' }, 'firmHeel')).toBeUndefined();
    expect(step({ texture: 'loam' }, 'firmHeel')).toContain('heel');
    expect(step({ texture: 'sand' }, 'soakSand')).toBeDefined();
    expect(step({ texture: 'madeGround' }, 'rubble')).toBeDefined();
    expect(step({ roots: 'balled' }, 'crust')).toBeDefined();
    // A slit in clay has no sides to score.
    expect(step({ texture: 'clay', method: 'slit' }, 'score')).toBeUndefined();
  });
  it('its own numbers: collar, graft, berm downhill, stake to windward or upstream', () => {
    expect(step({ proud: 0.02, grafted: true }, 'setBare')).toBe(
      'Roots down and spread, none bent up; collar 0.02 m above the ground; the graft 0.05 m to 0.10 m above it.',
    );
    const slope = { slope: { share: 0.15, downhill: 180 } };
    expect(step(slope, 'berm')).toBe('Berm a hand high on the downhill side, south; it holds 18 L.');
    expect(step({ slope: { share: 0.1, downhill: 180 } }, 'berm')).toBeUndefined();
    const stake = { stake: { length: 1.5, depth: 0.4, count: 1 } };
    expect(step({ ...stake, lean: { from: 225, of: 'wind' } }, 'stake')).toContain(
      'windward side, south-west, 0.40 m of it',
    );
    expect(step({ ...stake, lean: { from: 90, of: 'water' } }, 'stake')).toContain('upstream side, east');
    const pair = { stake: { ...stake.stake, count: 2 }, guard: GUARDS[2]! };
    expect(step(pair, 'stakePair')).toMatch(/^Two stakes .* across from it/);
    expect(step(pair, 'stake')).toBeUndefined();
    expect(step(pair, 'guard')).toContain('tied to both stakes');
    expect(cardText({ ...plain, proud: 0.02 }, 'us').steps.find(({ id }) => id === 'setBare')!.text).toMatch(
      /in above/,
    );
  });
  it('what others do, when it is done, and what can hurt', () => {
    expect(text({ proud: 0.02, texture: 'clay' }).schools[0]).toMatch(/free loam, not on clay/);
    expect(text({}).signs).toContain('The collar is level with the ground, seen and felt.');
    expect(text({ method: 'auger' }).cautions[0]).toMatch(/^Auger: two people/);
    expect(text({ hole: { ...plain.hole, depth: 1.21 } }).cautions).toEqual([
      expect.stringMatching(/nobody climbs in/),
    ]);
    expect(text({ hole: { ...plain.hole, depth: 1.2 } }).cautions).toEqual([]);
    expect(factsOf({ ...plain, method: 'slit' }).has('native')).toBe(false);
  });
});

describe(cardsOf, () => {
  const demo = holdingFromPlan(
    JSON.parse(readFileSync(new URL('../../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8')),
    'demo',
  );
  it('gives every plant of every planting of the demo one card, that of its own kind', () => {
    for (const laid of layHolding(demo)) {
      const cards = cardsOf(laid, demo);
      const { stand } = laid.layout;
      expect(cards.reduce((sum, { plants }) => sum + plants.length, 0)).toBe(stand.count);
      for (let i = 0; i < stand.count; i += 7)
        expect(cardFor(cards, i)!.species).toBe(stand.lots[stand.lot[i]!]!.species);
      expect(cards.every(({ steps, planted: { hole } }) => steps.length > 5 && hole.depth > 0)).toBe(true);
    }
  });
  it('parts a row where the soil changes, sets it proud in clay unless the plan says how, and warns of a pipe near by', () => {
    const clay = (changes: object = {}) =>
      sample({
        length: 30,
        rows: [row({ stock: 'feathered', species: [[1, 'Quercus robur']], spacing: 3 })],
        features: [
          {
            kind: 'soilZone',
            name: 'low end',
            points: [
              [-1, -5],
              [15.5, -5],
              [15.5, 5],
              [-1, 5],
            ],
            texture: 'clay',
            drainage: 'slow',
            ph: null,
            depth: null,
            stones: 'few',
            short: [],
            replant: null,
          },
          {
            kind: 'buriedService',
            name: 'the pipe',
            points: [
              [30, -9],
              [30, 9],
            ],
            service: 'water',
            state: 'live',
            depth: 0.8,
            owner: 'private',
          },
        ] as never,
        ...changes,
      });
    const holding = clay();
    const [first, second] = cardsOf(layHolding(holding)[0]!, holding);
    expect([first!.place, second!.place]).toEqual(['clay', '']);
    expect([first!.planted.proud, second!.planted.proud]).toEqual([0.02, 0]);
    expect(second!.planted.hole.depth - first!.planted.hole.depth).toBeCloseTo(0.02);
    expect(second!.cautions[0]).toMatch(
      /^the pipe 0\.00 m from the nearest of these, not marked yet: no spade until it is/,
    );
    expect(first!.cautions.join(' ')).not.toContain('pipe');
    // A net only where there are birds and the tube is tall; an auger only where the planting is bored.
    const tall = (animals: never[], way = 'hand') =>
      sample({
        animals,
        rows: [row({ stock: 'feathered', spacing: 3, species: [[1, 'Quercus robur']] })],
        planting: { guarded: true, start: '2027-03-01', way: way as 'hand' },
      });
    const cardOf = (one: ReturnType<typeof tall>) => cardsOf(layHolding(one)[0]!, one)[0]!.planted;
    expect(
      [['smallDeer'], ['smallDeer', 'bird'], ['rabbit', 'bird']].map(
        (animals) => cardOf(tall(animals as never[])).guard!.net,
      ),
    ).toEqual([false, true, false]);
    expect(['hand', 'auger', 'machine'].map((way) => cardOf(tall([], way)).method)).toEqual(['pit', 'auger', 'pit']);
    // Acorns are sown, willow pushed in: a row of such stock has the card of its own way.
    const sown = sample({
      rows: [
        row({ stock: 'seed', species: [[1, 'Quercus robur']] }),
        row({ stock: 'pole', rowGap: 2, species: [[1, 'Salix alba']] }),
      ],
    });
    expect(
      cardsOf(layHolding(sown)[0]!, sown).map(({ method, planted }) => [method, planted.roots, planted.hole.depth]),
    ).toEqual([
      ['sown', 'seed', 0.036], // twice as deep as an acorn is wide
      ['bar hole', 'pole', 1],
    ]);
    const own = clay({ settings: { 'hole.proud': 0.05 } });
    expect(cardsOf(layHolding(own)[0]!, own).map(({ planted }) => planted.proud)).toEqual([0.05, 0.05]);
  });
  it('a card shows a strip as wide as its roll where mats would lie on one another', () => {
    const covered = (spacing: number) => {
      const hedge = sample({ length: 9, rows: [row({ spacing })], planting: { weeds: 'wool-mats' } });
      const { planted } = cardsOf(layHolding(hedge)[0]!, hedge)[0]!;
      return [planted.cover, planted.clean];
    };
    expect(covered(0.89)).toEqual(['strip', 1.2]);
    expect(covered(0.9)).toEqual(['mat', 0.9]);
  });
});

describe(drawCard, () => {
  const shape = (planted: Partial<Planted>, of: Shape['of'], tall = 1.8) =>
    drawCard({ ...plain, ...planted }, tall, 'metric', 360, 320).shapes.find((one) => one.of === of)!;
  const span = ({ points }: Shape, axis: 0 | 1) =>
    Math.max(...points.map((p) => p[axis])) - Math.min(...points.map((p) => p[axis]));
  it('is to scale: hole, stem and guard stand to each other as their numbers do', () => {
    const guard = { label: 'Tube', size: 1.2, crate: false, net: false, below: 0.05 };
    const { scale } = drawCard({ ...plain, guard }, 1.8, 'metric', 360, 320);
    const hole = shape({ guard }, 'hole');
    expect([span(hole, 0) / scale, span(hole, 1) / scale]).toEqual([expect.closeTo(0.8), expect.closeTo(0.35)]);
    expect(span(shape({ guard }, 'guard'), 1) / scale).toBeCloseTo(1.2);
    expect(span(shape({ guard }, 'stem'), 1) / scale).toBeCloseTo(1.8);
    expect(span(shape({ guard, proud: 0.05 }, 'stem'), 1) / scale).toBeCloseTo(1.75, 1);
  });
  it('lets the ground fall to the right by its slope, through the foot of the stem; a pole stands in its guard too', () => {
    const slope = { share: 0.2, downhill: 180 };
    const { shapes, scale } = drawCard({ ...plain, slope }, 1.8, 'metric', 360, 320);
    const [left, right] = shapes.find(({ of }) => of === 'ground')!.points as [[number, number], [number, number]];
    expect((right[1] - left[1]) / 360).toBeCloseTo(0.2);
    const foot = shapes.find(({ of }) => of === 'stem')!.points[0]!;
    expect((left[1] + right[1]) / 2).toBeCloseTo(foot[1]);
    expect(scale).toBeGreaterThan(0);
    const guard = { label: 'Tube', size: 0.6, crate: false, net: false, below: 0.05 };
    expect(shape({ method: 'pole', roots: 'pole', guard }, 'guard', 1.2)).toBeDefined();
    // A stake goes beside a ball, never through it.
    const stake = { length: 1.2, depth: 0.3, count: 1 };
    const [ball, post] = (['roots', 'stake'] as const).map((of) => shape({ roots: 'balled', guard, stake }, of).points);
    expect(Math.max(...post!.map(([x]) => x))).toBeLessThan(Math.min(...ball!.map(([x]) => x)));
  });
  it('keeps everything and every word within its frame, one word not over another, for every card', () => {
    for (const planted of everyCard()) {
      const { shapes, labels, width, height } = drawCard(planted, planted.roots === 'bare' ? 1.8 : 0.5, 'us', 360, 320);
      for (const { points, of } of shapes)
        if (of !== 'ground')
          for (const [x, y] of points) expect(x >= 0 && x <= width && y >= -1 && y <= height + 1).toBe(true);
      for (const side of ['left', 'right'])
        labels
          .filter((one) => one.side === side)
          .forEach(({ at: [, y], text }, i, mine) => {
            expect([text, y > 0 && y < height]).toEqual([text, true]);
            if (i > 0) expect(y - mine[i - 1]!.at[1]).toBeGreaterThanOrEqual(26.9);
          });
    }
  });
});
