import type { BodyOf, EventOf } from './events.ts';

type Ordered = BodyOf<'ordered'>;
type Checked = BodyOf<'delivered'>['lines'][number];

/** What became of one line of an order. */
export interface PlacedLine {
  readonly key: string;
  readonly name: string;
  readonly need: number;
  readonly quantity: number;
  readonly cents: number;
  /** Every check of it, in order, and the faults that showed later. */
  readonly checks: readonly (Checked & { readonly on: string; readonly by: string; readonly event: string })[];
  readonly faults: readonly (BodyOf<'faultFound'> & { readonly by: string; readonly event: string })[];
  /** Counted in all, of those sent back, and found at fault later. */
  readonly counted: number;
  readonly refused: number;
  readonly faulty: number;
  /** Still to come; what is short for good is not. */
  readonly toCome: number;
  readonly short: number;
  /** Kept and sound, or kept under reserve. */
  readonly kept: number;
}

/** An order as placed, and how it stands. */
export interface PlacedOrder extends Omit<Ordered, 'lines'> {
  readonly id: string;
  readonly lines: readonly PlacedLine[];
  /** Goods and their delivery. */
  readonly cents: number;
  readonly state: 'placed' | 'part here' | 'here';
}

export const noOrders: readonly PlacedOrder[] = [];

/** Orders with what came of them, as they were placed. Checks of an order that does not hold are left out with it. */
export const ordersOf = (
  ordered: readonly EventOf<'ordered'>[],
  delivered: readonly EventOf<'delivered'>[],
  faults: readonly EventOf<'faultFound'>[],
): PlacedOrder[] => {
  const checked = group(
    delivered.flatMap(({ id: event, by, body: { order, on, lines } }) =>
      lines.map((one) => [lineKey(order, one.line), { ...one, on, by, event }] as const),
    ),
  );
  const faulted = group(
    faults.map(({ id: event, by, body }) => [lineKey(body.order, body.line), { ...body, by, event }] as const),
  );
  return ordered.map(({ id, body }) => {
    const lines = body.lines.map((line, at): PlacedLine => {
      const checks = checked.get(lineKey(id, at)) ?? [];
      const found = faulted.get(lineKey(id, at)) ?? [];
      const sum = (of: (one: Checked) => number) => checks.reduce((all, one) => all + of(one), 0);
      const counted = sum((one) => one.counted);
      const refused = sum((one) => one.refused);
      const faulty = found.reduce((all, { count }) => all + count, 0);
      const missing = Math.max(0, line.quantity - counted);
      const follows = checks.length === 0 || checks.at(-1)!.follows;
      return {
        ...line,
        checks,
        faults: found,
        counted,
        refused,
        faulty,
        toCome: follows ? missing : 0,
        short: follows ? 0 : missing,
        kept: Math.max(0, counted - refused - faulty),
      };
    });
    const begun = lines.some(({ checks }) => checks.length > 0);
    return {
      ...body,
      id,
      lines,
      cents: body.lines.reduce((sum, { cents }) => sum + cents, body.delivery),
      state: !begun
        ? 'placed'
        : lines.every(({ checks, toCome }) => checks.length > 0 && toCome === 0)
          ? 'here'
          : 'part here',
    };
  });
};

const lineKey = (order: string, line: number): string => `${line} ${order}`;

function group<T>(pairs: readonly (readonly [string, T])[]): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const [key, one] of pairs) {
    const known = groups.get(key);
    if (known) known.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}
