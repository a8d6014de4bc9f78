import { useMemo } from 'react';
import { changedByGround, plantingOnItsGround, spotsOnItsGround } from '../../../../core/counsel/on-its-ground.ts';
import type { Baseline, Holding, Planting } from '../../../../core/holding/schema.ts';
import { drawnBlock } from '../../../../core/ranks/baseline.ts';
import type { PlantingOptions } from '../../../../core/ranks/patterns.ts';
import type { SpeciesBook } from '../../../../core/species/book.ts';
import { newId } from '../../../store/ids.ts';
import type { Waiting } from '../../../store/look-at.ts';
import { announce } from '../../../store/session.ts';
import type { Beside, How } from './new-planting-ways.ts';

type Asked = Omit<PlantingOptions, 'name' | 'baseline' | 'newId' | 'spots'> & { readonly holding: Holding };

interface Lying extends Omit<Asked, 'side'> {
  readonly how: How;
  readonly beside: Beside | null;
  /** The steward's own pattern, where one is laid. */
  readonly pattern: Holding['patterns'][number] | null;
}

/** Where a new planting will lie, as far as that is known before anything is drawn, and what its plants would stand in. */
export function useLie({ how, beside, pattern, purpose, answers, picks, holding }: Lying) {
  return useMemo(() => {
    const known: Baseline | null =
      how === 'beside'
        ? beside
        : how === 'boundary' && holding.boundary
          ? drawnBlock(holding.boundary.map(({ at }) => at))
          : null;
    const side = known?.kind === 'beside' ? known.side : 'right';
    const asked: Asked = { purpose, answers, side, picks, holding };
    return { known, asked, spots: known && !pattern ? spotsOnItsGround({ ...asked, baseline: known }) : {} };
  }, [how, beside, pattern, purpose, answers, picks, holding]);
}

/** Lays the steward's own pattern where it is drawn, as it was kept. */
export const lieAsItIs =
  (planting: Planting): Waiting['lie'] =>
  (baseline) => ({ ...planting, baseline });

/** Lays a purpose's pattern where it is drawn, with kinds that bear the ground there, and says what that changed. */
export const lieOnItsGround =
  (planting: Planting, asked: Asked, book: SpeciesBook): Waiting['lie'] =>
  (baseline) => {
    const { id, name } = planting;
    const laid = { ...plantingOnItsGround({ ...asked, name, baseline, newId }), id };
    const changed = changedByGround(planting, laid, book);
    if (changed) announce(changed);
    return laid;
  };
