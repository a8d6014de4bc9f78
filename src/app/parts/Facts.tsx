import type { ReactNode } from 'react';

/** A line of the table: what it is about, and a cell for each further head. */
export interface Fact {
  readonly key: string | number;
  readonly cells: readonly ReactNode[];
  readonly className?: string;
}

interface Props {
  readonly caption?: ReactNode;
  /** One name a column; none where the table says what it is without. */
  readonly heads?: readonly ReactNode[];
  readonly rows: readonly Fact[];
  /** Which cell says what a line is about. */
  readonly about?: number;
  readonly className?: string;
}

/**
 * The app's table: facts by line. A line with fewer cells than heads says its last one over the rest. How it looks is told
 * by a class of `tables.css`: `money`, `sums`, `months`.
 */
export function Facts({ caption, heads = [], rows, about = 0, className = '' }: Props) {
  return (
    <table className={`facts ${className}`}>
      {caption && <caption>{caption}</caption>}
      {heads.length > 0 && (
        <thead>
          <tr>
            {heads.map((head, c) => (
              <th key={c} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
      )}
      <tbody>
        {rows.map((row) => (
          <tr key={row.key} className={row.className}>
            {row.cells.map((cell, c) => {
              const rest = c === row.cells.length - 1 ? heads.length - c : 1;
              return c === about ? (
                <th key={c} scope="row">
                  {cell}
                </th>
              ) : (
                <td key={c} colSpan={rest > 1 ? rest : undefined}>
                  {cell}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Things side by side, one a column under its head, each line about one trait of them. */
export const SideBySide = ({ heads, rows }: { heads: readonly ReactNode[]; rows: readonly Fact[] }) => (
  <Facts
    className="months compared"
    heads={[
      <span key="what" className="visually-hidden">
        What
      </span>,
      ...heads,
    ]}
    rows={rows}
  />
);
