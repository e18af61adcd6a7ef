// Cold runs on one thread and on several that share their rules, and two runs at once that share nothing, a few of each in
// turn: no sharing can give more than the machine's second core gives those two.

import type { RunRequest, Strategy } from '@plateau/core';
import { engineThreads } from '../apps/cli/src/engine-threads.ts';
import { goldenStrategy, mustRun, type Tell } from './engine.ts';
import { benchMarket } from './market.ts';
import { median } from './median.ts';
import { processorTime, stolenSince } from './stolen.ts';

const INSTRUMENTS = 500;
const WARM_UPS = 30;
const RUNS = 30;

/** Runs in a row of each way, as someone makes them who tries one thing after another. */
const ROW = 5;

/** A row counts as undisturbed when the machine's host gave less of its time to others. */
const MOST_STOLEN = 0.01;
/** Fewer undisturbed rows are no row of results. */
const LEAST_ROWS = 2;

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
 * Cold runs on 500 x 20 years: on one thread, shared by two, and two side by side, in milliseconds a run. Medians of all, of rows
 * in which the host gave next to nothing to others, and the least: what else is at the machine only adds to a run, and to two
 * threads sooner than to one.
 */
export async function coresBench(tell: Tell): Promise<void> {
  const { market, universe } = benchMarket(INSTRUMENTS);
  const breakout = goldenStrategy('02-breakout-ranked-risk');
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
    const undisturbed = ways.map((): number[] => []);
    for (let row = 0; row < names.length; row += ROW) {
      for (const [n, { pools }] of ways.entries()) {
        const before = processorTime();
        const its: number[] = [];
        for (const universeName of names.slice(row, row + ROW)) {
          const started = performance.now();
          const runs = pools.map((one) => one.ask('figures', { universe: universeName, request }).result);
          for (const run of await Promise.all(runs)) mustRun(run);
          its.push((performance.now() - started) / pools.length);
        }
        if (row < WARM_UPS) continue;
        times[n]?.push(...its);
        if ((stolenSince(before) ?? 1) < MOST_STOLEN) undisturbed[n]?.push(...its);
      }
    }
    for (const [n, way] of ways.entries()) {
      for (const one of way.pools) one.end();
      const label = `500 x 20 years, ${name}, cold, ${way.name}`;
      const all = times[n] ?? [];
      const quiet = undisturbed[n] ?? [];
      tell(label, median(all));
      if (quiet.length >= LEAST_ROWS * ROW) tell(`${label}, undisturbed`, median(quiet));
      tell(`${label}, least`, Math.min(...all));
    }
  }
}
