// One cold run on one thread and on several that share its rules, turn and turn about.

import type { RunRequest, Strategy } from '@plateau/core';
import { engineThreads } from '../apps/cli/src/engine-threads.ts';
import { goldenStrategy, mustRun, type Results } from './engine.ts';
import { benchMarket } from './market.ts';
import { median } from './median.ts';

const INSTRUMENTS = 500;
const WARM_UPS = 4;
const RUNS = 15;

/** Rules of several whole columns each, where the breakout's narrow early. */
function averages(base: Strategy): Strategy {
  return {
    ...base,
    long: {
      ...(base.long as NonNullable<Strategy['long']>),
      enter: '50-day average crosses above 200-day average and 14-day RSI > 40',
      exit: '50-day average is below 200-day average',
    },
  };
}

/** Medians of cold runs on 500 x 20 years, of one thread and of two. */
export async function coresBench(threads: readonly number[] = [1, 2]): Promise<Results> {
  const { market, universe } = benchMarket(INSTRUMENTS);
  const breakout = goldenStrategy('02-breakout-ranked-risk');
  const results: Results = {};
  for (const [name, strategy] of [
    ['ranked breakout', breakout],
    ['averages cross', averages(breakout)],
  ] as const) {
    const request: RunRequest = { strategy, benchmark: 'KIX' };
    // An engine keeps what it computed of a universe: each run is given one of another name.
    const names = Array.from({ length: WARM_UPS + RUNS }, (_none, k) => `universe ${k}`);
    const universes = new Map(names.map((one) => [one, universe]));
    const pools = threads.map((count) => engineThreads(market, universes, 1, count - 1));
    const times = threads.map((): number[] => []);
    for (const [k, universeName] of names.entries()) {
      for (const [n, pool] of pools.entries()) {
        const started = performance.now();
        mustRun(await pool.ask('figures', { universe: universeName, request }).result);
        if (k >= WARM_UPS) times[n]?.push(performance.now() - started);
      }
    }
    for (const pool of pools) pool.end();
    threads.forEach((count, n) => {
      results[`500 x 20 years, ${name}, cold, ${count} thread${count > 1 ? 's' : ''}`] = median(
        times[n] ?? [],
      );
    });
  }
  return results;
}
