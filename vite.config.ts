import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';
import { VitePWA } from 'vite-plugin-pwa';
import { sharedData } from './scripts/shared-data.ts';
import { policyText } from './src/server/policy.ts';

export default defineConfig({
  plugins: [
    react(),
    sharedData(),
    {
      name: 'policy',
      apply: 'build',
      transformIndexHtml: () => [
        {
          tag: 'meta',
          attrs: { 'http-equiv': 'Content-Security-Policy', content: policyText },
          injectTo: 'head-prepend',
        },
      ],
    },
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Close Rank',
        short_name: 'Close Rank',
        description: 'Lay out hedgerows, windbreaks and screens plant by plant.',
        id: '/',
        start_url: '/day',
        display: 'standalone',
        background_color: '#F3EFE4',
        theme_color: '#22403A',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff,woff2,json,closerank}'],
        maximumFileSizeToCacheInBytes: 6_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
      },
    }),
  ],
  worker: { format: 'es', plugins: () => [sharedData()] },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 2000,
    rolldownOptions: {
      checks: { pluginTimings: false },
      output: {
        // What the plan waits for in two files: each costs a way over the network. Files that are fetched later are not
        // merged: those of a circle that wait for data would wait for each other.
        codeSplitting: {
          groups: [
            { name: 'packages', tags: ['$initial'], test: /node_modules/, priority: 3 },
            { name: 'first', tags: ['$initial'], priority: 2 },
          ],
        },
      },
    },
  },
  test: {
    environment: 'node',
    maxWorkers: '100%',
    testTimeout: 900_000, // a busy machine is no fault: speed is the bench's to judge
    projects: [
      {
        // Pure functions: one import of the core serves every file, which halves the time of a run.
        extends: true,
        test: {
          name: 'core',
          include: ['src/core/**/*.test.ts', 'checks/**/*.test.ts'],
          setupFiles: ['checks/seeds.ts'],
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'app',
          include: ['src/app/**/*.test.ts', 'src/server/**/*.test.ts', 'scripts/**/*.test.ts'],
          setupFiles: ['checks/seeds.ts'],
        },
      },
    ],
  },
});
