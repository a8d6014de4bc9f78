import { densityAt } from '../../../core/effects/at-year.ts';
import { groundCovered } from '../../../core/years/closing.ts';
import { tallestAt } from '../../../core/years/size-at.ts';
import { hiddenBy, raysOf, sightLines } from '../../../core/effects/sight-lines.ts';
import { windAtPlace } from '../../../core/effects/at-year.ts';
import type { Figure } from '../../../core/order/figures.ts';
import type { Outlook } from '../../../core/effects/outlook.ts';
import type { Verdict } from '../../../core/aims/verdict.ts';
import { nameOf } from '../../../core/ground/features.ts';
import { isBelt } from '../../../core/ranks/outline.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { careSource } from '../../../core/years/care.ts';
import { foliageSource } from '../../../core/years/foliage.ts';
import { growthSource } from '../../../core/years/growth.ts';
import type { Bound } from '../../../core/years/grown.ts';
import type { StandYears } from '../../../core/years/stand-years.ts';
import { AimVerdicts } from '../../parts/findings/AimVerdicts.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { ByRow, Conflicts } from './ByRow.tsx';
import { Places } from './Places.tsx';
import { Purpose } from './Purpose.tsx';
import { Schools } from './Schools.tsx';
import type { YearsWork } from '../../workers/years.ts';

export type YearSeason = 'summer' | 'winter';

const BOUNDS: readonly Bound[] = ['low', 'middle', 'high'];

/** What the planting is in one year, and what becomes of every aim. */
export function YearsPanel({
  outlook,
  stand,
  year,
  season,
  verdicts,
  work,
}: {
  outlook: Outlook;
  stand: StandYears;
  year: number;
  season: YearSeason;
  verdicts: ReadonlyMap<string, Verdict>;
  work: YearsWork;
}) {
  const leafy = season === 'summer';
  const figures = figuresOf(outlook, stand, year, season);
  const slowed = slowedBy(stand);
  return (
    <>
      <h2>
        {stand.laid.planting.name} at year {year}
      </h2>
      <p className="soft">{leafy ? 'In leaf, by the summer winds.' : 'Leafless, by the winter winds.'}</p>
      <div className="figures">
        {figures.map((figure) => (
          <FigureCell key={figure.key} figure={figure} />
        ))}
      </div>
      {slowed.length > 0 && <p className="soft">Growth is slowed: {slowed.join('; ')}.</p>}
      <h3>Aims</h3>
      <AimVerdicts verdicts={verdicts} work={work} />
      <ByRow stand={stand} year={year} />
      <Places holding={outlook.holding} year={year} />
      <Purpose outlook={outlook} stand={stand} year={year} />
      <Conflicts planting={stand.laid.planting.id} />
      <Schools laid={stand.laid} />
    </>
  );
}

/** 'common alder by how wet the ground is': each reason with the kinds that it holds back. */
function slowedBy({ grown }: StandYears): string[] {
  const kinds = new Map<string, Set<string>>();
  for (const { care, lot } of grown)
    for (const why of care.slowed) kinds.set(why, (kinds.get(why) ?? new Set()).add(lot.species.common));
  const all = new Set(grown.map(({ lot }) => lot.species.common)).size;
  return [...kinds].map(([why, names]) => `${names.size === all ? 'all' : [...names].join(', ')} by ${why}`);
}

/** A figure whose why is worked out when it is opened: its bounds take three runs. */
const figure = (key: string, text: string, label: string, why: () => Figure['why']): Figure => ({
  key: `year-${key}`,
  text,
  label,
  get why() {
    return why();
  },
});

const ENDS: Readonly<Record<Bound, string>> = { low: 'slow and thin', middle: 'as is usual', high: 'fast and dense' };
const byBound = (say: (bound: Bound) => string): Figure['why']['inputs'] =>
  BOUNDS.map((bound) => ({ label: ENDS[bound], text: say(bound) }));
const percent = (share: number) => `${Math.round(share)} %`;

