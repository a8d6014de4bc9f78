import { parseSync } from 'vite';

/** One small change to a source file: the text from `start` to `end` becomes `to`. */
export interface Change {
  readonly start: number;
  readonly end: number;
  readonly to: string;
  /** The expression that is evaluated where the change counts. */
  readonly site: { readonly start: number; readonly end: number };
  /** What kind of change: a sign, a bound, a term, an argument, a choice, a number of the code or of the data. */
  readonly kind: string;
}

interface Node {
  readonly type: string;
  readonly start: number;
  readonly end: number;
  readonly [key: string]: unknown;
}

const isNode = (value: unknown): value is Node => typeof (value as Node | null)?.type === 'string';

const SIGNS: Record<string, string> = { '+': '-', '-': '+', '*': '/', '/': '*', '%': '*', '**': '*' };
const BOUNDS: Record<string, string> = { '<': '<=', '<=': '<', '>': '>=', '>=': '>' };
const CHOICES: Record<string, string> = { '===': '!==', '!==': '===', '&&': '||', '||': '&&' };
const OTHERS: Record<string, string> = {
  min: 'max',
  max: 'min',
  floor: 'ceil',
  ceil: 'floor',
  round: 'floor',
  sin: 'cos',
  cos: 'sin',
  some: 'every',
  every: 'some',
};
/** Smaller numbers guard against the last digit of a float: no plan can tell them apart. */
const TOLERANCE = 1e-4;

const otherNumber = (value: number): string =>
  String(Number.isInteger(value) ? value + 1 : Math.round(value * 1.25 * 1e9) / 1e9);

/** Every change that is tried on TypeScript `code`: signs, bounds, terms, arguments, choices and numbers, never text. */
export function changesOf(code: string): Change[] {
  const changes: Change[] = [];
  const text = ({ start, end }: Node) => code.slice(start, end);
  const put = ({ start, end }: Node, to: string, kind: string, site: Change['site'] = { start, end }) =>
    changes.push({ start, end, to, kind, site: { start: site.start, end: site.end } });
  const visit = (node: Node, parent: Node | null, chain: Node | null) => {
    const { type } = node;
    if (/^(TS(?!AsExpression|NonNull|Satisfies)|Import|ExportAll)/.test(type)) return;
    if (type === 'BinaryExpression' || type === 'LogicalExpression') {
      const [left, right, operator] = [node['left'] as Node, node['right'] as Node, node['operator'] as string];
      const isText = (side: Node) =>
        side.type === 'TemplateLiteral' || (side.type === 'Literal' && typeof side['value'] === 'string');
      const known = { ...SIGNS, ...BOUNDS, ...CHOICES }[operator];
      const joins = operator === '+' && (isText(left) || isText(right));
      if (known && !joins) {
        const kind = operator in SIGNS ? 'sign' : operator in BOUNDS ? 'bound' : 'choice';
        put(node, `(${text(left)} ${known} ${text(right)})`, kind);
        if (operator in SIGNS) put(node, `(${text(left)})`, 'term');
      }
      if (operator === '??') put(node, `(${text(left)})`, 'term');
    }
    if (type === 'UnaryExpression' && ['-', '!'].includes(node['operator'] as string))
      put(node, `(${text(node['argument'] as Node)})`, node['operator'] === '-' ? 'sign' : 'choice');
    if (type === 'ConditionalExpression') {
      const [test, yes, no] = [node['test'] as Node, node['consequent'] as Node, node['alternate'] as Node];
      put(node, `(${text(test)} ? ${text(no)} : ${text(yes)})`, 'choice');
    }
    if (type === 'IfStatement') put(node['test'] as Node, `!(${text(node['test'] as Node)})`, 'choice');
    if (type === 'Literal') {
      const { value } = node;
      const isKey = parent?.['key'] === node && parent?.['computed'] === false;
      if (!isKey && typeof value === 'number' && (value === 0 || Math.abs(value) >= TOLERANCE))
        put(node, otherNumber(value), 'number');
      if (typeof value === 'boolean') put(node, String(!value), 'choice');
    }
    if (type === 'CallExpression') {
      const args = node['arguments'] as readonly Node[];
      const callee = node['callee'] as Node;
      const property = callee.type === 'MemberExpression' ? (callee['property'] as Node) : null;
      const other = property && OTHERS[text(property)];
      if (property && other) put(property, other, 'term', chain ?? node);
      else if (args.length > 1 && !/^(z|Object|JSON)\b/.test(text(callee))) {
        const [first, second] = args as [Node, Node];
        const plain = ({ type: kind }: Node) => ['Identifier', 'MemberExpression', 'Literal'].includes(kind);
        if (plain(first) && plain(second) && text(first) !== text(second))
          changes.push({
            start: first.start,
            end: second.end,
            to: `${text(second)}${code.slice(first.end, second.start)}${text(first)}`,
            kind: 'argument',
            site: { start: (chain ?? node).start, end: (chain ?? node).end },
          });
      }
    }
    // A chain is asked as a whole: a part of it in brackets would lose its short way out.
    const within = type === 'ChainExpression' ? node : /Call|Member|NonNull/.test(type) ? chain : null;
    for (const value of Object.values(node))
      if (Array.isArray(value)) value.forEach((part) => isNode(part) && visit(part, node, within));
      else if (isNode(value)) visit(value, node, within);
  };
  visit(parseSync('file.ts', code).program as unknown as Node, null, null);
  return changes;
}

/** Every number of a data file, changed: those in text are left alone. */
export function dataChangesOf(json: string): Change[] {
  const changes: Change[] = [];
  const tokens = /"(?:[^"\\]|\\.)*"|-?\d+(?:\.\d+)?(?:[eE][+-]?\d+)?/g;
  for (let found = tokens.exec(json); found; found = tokens.exec(json))
    if (!found[0].startsWith('"'))
      changes.push({
        start: found.index,
        end: found.index + found[0].length,
        to: otherNumber(Number(found[0])),
        kind: 'data',
        site: { start: 0, end: 0 },
      });
  return changes;
}

/** The code with a mark at each site, by which it is known which tests come there. */
export function marked(code: string, sites: readonly { readonly id: number; readonly site: Change['site'] }[]): string {
  const put = sites.flatMap(({ id, site: { start, end } }) => [
    { at: start, text: `(__reach(${id}), `, rank: -end },
    { at: end, text: ')', rank: -Infinity },
  ]);
  let out = code;
  // From the back, so that places in front stay true; at one place the outer opens before the inner.
  for (const { at, text } of put.sort((a, b) => b.at - a.at || b.rank - a.rank))
    out = out.slice(0, at) + text + out.slice(at);
  return out;
}

export const changed = (code: string, { start, end, to }: Change): string =>
  code.slice(0, start) + to + code.slice(end);
