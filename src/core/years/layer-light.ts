import type { Holding, Row } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import type { Species } from '../holding/species-schema.ts';
import type { Stand } from '../ranks/stand.ts';
import light from './light.json' with { type: 'json' };
import { freeYears, meanInRow } from './free-years.ts';

/** Share of the light above a layer that goes through it: `light.layer`. `cover` is its share of the ground, leaf area is per ground. */
export const throughLayer = ({
  leafArea,
  spread,
  cover,
}: {
  leafArea: number;
  spread: number;
  cover: number;
}): number => (cover <= 0 ? 1 : 1 - cover * (1 - Math.exp((-spread * leafArea) / cover)));

/** Light above each layer, the topmost first: `light.stack`. */
export function lightAbove(layers: readonly Parameters<typeof throughLayer>[0][]): number[] {
  let above = 1;
  return layers.map((layer) => {
    const reaching = above;
    above *= throughLayer(layer);
    return reaching;
  });
}

/** What one row of a planting gets of the open sky's light, and what its most exacting species wants of it; shares. */
export interface LayerLight {
  readonly row: Row;
  /** Mean height, metres. */
  readonly height: number;
  readonly gets: number;
  /** The row that takes most of it; null under the open sky. */
  readonly under: Row | null;
  readonly least: number;
  readonly good: number;
}

/** Plants of a row that are asked at most: neighbours along a ring stand in the same light. */
const MOST_ASKED = 60;

/**
 * Light by layer at `year`, the tallest row first: over each row lie the crowns of the rows taller than it, each over
 * the share of its plants that they reach, with the leaf area of their kind. Side light is left out: on the safe side.
 */
export function layerLight(laid: Laid, holding: Holding, year: number): LayerLight[] {
  const { stand } = laid.layout;
  const { grown, of } = freeYears(laid, holding, 'middle');
  const { x, y } = stand;
  const radii = Float64Array.from(of, (kind) => grown[kind]!.width[year]! / 2);
  const rows = [...new Set(stand.rows.map(({ row }) => row))].flatMap((row) => {
    const plants = stand.rows.flatMap((laidRow) =>
      laidRow.row === row ? Array.from({ length: laidRow.to - laidRow.from }, (_, i) => laidRow.from + i) : [],
    );
    return plants.length === 0
      ? []
      : [{ row, plants, height: meanInRow(grown, row.id, ({ height }) => height[year]!) }];
  });
  const tallFirst = rows.sort((a, b) => b.height - a.height);
  return tallFirst.map(({ row, plants, height }, at) => {
    const step = Math.max(1, Math.ceil(plants.length / MOST_ASKED));
    const asked = plants.filter((_, i) => i % step === 0);
    const over = tallFirst.slice(0, at).filter((other) => other.height > height + 0.05);
    const passes = over.map((other) => {
      const cover =
        asked.filter((i) => other.plants.some((j) => (x[i]! - x[j]!) ** 2 + (y[i]! - y[j]!) ** 2 < radii[j]! ** 2))
          .length / asked.length;
      return throughLayer({ leafArea: leafAreaOf(stand, other.row) * cover, spread: light.spread, cover });
    });
    const gets = passes.reduce((share, through) => share * through, 1);
    const darkest = passes.indexOf(Math.min(...passes));
    const needs = kindsIn(stand, row).map((species) => light.needs[species.light[0]]);
    return {
      row,
      height,
      gets,
      under: gets < 1 ? over[darkest]!.row : null,
      least: Math.max(...needs.map(({ least }) => least)),
      good: Math.max(...needs.map(({ good }) => good)),
    };
  });
}

const leafAreaOf = (stand: Stand, row: Row): number =>
  Math.max(...kindsIn(stand, row).map(({ kind }) => light.leafArea[kind]));

/** The species of a row's runs that stand. */
const kindsIn = ({ kinds }: Stand, { runs }: Row): Species[] =>
  kinds.filter(({ id }) => runs.some(({ species }) => species === id));

export const lightSource = light.source;
