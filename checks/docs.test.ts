import { existsSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { schemaDocs } from '../scripts/schema-docs.ts';

const repo = new URL('..', import.meta.url);

describe('docs', () => {
  it.each(Object.entries(schemaDocs()))(
    'docs/%s is what the schemas say today (npx tsx scripts/schema-docs.ts --write)',
    (name, text) => {
      expect(readFileSync(new URL(`docs/${name}`, repo), 'utf8')).toBe(text);
    },
  );

  it.each(['README.md', 'docs/architecture.md', 'docs/contributing.md'])('%s links only what is there', (page) => {
    const at = new URL(page, repo);
    const links = [...readFileSync(at, 'utf8').matchAll(/\]\((?!http)([^)#]+)\)/g)].map(([, link]) => link!);
    expect(links.length).toBeGreaterThan(5);
    expect(links.filter((link) => !existsSync(new URL(link, at)))).toEqual([]);
  });
});
