/** What a function reads of a holding and the record, noted as it reads. */

/** Names under which parts are opened: what is read of them is noted part by part. Everything else is noted as a whole. */
const OPENED = new Set<PropertyKey>(['holding', 'planting', 'plantings', 'ledger', 'days']);
/** A list of plantings as laid out is opened, a list of all kinds is not. */
const isLaidOut = (part: PropertyKey, value: object): boolean =>
  part === 'all' && Array.isArray(value) && 'layout' in ((value[0] as object | undefined) ?? {});

const RAW = Symbol('what a view shows');
type Parts = Record<PropertyKey, unknown>;

/** What a view shows; anything else is itself. */
export const rawOf = <T>(value: T): T =>
  typeof value === 'object' && value !== null ? ((value as { [RAW]?: T })[RAW] ?? value) : value;

/** A thing itself, for those who cannot read by parts: all of it is read with that. */
export function wholeOf<T extends object>(seen: T): T {
  Object.keys(seen);
  return rawOf(seen);
}

const isView = (value: unknown): boolean => rawOf(value) !== value;

/** A list, or a thing of named parts and nothing else. */
export const isPlain = (value: unknown): value is object =>
  typeof value === 'object' &&
  value !== null &&
  (Array.isArray(value) || Object.getPrototypeOf(value) === Object.prototype);

/** A thing of which no part is a view: itself where none is. */
export function withoutViews<T>(value: T): T {
  const raw = rawOf(value);
  if (raw !== value || !isPlain(raw)) return raw;
  if (Array.isArray(raw)) return (raw.some(isView) ? raw.map(rawOf) : raw) as T;
  const parts = Object.entries(raw);
  return (
    parts.some(([, part]) => isView(part)) ? Object.fromEntries(parts.map(([name, part]) => [name, rawOf(part)])) : raw
  ) as T;
}

const isOpened = (part: PropertyKey, value: unknown, within: object): value is object =>
  isPlain(value) && (OPENED.has(part) || (Array.isArray(within) && part !== 'length') || isLaidOut(part, value));

/** Something that was read part by part. */
interface Node {
  /** The node that it was reached from, -1 for what was asked of, and under which part or place. */
  readonly from: number;
  readonly part: PropertyKey;
  readonly raw: object;
  /** Whether all of it counts: its parts were listed. */
  whole: boolean;
  readonly read: Map<PropertyKey, unknown>;
  /** Parts that are a node reached elsewhere. */
  readonly same: Map<PropertyKey, number>;
}

/** What stands behind a view: an empty thing of the kind, for holdings are frozen, and a view of a frozen thing may show nothing else. */
interface Behind {
  [NODE]: { readonly at: number; readonly node: Node; readonly reading: Reading };
}
const NODE = Symbol('what was read');

/** Notes every part that is read of what a view shows. */
const noting: ProxyHandler<Behind> = {
  get: ({ [NODE]: { at, node, reading } }, part) => (part === RAW ? node.raw : reading.read(at, node, part)),
  has: ({ [NODE]: { at, node, reading } }, part) => {
    reading.read(at, node, part);
    return part in node.raw;
  },
  ownKeys: ({ [NODE]: { node } }) => {
    node.whole = true;
    return Reflect.ownKeys(node.raw);
  },
  getOwnPropertyDescriptor: (behind, part) => {
    const { at, node, reading } = behind[NODE];
    if (part === 'length' && Array.isArray(behind)) return Reflect.getOwnPropertyDescriptor(behind, part);
    return part in node.raw
      ? { value: reading.read(at, node, part), enumerable: true, configurable: true, writable: true }
      : undefined;
  },
};

/** Views of what is asked, and what is read through them. */
export class Reading {
  private readonly nodes: Node[] = [];
  private readonly known = new Map<object, { readonly at: number; readonly view: object }>();
  readonly views: readonly unknown[];

  /** `asked` holds no views. */
  constructor(private readonly asked: readonly unknown[]) {
    this.views = asked.map((one, i) => (isPlain(one) ? this.open(one, -1, i).view : one));
  }

  /** The view of a thing; the same thing has one view, however it is reached. */
  private open(raw: object, from: number, part: PropertyKey): { readonly at: number; readonly view: object } {
    const before = this.known.get(raw);
    if (before) return before;
    const node: Node = { from, part, raw, whole: false, read: new Map(), same: new Map() };
    const at = this.nodes.push(node) - 1;
    const behind = Object.assign(Array.isArray(raw) ? [] : {}, { [NODE]: { at, node, reading: this } }) as Behind;
    const opened = { at, view: new Proxy(behind, noting) };
    this.known.set(raw, opened);
    return opened;
  }

  /** Reads a part of what a node shows. */
  read(at: number, node: Node, part: PropertyKey): unknown {
    const value = (node.raw as Parts)[part];
    if (typeof value === 'function' && !Object.hasOwn(node.raw, part)) return value;
    const opened = isOpened(part, value, node.raw) ? this.open(value, at, part) : null;
    if (!node.read.has(part)) {
      node.read.set(part, value);
      if (opened && (this.nodes[opened.at]!.from !== at || this.nodes[opened.at]!.part !== part))
        node.same.set(part, opened.at);
    }
    return opened ? opened.view : value;
  }

  done(): Reads {
    return new Reads(this.asked.length, this.nodes);
  }
}

/** What was read to find an answer. */
export class Reads {
  constructor(
    private readonly asked: number,
    private readonly nodes: readonly Node[],
  ) {}

  /** Whether all that was read is in `asked` as it was; words and numbers are not compared. */
  hold(asked: readonly unknown[]): boolean {
    if (asked.length !== this.asked) return false;
    const now: Parts[] = [];
    for (const { from, part, raw, whole, read } of this.nodes) {
      const here = rawOf(from < 0 ? asked[part as number] : now[from]![part]);
      now.push(here as Parts);
      if (here === raw) continue;
      if (whole || !isPlain(here)) return false;
      for (const [name, value] of read) {
        const is = rawOf((here as Parts)[name]);
        // A part that is opened may be another: what was read of it is compared in its turn.
        if (!Object.is(is, value) && !(isOpened(name, is, here) && isOpened(name, value, raw))) return false;
      }
    }
    return this.nodes.every(({ same }, at) => {
      for (const [name, other] of same) if (rawOf(now[at]![name]) !== now[other]) return false;
      return true;
    });
  }

  /** Reads the same again through the views among `asked`: whoever asks has then read it too. */
  readAgain(asked: readonly unknown[]): void {
    const now: Parts[] = [];
    for (const { from, part, whole, read } of this.nodes) {
      const here = (from < 0 ? asked[part as number] : now[from]![part]) as Parts;
      now.push(here);
      if (whole) Object.keys(here);
      for (const name of read.keys()) void here[name];
    }
  }
}
