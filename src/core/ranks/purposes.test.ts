import { REGIONS, sample } from '../../../checks/sample.ts';
import { appBook } from '../species/book.ts';
import { describe, expect, it } from 'vitest';
import { judge } from '../findings/judge.ts';
import { layHolding } from './laid.ts';
import { newHolding } from '../holding/new-holding.ts';
import { HoldingSchema, PURPOSES, type Baseline, type Holding, type Purpose } from '../holding/schema.ts';
import { feedsManyInsects } from '../species/insects.ts';
import { moreOf } from '../species/more.ts';
import { isStock, stockOf } from '../species/stock.ts';
import { drawnBaseline, drawnBlock } from './baseline.ts';
import { newFeature } from '../ground/features.ts';
import { climateBand } from '../place/climate-band.ts';
import { regionNamed, regionOf } from '../place/regions.ts';
import { harmTo } from '../species/harm.ts';
import { standingIn } from '../species/ranges.ts';
import { newPlanting, patterns, patternShape, rowsLaid, type Answers } from './patterns.ts';
import { purposes, rowAfter, sayRuns } from './purposes.ts';
import { clashesBeside } from './roles.ts';

let n = 0;
const newId = () => `id${++n}`;
const WHERE: Record<string, Baseline> = {
  line: drawnBaseline([
    [0, 0],
    [80, 0],
  ]),
  block: drawnBlock([
    [0, 0],
    [80, 0],
    [80, 60],
    [0, 60],
  ]),
  guilds: {
    kind: 'guilds',
    anchors: [
      [0, 0],
      [9, 0],
      [18, 0],
    ],
  },
};
type At = (typeof REGIONS)[number];
const BRITAIN = REGIONS[3]!;

const holdingAt = ([, latitude, longitude]: At, changes: Partial<Holding> = {}): Holding => ({
  ...newHolding({ id: 'h', name: 'Bare', latitude, longitude, units: 'metric', currency: 'EUR' }),
  ...changes,
});
const laidOut = (purpose: Purpose, at: At, answers: Answers = {}, changes: Partial<Holding> = {}): Holding => {
  const empty = holdingAt(at, changes);
  const planting = newPlanting({
    name: purposes[purpose].label,
    purpose,
    answers,
    baseline: WHERE[patternShape(purpose, answers)]!,
    side: 'right',
    holding: empty,
    newId,
  });
  return { ...empty, plantings: [planting] };
};
/** How many of every hundred plants in a row's turn are of each standing. */
const nativeShare = (holding: Holding): number => {
  const region = regionOf(holding);
  const runs = holding.plantings[0]!.rows.flatMap((row) => row.runs);
  const count = (which: typeof runs) => which.reduce((sum, run) => sum + run.count, 0);
  return count(runs.filter(({ species }) => standingIn(species, region) === 'native')) / count(runs);
};

