import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  // As the app's own bundler reads it.
  resolve: { alias: { '@': join(import.meta.dirname, 'apps/web') } },
  test: {
    include: ['packages/*/test/**/*.test.ts', 'apps/*/test/**/*.test.{ts,tsx}'],
    setupFiles: ['apps/web/test/unmounted.ts'],
    reporters: process.env.PLATEAU_REPORTS
      ? ['default', ['json', { outputFile: '.reports/unit.json' }]]
      : ['default'],
    // Left to itself it keeps one of two cores idle.
    maxWorkers: availableParallelism(),
    // Only what hangs takes as long, on a machine with other work as well.
    testTimeout: 240_000,
    hookTimeout: 240_000,
  },
});
