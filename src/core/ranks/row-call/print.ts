import type { Gap, Planting, Row } from '../../holding/schema.ts';
import { toUs, type UnitSystem } from '../../units/quantities.ts';
import { onRootstock } from '../../species/rootstocks.ts';
import { ENDS_WORDS } from './ends.ts';
import { FOOT, tapeTenth } from './lengths.ts';
import { callName, type Written } from './names.ts';

/** A length that reads back as the same number: feet to four places where those give it to a tenth of a millimetre, else with all theirs. */
function lengthOf(metres: number, units: UnitSystem): string {
  if (units === 'us') {
    const feet = Math.round(toUs(metres, 'ft') * 1e4) / 1e4;
    return `${Math.abs(tapeTenth(feet * FOOT) - metres) < 1e-9 ? feet : toUs(metres, 'ft')} ft`;
  }
  return `${metres} m`;
}

/** The call that lays this row: what stands as it usually does is left out. Its name comes before it when `named`. */
export function printRow(row: Row, { units, book }: Written, named = false): string {
  const length = (metres: number) => lengthOf(metres, units);
  const { runs, standards, trim } = row;
  // Shares that make up a hundred are read as such; amounts that do not are parts of whatever is laid.
  const hundred = row.mix === 'quota' && runs.reduce((sum, { count }) => sum + count, 0) === 100;
  const percent = hundred ? ' %' : '';
  const clauses = [
    `${runs.map(({ species, count, stock, variety, rootstock }) => `${count}${percent} ${callName(species, book)}${variety ? ` (${variety})` : ''}${rootstock ? ` on ${rootstock}` : ''}${stock ? ` as ${stock}` : ''}`).join(', ')} every ${length(row.spacing)}`,
    ...(row.mix === 'quota' && !hundred ? ['shared'] : []),
    ...(row.mix === 'drift' ? [`in drifts ${row.seed}`] : []),
    ...(row.offset > 0 ? [`from place ${row.offset + 1}`] : []),
    ...(row.rowGap > 0 ? [`${length(row.rowGap)} behind`] : []),
    ...(row.across ? ['across'] : []),
    ...(row.staggered ? ['staggered'] : []),
    ...(row.ends === 'keep' ? [] : [ENDS_WORDS[row.ends]]),
    ...(row.inset > 0 ? [`inset ${length(row.inset)}`] : []),
    ...(trim.start > 0 ? [`starts ${length(trim.start)} late`] : []),
    ...(trim.stop > 0 ? [`stops ${length(trim.stop)} early`] : []),
    ...(row.stock === 'whip' ? [] : [`as ${row.stock}`]),
    ...(standards
      ? [
          `${callName(standards.species, book)} each ${length(standards.every)}${standards.first > 0 ? ` from ${length(standards.first)}` : ''}${standards.stock === 'feathered' ? '' : ` as ${standards.stock}`}`,
        ]
      : []),
    ...(row.kept?.height ? [`kept ${length(row.kept.height)} high`] : []),
    ...(row.kept?.width ? [`kept ${length(row.kept.width)} wide`] : []),
    ...(row.kept?.clearStem != null ? [`clear stem ${length(row.kept.clearStem)}`] : []),
    ...(row.later > 0 ? [`${row.later} ${row.later === 1 ? 'year' : 'years'} later`] : []),
    ...(row.out === null ? [] : [`out in year ${row.out}`]),
    ...row.swaps.map(
      ({ at, species, copy }) =>
        `${callName(species, book)} at ${length(at)}${copy > 0 ? ` of string ${copy + 1}` : ''}`,
    ),
  ];
  return `${named ? `${row.name.replace(/[:;/\n]/g, ' ')}: ` : ''}${clauses.join('; ')}`;
}

const printGap = ({ kind, at, width }: Gap, units: UnitSystem): string =>
  `${kind} ${lengthOf(at - width / 2, units)} to ${lengthOf(at + width / 2, units)}`;

/** The call of a whole planting: a line for each row, its gaps on the last. */
export const printPlanting = ({ rows, gaps }: Planting, { units, book }: Written): string =>
  [
    ...rows.map((row) => printRow(row, { units, book }, true)),
    ...(gaps.length > 0 ? [gaps.map((gap) => printGap(gap, units)).join('; ')] : []),
  ].join('\n');

/** What a row's call means, in a sentence for somebody who did not write it. */
export function explainRow(
  row: Pick<Row, 'runs' | 'spacing' | 'mix' | 'staggered' | 'standards' | 'ends'>,
  { units, book }: Written,
): string {
  const names = row.runs.map(
    ({ species, count, variety, rootstock }) =>
      `${count}${row.mix === 'turn' ? '' : ' parts'} ${variety ? `${variety} ` : ''}${onRootstock(book.of(species), rootstock).common}`,
  );
  const list = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]!;
  const how = {
    turn: names.length > 1 ? `${list} in turn` : list.replace(/^\d+ /, ''),
    quota: `${list}, those shares met exactly and spread evenly`,
    drift: `${list}, in drifts that never repeat`,
  }[row.mix];
  const tall = row.standards
    ? `, a ${book.of(row.standards.species).common} each ${lengthOf(row.standards.every, units)}`
    : '';
  return `One plant every ${lengthOf(row.spacing, units)}${row.staggered ? ', begun between the plants of the row before' : ''}${{ keep: '', fit: ', stretched to fit its ends', fitStart: ', stretched to fit, its last place left to the row that begins there', fitInset: ', stretched to fit, half a spacing in at both ends', centre: ', what is over shared by both ends' }[row.ends]}: ${how}${tall}.`;
}
