// Cold runs on one thread and on several that share their rules, and two runs at once that share nothing, a few of each in
// turn: no sharing can give more than the machine's second core gives those two.

import type { RunRequest, Strategy } from '@plateau/core';
import { engineThreads } from '../apps/cli/src/engine-threads.ts';
import { goldenStrategy, mustRun, type Results } from './engine.ts';
import { benchMarket } from './market.ts';
import { median } from './median.ts';
import { TwoCores } from './two-cores.ts';

const INSTRUMENTS = 500;
const WARM_UPS = 30;
const RUNS = 60;

/** Of the quickest spin, what two free cores take at most; and how many such runs a median is made of at least. */
const FREE = 1.25;
const ENOUGH = 7;

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

interface Run {
  readonly ms: number;
  /** the slower of two cores' fixed work before and after it */
  readonly spin: number;
}

/** Of runs with the cores' fixed work around them, those in which that took hardly longer than at its quickest. */
function withFreeCores(runs: readonly Run[], quickest: number): number[] {
  return runs.filter(({ spin }) => spin <= FREE * quickest).map(({ ms }) => ms);
}

/**
 * Cold runs on 500 x 20 years: on one thread, shared by two, and two side by side, in milliseconds a run. Medians of all, and of
 * those alone around which both cores were free, where there are enough: what else is at the machine takes more from two
 * threads than from one.
 */
export async function coresBench(): Promise<Results> {
  const { market, universe } = benchMarket(INSTRUMENTS);
  const breakout = goldenStrategy('02-breakout-ranked-risk');
  const results: Results = {};
  const cores = await TwoCores.open();
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
      { name: '1 thread', pools: [pool(0)], runs: [] as Run[] },
      { name: '2 threads', pools: [pool(1)], runs: [] as Run[] },
      { name: 'two runs at once, a thread each', pools: [pool(0), pool(0)], runs: [] as Run[] },
    ];
    for (let row = 0; row < names.length; row += ROW) {
      for (const { pools, runs } of ways) {
        let before = await cores.spin();
        for (const [k, universeName] of names.slice(row, row + ROW).entries()) {
          const started = performance.now();
          const asked = pools.map((one) => one.ask('figures', { universe: universeName, request }).result);
          for (const run of await Promise.all(asked)) mustRun(run);
          const ms = (performance.now() - started) / pools.length;
          const after = await cores.spin();
          if (row + k >= WARM_UPS) runs.push({ ms, spin: Math.max(before, after) });
          before = after;
        }
      }
    }
    const quickest = Math.min(...ways.flatMap(({ runs }) => runs.map(({ spin }) => spin)));
    for (const way of ways) {
      for (const one of way.pools) one.end();
      const label = `500 x 20 years, ${name}, cold, ${way.name}`;
      const free = withFreeCores(way.runs, quickest);
      results[label] = median(way.runs.map(({ ms }) => ms));
      results[`${label}, runs with both cores free`] = free.length;
      if (free.length >= ENOUGH) results[`${label}, both cores free`] = median(free);
    }
  }
  cores.end();
  return results;
}
