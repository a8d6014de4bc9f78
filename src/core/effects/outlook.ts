import { derived } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import { reliefOf, type Relief } from '../ground/relief.ts';
import { crownsOf, type Crowns } from './crowns.ts';
import { windScene, type WindScene } from './wind-scene.ts';
import type { Laid } from '../ranks/laid.ts';
import { sunScene, type SunScene } from '../sun/map.ts';
import { standYears, type Bound, type StandYears } from '../years/stand-years.ts';

/** A holding through the years, asked again and again: each part is worked out once. */
export class Outlook {
  readonly relief: Relief | null;
  readonly sun: SunScene;
  private readonly kept = new Map<string, unknown>();

  constructor(
    readonly holding: Holding,
    readonly all: readonly Laid[],
    /** Fewer years, and no bounds: for comparing many plans. */
    readonly quick = false,
  ) {
    this.relief = reliefOf(holding);
    this.sun = sunScene(holding);
  }

  private once<T>(key: string, work: () => T): T {
    if (!this.kept.has(key)) this.kept.set(key, work());
    return this.kept.get(key) as T;
  }

  stands(bound: Bound = 'middle'): readonly StandYears[] {
    return this.once(`stands ${bound}`, () => this.all.map((laid) => grownOf(laid, this.holding, bound)));
  }

  /** Everything that slows the wind in a year. */
  wind(year: number, leafy: boolean, bound: Bound = 'middle'): WindScene {
    return this.once(`wind ${year} ${leafy} ${bound}`, () =>
      windScene(this.stands(bound), this.holding.features, year, leafy),
    );
  }

  /** Every crown of a year. */
  crowns(year: number, leafy: boolean, bound: Bound = 'middle'): Crowns {
    return this.once(`crowns ${year} ${leafy} ${bound}`, () => crownsOf(this.stands(bound), year, leafy, this.relief));
  }
}

/** A stand through the years: an edit of one planting leaves the others. */
export const grownOf = derived(function grownOf(laid: Laid, holding: Holding, bound: Bound): StandYears {
  return standYears(laid, holding, bound);
});
