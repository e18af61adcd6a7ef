// A golden case's run on one, two and three real threads that share its rules: the same bits.

import { join } from 'node:path';
import { createEngine } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import { engineThreads } from '../src/engine-threads.ts';
import { readInputs } from '../src/inputs.ts';
import { readJson } from './cases.ts';

const golden = join(import.meta.dirname, 'golden');

describe.each(['02-breakout-ranked-risk', '09-long-short-leverage', '12-after-a-down-day'])('%s', (name) => {
  it('is the same on one, two and three threads', async () => {
    const { benchmark, from, to } = readJson(join(golden, name, 'run.json'));
    const { request, market, universe } = await readInputs({
      strategy: join(golden, name, 'strategy.json'),
      bars: join(golden, 'bars'),
      universe: join(golden, 'universe.csv'),
      benchmark,
      ...(from ? { from } : {}),
      ...(to ? { to } : {}),
    });
    const alone = createEngine(market, universe).run(request);
    if (alone.kind !== 'done') throw new Error('it did not run');
    const { decisions: _log, ledger: _ledger, ...run } = alone.run;
    for (const helpers of [0, 1, 2]) {
      const pool = engineThreads(market, new Map([['', universe]]), 1, helpers);
      try {
        // Twice: helpers that were still starting share the second run.
        for (let k = 0; k < 2; k++) {
          const outcome = await pool.ask('run', { universe: '', request }).result;
          expect(outcome).toEqual({ kind: 'done', run });
        }
      } finally {
        pool.end();
      }
    }
  });
});
