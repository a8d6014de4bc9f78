import { expose, transfer } from 'comlink';
import { sunHoursInto, sunScene, type SunGrid } from '../../core/sun/map.ts';
import type { Holding } from '../../core/holding/schema.ts';

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
};
expose(api);
export type SunWorker = typeof api;
