// node --import tsx bench/cold-runs.ts [threads]: cold runs in a row, by themselves in a process. In turn with another number of
// threads it tells what sharing gains within a minute; a round of cores.ts takes one and a half.

import type { RunRequest } from '@plateau/core';
import { engineThreads } from '../apps/cli/src/engine-threads.ts';
import { goldenStrategy, mustRun } from './engine.ts';
import { benchMarket } from './market.ts';

const INSTRUMENTS = 500;
const WARM_UPS = 30;
const RUNS = 90;

const threads = Number(process.argv[2] ?? 1);
const { market, universe } = benchMarket(INSTRUMENTS);
const request: RunRequest = { strategy: goldenStrategy('02-breakout-ranked-risk'), benchmark: 'KIX' };
// An engine keeps what it computed of a universe: each run is given one of another name.
const names = Array.from({ length: WARM_UPS + RUNS }, (_none, k) => `universe ${k}`);
const pool = engineThreads(market, new Map(names.map((one) => [one, universe])), 1, threads - 1);
const times: number[] = [];
for (const name of names) {
  const started = performance.now();
  mustRun(await pool.ask('figures', { universe: name, request }).result);
  times.push(performance.now() - started);
}
pool.end();
const sorted = times.slice(WARM_UPS).sort((a, b) => a - b);
const told = [0, 0.25, 0.5, 0.75].map((part) => sorted[Math.floor(part * RUNS)]?.toFixed(1));
console.log(`${threads} threads: least, quartile, median, quartile ${told.join(', ')} ms`);
