import type { Aim } from '../holding/ground-schema.ts';
import { take, together, type Command, type Proposal } from '../holding/command.ts';
import { setRow } from '../holding/planting-commands.ts';
import type { Holding, Planting, Row } from '../holding/schema.ts';
import { Outlook } from '../effects/outlook.ts';
import { middle } from '../geometry/polygon.ts';
import { distanceTo } from '../geometry/polyline.ts';
import { pointsOf } from '../ground/features.ts';
import { layHolding } from '../ranks/laid.ts';
import { isBelt } from '../ranks/outline.ts';
import { bookOf } from '../species/book.ts';
import { runOf, stocks } from '../species/stock.ts';
import { formatLength, roundedOff, type UnitSystem } from '../units/quantities.ts';
import rates from './remedies.json' with { type: 'json' };
import { judgeAim } from './judge-aims.ts';
import type { Verdict } from './verdict.ts';

/** A change of the plan that helps an aim, with the verdict as it would then be. */
export interface AimRemedy extends Tried {
  readonly verdict: Verdict;
}

interface Tried extends Proposal {
  readonly key: string;
}

/** Tighter by this much, to five centimetres. */
const TIGHTER = rates.closer;

/**
 * What may be done for an aim that is not met, each tried on the whole holding: tighter spacing, a size larger, clipping to
 * keep a screen green to the ground, clean ground. Only what makes it better is offered, the best first.
 */
export function aimRemedies(aim: Aim, holding: Holding): AimRemedy[] {
  const look = (one: Holding) => judgeAim(aim, new Outlook(one, layHolding(one), true));
  const now = look(holding);
  return aimTries(aim, holding)
    .flatMap(({ key, label, command }): AimRemedy[] => {
      const { holding: changed } = take(holding, command);
      const verdict = look(changed);
      return isBetter(verdict, now) ? [{ key, label, command, verdict }] : [];
    })
    .sort((a, b) => (isBetter(a.verdict, b.verdict) ? -1 : 1));
}

/** Met sooner; or, met as late or never, nearer to it at the wanted year. */
function isBetter(a: Verdict, b: Verdict): boolean {
  const [yearA, yearB] = [a.metIn.middle ?? Infinity, b.metIn.middle ?? Infinity];
  if (yearA !== yearB) return yearA < yearB;
  return (a.value ?? 0) > (b.value ?? 0) + 1;
}

/** Belts that are tried: those nearest to what the aim speaks of. */
const NEAREST = 2;

/** What is tried for an aim; nothing where the rows themselves are not what it hangs on. */
export function aimTries(aim: Aim, holding: Holding): Tried[] {
  if (aim.kind !== 'wind' && aim.kind !== 'hide') return [];
  const place = holding.features.find(({ id }) => id === (aim.kind === 'wind' ? aim.place : aim.what));
  if (!place) return [];
  const at = middle(pointsOf(place));
  return layHolding(holding)
    .flatMap(({ planting, layout: { baseline } }) =>
      baseline && isBelt(planting.baseline) ? [{ planting, away: distanceTo(baseline.line, at) }] : [],
    )
    .sort((a, b) => a.away - b.away)
    .slice(0, NEAREST)
    .flatMap(({ planting }) => [
      ...tighter(planting, holding.units),
      ...larger(planting, holding),
      ...(aim.kind === 'hide' ? clipped(planting, holding) : []),
      ...evergreen(planting, holding),
    ]);
}

const each = (planting: Planting, label: string, changes: (row: Row) => Partial<Row> | null): Command | null => {
  const commands = planting.rows.flatMap((row) => {
    const change = changes(row);
    return change ? [setRow(planting.id, row.id, change, label)] : [];
  });
  return commands.length > 0 ? together(label, commands) : null;
};

const offered = (key: string, label: string, command: Command | null): Tried[] =>
  command ? [{ key, label, command }] : [];

function tighter(planting: Planting, units: UnitSystem): Tried[] {
  const label = `${planting.name}: plants a quarter closer`;
  return offered(
    `tighter ${planting.id}`,
    label,
    each(planting, label, ({ spacing }) => ({ spacing: Math.max(0.3, roundedOff(spacing * TIGHTER, units)) })),
  );
}

/** The next stock up that every kind of a row is sold as. */
function larger(planting: Planting, holding: Holding): Tried[] {
  const book = bookOf(holding);
  const label = `${planting.name}: a size larger`;
  const next = ({ stock, runs }: Row) => {
    const at = stocks.findIndex(({ id }) => id === stock);
    return stocks.slice(at + 1).find(({ id }) => runs.every(({ species }) => book.of(species).stock.includes(id)));
  };
  return offered(
    `larger ${planting.id}`,
    label,
    each(planting, label, (row) => {
      const stock = next(row);
      return stock ? { stock: stock.id } : null;
    }),
  );
}

/** Height at which a screen is kept that hides people, metres; and its width. */
const KEPT = rates.kept;

function clipped(planting: Planting, { units }: Holding): Tried[] {
  const label = `${planting.name}: keep it clipped at ${formatLength(KEPT.height, units, { decimals: 0 })}`;
  return offered(
    `clipped ${planting.id}`,
    label,
    each(planting, label, ({ kept }) => (kept?.height ? null : { kept: { ...KEPT, clearStem: null } })),
  );
}

/** Every other plant of the row that has most kinds becomes an evergreen that already stands in the planting. */
function evergreen(planting: Planting, holding: Holding): Tried[] {
  const book = bookOf(holding);
  const green = planting.rows
    .flatMap(({ runs }) => runs)
    .map(({ species }) => book.of(species))
    .find(({ evergreen: is, height }) => is && height[1] > KEPT.height);
  if (!green) return [];
  const row = planting.rows.find(({ runs }) => runs.every(({ species }) => !book.of(species).evergreen));
  if (!row) return [];
  const most = Math.max(...row.runs.map(({ count }) => count));
  const label = `${planting.name}: ${green.common} in ${row.name}`;
  return [
    {
      key: `evergreen ${planting.id}`,
      label,
      command: setRow(planting.id, row.id, { runs: [...row.runs, runOf(green, most, row.stock)] }, label),
    },
  ];
}
