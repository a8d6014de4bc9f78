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
): PlacedOrder[] =>
  ordered.map(({ id, body }) => {
    const lines = body.lines.map((line, at): PlacedLine => {
      const checks = delivered
        .filter(({ body: { order } }) => order === id)
        .flatMap(({ id: event, by, body: { on, lines: checked } }) =>
          checked.filter((one) => one.line === at).map((one) => ({ ...one, on, by, event })),
        );
      const found = faults
        .filter(({ body: fault }) => fault.order === id && fault.line === at)
        .map(({ id: event, by, body: fault }) => ({ ...fault, by, event }));
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
    const checked = lines.filter(({ checks }) => checks.length > 0).length;
    return {
      ...body,
      id,
      lines,
      cents: body.lines.reduce((sum, { cents }) => sum + cents, body.delivery),
      state:
        checked === 0
          ? 'placed'
          : lines.every(({ checks, toCome }) => checks.length > 0 && toCome === 0)
            ? 'here'
            : 'part here',
    };
  });