function figuresOf(outlook: Outlook, stand: StandYears, year: number, season: YearSeason): Figure[] {
  const leafy = season === 'summer';
  const k = outlook.stands().indexOf(stand);
  const length = (metres: number) => formatLength(metres, outlook.holding.units, { decimals: 1 });
  const found = [
    figure('height', length(tallestAt(stand, year)), 'tallest row', () => ({
      formula: 'Chapman-Richards growth from the stock’s height, each season by site, care and light',
      source: `${growthSource}; ${careSource}`,
      inputs: byBound((bound) => length(tallestAt(outlook.stands(bound)[k]!, year))),
    })),
  ];
  if (isBelt(stand.laid.planting.baseline)) {
    const density = (one: StandYears) => densityAt(one, year)[leafy ? 'leafy' : 'bare'];
    const { mean, thirds } = density(stand);
    found.push(
      figure('density', percent(100 * (1 - mean)), `closed, ${leafy ? 'in leaf' : 'leafless'}`, () => ({
        formula:
          'what crowns dim of a look square through the rows, mean from the ground to the tops; the dead leave holes',
        source: foliageSource,
        inputs: [
          ...byBound((bound) => percent(100 * (1 - density(outlook.stands(bound)[k]!).mean))),
          ...(['lower third', 'middle third', 'upper third'] as const).map((label, t) => ({
            label,
            text: percent(100 * (1 - thirds[t]!)),
          })),
        ],
      })),
    );
  }
  if (groundCovered(stand, year) !== null)
    found.push(
      figure('cover', percent(groundCovered(stand, year)!), 'of its ground covered', () => ({
        formula:
          'discs of the crowns, cut half way to their neighbours, over the strip from edge to edge; in a block crowns that overlap at random',
        source: `${growthSource}; overlap: Hall 1988`,
        inputs: byBound((bound) => percent(groundCovered(outlook.stands(bound)[k]!, year)!)),
      })),
    );
  return [...found, ...windFigure(outlook, year, season), ...sightFigure(outlook, year, leafy)];
}

/** The first place that is to be sheltered. */
function windFigure(outlook: Outlook, year: number, season: YearSeason): Figure[] {
  const place = outlook.holding.features.find((one) => one.kind === 'shelter');
  if (place?.kind !== 'shelter') return [];
  const at = (bound: Bound) => windAtPlace(place, season, outlook, year, bound);
  const cut = at('middle');
  if (cut === null) return [];
  const words = (value: number) => `${value > 0 ? '-' : '+'}${Math.abs(Math.round(value))} %`;
  return [
    figure('wind', words(cut), `wind, ${nameOf(place)} mean`, () => ({
      formula:
        'Hagen’s relation by height and porosity, over the wind rose, with ends, gaps and buildings; against the wind of today',
      source:
        'Hagen 1996; Vigiak and others 2003; ends: Pasquill 1961; gaps and several belts: rules of thumb. Within ten points from two to fifteen heights off',
      inputs: byBound((bound) => words(at(bound)!)),
    })),
  ];
}

/** What the first aim of hiding speaks of. */
function sightFigure(outlook: Outlook, year: number, leafy: boolean): Figure[] {
  const { features, aims } = outlook.holding;
  const aim = aims.find((one) => one.kind === 'hide');
  const from = features.find(({ id }) => id === aim?.from);
  const what = features.find(({ id }) => id === aim?.what);
  if (from?.kind !== 'viewpoint' || !what) return [];
  const lines = sightLines(from, what, features, outlook.relief);
  const at = (bound: Bound) => hiddenBy(raysOf(lines, outlook.crowns(year, leafy, bound))).screened;
  return [
    figure('sight', percent(at('middle')), `of ${nameOf(what)} hidden from ${nameOf(from)}`, () => ({
      formula: 'lines of sight from the eye to the thing, dimmed by every crown between; walls hide all',
      source: 'Beer and Lambert’s law through crowns (Monsi & Saeki 1953). Within ten points and two years',
      inputs: byBound((bound) => percent(at(bound))),
    })),
  ];
}
