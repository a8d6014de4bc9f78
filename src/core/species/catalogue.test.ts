import { sample, standOf } from '../../../checks/sample.ts';
import { report } from '../reports/report.ts';
import type { Holding } from '../holding/schema.ts';
import { freeYears } from '../years/free-years.ts';
import { layHolding } from '../ranks/laid.ts';
import { appBook, bookOf } from './book.ts';
import { describe, expect, it } from 'vitest';
import type { Species } from '../holding/species-schema.ts';
import { catalogue, partners } from './catalogue.ts';
import { contradictions } from './contradictions.ts';
import { coarsely, harmKnown, harmsOf, harmTo, stockAmong } from './harm.ts';
import { monthsAt, moreKnown, moreOf } from './more.ts';
import { heightAt20 } from '../years/at20.ts';
import { LAST_YEAR, sizeAt } from '../years/growth.ts';
import { isFoundBy } from './search.ts';
import { rootstocks } from './rootstocks.ts';
import { stocks } from './stock.ts';

describe('catalogue', () => {
  it('holds at least 320 species, each once, under accepted two-word names, its genus and id those of its name', () => {
    expect(catalogue.length).toBeGreaterThanOrEqual(320);
    for (const { id, botanical } of catalogue)
      expect(id).toBe(botanical.toLowerCase().replace(' var.', '').replaceAll(' ', '-'));
    for (const key of ['id', 'botanical', 'common', 'tag'] as const)
      expect(new Set(catalogue.map((species) => species[key])).size, key).toBe(catalogue.length);
    for (const { botanical } of catalogue) expect(botanical).toMatch(/^[A-Z][a-z]+ (x )?[a-z-]+( (x|var\.) [a-z-]+)?$/);
  });

  it('whom a plant harms is known of those it harms, each mark with part and source, the record’s own word the same', () => {
    for (const id of Object.keys(harmKnown))
      expect(
        catalogue.some((species) => species.id === id),
        id,
      ).toBe(true);
    for (const species of catalogue)
      expect(species.toxicTo ?? [], species.id).toEqual(coarsely(harmKnown[species.id] ?? []));
    const killers = Object.entries(harmKnown).filter(([, harms]) => harms.some(({ kills }) => kills));
    expect(killers.map(([id]) => id)).toEqual(
      expect.arrayContaining(['taxus-baccata', 'prunus-laurocerasus', 'acer-rubrum']),
    );
    // Asked of every species: an empty list says that none is known.
    expect(Object.keys(harmKnown).sort()).toEqual(catalogue.map(({ id }) => id).sort());
    expect(harmKnown['corylus-avellana']).toEqual([]);
  });
  it('a steward’s own word on harm goes before the app’s', () => {
    const yew = catalogue.find(({ id }) => id === 'taxus-baccata')!;
    expect(harmTo(yew, ['horses'])?.kills).toBe(true);
    const { toxicTo: _, ...harmless } = yew;
    expect(harmsOf(harmless)).toEqual([]);
    expect(harmTo({ ...harmless, toxicTo: ['livestock'] }, ['poultry'])?.part).toBe('plant');
    expect(harmTo({ ...harmless, toxicTo: ['livestock'] }, ['people'])).toBeNull();
    expect(stockAmong(['rabbit', 'goat', 'sheep', 'cattle'])).toEqual(['sheepAndGoats', 'cattle', 'pregnantCattle']);
  });

  it('no record says anything against itself or another; partners name those that need them', () => {
    expect(catalogue.flatMap((species) => contradictions(species))).toEqual([]);
    for (const { partner, id } of catalogue) if (partner) expect(partners[partner]?.kinds).toContain(id);
  });

  it.each([
    [{ height: [9, 4] }, /cannot be 9 to 4 m high/],
    [{ width: [3, 1] }, /3 to 1 m wide/],
    [{ moisture: ['wet', 'dry'] }, /from dry to wet: dry comes before wet/],
    [{ light: ['full', 'shade'] }, /shade comes before full/],
    [{ ph: [7, 5] }, /pH goes from 7 to 5/],
    [{ toxicTo: [] }, /say to whom/],
    [{ partner: 'nobody' }, /No group of partners/],
    [{ stock: ['barrel'] }, /'barrel' is not a stock type/],
    [{ source: ' ' }, /known from/],
    [{ family: 'Rosaceae' }, /Corylus belongs to the Betulaceae, not to the Rosaceae/],
    [{ tag: 'Cm' }, /tag Cm is taken by common hawthorn/],
    [{ botanical: 'hazel' }, /not a botanical name/],
    [{ botanical: 'Acer campestre' }, /in the book already/],
    [{ common: 'Holly' }, /Another species is called Holly/],
    [{ givesJuglone: true }, /also bears it/],
    [{ more: { bloom: [5, 6], fruit: [3, 4] } }, /cannot fruit before it flowers/],
  ] as [Partial<Species>, RegExp][])('a record that says %j is refused in a sentence', (changes, sentence) => {
    expect(contradictions({ ...appBook.of('corylus-avellana'), ...changes }).join(' ')).toMatch(sentence);
  });

  it('the steward’s own species and corrections count over the app’s, and are gone with their holding', () => {
    const hazel = appBook.of('corylus-avellana');
    const own: Species = {
      ...hazel,
      id: 'corylus-nova',
      botanical: 'Corylus nova',
      common: 'brook hazel',
      tag: 'Cx',
      more: { uses: ['nuts'] },
    };
    const book = bookOf({ species: [{ ...hazel, height: [2, 3] }, own] });
    expect([
      book.of('corylus-avellana').height,
      book.of('corylus-nova').common,
      book.named('Brook Hazel')?.id,
      book.all.length,
    ]).toEqual([[2, 3], 'brook hazel', 'corylus-nova', catalogue.length + 1]);
    expect(moreOf(book.of('corylus-nova')).uses).toEqual(['nuts']);
    expect(moreOf(book.of('corylus-avellana')).uses).toEqual(moreKnown['corylus-avellana']!.uses);
    // Another holding open beside it knows nothing of them.
    expect([appBook.of('corylus-avellana').height, appBook.all.length]).toEqual([hazel.height, catalogue.length]);
    expect(bookOf({ species: [] }).of('corylus-nova').common).toContain('not known');
  });

  it('a stand carries the species of its own holding: two holdings at once, and the report of each, mix nothing up', () => {
    const hazel = appBook.of('corylus-avellana');
    const plain = sample();
    const tall: Holding = { ...plain, species: [{ ...hazel, common: 'brook hazel', height: [20, 22], width: [9, 9] }] };
    const [here, there] = [standOf(tall), standOf(plain)];
    expect([here.kinds[0]!.common, there.kinds[0]!.common]).toEqual(['brook hazel', 'hazel']);
    const at30 = (of: Holding, what: 'height' | 'width') =>
      freeYears(layHolding(of)[0]!, of, 'middle').grown[0]![what][30]!;
    expect(at30(tall, 'height')).toBeGreaterThan(at30(plain, 'height') * 1.5);
    expect(at30(tall, 'width')).not.toBeCloseTo(at30(plain, 'width'), 2);
    const own: Holding = {
      ...plain,
      species: [{ ...hazel, id: 'corylus-nova', botanical: 'Corylus nova', common: 'moor hazel', tag: 'Cx' }],
      plantings: [
        {
          ...plain.plantings[0]!,
          rows: [{ ...plain.plantings[0]!.rows[0]!, runs: [{ species: 'corylus-nova', count: 1 }] }],
        },
      ],
    };
    expect(report(own).plantings[0]!.species).toMatchObject([{ species: 'Corylus nova' }]);
    expect(report(plain).plantings[0]!.species).toMatchObject([{ species: 'Corylus avellana' }]);
  });

  it('forecasts of growth come near the yield tables, where those are known', () => {
    const known = catalogue.filter(({ at20 }) => at20);
    expect(known.length).toBeGreaterThan(15);
    for (const species of known) {
      const stock = stocks.find(({ id }) => id === species.stock[0])!;
      const { height } = sizeAt(species, stock, 20, 1);
      const [least, most] = species.at20!;
      expect(height, species.id).toBeGreaterThan(least * 0.95);
      expect(height, species.id).toBeLessThan(most * 1.05);
      expect(most, species.id).toBeLessThan(species.height[1]);
    }
  });

  it('what else is known fits the species: known uses, bloom before fruit, fruit where it is grown for it', () => {
    for (const id of Object.keys(moreKnown)) {
      const { bloom, fruit, uses = [], invasive, pests, wildlife, establish, chill, bearsWind } = moreKnown[id]!;
      const species = appBook.of(id);
      expect(species.source, id).not.toBe('not known');
      for (const month of [...(bloom ?? []), ...(fruit ?? [])]) expect(month >= 1 && month <= 12, id).toBe(true);
      if (bloom && fruit)
        expect((fruit[0] - bloom[0] + 12) % 12, `${id}: fruit so long after bloom`).toBeLessThanOrEqual(8);
      if (uses.includes('fruit') || uses.includes('nuts')) expect(fruit ?? species.kind !== 'fruit', id).toBeTruthy();
      if (chill) expect(chill[0], id).toBeLessThan(chill[1]);
      if (uses.includes('windbreak')) expect(bearsWind, `${id} shelters, so it bears wind`).not.toBe(false);
      for (const text of [invasive, pests, wildlife, establish])
        if (text) expect(text, id).toMatch(/^[\p{L}].{8,}[^.]$/u);
    }
    expect(Object.values(moreKnown).filter(({ fixesNitrogen }) => fixesNitrogen).length).toBeGreaterThan(12);
  });
  it('is found by synonyms, by family and by parts of words; by nothing that it is not', () => {
    const found = (typed: string) => catalogue.filter((species) => isFoundBy(species, typed)).map(({ id }) => id);
    expect(found('rosmarinus')).toEqual(['salvia-rosmarinus']);
    expect(found('  CALLISTEMON vim ')).toEqual(['melaleuca-viminalis']);
    expect(found('nothofag').length).toBeGreaterThan(3);
    expect(found('hazel oak')).toEqual([]);
    expect(found('').length).toBe(catalogue.length);
  });
  it('what matters is known of nearly all: native range, harm, roots or water near buildings', () => {
    const share = (holds: (id: string) => boolean) => catalogue.filter(({ id }) => holds(id)).length / catalogue.length;
    expect(share((id) => id in harmKnown)).toBe(1);
    expect(share((id) => (moreKnown[id]?.uses?.length ?? 0) > 0)).toBeGreaterThan(0.97);
    expect(share((id) => moreKnown[id]?.roots !== undefined)).toBeGreaterThan(0.95);
    expect(share((id) => moreKnown[id]?.demand !== undefined)).toBeGreaterThan(0.9);
    expect(share((id) => appBook.of(id).ph !== undefined)).toBeGreaterThan(0.9);
    expect(share((id) => heightAt20(appBook.of(id)).by !== 'speed')).toBeGreaterThan(0.85);
  });
  it('height at 20 years is the kind’s own, its mature height where it is grown by then, else of its speed and said so', () => {
    const at20 = (id: string) => heightAt20(appBook.of(id));
    expect(at20('fagus-sylvatica')).toEqual({ range: [6, 10], by: 'known' });
    expect(at20('sambucus-nigra')).toEqual({ range: [4, 8], by: 'grown' });
    const laurel = at20('laurus-nobilis');
    expect(laurel.by).toBe('speed');
    expect(laurel.range[0]).toBeGreaterThan(4);
    expect(laurel.range[1]).toBeLessThan(9);
  });
  it('rootstocks make trees of rising size, none larger than the kind grows', () => {
    for (const [id, classes] of Object.entries(rootstocks)) {
      const heights = classes.map(({ height }) => height[1]);
      expect(heights).toEqual(heights.toSorted((a, b) => a - b));
      expect(heights.at(-1)).toBeLessThanOrEqual(appBook.of(id).height[1]);
    }
  });
  it('months of bloom turn round with the hemisphere', () => {
    expect(monthsAt([3, 5], 52)).toEqual([3, 5]);
    expect(monthsAt([3, 5], -40)).toEqual([9, 11]);
    expect(monthsAt([11, 1], -40)).toEqual([5, 7]);
  });

  it('covers both hemispheres, evergreens, conifers, wet ground and fruit', () => {
    expect(catalogue.filter(({ source }) => /Zealand|Australia/.test(source)).length).toBeGreaterThanOrEqual(25);
    for (const kind of ['climber', 'conifer', 'evergreen', 'fruit', 'hedging', 'herb', 'shrub', 'tree'] as const)
      expect(
        catalogue.some((species) => species.kind === kind),
        kind,
      ).toBe(true);
    expect(catalogue.filter(({ moisture }) => moisture[1] === 'wet').length).toBeGreaterThan(8);
  });

  it('finds by either name whatever the case, and names what it does not know', () => {
    expect(appBook.named(' corylus AVELLANA ')?.common).toBe('hazel');
    expect(appBook.named('Guelder rose')?.id).toBe('viburnum-opulus');
    expect(appBook.of('of-tomorrow').common).toContain('not known');
  });

  it('grows: never down, never past full height, from every stock', () => {
    const wrong: string[] = [];
    for (const species of catalogue)
      for (const stock of stocks) {
        let last = 0;
        for (let year = 0; year <= LAST_YEAR; year++) {
          const { height } = sizeAt(species, stock, year, 1);
          if (!(height >= last - 1e-9 && height <= species.height[1]))
            wrong.push(`${species.id} from ${stock.id} in year ${year}: ${height}`);
          last = height;
        }
      }
    expect(wrong).toEqual([]);
  });
});
