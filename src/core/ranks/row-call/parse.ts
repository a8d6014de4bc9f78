import type { Gap, Kept, Row } from '../../holding/schema.ts';
import { plainRow } from '../../holding/plain-row.ts';
import { SPACING } from '../../holding/schema.ts';
import { wrongRootstock } from '../../species/rootstocks.ts';
import { stocks } from '../../species/stock.ts';
import { formatLength, type UnitSystem } from '../../units/quantities.ts';
import { endsNamed } from './ends.ts';
import { calledLength } from './lengths.ts';
import type { SpeciesBook } from '../../species/book.ts';
import { speciesFor, type Written } from './names.ts';

/** What a call says of a row; ids and a name of its own come from whoever lays it. */
export type CalledRow = Omit<Row, 'id' | 'name'> & { readonly name: string | null };

/** A mistake, where it stands in the text. */
export interface CallProblem {
  readonly from: number;
  readonly to: number;
  readonly sentence: string;
}

export interface Called {
  readonly rows: readonly CalledRow[];
  readonly gaps: readonly Omit<Gap, 'id'>[];
  readonly problems: readonly CallProblem[];
}

/** A piece of the call with the place where it begins. */
interface Piece {
  readonly text: string;
  readonly from: number;
}

/** Cuts a piece at a separator, spaces trimmed; empty pieces are passed over. */
function cut({ text, from }: Piece, separator: RegExp): Piece[] {
  const pieces: Piece[] = [];
  let at = 0;
  for (const part of text.split(separator)) {
    const found = at + (part.length - part.trimStart().length);
    if (part.trim()) pieces.push({ text: part.trim(), from: from + found });
    at += part.length + 1;
  }
  return pieces;
}

/** Reads a row call: rows parted by `/` or a new line, clauses by `;`. The grammar is in docs/row-call.md. */
export function parseCall(text: string, { units, book }: Written): Called {
  const problems: CallProblem[] = [];
  const gaps: Omit<Gap, 'id'>[] = [];
  const rows = cut({ text, from: 0 }, /[/\n]/).flatMap((piece): CalledRow[] => {
    const row = new RowReader(units, book, problems, gaps);
    const named = /^([^:;]{1,80}):/.exec(piece.text);
    const body = named ? { text: piece.text.slice(named[0].length), from: piece.from + named[0].length } : piece;
    for (const clause of cut(body, /;/)) row.read(clause);
    const read = row.finish(piece, named?.[1]!.trim() ?? null);
    return read ? [read] : [];
  });
  return { rows, gaps, problems: problems.toSorted((a, b) => a.from - b.from) };
}

type Draft = { -readonly [K in keyof CalledRow]: CalledRow[K] };

/** Reads the clauses of one row into it, noting what cannot be read. */
class RowReader {
  private readonly row: Draft = { ...plainRow, name: null, spacing: 0, runs: [] };
  private sound = true;
  private onlyGaps = true;

  constructor(
    private readonly units: UnitSystem,
    private readonly book: SpeciesBook,
    private readonly problems: CallProblem[],
    private readonly gaps: Omit<Gap, 'id'>[],
  ) {}

  private wrong({ text, from }: Piece, sentence: string): void {
    this.sound = false;
    this.problems.push({ from, to: from + text.length, sentence });
  }

  read(clause: Piece): void {
    const { text } = clause;
    const rule = CLAUSES.find(({ pattern }) => pattern.test(text));
    if (rule?.what !== 'gap') this.onlyGaps = false;
    if (!rule)
      return this.wrong(
        clause,
        `'${text}' is not understood. Write for example 2 hazel, 1 spindle every ${this.units === 'us' ? '5' : '1.5'}; lime each ${this.units === 'us' ? '60' : '20'}; gap 63 to 67.`,
      );
    const found = rule.pattern.exec(text)!;
    rule.read(this.reader(clause), found);
  }

  private bound(metres: number): string {
    return formatLength(metres, this.units, { decimals: metres % 1 === 0 && this.units === 'metric' ? 0 : 1 });
  }

