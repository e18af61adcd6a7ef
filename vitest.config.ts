import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/*/test/**/*.test.ts', 'apps/*/test/**/*.test.ts'],
    reporters: process.env.PLATEAU_REPORTS
      ? ['default', ['json', { outputFile: '.reports/unit.json' }]]
      : ['default'],
    testTimeout: 60_000,
  },
});
