import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { describe, expect, it } from 'vitest';

const root = new URL('../src', import.meta.url).pathname;
const sources = (readdirSync(root, { recursive: true }) as string[])
  .filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'))
  .map((file) => join(root, file));

/** Stages of the core in the order of the work: each uses those before it, never after. */
const STAGES = [
  'geometry',
  'units',
  'derived',
  'holding',
  'record',
  'place',
  'species',
  'ground',
  'ranks',
  'sun',
  'years',
  'effects',
  'means',
  'account',
  'order',
  'aims',
  'days',
  'field',
  'findings',
  'counsel',
  'files',
  'reports',
];

/** Layers of the app: a frame round views, views made of parts and the plan, those on the store; each uses those above it in this list. */
const LAYERS = ['store', 'look', 'workers', 'exports', 'parts', 'plan', 'views', 'shell', 'main.tsx'];

const importsOf = (file: string): string[] =>
  [...readFileSync(file, 'utf8').matchAll(/(?:from|import\()\s*'(\.[^']+)'/g)].map(([, to]) =>
    relative(root, join(dirname(file), to!.replace(/\?.*$/, ''))),
  );

describe('imports', () => {
  it('run one way: the core knows neither app nor server, a stage none that comes after it', () => {
    const wrong = sources.flatMap((file) => {
      const from = relative(root, file).split('/');
      return importsOf(file)
        .filter((target) => {
          const to = target.split('/');
          if (from[0] === 'core' && to[0] !== 'core') return true;
          if (from[0] === 'app' && to[0] === 'server') return true;
          if (from[0] === 'server' && to[0] === 'app') return true;
          if (from[0] !== 'core' || from[1] === to[1]) return false;
          const [at, uses] = [STAGES.indexOf(from[1]!), STAGES.indexOf(to[1]!)];
          return at < 0 || uses < 0 || uses >= at || at < 2;
        })
        .map((target) => `${from.join('/')} uses ${target}`);
    });
    expect(sources.length).toBeGreaterThan(80);
    expect(wrong).toEqual([]);
  });

  it('run downward in the app too: the frame knows the views, no view the frame or another view', () => {
    const wrong = sources.flatMap((file) => {
      const from = relative(root, file).split('/');
      if (from[0] !== 'app') return [];
      return importsOf(file)
        .map((target) => target.split('/'))
        .filter((to) => to[0] === 'app')
        .filter((to) => {
          const [at, uses] = [LAYERS.indexOf(from[1]!), LAYERS.indexOf(to[1]!)];
          if (at < 0 || uses < 0 || uses > at) return true;
          return from[1] === 'views' && to[1] === 'views' && from[2] !== to[2];
        })
        .map((to) => `${from.join('/')} uses ${to.join('/')}`);
    });
    expect(wrong).toEqual([]);
  });

  it('make no circle', () => {
    const graph = new Map(sources.map((file) => [relative(root, file), importsOf(file)]));
    const done = new Set<string>();
    const circles: string[] = [];
    const visit = (file: string, path: readonly string[]): void => {
      if (path.includes(file)) return void circles.push([...path.slice(path.indexOf(file)), file].join(' > '));
      if (done.has(file)) return;
      for (const next of graph.get(file) ?? []) visit(next, [...path, file]);
      done.add(file);
    };
    for (const file of graph.keys()) visit(file, []);
    expect(circles).toEqual([]);
  });
});
