import { transfer } from 'comlink';
import { serve } from './serve.ts';
import { judgeAim } from '../../core/aims/judge-aims.ts';
import { aimRemedies } from '../../core/aims/remedies.ts';
import type { Verdict } from '../../core/aims/verdict.ts';
import { sunByMonth, windsAt } from '../../core/effects/at-year.ts';
import { crownsOf } from '../../core/effects/crowns.ts';
import { leafyMonth, lightHoursInto } from '../../core/effects/light-map.ts';
import { Outlook } from '../../core/effects/outlook.ts';
import { windMapInto } from '../../core/effects/wind-map.ts';
import { leafyIn } from '../../core/effects/wind-scene.ts';
import type { Season } from '../../core/holding/ground-schema.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import { sunHoursInto, type SunGrid } from '../../core/sun/map.ts';

/** What may be done for an aim, without its command, which cannot be sent: the app finds it again by its key. */
export interface OfferedRemedy {
  readonly key: string;
  readonly label: string;
  readonly verdict: Verdict;
}

/** What reaches each place to shelter and each place in one year. */
export interface YearPlaces {
  readonly winds: ReturnType<typeof windsAt>;
  readonly light: ReturnType<typeof sunByMonth>;
}

let outlook: Outlook | null = null;
/** The newest map that was asked for: an older one stops where it is. */
let newest = 0;
const breathe = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

const api = {
  /** The holding that everything after is asked of. */
  open(holding: Holding, quick: boolean): void {
    outlook = new Outlook(holding, layHolding(holding), quick);
  },
  verdict: (aim: string): Verdict | null => {
    const found = outlook!.holding.aims.find(({ id }) => id === aim);
    return found ? judgeAim(found, outlook!) : null;
  },
  /** Wind by season and sun at every place that is drawn, in one year. */
  places: (year: number): YearPlaces => ({
    winds: windsAt(outlook!, year),
    light: sunByMonth(outlook!, year),
  }),
  remedies(aim: string): OfferedRemedy[] {
    const found = outlook!.holding.aims.find(({ id }) => id === aim);
    return found
      ? aimRemedies(found, outlook!.holding).map(({ key, label, verdict }) => ({ key, label, verdict }))
      : [];
  },
  /** Per cent of a season's wind that is cut, cell by cell; null where a newer map was asked for meanwhile. */
  async wind(grid: SunGrid, season: Season, year: number, asked: number): Promise<Float32Array<ArrayBuffer> | null> {
    newest = Math.max(newest, asked);
    const sectors = outlook!.holding.climate?.rose?.[season];
    if (!sectors) return null;
    const scene = outlook!.wind(year, leafyIn(season, outlook!.holding.place));
    const cut = new Float32Array(grid.nx * grid.ny);
    for (let j = 0; j < grid.ny; j += ROWS) {
      await breathe();
      if (asked < newest) return null;
      windMapInto(cut, grid, scene, sectors, j, Math.min(grid.ny, j + ROWS));
    }
    return transfer(cut, [cut.buffer]);
  },
  /** Hours of sun on the 21st of a month that plantings and all that stands leave, cell by cell. */
  async light(grid: SunGrid, month: number, year: number, asked: number): Promise<Float32Array<ArrayBuffer> | null> {
    newest = Math.max(newest, asked);
    const { holding, sun } = outlook!;
    const before = new Float32Array(grid.nx * grid.ny);
    sunHoursInto(before, sun, grid, { month, stepMinutes: 30 });
    await breathe();
    if (asked < newest) return null;
    const hours = new Float32Array(grid.nx * grid.ny);
    // Shadows of plants fall on level ground here: crowns stand at zero, each on its own foot.
    lightHoursInto(hours, grid, crownsOf(outlook!.stands(), year, leafyMonth(month, holding.place), null), {
      month,
      place: holding.place,
    });
    const open = Math.max(...hours);
    for (let at = 0; at < hours.length; at++) hours[at] = open > 0 ? (before[at]! * hours[at]!) / open : 0;
    return transfer(hours, [hours.buffer]);
  },
};

/** Rows of a map between two looks at whether it is still wanted. */
const ROWS = 4;
serve(api);
export type YearsWorker = typeof api;
