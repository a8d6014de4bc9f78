import type { Point } from '../../geometry/point.ts';

/** A page of work to be handed over: what it says, its tables, its drawings to scale. The same on paper and in a spreadsheet. */
export interface Sheet {
  readonly title: string;
  readonly intro: string;
  /** It is taken out as one page: set closer. */
  readonly onePage?: boolean;
  readonly parts: readonly (Table | Drawing | Note)[];
}

export interface Note {
  readonly kind: 'note';
  readonly text: string;
}

export interface Table {
  readonly kind: 'table';
  readonly name: string;
  readonly head: readonly string[];
  /** Numbers stand to the right. */
  readonly rows: readonly (readonly (string | number)[])[];
}

/** Something drawn in units of its own, y downward from the top left corner. */
export interface Drawing {
  readonly kind: 'drawing';
  readonly caption: string;
  readonly width: number;
  readonly height: number;
  /** Its units are points of the paper: it is printed as large as it is, at a stated scale. */
  readonly ownSize?: boolean;
  /** Metres that a unit stands for, the same both ways; null where it is drawn to no one scale. */
  readonly metres: number | null;
  readonly shapes: readonly Shape[];
}

export type Shape =
  | {
      readonly kind: 'line';
      readonly points: readonly Point[];
      readonly look: 'row' | 'edge' | 'fence' | 'pipe' | 'joint';
    }
  | { readonly kind: 'dot'; readonly at: Point; readonly look: 'plant' | 'post' | 'tap' }
  | {
      readonly kind: 'box';
      readonly at: Point;
      readonly width: number;
      readonly height: number;
      readonly dark: boolean;
    }
  | { readonly kind: 'text'; readonly at: Point; readonly text: string; readonly middle?: boolean };