describe(newPlanting, () => {
  const everyAnswer = (purpose: Purpose): Answers[] =>
    patterns[purpose].questions.reduce<Answers[]>(
      (all, { key, options }) => all.flatMap((answers) => options.map((option) => ({ ...answers, [key]: option.key }))),
      [{}],
    );

  it.each(REGIONS)(
    'every purpose in %s, with any answers, lays a planting that holds and is without fault',
    (...at) => {
      expect(regionOf(holdingAt(at)).code).toBe(at[0]);
      for (const purpose of PURPOSES)
        for (const answers of everyAnswer(purpose)) {
          const said = `${purpose} ${JSON.stringify(answers)}`;
          const holding = laidOut(purpose, at, answers);
          expect(HoldingSchema.safeParse(holding).error?.issues ?? [], said).toEqual([]);
          for (const { filled, standards } of rowsLaid({ purpose, answers, holding: holdingAt(at) }))
            for (const { label, species, best, relax } of [...filled, ...(standards ? [standards] : [])]) {
              // Filled, or left out for want of a third kind of the place, the best from elsewhere offered.
              expect(best.length, `${said}: ${label}`).toBeGreaterThan(0);
              expect(species ?? relax, `${said}: ${label}`).toBe(species);
            }
          const all = layHolding(holding);
          const { stand } = all[0]!.layout;
          expect(stand.count, said).toBeGreaterThan(2);
          // Nobody sows or strikes cuttings unasked.
          expect(
            stand.stockIds.every((id) => isStock(id) && !stockOf(id).onAsking),
            said,
          ).toBe(true);
          for (const { id, zone } of stand.kinds) {
            expect(standingIn(id, regionOf(holding)), `${said}: ${id}`).not.toBe('pest');
            expect(zone, `${said}: ${id}`).toBeLessThanOrEqual(climateBand(holding).zone!);
          }
          const faults = judge(holding, all[0]!, all).filter(({ severity }) => severity === 'fault');
          expect(
            faults.map(({ what, why }) => `${what}: ${why}`),
            said,
          ).toEqual([]);
        }
    },
  );

  it.each(REGIONS)('where cattle, sheep, horses and dogs are kept in %s no pattern lays what poisons them', (...at) => {
    for (const purpose of PURPOSES) {
      const holding = laidOut(purpose, at, {}, { animals: ['cattle', 'sheep', 'horse', 'dog'] });
      const all = layHolding(holding);
      const found = judge(holding, all[0]!, all).filter(
        ({ severity, rule }) => severity === 'fault' || rule === 'harm',
      );
      expect(
        found.map(({ what }) => what),
        purpose,
      ).toEqual([]);
    }
  });

  it.each(REGIONS)(
    'in %s hedge, wildlife hedge, stream and wood are native by half and more, the wood wholly',
    (...at) => {
      for (const purpose of ['hedge', 'wildlifeHedge', 'stream', 'conservation'] as const)
        for (const answers of everyAnswer(purpose))
          expect(
            nativeShare(laidOut(purpose, at, answers)),
            `${purpose} ${JSON.stringify(answers)}`,
          ).toBeGreaterThanOrEqual(0.5);
      expect(nativeShare(laidOut('conservation', at))).toBe(1);
    },
  );

  it.each(REGIONS)('every purpose as it comes in %s has nothing to be mended', (...at) => {
    for (const purpose of PURPOSES) {
      const holding = laidOut(purpose, at);
      const all = layHolding(holding);
      // A blank row is the steward’s to fill. Where a place has too few kinds of its own for a role, one takes more of a share, and it is said.
      const few = rowsLaid({ purpose, holding: holdingAt(at) }).some(({ filled }) =>
        filled.some((one) => !one.species),
      );
      const found = judge(holding, all[0]!, all).filter(
        ({ severity, rule }) => severity === 'caution' && !((few || purpose === 'blank') && rule === 'species-share'),
      );
      expect(
        found.map(({ what, why }) => `${what}: ${why}`),
        purpose,
      ).toEqual([]);
    }
  });

  it('what once was laid and should not have been comes back in no region', () => {
    const bad: readonly (readonly [Purpose, Answers, readonly string[]])[] = [
      ['wildlifeHedge', { thorn: 'no' }, ['frangula-alnus', 'sophora-microphylla', 'prunus-spinosa']],
      ['windbreak', {}, ['euonymus-europaeus', 'prunus-avium', 'prunus-serotina']],
      ['farmstead', {}, ['prunus-virginiana', 'picea-pungens']],
      ['snowFence', {}, ['prunus-virginiana', 'dodonaea-viscosa']],
      ['dustScreen', { salt: 'yes' }, ['elaeagnus-angustifolia']],
      ['glade', {}, ['symphytum-officinale', 'origanum-vulgare']],
      ['glade', { shrubs: 'feed' }, ['elaeagnus-umbellata', 'leptospermum-scoparium']],
      ['timber', { product: 'softwood' }, ['corymbia-maculata']],
      ['stream', {}, ['prunus-padus', 'frangula-alnus']],
    ];
    for (const at of REGIONS)
      for (const [purpose, answers, ids] of bad) {
        const laid = layHolding(laidOut(purpose, at, answers))[0]!.layout.stand.kinds.map(({ id }) => id);
        expect(
          laid.filter((id) => ids.includes(id)),
          `${purpose} in ${at[0]}`,
        ).toEqual([]);
      }
    const plains = layHolding(laidOut('farmstead', REGIONS[1]!))[0]!.layout.stand.kinds.map(({ id }) => id);
    expect(plains).not.toContain('pinus-nigra');
    // Holly is never set bare-rooted.
    const hollies = laidOut('screen', BRITAIN).plantings[0]!.rows.flatMap(({ stock, runs }) =>
      runs.filter(({ species }) => species === 'ilex-aquifolium').map((run) => run.stock ?? stock),
    );
    expect(hollies).toEqual(['plug', 'plug']);
    // Sold as plugs and in pots: a hedge of thousands is set as plugs, a tree left to grow in it as large as it is sold.
    const [row] = laidOut('hedge', REGIONS[6]!, { trees: 'some' }).plantings[0]!.rows;
    expect(row!.stock).toBe('plug');
    expect(['pot4', 'pot15']).toContain(row!.standards!.stock);
    // Of two hundred plants none is bought in a pot where another of the place is sold small.
    for (const at of [REGIONS[0]!, REGIONS[6]!]) {
      const [hedge] = rowsLaid({ purpose: 'hedge', holding: holdingAt(at) });
      for (const { species } of hedge!.filled)
        expect(
          species!.stock.some((id) => stockOf(id).pot < 0.1),
          species!.common,
        ).toBe(true);
    }
    // Willows are weeds, every one of them.
    const willows = PURPOSES.flatMap((purpose) => layHolding(laidOut(purpose, REGIONS[6]!))[0]!.layout.stand.kinds);
    expect(willows.filter(({ botanical }) => botanical.startsWith('Salix'))).toEqual([]);
  });

  it.each(REGIONS)(
    'in %s bushes of berries bear berries, evergreens for wind are conifers where any serve',
    (...at) => {
      const rows = rowsLaid({ purpose: 'farmstead', holding: holdingAt(at) });
      for (const { species } of rows.find(({ row }) => row.name === 'Fruit')!.filled) {
        const { fruit, uses = [] } = moreOf(species!);
        expect(fruit !== undefined || uses.includes('fruit'), species!.common).toBe(true);
      }
      const [first] = rows.find(({ row }) => row.name === 'Evergreens')!.filled;
      // Of the Cape only shrubs and trees of broad leaves bear its dry summers.
      expect(first!.species!.kind, first!.species!.common).toBe(at[0] === 'CPP' ? 'evergreen' : 'conifer');
    },
  );

  it('a wood of the place begins with what most insects live on; walnut and what it poisons are kept apart', () => {
    const [wood] = rowsLaid({ purpose: 'conservation', holding: holdingAt(BRITAIN) });
    expect(wood!.filled[0]!.species!.botanical).toBe('Quercus robur');
    expect(wood!.filled[0]!.best[0]!.inFavour).toContain('many kinds of insect live on it');
    const feeds = (id: string, code: string) => feedsManyInsects(appBook.of(id), regionNamed(code)!);
    expect([
      feeds('tilia-americana', 'OHI'), // 150 kinds: just many
      feeds('tilia-cordata', 'GRB'),
      feeds('corylus-americana', 'OHI'),
      feeds('quercus-robur', 'NZS'),
    ]).toEqual([true, false, false, false]);
    const [walnut, apple, hazel] = ['juglans-nigra', 'malus-domestica', 'acer-campestre'].map(appBook.of);
    const there = holdingAt(BRITAIN);
    expect([
      clashesBeside(walnut!, [hazel!, apple!], there),
      clashesBeside(apple!, [walnut!], there),
      clashesBeside(hazel!, [walnut!], there),
    ]).toEqual([true, true, false]);
  });

  it('the place, its stock and its children decide: the same place gives the same answer, natives only nothing else', () => {
    const kinds = (changes: Partial<Holding>, purpose: Purpose = 'hedge', answers: Answers = {}) =>
      layHolding(laidOut(purpose, BRITAIN, answers, changes))[0]!.layout.stand.kinds;
    expect(kinds({}).map(({ id }) => id)).toEqual(kinds({}).map(({ id }) => id));
    expect(kinds({}).map(({ id }) => id)).toEqual(expect.arrayContaining(['crataegus-monogyna', 'prunus-spinosa']));
    // The same holding moved by one choice: the hedge of another region.
    expect(kinds({ region: 'NZS' }).every(({ id }) => !kinds({}).some((one) => one.id === id))).toBe(true);
    for (const species of kinds({ animals: ['horse', 'cattle'] }, 'wildlifeHedge'))
      expect(harmTo(species, ['horses', 'cattle']), species.id).toBeNull();
    const played = newFeature('playPlace', 'f1', [
      [500, 500],
      [520, 500],
      [520, 520],
    ]);
    for (const species of kinds({ features: [played] }, 'screen')) expect(harmTo(species, ['people'])).toBeNull();
    const orchard = (nativeOnly: boolean) => laidOut('orchard', BRITAIN, { fruit: 'apple' }, { nativeOnly });
    expect(nativeShare(orchard(false))).toBeLessThan(0.2);
    expect(
      orchard(true)
        .plantings[0]!.rows.flatMap(({ runs }) => runs)
        .every(({ species }) => standingIn(species, regionOf(orchard(true))) === 'native'),
    ).toBe(true);
  });

  it('a row of two kinds of the place takes no third from elsewhere unasked; what is asked stands', () => {
    const wet = { purpose: 'conservation', answers: { ground: 'wet' }, holding: holdingAt(REGIONS[7]!) } as const;
    const [wood] = rowsLaid(wet);
    const out = wood!.filled.find(({ species }) => !species)!;
    expect(out).toMatchObject({ key: 'Wood/3', label: 'tree of wet ground', relax: null });
    expect(out.best.every(({ standing }) => standing === 'introduced')).toBe(true);
    const picked = rowsLaid({ ...wet, picks: { 'Wood/3': out.best[1]!.species.id } })[0]!;
    expect(picked.filled[2]!.species).toBe(out.best[1]!.species);
    // Where no thorn of the place bears the ground, another hedge shrub of the place stands in, and is said to.
    const dakota = rowsLaid({ purpose: 'hedge', holding: holdingAt(REGIONS[1]!, { nativeOnly: true }) })[0]!;
    expect(dakota.filled[0]!.species!.thorns).toBe(true);
    const island = rowsLaid({ purpose: 'hedge', holding: holdingAt(REGIONS[7]!) })[0]!;
    expect(island.filled[1]!.best[0]).toMatchObject({ standing: 'native', species: { thorns: false } });
    expect(island.filled[1]!.best[0]!.standsFor).toBe('thorny hedge shrub');
    expect(island.filled[0]!.best[0]!.standsFor).toBeUndefined();
    expect(island.filled[1]!.best.every(({ standing, species }) => standing === 'native' || species.thorns)).toBe(true);
    // A tree left to grow in it closes with nothing, and is not asked to.
    const { standards } = rowsLaid({ purpose: 'hedge', answers: { trees: 'some' }, holding: holdingAt(BRITAIN) })[0]!;
    expect(standards!.best.flatMap(({ cares }) => cares).join()).not.toMatch(/will not close/);
  });

  it('a role that nothing fills says so and what to relax; the five best are at hand, and a pick is kept', () => {
    const iceland: At = ['ICE', 65, -18];
    const [row] = rowsLaid({
      purpose: 'glade',
      answers: { shrubs: 'feed' },
      holding: holdingAt(iceland, { nativeOnly: true }),
    }).slice(2);
    expect(row!.filled).toMatchObject([{ species: null, relax: 'take kinds that are not native too' }]);
    expect(
      laidOut('glade', iceland, { shrubs: 'feed' }, { nativeOnly: true }).plantings[0]!.rows.some(
        ({ name }) => name === 'Shrubs',
      ),
    ).toBe(false);
    const hedge = rowsLaid({ purpose: 'hedge', holding: holdingAt(BRITAIN) })[0]!;
    expect(hedge.filled.map(({ key }) => key).slice(0, 2)).toEqual(['Hedge/1', 'Hedge/2']);
    expect(hedge.filled[2]!.best.length).toBe(5);
    const fourth = hedge.filled[2]!.best[3]!.species;
    const picked = rowsLaid({ purpose: 'hedge', picks: { 'Hedge/3': fourth.id }, holding: holdingAt(BRITAIN) })[0]!;
    expect(picked.filled[2]!.species).toBe(fourth);
    expect(new Set(picked.filled.map(({ species }) => species)).size).toBe(picked.filled.length);
  });

  it('says for each purpose why and by what source, and asks at most five questions, each with answers to choose from', () => {
    for (const purpose of PURPOSES) {
      const { why, source, questions } = patterns[purpose];
      expect(why).toMatch(/\.$/);
      expect(source.length).toBeGreaterThan(5);
      expect(questions.length).toBeLessThanOrEqual(5);
      for (const { ask, options } of questions) {
        expect(ask).toMatch(/\?$/);
        expect(new Set(options.map(({ key }) => key)).size).toBe(options.length);
        // Each answer decides something that no other decides.
        expect(new Set(options.map(({ does }) => JSON.stringify(does))).size, `${purpose}: ${ask}`).toBe(
          options.length,
        );
      }
    }
    expect(sayRuns(laidOut('blank', BRITAIN).plantings[0]!.rows[0]!.runs, appBook)).toBe('1 hazel');
  });

  it('the place answers what nobody did: no snow drifts where winters are mild, dry fruit where summers are hot and dry', () => {
    const rows = (purpose: Purpose, at: At, answers: Answers = {}) =>
      rowsLaid({ purpose, answers, holding: holdingAt(at) }).map(({ row }) => row.name);
    const [dakota, britain, greece] = [REGIONS[1]!, BRITAIN, REGIONS[5]!];
    expect([rows('farmstead', dakota)[0], rows('farmstead', britain)[0]]).toEqual(['Snow shrubs', 'Evergreens']);
    expect(rows('farmstead', britain, { snow: 'yes' })[0]).toBe('Snow shrubs');
    const fruit = (at: At, answers: Answers = {}) =>
      rowsLaid({ purpose: 'orchard', answers, holding: holdingAt(at) })[0]!.filled[0]!.species!;
    // Central Chile is dry in summer, but warm, not hot.
    expect([fruit(britain).id, fruit(REGIONS[9]!).id]).toEqual(['malus-domestica', 'malus-domestica']);
    expect(fruit(greece).moisture[0]).toBe('dry');
    expect(fruit(greece, { fruit: 'apple' }).id).toBe('malus-domestica');
    for (const purpose of PURPOSES)
      for (const { here = {}, options } of patterns[purpose].questions)
        for (const key of Object.values(here)) expect(options.map((option) => option.key)).toContain(key);
  });

  it('timber that grows very fast is set wider than slow timber, by the steward’s pick too', () => {
    const timber = (at: At, picks = {}) =>
      rowsLaid({ purpose: 'timber', picks, holding: holdingAt(at) }).map(({ row }) => [row.spacing, row.rowGap]);
    expect(timber(BRITAIN)[0]).toEqual([2, 2]);
    const gums = { 'Timber/1': 'eucalyptus-globulus', 'Timber 2/1': 'corymbia-maculata' };
    expect(timber(REGIONS[6]!, gums).slice(0, 2)).toEqual([
      [3, 3],
      [3, 3],
    ]);
    // One in five of them does not set the row.
    expect(timber(REGIONS[6]!, { 'Timber/2': 'eucalyptus-globulus' })[0]).toEqual([2, 2]);
  });

  it('an answer decides: stock asks for a second row, room for fewer; one that is not offered is refused', () => {
    const rows = (purpose: Purpose, answers: Answers) => laidOut(purpose, BRITAIN, answers).plantings[0]!.rows;
    expect(
      [rows('hedge', {}), rows('hedge', { stock: 'yes' }), rows('windbreak', { rows: 'one' })].map(
        ({ length }) => length,
      ),
    ).toEqual([1, 2, 1]);
    expect(rows('hedge', { kept: 'tall' })[0]!.kept).toEqual({ height: 3, width: 1.5, clearStem: null });
    expect(rows('hedge', { trees: 'some' })[0]!.standards).toMatchObject({ species: 'carpinus-betulus', every: 12 });
    expect(['line', 'block', 'guilds'].map((shape) => patternShape('blank', { shape }))).toEqual([
      'line',
      'block',
      'guilds',
    ]);
    expect(laidOut('timber', BRITAIN, { lanes: 'lanes' }).plantings[0]!.baseline).toMatchObject({
      headland: 3,
      lanes: { every: 12, width: 4 },
    });
    expect(() => rows('hedge', { stock: 'maybe' })).toThrow(
      /no answer to 'Must it hold stock\?' Choose one of No, or a fence will; Yes/,
    );
  });
});

