// Cold runs on one thread and on several that share their rules, and two runs at once that share nothing, a few of each in
// turn: no sharing can give more than the machine's second core gives those two.

import type { RunRequest, Strategy } from '@plateau/core';
import { engineThreads } from '../apps/cli/src/engine-threads.ts';
import { goldenStrategy, mustRun, type Results } from './engine.ts';
import { benchMarket } from './market.ts';
import { median } from './median.ts';

const INSTRUMENTS = 500;
const WARM_UPS = 30;
const RUNS = 30;

/** Runs in a row of each way, as someone makes them who tries one thing after another. */
const ROW = 5;

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

/**
 * Cold runs on 500 x 20 years: on one thread, shared by two, and two side by side, in milliseconds a run. Medians, and the least:
 * what else is at the machine only adds to a run, and to two threads sooner than to one.
 */
export async function coresBench(): Promise<Results> {
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
    const pool = (helpers: number) => engineThreads(market, universes, 1, helpers);
    const ways = [
      { name: '1 thread', pools: [pool(0)] },
      { name: '2 threads', pools: [pool(1)] },
      { name: 'two runs at once, a thread each', pools: [pool(0), pool(0)] },
    ];
    const times = ways.map((): number[] => []);
    for (let row = 0; row < names.length; row += ROW) {
      for (const [n, { pools }] of ways.entries()) {
        for (const [k, universeName] of names.slice(row, row + ROW).entries()) {
          const started = performance.now();
          const runs = pools.map((one) => one.ask('figures', { universe: universeName, request }).result);
          for (const run of await Promise.all(runs)) mustRun(run);
          if (row + k >= WARM_UPS) times[n]?.push((performance.now() - started) / pools.length);
        }
      }
    }
    for (const [n, way] of ways.entries()) {
      for (const one of way.pools) one.end();
      results[`500 x 20 years, ${name}, cold, ${way.name}`] = median(times[n] ?? []);
      results[`500 x 20 years, ${name}, cold, ${way.name}, least`] = Math.min(...(times[n] ?? []));
    }
  }
  return results;
}