  /** What the clauses may do with the row. */
  private reader(clause: Piece): Reader {
    return {
      row: this.row,
      gaps: this.gaps,
      species: (name) => this.species({ text: name, from: clause.from + Math.max(0, clause.text.indexOf(name)) }),
      stock: (name) => this.stock({ text: name, from: clause.from + Math.max(0, clause.text.lastIndexOf(name)) }),
      rootstock: (name, on) => this.rootstock(name, { text: on, from: clause.from + clause.text.lastIndexOf(on) }),
      length: (typed, least, most, what) => {
        const metres = calledLength(typed, this.units);
        if (metres !== null && metres >= least - 1e-9 && metres <= most) return metres;
        this.wrong(
          clause,
          metres === null
            ? `'${typed}' is not a length.`
            : `The ${what} must lie between ${this.bound(least)} and ${this.bound(most)}.`,
        );
        return least;
      },
      wrong: (sentence) => this.wrong(clause, sentence),
    };
  }

  private species(name: Piece): string {
    const found = speciesFor(name.text, this.book);
    if (found.length === 1) return found[0]!.id;
    this.wrong(
      name,
      found.length === 0
        ? `No species is called '${name.text}'.`
        : `'${name.text}' could be ${found
            .slice(0, 4)
            .map(({ common }) => common)
            .join(', ')}${found.length > 4 ? ` and ${found.length - 4} more` : ''}. Write more of its name.`,
    );
    return '';
  }

  private stock(name: Piece): string {
    const found = stocks.find(({ id, name: called }) =>
      [id, called].some((one) => one.toLowerCase() === name.text.toLowerCase()),
    );
    if (!found)
      this.wrong(name, `'${name.text}' is not a stock type. Use one of ${stocks.map(({ id }) => id).join(', ')}.`);
    return found?.id ?? 'whip';
  }

  private rootstock(species: string, on: Piece): string {
    const named = speciesFor(species, this.book);
    const wrong = named.length === 1 ? wrongRootstock(named[0]!, on.text) : null;
    if (wrong) this.wrong(on, wrong);
    return on.text;
  }

  finish(piece: Piece, name: string | null): CalledRow | null {
    if (this.onlyGaps) return null;
    if (this.sound && this.row.runs.length === 0)
      this.wrong(piece, 'This row names no plants. Begin with how many of what, and every how far.');
    return this.sound ? { ...this.row, name } : null;
  }
}

interface Reader {
  readonly row: Draft;
  readonly gaps: Omit<Gap, 'id'>[];
  species(name: string): string;
  stock(name: string): string;
  rootstock(species: string, on: string): string;
  length(typed: string, least: number, most: number, what: string): number;
  wrong(sentence: string): void;
}

interface Clause {
  readonly what: string;
  readonly pattern: RegExp;
  read(reader: Reader, found: RegExpExecArray): void;
}

const FREE: Kept = { height: null, width: null, clearStem: null };

const AMOUNT = /^(\d+(?:\.\d+)?)\s*(%?)\s+(.+)$/;

