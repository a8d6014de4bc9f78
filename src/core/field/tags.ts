import { group } from 'd3-array';
import type { Holding } from '../holding/schema.ts';
import type { Laid } from '../ranks/laid.ts';
import { peggingOf } from '../record/as-planted.ts';
import type { Ledger } from '../record/ledger.ts';
import { stockOf } from '../species/stock.ts';
import { counted } from '../units/quantities.ts';
import { pegging, usualReach } from './pegging.ts';
import { labelOf, pegsOf, type PegPlace } from '../record/pegs.ts';

export const TAG_KINDS = ['row', 'bundle', 'plant'] as const;
export type TagKind = (typeof TAG_KINDS)[number];

/** A label that outlives the pencil: what is written on it, and what its code opens. */
export interface Tag {
  /** What is read first and from farthest: `B2`, `B2-017`. */
  readonly title: string;
  readonly lines: readonly string[];
  /** Stands before the last line where there is room for it. */
  readonly spare?: string;
  readonly code: string;
}

/** Scheme of a code that was printed where no address of the app was known. */
const SCHEME = 'close-rank:';

/** What the code of a label holds: an address that opens the plant where one is known, else its bare name. */
export const codeOf = (holding: string, label: string, base: string | null): string =>
  base
    ? `${base.replace(/\/$/, '')}/h/${encodeURIComponent(holding)}/field/plant/${label}`
    : `${SCHEME}${holding}/${label}`;

/** What was scanned or typed: a plant's label, with its holding where the code names one; null where it is neither. */
export function readCode(text: string): { readonly holding: string | null; readonly label: string } | null {
  const said = text.trim();
  const typed = /^([a-z]{1,3}\d{1,4})[-. ]?(\d{1,6})$/i.exec(said);
  if (typed) return { holding: null, label: `${typed[1]!.toUpperCase()}-${typed[2]!.padStart(3, '0')}` };
  const scanned = /(?:\/h\/([^/]+)\/field\/plant\/|^close-rank:([^/]+)\/)([A-Z]{1,3}\d{1,4}(?:-\d{3,6})?)$/.exec(said);
  if (!scanned) return null;
  return { holding: decodeURIComponent(scanned[1] ?? scanned[2]!), label: scanned[3]! };
}

/** Pegs of a planting: as they were pegged, else as they would be. */
export const pegsNow = (laid: Laid, ledger: Ledger, holding: Pick<Holding, 'plantings' | 'units'>) =>
  peggingOf(ledger, laid.planting.id) ??
  pegging(laid, ledger, holding, { reach: usualReach(laid.planting, holding), answers: [] });

/** Labels of a planting: one at the end of each row, one for each kind that goes into a row, or one for each plant. */
export function tagsOf(
  kind: TagKind,
  laid: Laid,
  ledger: Ledger,
  holding: Pick<Holding, 'id' | 'name' | 'plantings' | 'units'>,
  base: string | null,
): Tag[] {
  const pegged = pegsNow(laid, ledger, holding);
  const rows = group(pegsOf(pegged), ({ rowNumber }) => rowNumber);
  const said = `${holding.name}, ${pegged.name}`;
  return [...rows].flatMap(([number, pegs]): Tag[] => {
    const title = `${pegged.letter}${number}`;
    const along = pegs.toSorted((a, b) => a.chainage - b.chainage);
    const [first, last] = [along[0]!, along.at(-1)!];
    if (kind === 'plant')
      return along.map(({ label, kind: of }) => ({
        title: label,
        lines: [of.common, of.botanical, said],
        code: codeOf(holding.id, label, base),
      }));
    const kinds = [...byKind(along)].sort((a, b) => b[1].length - a[1].length);
    if (kind === 'bundle')
      return kinds.map(([, of]) => ({
        title: `${title} ${of[0]!.kind.tag}`,
        lines: [
          `${of.length} ${of[0]!.kind.common}`,
          stockOf(of[0]!.kind.stock).name,
          sayBundle(of.map(({ label }) => label)),
          said,
        ],
        spare: of[0]!.kind.botanical,
        code: codeOf(holding.id, of[0]!.label, base),
      }));
    return [
      {
        title,
        lines: [`${along[0]!.rowName}: ${counted(along.length, 'plant')}`, `${first.label} to ${last.label}`, said],
        spare: kinds.map(([, of]) => `${of.length} ${of[0]!.kind.common}`).join(', '),
        code: codeOf(holding.id, labelOf(pegged.letter, number, Number(first.label.split('-')[1])), base),
      },
    ];
  });
}

/** Which plants a bundle is for: without others between them, or from the first of them on. */
function sayBundle(labels: readonly string[]): string {
  const [first, last] = [labels[0]!, labels.at(-1)!];
  if (labels.length === 1) return first;
  const number = (label: string) => Number(label.split('-')[1]);
  return number(last) - number(first) === labels.length - 1 ? `${first} to ${last}` : `in turn, ${first} to ${last}`;
}

const byKind = (pegs: readonly PegPlace[]) => group(pegs, ({ kind }) => `${kind.species} ${kind.stock}`);
