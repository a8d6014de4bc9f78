/** JSON Schemas of the open files and the pages that describe them, made from the Zod schemas. `--write` puts them into docs/. */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { HOLDING_VERSION, HoldingSchema } from '../src/core/holding/schema.ts';
import { EventSchema } from '../src/core/record/events.ts';
import { PlanSchema } from '../src/core/files/plan-schema.ts';

interface Node {
  readonly type?: string;
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly properties?: Readonly<Record<string, Node>>;
  readonly required?: readonly string[];
  readonly items?: Node;
  readonly prefixItems?: readonly Node[];
  readonly anyOf?: readonly Node[];
  readonly oneOf?: readonly Node[];
  readonly additionalProperties?: Node | boolean;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly minItems?: number;
  readonly minLength?: number;
  readonly default?: unknown;
}

/** What a value may be, in words. */
function words(node: Node): string {
  if (node.const !== undefined) return `\`${JSON.stringify(node.const)}\``;
  if (node.enum) return node.enum.map((value) => `\`${JSON.stringify(value)}\``).join(', ');
  const options = node.anyOf ?? node.oneOf;
  if (options)
    return options
      .map((option) =>
        option.properties?.['kind']?.const ? `${words(option.properties['kind'])} object` : words(option),
      )
      .join(' or ');
  if (node.prefixItems) return `[${node.prefixItems.map(words).join(', ')}]`;
  if (node.type === 'array')
    return `list of ${words(node.items ?? {})}${node.minItems ? `, at least ${node.minItems}` : ''}`;
  if (node.type === 'object' && typeof node.additionalProperties === 'object')
    return `${words(node.additionalProperties)} by key`;
  const bounds = [
    node.minimum !== undefined && Math.abs(node.minimum) < 1e15 ? `from ${node.minimum}` : '',
    node.maximum !== undefined && Math.abs(node.maximum) < 1e15 ? `to ${node.maximum}` : '',
  ]
    .filter(Boolean)
    .join(' ');
  return [node.type ?? 'anything', bounds].filter(Boolean).join(' ');
}

/** A line for each field, those of objects within indented beneath it. */
function lines(node: Node, depth = 0): string[] {
  const objects = [node, ...(node.items ? [node.items] : []), ...(node.anyOf ?? node.oneOf ?? [])].flatMap((one) => [
    one,
    ...(one.anyOf ?? one.oneOf ?? []),
    ...(one.items ? [one.items, ...(one.items.anyOf ?? one.items.oneOf ?? [])] : []),
  ]);
  const seen = new Set<Node>();
  return objects.flatMap((object) => {
    if (!object.properties || seen.has(object)) return [];
    seen.add(object);
    const kind = object.properties['kind']?.const ?? object.properties['what']?.const;
    const head = kind === undefined ? [] : [`${'  '.repeat(depth)}- when \`${String(kind)}\`:`];
    const inner = depth + (kind === undefined ? 0 : 1);
    return [
      ...head,
      ...Object.entries(object.properties)
        .filter(([, field]) => field.const === undefined)
        .flatMap(([name, field]) => [
          `${'  '.repeat(inner)}- \`${name}\`: ${words(field)}${object.required?.includes(name) && field.default === undefined ? '' : field.default === undefined ? ', may be absent' : `, else \`${JSON.stringify(field.default)}\``}`,
          ...lines(field, inner + 1),
        ]),
    ];
  });
}

const page = (title: string, intro: string, schema: object) =>
  `# ${title}\n\n${intro}\n\nMade by \`npx tsx scripts/schema-docs.ts --write\`; the checks compare.\n\n${lines(schema as Node).join('\n')}\n`;

const CORE = join(import.meta.dirname, '../src/core');

/** What a file of data says of where it is from: one source, those of its parts, or that each entry names its own. */
function sourceOf(data: unknown): string {
  if (typeof data !== 'object' || data === null) return 'each entry names its own';
  const { source, sources } = data as { source?: unknown; sources?: unknown };
  if (typeof source === 'string') return source;
  const named = source ?? sources;
  return typeof named === 'object' && named !== null ? Object.values(named).join('; ') : 'each entry names its own';
}

/** Every file of data with its source, as a table. */
function dataPage(): string {
  const rows = (readdirSync(CORE, { recursive: true }) as string[])
    .filter((file) => file.endsWith('.json') && !file.includes('/kept/'))
    .sort()
    .map((file) => {
      const data: unknown = JSON.parse(readFileSync(join(CORE, file), 'utf8'));
      return `| [${file}](../src/core/${file}) | ${sourceOf(data).replaceAll('|', '/')} |`;
    });
  return `# Rates, prices and rules of thumb

Every number of the trade is data with its source, none is code. Each holding can override settings and prices for itself; the rest is corrected here.

Made by \`npx tsx scripts/schema-docs.ts --write\`; the checks compare.

| file | source |
| --- | --- |
${rows.join('\n')}
`;
}

/** Every generated file by its path in docs/. */
export function schemaDocs(): Record<string, string> {
  const holding = z.toJSONSchema(HoldingSchema);
  const plan = z.toJSONSchema(PlanSchema, { io: 'input' });
  return {
    'data.md': dataPage(),
    'holding.schema.json': `${JSON.stringify(holding, null, 1)}\n`,
    'event.schema.json': `${JSON.stringify(z.toJSONSchema(EventSchema), null, 1)}\n`,
    'plan.schema.json': `${JSON.stringify(plan, null, 1)}\n`,
    'holding-file.md': page(
      'The .closerank file',
      `A zip with \`holding.json\`, \`events.ndjson\` (the record of what happened, an event a line, described by event.schema.json) and \`pictures/\` by the SHA-256 of their bytes. \`holding.json\` is \`{"format": "close-rank", "version": ${HOLDING_VERSION}, "holding": …}\`; the holding's fields are below and in holding.schema.json. Places are metres east and north of the holding's origin on a transverse Mercator plane centred there (WGS 84). Lengths are metres, money is minor units. An older version opens as today's; a newer one is refused with a sentence.`,
      holding,
    ),
    'plan-json.md': page(
      'The plan JSON of `npm run -s plan -- new`',
      'A small file that a script or an adviser writes; `npm run -s plan -- new plan.json DIR` builds a holding from it. Points are metres east and north of the place. A row\'s `species` is a sequence of counted runs by botanical or common name, such as `[[2, "Viburnum opulus"], [1, "Euonymus europaeus"]]`. A feature carries the numbers of its kind (`height`, `eaves`, …) beside its `points`. A planting without `rows` is laid by the pattern of its `purpose` at the place, its questions answered by `answers` (such as `{"kept": "tall"}`; the place answers the others), with kinds that bear the ground, light and room of its line, as the app would lay it; `region` names another botanical region than the place proposes, and `nativeOnly` keeps to its natives. `report` says of each species whether it is native, brought in or a pest there, whether it is hardy, and whom it can harm. See demo/tern-hollow.plan.json.',
      plan,
    ),
  };
}

if (process.argv.includes('--write'))
  for (const [name, text] of Object.entries(schemaDocs()))
    writeFileSync(new URL(`../docs/${name}`, import.meta.url), text);