/** Every clause a row may have, the more particular before the more general. */
const CLAUSES: readonly Clause[] = [
  {
    what: 'plants',
    pattern: /^(.+?)\s+every\s+(.+)$/i,
    read({ row, species, stock, rootstock, length, wrong }, [, plants, spacing]) {
      if (row.runs.length > 0) return wrong('This row has its plants already. Part rows by / or a new line.');
      const amounts = plants!
        .split(/,/)
        .map((part) => AMOUNT.exec(part.trim()) ?? ([part, '1', '', part.trim()] as unknown as RegExpExecArray));
      const shares = amounts.filter(([, , percent]) => percent === '%').length;
      if (shares > 0 && shares < amounts.length) return wrong('Give counts or shares in %, not both in one row.');
      row.spacing = length(spacing!, SPACING.least, SPACING.most, 'spacing');
      row.runs = amounts.map(([, count, , name]) => {
        const [, called, variety, on, as] = /^(.+?)(?:\s*\((.{1,20})\))?(?:\s+on\s+(\S+))?(?:\s+as\s+(.+))?$/i.exec(
          name!,
        )!;
        return {
          species: species(called!),
          count: Math.round(Number(count)),
          ...(as ? { stock: stock(as) } : {}),
          ...(variety ? { variety: variety.trim() } : {}),
          ...(on ? { rootstock: rootstock(called!, on) } : {}),
        };
      });
      if (row.runs.some(({ count }) => count < 1 || count > 9999)) wrong('Counts go from 1 to 9999.');
      if (shares > 0 && row.mix === 'turn') row.mix = 'quota';
    },
  },
  {
    what: 'standards',
    pattern: /^(.+?)\s+each\s+(.+?)(?:\s+from\s+(.+?))?(?:\s+as\s+(.+))?$/i,
    read({ row, species, stock, length }, [, name, every, first, as]) {
      row.standards = {
        species: species(name!),
        every: length(every!, SPACING.least, 500, 'distance between standards'),
        first: first ? length(first, 0, 500, 'first standard') : 0,
        stock: as ? stock(as) : 'feathered',
      };
    },
  },
  {
    what: 'gap',
    pattern: /^(gap|gate|crossing)\s+(.+?)\s+to\s+(.+)$/i,
    read({ gaps, length, wrong }, [, kind, from, to]) {
      const [a, b] = [length(from!, 0, 100_000, 'gap'), length(to!, 0, 100_000, 'gap')];
      if (b - a < 0.1) return wrong('A gap ends after it begins: gap 63 to 67.');
      gaps.push({ kind: kind!.toLowerCase() as Gap['kind'], at: (a + b) / 2, width: b - a });
    },
  },
  {
    what: 'drift',
    pattern: /^in drifts(?:\s+(\d+))?$/i,
    read: ({ row }, [, seed]) =>
      void Object.assign(row, { mix: 'drift', seed: seed ? Math.min(1e6, Number(seed)) : 1 }),
  },
  { what: 'shared', pattern: /^shared$/i, read: ({ row }) => void (row.mix = 'quota') },
  {
    what: 'turn',
    pattern: /^from place\s+(\d+)$/i,
    read: ({ row }, [, n]) => void (row.offset = Math.min(9999, Math.max(0, Number(n) - 1))),
  },
  {
    what: 'start',
    pattern: /^(square|staggered)$/i,
    read: ({ row }, [, word]) => void (row.staggered = word!.toLowerCase() === 'staggered'),
  },
  {
    what: 'ends',
    pattern: /^(fit\s+start|fit\s+inset|fit|keep|centre)$/i,
    read: ({ row }, [, word]) => void (row.ends = endsNamed(word!)),
  },
  {
    what: 'behind',
    pattern: /^(.+?)\s+behind$/i,
    read: ({ row, length }, [, typed]) => void (row.rowGap = length(typed!, 0, SPACING.most, 'row gap')),
  },
  {
    what: 'inset',
    pattern: /^inset\s+(.+)$/i,
    read: ({ row, length }, [, typed]) => void (row.inset = length(typed!, 0, 500, 'inset')),
  },
  {
    what: 'trim',
    pattern: /^starts\s+(.+?)\s+late$/i,
    read: ({ row, length }, [, typed]) => void (row.trim = { ...row.trim, start: length(typed!, 0, 5000, 'start') }),
  },
  {
    what: 'trim',
    pattern: /^stops\s+(.+?)\s+early$/i,
    read: ({ row, length }, [, typed]) => void (row.trim = { ...row.trim, stop: length(typed!, 0, 5000, 'stop') }),
  },
  { what: 'stock', pattern: /^as\s+(.+)$/i, read: ({ row, stock }, [, name]) => void (row.stock = stock(name!)) },
  { what: 'across', pattern: /^across$/i, read: ({ row }) => void (row.across = true) },
  {
    what: 'kept',
    pattern: /^kept\s+(.+?)\s+(high|wide)$/i,
    read: ({ row, length }, [, typed, way]) =>
      void (row.kept = {
        ...FREE,
        ...row.kept,
        [way!.toLowerCase() === 'high' ? 'height' : 'width']: length(typed!, 0.2, 60, 'kept size'),
      }),
  },
  {
    what: 'kept',
    pattern: /^clear stem\s+(.+)$/i,
    read: ({ row, length }, [, typed]) =>
      void (row.kept = { ...FREE, ...row.kept, clearStem: length(typed!, 0, 30, 'clear stem') }),
  },
  {
    what: 'later',
    pattern: /^(\d+)\s+years?\s+later$/i,
    read: ({ row }, [, years]) => void (row.later = Math.min(20, Number(years))),
  },
  {
    what: 'out',
    pattern: /^out\s+in\s+year\s+(\d+)$/i,
    read: ({ row }, [, year]) => void (row.out = Math.min(40, Math.max(1, Number(year)))),
  },
  {
    what: 'swap',
    pattern: /^(.+?)\s+at\s+(.+?)(?:\s+of string\s+(\d+))?$/i,
    read: ({ row, species, length }, [, name, at, string]) =>
      void (row.swaps = [
        ...row.swaps,
        {
          species: species(name!),
          at: length(at!, 0, 100_000, 'place of a single plant'),
          copy: string ? Math.max(0, Math.min(9999, Number(string) - 1)) : 0,
        },
      ]),
  },
];
