import { describe, expect, it } from 'vitest';
import { PURPOSES } from '../holding/schema.ts';
import { purposes } from '../ranks/purposes.ts';
import { catalogue, LIGHTS, MOISTURES, partners, speciesByName, speciesOf } from './catalogue.ts';
import { monthsAt, moreKnown } from './more.ts';
import { isStock } from './stock.ts';
import { LAST_YEAR, sizeAt } from '../years/growth.ts';
import { stocks } from './stock.ts';

describe('catalogue', () => {
  it('holds at least 180 species, each once, under accepted two-word names, its genus and id those of its name', () => {
    expect(catalogue.length).toBeGreaterThanOrEqual(180);
    for (const { id, botanical } of catalogue) expect(id).toBe(botanical.toLowerCase().replaceAll(' ', '-'));
    for (const key of ['id', 'botanical', 'common', 'tag'] as const) expect(new Set(catalogue.map((species) => species[key])).size, key).toBe(catalogue.length);
    for (const { botanical } of catalogue) expect(botanical).toMatch(/^[A-Z][a-z]+ [a-z-]+$/);
  });

  it.each(catalogue.map((species) => [species.botanical, species] as const))('%s does not contradict itself', (_, species) => {
    expect(species.height[0]).toBeLessThanOrEqual(species.height[1]);
    expect(species.width[0]).toBeLessThanOrEqual(species.width[1]);
    expect(MOISTURES.indexOf(species.moisture[0])).toBeLessThanOrEqual(MOISTURES.indexOf(species.moisture[1]));
    expect(LIGHTS.indexOf(species.light[0])).toBeLessThanOrEqual(LIGHTS.indexOf(species.light[1]));
    expect(species.stock.filter((id) => !isStock(id))).toEqual([]);
    if (species.partner) expect(partners[species.partner]?.kinds).toContain(species.id);
    if (species.toxicTo) expect(species.toxicTo.length).toBeGreaterThan(0);
    expect(species.source.length).toBeGreaterThan(10);
    if (species.givesJuglone) expect(species.bearsJuglone).toBe(true);
    if (species.ph) expect(species.ph[0]).toBeLessThan(species.ph[1]);
  });

  it('what else is known fits the species: known uses, bloom before fruit, fruit where it is grown for it', () => {
    for (const id of Object.keys(moreKnown)) {
      const { bloom, fruit, uses = [], invasive, pests } = moreKnown[id]!;
      const species = speciesOf(id);
      expect(species.source, id).not.toBe('not known');
      for (const month of [...(bloom ?? []), ...(fruit ?? [])]) expect(month >= 1 && month <= 12, id).toBe(true);
      if (bloom && fruit) expect((fruit[0] - bloom[0] + 12) % 12, `${id}: fruit so long after bloom`).toBeLessThanOrEqual(8);
      if (uses.includes('fruit') || uses.includes('nuts')) expect(fruit ?? species.kind !== 'fruit', id).toBeTruthy();
      for (const text of [invasive, pests]) if (text) expect(text, id).toMatch(/^[\p{L}].{15,}[^.]$/u);
    }
    expect(Object.values(moreKnown).filter(({ fixesNitrogen }) => fixesNitrogen).length).toBeGreaterThan(12);
  });
  it('months of bloom turn round with the hemisphere', () => {
    expect(monthsAt([3, 5], 52)).toEqual([3, 5]);
    expect(monthsAt([3, 5], -40)).toEqual([9, 11]);
    expect(monthsAt([11, 1], -40)).toEqual([5, 7]);
  });

  it('covers both hemispheres, evergreens, conifers, wet ground and fruit', () => {
    expect(catalogue.filter(({ source }) => /Zealand|Australia/.test(source)).length).toBeGreaterThanOrEqual(25);
    for (const kind of ['climber', 'conifer', 'evergreen', 'fruit', 'hedging', 'herb', 'shrub', 'tree'] as const) expect(catalogue.some((species) => species.kind === kind), kind).toBe(true);
    expect(catalogue.filter(({ moisture }) => moisture[1] === 'wet').length).toBeGreaterThan(8);
  });

  it('finds by either name whatever the case, and names what it does not know', () => {
    expect(speciesByName(' corylus AVELLANA ')?.common).toBe('hazel');
    expect(speciesByName('Guelder rose')?.id).toBe('viburnum-opulus');
    expect(speciesOf('of-tomorrow').common).toContain('not known');
  });

  it('every starting pattern plants species that the catalogue has, in stock that exists', () => {
    for (const purpose of PURPOSES)
      for (const row of purposes[purpose].rows) {
        for (const [, id] of [...row.north, ...row.south]) expect(catalogue.find((species) => species.id === id), String(id)).toBeTruthy();
        expect(isStock(row.stock)).toBe(true);
      }
  });

  it('grows: never down, never past full height, from every stock', () => {
    for (const species of catalogue)
      for (const stock of stocks) {
        let last = 0;
        for (let year = 0; year <= LAST_YEAR; year++) {
          const { height } = sizeAt(species, stock, year, 1);
          expect(height).toBeGreaterThanOrEqual(last - 1e-9);
          expect(height).toBeLessThanOrEqual(species.height[1]);
          last = height;
        }
      }
  });
});
