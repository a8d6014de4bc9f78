import { featuresOf, nameOf } from '../ground/features.ts';
import { SEASONS, type FeatureOf } from '../holding/ground-schema.ts';
import type { Holding } from '../holding/schema.ts';
import { daySuns, inLeaf, midsummer, midwinter } from '../sun/sun.ts';
import { quicklySeenThrough, seenByThird } from '../years/density.ts';
import { beltRows, heightOfRow } from '../years/rows-at.ts';
import type { Bound } from '../years/grown.ts';
import type { StandYears } from '../years/stand-years.ts';
import { stripsAlong, waterShade } from './bank.ts';
import { snowOn } from './drift.ts';
import type { Outlook } from './outlook.ts';
import { hiddenBy, raysOf, sightLines } from './sight-lines.ts';
import { soilKept, nitrogenKept, stripServes } from './stream.ts';
import { noonShadow, sunHoursAt } from './sun-through.ts';
import { leafyIn, spotsIn, windCutOver, windScene } from './wind-scene.ts';

/** Height by row and how open a belt is in one year, in leaf and leafless. */
export function densityAt(stand: StandYears, year: number) {
  const rows = (leafy: boolean) => beltRows(stand, year, leafy);
  return {
    /** Share seen through, 0 to 1, mean and by third of the height from the ground up. */
    leafy: { mean: quicklySeenThrough(rows(true)), thirds: seenByThird(rows(true)) },
    bare: { mean: quicklySeenThrough(rows(false)), thirds: seenByThird(rows(false)) },
  };
}

/** Mean height of each row by its id, metres. */
export function heightsAt({ laid, grown }: StandYears, year: number): { row: string; name: string; height: number }[] {
  return laid.planting.rows.flatMap(({ id, name }) => {
    const laidRow = grown.find(({ row }) => row === id)?.laidRow;
    return laidRow === undefined ? [] : [{ row: id, name, height: heightOfRow(grown, laidRow, year) }];
  });
}

/** By how much today's wind is cut over a place in a season, per cent; null where no wind is known. */
export function windAtPlace(
  place: Sheltered,
  season: (typeof SEASONS)[number],
  outlook: Outlook,
  year: number,
  bound: Bound = 'middle',
): number | null {
  const { holding } = outlook;
  const sectors = holding.climate?.rose?.[season];
  if (!sectors) return null;
  const leafy = leafyIn(season, holding.place);
  const now = 100 - windCutOver(place, sectors, windScene([], holding.features, 0, leafy));
  return 100 * (1 - (100 - windCutOver(place, sectors, outlook.wind(year, leafy, bound))) / now);
}

type Sheltered = FeatureOf<'shelter'> | FeatureOf<'place'> | FeatureOf<'building'>;

/** Wind at every sheltered place by season, per cent cut. */
export const windsAt = (outlook: Outlook, year: number) =>
  featuresOf(outlook.holding.features, 'shelter', 'place').map((place) => ({
    place: nameOf(place),
    cut: Object.fromEntries(SEASONS.map((season) => [season, windAtPlace(place, season, outlook, year)])),
  }));

/** Share of each aim's sight that is hidden, in leaf and leafless, per cent. */
export const sightAt = (outlook: Outlook, year: number) =>
  outlook.holding.aims.flatMap((aim) => {
    if (aim.kind !== 'hide') return [];
    const { features } = outlook.holding;
    const from = features.find(({ id }) => id === aim.from);
    const what = features.find(({ id }) => id === aim.what);
    if (from?.kind !== 'viewpoint' || !what) return [];
    const lines = sightLines(from, what, features, outlook.relief);
    const hidden = (leafy: boolean) => hiddenBy(raysOf(lines, outlook.crowns(year, leafy)));
    return [{ from: nameOf(from), what: nameOf(what), leafy: hidden(true), bare: hidden(false) }];
  });

/** Hours of sun at midwinter and midsummer on each place, and the midwinter noon shadow of what is tallest. */
export function lightAtPlaces(outlook: Outlook, year: number) {
  const { place: at, features } = outlook.holding;
  const months = [midwinter(at.latitude), midsummer(at.latitude)] as const;
  const tallest = Math.max(0, ...outlook.stands().flatMap(({ grown }) => grown.map(({ height }) => height[year]!)));
  return {
    places: featuresOf(features, 'shelter', 'place').map((place) => {
      const spots = spotsIn(place.ring);
      const hours = (month: number, leafy: boolean) =>
        spots.reduce(
          (sum, p) => sum + sunHoursAt(p, month, outlook.sun, outlook.crowns(year, leafy), { stepMinutes: 30 }),
          0,
        ) / spots.length;
      return { place: nameOf(place), midwinter: hours(months[0], false), midsummer: hours(months[1], true) };
    }),
    noonShadow: noonShadow(tallest, at, months[0]),
  };
}

/** Hours of sun on the 21st of each month, January first, mean over each place, and what open level ground has. */
export function sunByMonth(outlook: Outlook, year: number): { place: string; hours: number[]; open: number[] }[] {
  const { place: at, features } = outlook.holding;
  const months = Array.from({ length: 12 }, (_, m) => m + 1);
  const open = months.map((month) =>
    daySuns(at, { month, stepMinutes: 30 }).reduce((sum, { hours }) => sum + hours, 0),
  );
  return featuresOf(features, 'shelter', 'place').map((place) => {
    const spots = spotsIn(place.ring);
    const hours = months.map((month) => {
      const crowns = outlook.crowns(year, inLeaf(month, at.latitude));
      return (
        spots.reduce((sum, p) => sum + sunHoursAt(p, month, outlook.sun, crowns, { stepMinutes: 30 }), 0) / spots.length
      );
    });
    return { place: nameOf(place), hours, open };
  });
}

/** What the strips by each stream and ditch do in one year. */
export const streamsAt = (outlook: Outlook, year: number, bound: Bound = 'middle') =>
  featuresOf(outlook.holding.features, 'stream', 'ditch').flatMap((water) => {
    const strips = stripsAlong(water, outlook.stands(bound), outlook.holding, year);
    if (strips.length === 0) return [];
    return [
      {
        water: nameOf(water),
        strips: strips.map(({ side, narrowest, mean }) => ({
          side,
          narrowest,
          mean,
          serves: stripServes(narrowest).map(({ key, label, served }) => ({ key, label, served })),
          soilKept: soilKept(narrowest),
          nitrogenKept: nitrogenKept(narrowest),
        })),
        shade: waterShade(water, strips, outlook.stands(bound), year, outlook.holding),
      },
    ];
  });

/** Drifting snow on each line that an aim keeps clear. */
export const snowAt = (outlook: Outlook, year: number, holding: Holding = outlook.holding) =>
  holding.aims.flatMap((aim) => {
    const along = aim.kind === 'snow' ? holding.features.find(({ id }) => id === aim.along) : undefined;
    return along && 'line' in along
      ? [{ along: nameOf(along), ...snowOn(along, outlook.stands(), holding, year) }]
      : [];
  });
