import { describe, expect, it } from 'vitest';
import { PURPOSES } from '../holding/schema.ts';
import { purposes } from '../ranks/purposes.ts';
import { catalogue, LIGHTS, MOISTURES, partners, speciesByName, speciesOf } from './catalogue.ts';
import { isStock } from './stock.ts';
import { LAST_YEAR, sizeAt } from '../years/growth.ts';
import { stocks } from './stock.ts';

describe('catalogue', () => {
  it('holds at least 40 species, each once, under accepted two-word names', () => {
    expect(catalogue.length).toBeGreaterThanOrEqual(40);
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
  });

  it('covers both hemispheres, evergreens, conifers, wet ground and fruit', () => {
    expect(catalogue.filter(({ source }) => /Zealand|Australia/.test(source)).length).toBeGreaterThanOrEqual(8);
    for (const kind of ['conifer', 'evergreen', 'fruit', 'hedging', 'shrub', 'tree'] as const) expect(catalogue.some((species) => species.kind === kind), kind).toBe(true);
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