describe(rowAfter, () => {
  it('goes on like the last row: as far again, staggered against it, without its hand swaps', () => {
    const planting = laidOut('windbreak', BRITAIN).plantings[0]!;
    const last = planting.rows.at(-1)!;
    const next = rowAfter(
      {
        ...planting,
        rows: [...planting.rows.slice(0, -1), { ...last, swaps: [{ at: 3, copy: 0, species: 'ilex-aquifolium' }] }],
      },
      'new',
    );
    expect(next).toMatchObject({
      id: 'new',
      name: 'Row 4',
      rowGap: last.rowGap,
      staggered: !last.staggered,
      swaps: [],
      standards: null,
    });
  });
  it('starts a planting that has no row yet', () => {
    expect(rowAfter({ ...laidOut('blank', BRITAIN).plantings[0]!, rows: [] }, 'first')).toMatchObject({
      name: 'Row 1',
      rowGap: 0,
      spacing: 1.5,
    });
  });
});

describe('what is planned in feet', () => {
  const gaps = (units: 'us' | 'metric') =>
    PURPOSES.flatMap((purpose) => {
      let n = 0;
      const holding = sample({ units, latitude: 44, longitude: -92, plantings: [] });
      const { rows } = newPlanting({
        name: 'x',
        purpose,
        baseline: drawnBaseline([
          [0, 0],
          [100, 0],
        ]),
        side: 'right',
        holding,
        newId: () => `n${n++}`,
      });
      return rows
        .flatMap(({ spacing, rowGap, kept }) => [spacing, rowGap, ...Object.values(kept ?? {})])
        .filter((metres): metres is number => typeof metres === 'number' && metres > 0);
    });
  it('every pattern’s spacings, gaps and kept sizes are whole quarters of a foot, and whole feet from four on', () => {
    const feet = gaps('us').map((metres) => metres / 0.3048);
    expect(feet.length).toBeGreaterThan(60);
    for (const one of feet) {
      expect(Math.abs(one * 4 - Math.round(one * 4)), `${one} ft`).toBeLessThan(1e-6);
      if (one >= 4) expect(Math.abs(one - Math.round(one)), `${one} ft`).toBeLessThan(1e-6);
    }
    // Metric ones stay as they are written.
    for (const one of gaps('metric')) expect(Math.abs(one * 100 - Math.round(one * 100))).toBeLessThan(1e-6);
  });
  it('is near what is planned in metres', () => {
    const [feet, metres] = [gaps('us'), gaps('metric')];
    expect(feet.length).toBe(metres.length);
    feet.forEach((one, i) => expect(one / metres[i]!).toBeGreaterThan(0.85));
    feet.forEach((one, i) => expect(one / metres[i]!).toBeLessThan(1.18));
  });
});
