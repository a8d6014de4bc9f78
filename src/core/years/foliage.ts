import { z } from 'zod';
import type { Species } from '../holding/species-schema.ts';
import type { Lot } from '../ranks/stand.ts';
import { leafDensity } from './density.ts';
import type { CrownShape } from './crown.ts';
import foliageData from './foliage.json' with { type: 'json' };

const CLASSES = ['broadleaf', 'lightDemanding', 'shrub', 'clipped', 'evergreen', 'conifer', 'pine'] as const;
const share = z.number().min(0).max(1);
const facts = z
  .object({
    source: z.string().min(1),
    /** Share of its area that a leaf or twig turned at random shows. */
    seen: share,
    /** One-sided area of leaves and of wood in a crown, m²/m³; most leaf along a chord; how evenly leaves are spread. */
    classes: z.record(
      z.enum(CLASSES),
      z.object({ leaf: z.number(), cap: z.number(), clumped: share, wood: z.number() }),
    ),
    genera: z.record(z.string(), z.enum(CLASSES)),
    /** Share of the height without branches of a plant that stands free, by kind. */
    clearStem: z.record(z.string(), share),
    /** How far shade raises the crown's base, by the least light that the species bears; and how fast, a year. */
    shedding: z.object({ shade: share, part: share, full: share }),
    raises: share,
  })
  .parse(foliageData);

type FoliageClass = (typeof CLASSES)[number];

/** The class of foliage of plants that grow alike. */
export function foliageOf({ species, kept }: Pick<Lot, 'species' | 'kept'>): FoliageClass {
  if (kept && (kept.height !== null || kept.width !== null)) return 'clipped';
  const genus = facts.genera[species.botanical.split(' ')[0]!];
  if (genus) return genus;
  if (species.kind === 'conifer') return species.evergreen === false ? 'lightDemanding' : 'conifer';
  if (species.evergreen) return 'evergreen';
  return species.kind === 'tree' || species.kind === 'fruit' ? 'broadleaf' : 'shrub';
}

/** How plants dim what passes through their crowns, 1/m: `mu` of Beer and Lambert's law (Monsi & Saeki 1953). Radii and height of the crown in metres. */
export function dimming(
  lot: Pick<Lot, 'species' | 'kept'>,
  crown: { readonly shape: CrownShape; readonly along: number; readonly across: number; readonly h: number },
): { leafy: number; bare: number } {
  const { leaf, cap, clumped, wood } = facts.classes[foliageOf(lot)];
  const leafy = facts.seen * (clumped * leafDensity(leaf, cap, crown) + wood);
  return { leafy, bare: lot.species.evergreen ? leafy : facts.seen * wood };
}

export const shapeOf = ({ form }: Pick<Species, 'form'>): CrownShape => (form === 'spire' ? 'cone' : 'ellipsoid');
export const clearStemOf = ({ kind }: Pick<Species, 'kind'>): number => facts.clearStem[kind]!;
export const sheddingOf = ({ light }: Pick<Species, 'light'>): number => facts.shedding[light[0]];
export const BASE_RAISES = facts.raises;
export const foliageSource = facts.source;
