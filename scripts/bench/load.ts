import { readdirSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { line, type Line } from './tell.ts';

const DIST = new URL('../../dist/', import.meta.url);
/** The views fetched when they are first shown, by their files' names. */
const STAGES = ['GroundView', 'OrderView', 'FieldView', 'SpeciesBook', 'HoldingsView'] as const;

const text = (file: string): string => readFileSync(new URL(`assets/${file}`, DIST), 'utf8');

/** A script and all that it imports at once, but for what is there already. */
function loaded(file: string, there: ReadonlySet<string>, files = new Set<string>()): Set<string> {
  if (files.has(file) || there.has(file)) return files;
  files.add(file);
  for (const [, name] of text(file).matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g))
    loaded(name!, there, files);
  return files;
}

const compressed = (files: Iterable<string>): number =>
  [...files].reduce((sum, file) => sum + gzipSync(text(file)).length, 0);
const inKilobytes = (bytes: number): string => `${(bytes / 1000).toFixed(0)} kB`;

/** Script that the plan waits for, compressed: index.html's own and what it imports at once; and what each stage adds. */
export function firstLoad(): Line[] {
  let html: string;
  try {
    html = readFileSync(new URL('index.html', DIST), 'utf8');
  } catch {
    return [line('first load', 'not built', 'run npm run build first', false)];
  }
  const first = new Set<string>();
  for (const [, file] of html.matchAll(/(?:src|href)="\/assets\/([^"]+\.js)"/g)) loaded(file!, new Set(), first);
  const assets = readdirSync(new URL('assets', DIST));
  const all = assets.filter((file) => file.endsWith('.js'));
  const bytes = compressed(first);
  const data = assets.filter((file) => file.endsWith('.json'));
  const added = STAGES.map((stage) => {
    const file = all.find((name) => name.startsWith(`${stage}-`));
    return `${stage} ${file ? inKilobytes(compressed(loaded(file, first))) : 'not found'}`;
  });
  return [
    line(
      'first load, compressed script before the plan shows',
      `${inKilobytes(bytes)} in ${first.size} of ${all.length} files; data of species and regions fetched beside it ${inKilobytes(compressed(data))}`,
      'under 370 kB',
      bytes < 370_000,
    ),
    line('what each view adds when it is first shown', added.join(', '), ''),
  ];
}
