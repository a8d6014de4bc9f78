import { derived, kept } from '../derived/derived.ts';
import type { Holding } from '../holding/schema.ts';
import { reliefOf, type Relief } from '../ground/relief.ts';
import { crownsOf, type Crowns } from './crowns.ts';
import { windScene, type WindScene } from './wind-scene.ts';
import type { Laid } from '../ranks/laid.ts';
import { sunScene, type SunScene } from '../sun/map.ts';
import { standYears, type StandYears } from '../years/stand-years.ts';
import type { Bound } from '../years/grown.ts';

/** A holding through the years, asked again and again: each part is worked out once. */
export class Outlook {
  readonly relief: Relief | null;
  readonly sun: SunScene;

  constructor(
    readonly holding: Holding,
    readonly all: readonly Laid[],
    /** Fewer years, and no bounds: for comparing many plans. */
    readonly quick = false,
  ) {
    this.relief = reliefOf(holding);
    this.sun = sunScene(holding);
  }

  stands(bound: Bound = 'middle'): readonly StandYears[] {
    return standsOf(this, bound);
  }

  /** Everything that slows the wind in a year. */
  wind(year: number, leafy: boolean, bound: Bound = 'middle'): WindScene {
    return windOf(this, year, leafy, bound);
  }

  /** Every crown of a year. */
  crowns(year: number, leafy: boolean, bound: Bound = 'middle'): Crowns {
    return crownsIn(this, year, leafy, bound);
  }
}

const standsOf = kept(function standsOf({ all, holding }: Outlook, bound: Bound): readonly StandYears[] {
  return all.map((laid) => grownOf(laid, holding, bound));
});

const windOf = kept(function windOf(look: Outlook, year: number, leafy: boolean, bound: Bound): WindScene {
  return windScene(look.stands(bound), look.holding.features, year, leafy);
});

const crownsIn = kept(function crownsIn(look: Outlook, year: number, leafy: boolean, bound: Bound): Crowns {
  return crownsOf(look.stands(bound), year, leafy, look.relief);
});

/** A stand through the years: an edit of one planting leaves the others. */
export const grownOf = derived(function grownOf(laid: Laid, holding: Holding, bound: Bound): StandYears {
  return standYears(laid, holding, bound);
});
