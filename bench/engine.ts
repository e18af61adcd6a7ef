// The engine's speed in Node, bars in memory: one thread, then two over shared memory.

import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  createEngine,
  type RunRequest,
  type Strategy,
  settingsOf,
  valuesFrom,
  withDials,
} from '@plateau/core';
import { readStrategyFile } from '@plateau/files';
import { createSkerryMarket } from '@plateau/skerry';
import { engineThreads } from '../apps/cli/src/engine-threads.ts';
import { type BenchMarket, benchMarket } from './market.ts';
import { median } from './median.ts';

/** Runs that the compiler needs to know the code; they are not counted. */
const WARM_UPS = 3;
const RUNS = 9;
const INSTRUMENTS = 500;
const SWEPT_INSTRUMENTS = 45;

/** Is told each row as soon as it is measured: what it is called, and its milliseconds. */
export type Tell = (row: string, ms: number) => void;

export function goldenStrategy(name: string): Strategy {
  const file = join(import.meta.dirname, '../apps/cli/test/golden', name, 'strategy.json');
  const read = readStrategyFile(readFileSync(file, 'utf8'), file);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

/** The median time of `work`, made ready anew by `prepare` before each. */
export async function timed(
  prepare: (k: number) => () => unknown,
  runs = RUNS,
  warmUps = WARM_UPS,
): Promise<number> {
  const times: number[] = [];
  for (let k = 0; k < warmUps + runs; k++) {
    const work = prepare(k);
    const started = performance.now();
    await work();
    if (k >= warmUps) times.push(performance.now() - started);
  }
  return median(times);
}

export function mustRun(outcome: { readonly kind: string }): void {
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
}

export async function engineBench(tell: Tell): Promise<void> {
  await skerryBench(tell);
  await largeBench(tell);
  await gridBench(tell);
}

async function skerryBench(tell: Tell): Promise<void> {
  const skerry = createSkerryMarket();
  const universe = skerry.universes[0]?.members ?? [];
  const strategy = goldenStrategy('03-oversold-skip');
  const request = { strategy, benchmark: 'SK60' };
  const warm = createEngine(skerry.bars, universe);
  warm.run(request);
  tell('Skerry market from its seed', await timed(() => () => createSkerryMarket(), 5, 1));
  tell(
    'Skerry stocks, oversold, cold',
    await timed(() => {
      const engine = createEngine(skerry.bars, universe);
      return () => mustRun(engine.run(request));
    }),
  );
  tell(
    'Skerry stocks, oversold, other slots',
    await timed((k) => {
      const limits = { ...strategy.limits, positions: 4 + (k % 4) };
      return () => mustRun(warm.run({ ...request, strategy: { ...strategy, limits } }));
    }),
  );
}

async function largeBench(tell: Tell): Promise<void> {
  const { market, universe } = benchMarket(INSTRUMENTS);
  const strategy = goldenStrategy('02-breakout-ranked-risk');
  const request: RunRequest = { strategy, benchmark: 'KIX' };
  tell(
    '500 x 20 years, ranked breakout, cold',
    await timed(() => {
      const engine = createEngine(market, universe);
      return () => mustRun(engine.run(request));
    }),
  );
  const engine = createEngine(market, universe);
  const run = (changed: Partial<Strategy>) => () =>
    mustRun(engine.run({ ...request, strategy: { ...strategy, ...changed } }));
  run({})();
  const long = strategy.long as NonNullable<Strategy['long']>;
  tell(
    '500 x 20 years, other stop',
    await timed((k) =>
      run({ long: { ...long, stops: { ...long.stops, initial: { atr: 14, times: 3 + k / 8 } } } }),
    ),
  );
  tell(
    '500 x 20 years, other size',
    await timed((k) => run({ size: { ...strategy.size, method: 'risk-cash', amount: 300 + 10 * k } })),
  );
  tell(
    '500 x 20 years, other costs',
    await timed((k) => run({ costs: { ...strategy.costs, slippage: 2 + k } })),
  );
  tell(
    '500 x 20 years, other slots',
    await timed((k) => run({ limits: { ...strategy.limits, positions: 6 + k } })),
  );
  tell(
    '500 x 20 years, other dial of a rule',
    await timed((k) =>
      run({ long: { ...long, enter: long.enter.replace('40-day high', `${41 + k}-day high`) } }),
    ),
  );
}

/** 81 settings of two dials on 45 instruments. */
async function gridBench(tell: Tell): Promise<void> {
  const { market, universe } = benchMarket(SWEPT_INSTRUMENTS);
  const breakout = goldenStrategy('02-breakout-ranked-risk');
  const long = breakout.long as NonNullable<Strategy['long']>;
  const enter = long.enter
    .replace('40-day high', '{high}-day high')
    .replace('50-day average of volume', '{busy}-day average of volume');
  const strategy: Strategy = {
    ...breakout,
    dials: { high: { value: 40 }, busy: { value: 50 } },
    long: { ...long, enter },
  };
  const settings = settingsOf([
    { dial: 'high', values: valuesFrom(20, 60, 5) },
    { dial: 'busy', values: valuesFrom(20, 100, 10) },
  ]);
  const jobs = settings.map((dials) => ({
    universe: '',
    request: { strategy: withDials(strategy, dials), benchmark: 'KIX' },
  }));
  tell(
    '81 settings x 45 instruments, one thread',
    await timed(
      () => {
        const engine = createEngine(market, universe);
        return () => {
          for (const { request } of jobs) mustRun(engine.run(request));
        };
      },
      5,
      1,
    ),
  );
  for (const workers of [1, 2]) {
    const pool = engineThreads(market, new Map([['', universe]]), workers);
    await pool.askEach('figures', jobs).result;
    // A fresh setup each time would time the start of threads; the columns stay, as they do in the one-thread figure.
    tell(
      `81 settings x 45 instruments again, ${workers} worker${workers > 1 ? 's' : ''}`,
      await timed(() => () => pool.askEach('figures', jobs).result, 5, 1),
    );
    pool.end();
  }
}

/** Peak memory of a process that builds the 500-instrument market and runs the ranked breakout on it, in MB. */
export function peakMemory(): number {
  const { market, universe }: BenchMarket = benchMarket(INSTRUMENTS);
  const request: RunRequest = { strategy: goldenStrategy('02-breakout-ranked-risk'), benchmark: 'KIX' };
  const engine = createEngine(market, universe);
  for (let k = 0; k < 3; k++) mustRun(engine.run(request));
  return process.resourceUsage().maxRSS / 1024;
}

/** Writes the 500-instrument market as raw columns (day, open, high, low, close, volume) for compare.py. */
export function dumpMarket(folder: string): void {
  const { market, universe } = benchMarket(INSTRUMENTS);
  mkdirSync(folder, { recursive: true });
  for (const [symbol, { day, open, high, low, close, volume }] of market) {
    const columns = [Float64Array.from(day), open, high, low, close, volume];
    writeFileSync(join(folder, `${symbol}.f64`), Buffer.concat(columns.map((c) => Buffer.from(c.buffer))));
  }
  writeFileSync(
    join(folder, 'market.json'),
    JSON.stringify({ symbols: universe.map(({ symbol }) => symbol) }),
  );
  const engine = createEngine(market, universe);
  const outcome = engine.run({ strategy: goldenStrategy('02-breakout-ranked-risk'), benchmark: 'KIX' });
  if (outcome.kind === 'done') {
    const { trades, figures } = outcome.run;
    console.log(`the engine: ${trades.length} closed trades, equity ${figures.endEquity.toFixed(2)}`);
  }
}
