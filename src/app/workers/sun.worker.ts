import { transfer } from 'comlink';
import { serve } from './serve.ts';
import type { Point } from '../../core/geometry/point.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { sunVerdicts, type SunVerdict } from '../../core/sun/aims.ts';
import { litPatches, sunHoursInto, sunScene, type SunGrid } from '../../core/sun/map.ts';

export interface WinterAsked {
  readonly grid: SunGrid;
  /** Hours on each cell of the grid in midwinter, and how many a patch must keep. */
  readonly midwinter: Float32Array;
  readonly least: number;
  /** Ring within which patches are looked for. */
  readonly within: readonly Point[] | null;
  readonly holding: Pick<Holding, 'aims' | 'features' | 'units'>;
}

export interface WinterSun {
  readonly patch: ReturnType<typeof litPatches>;
  readonly verdicts: readonly SunVerdict[];
}

const api = {
  /** Hours of sun over the grid on the 21st of one month. */
  month(
    ground: Pick<Holding, 'place' | 'features' | 'terrain'>,
    grid: SunGrid,
    month: number,
    stepMinutes: number,
  ): Float32Array<ArrayBuffer> {
    const hours = new Float32Array(grid.nx * grid.ny);
    sunHoursInto(hours, sunScene(ground), grid, { month, stepMinutes });
    return transfer(hours, [hours.buffer]);
  },
  /** Where the winter sun stays, and whether that is where it is wanted. */
  winter: ({ grid, midwinter, least, within, holding }: WinterAsked): WinterSun => ({
    patch: litPatches(midwinter, grid, least, within ?? undefined),
    verdicts: sunVerdicts(holding, grid, midwinter),
  }),
};
serve(api);
export type SunWorker = typeof api;
