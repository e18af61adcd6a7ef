import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from 'vitest/config';
import { patienceForTest } from './testing/patience.ts';

/** Tests of some folders, in places whose modules keep nothing from one file to the next, or are made anew for each. */
const project = (name: string, include: string[], isolate: boolean) => ({
  extends: true as const,
  test: { name, include, isolate },
});

export default defineConfig({
  // As the app's own bundler reads it.
  resolve: { alias: { '@': join(import.meta.dirname, 'apps/web') } },
  test: {
    projects: [
      // Reading all modules again for each file takes longer than most files do.
      project('pure', ['packages/*/test/**/*.test.ts', 'apps/cli/test/**/*.test.ts'], false),
      // The store and the open documents of a page are its modules' own.
      project('page', ['apps/web/test/**/*.test.{ts,tsx}'], true),
    ],
    setupFiles: ['testing/set-up.ts'],
    reporters: process.env.PLATEAU_REPORTS
      ? ['default', ['json', { outputFile: '.reports/unit.json' }]]
      : ['default'],
    // Left to itself it keeps one of two cores idle.
    maxWorkers: availableParallelism(),
    testTimeout: patienceForTest,
    hookTimeout: patienceForTest,
  },
});
