import type { Plugin } from 'vite';

const DATA = /await import\('(\.\/[\w-]+\.json)', \{ with: \{ type: 'json' \} \}\)/g;

/**
 * What is known of species and regions as files of its own: fetched once for the app and its workers alike, and asked
 * for by the page before its script runs.
 */
export const sharedData = (): Plugin => ({
  name: 'shared-data',
  apply: 'build',
  enforce: 'pre', // as it is written
  transform: (code, id) =>
    id.includes('/src/core/') && code.match(DATA)
      ? code.replaceAll(DATA, "{ default: await (await fetch(new URL('$1?no-inline', import.meta.url))).json() }")
      : null,
  transformIndexHtml: {
    order: 'post',
    handler: (_html, { bundle }) =>
      Object.keys(bundle ?? {})
        .filter((name) => name.endsWith('.json'))
        .map((name) => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'fetch', crossorigin: true, href: `/${name}` },
          injectTo: 'head',
        })),
  },
});
