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

  it('the README links only what is there', () => {
    const links = [...readFileSync(new URL('README.md', repo), 'utf8').matchAll(/\]\((?!http)([^)#]+)\)/g)].map(
      ([, link]) => link!,
    );
    expect(links.length).toBeGreaterThan(5);
    expect(links.filter((link) => !existsSync(new URL(link, repo)))).toEqual([]);
  });
});
