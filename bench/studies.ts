// The speed of studies: terrains, a walk-forward, an edge and what luck is asked of them.

import {
  createRandom,
  doEngineWork,
  engineKeeper,
  poolDesk,
  runStudy,
  type Strategy,
  type Study,
} from '@plateau/core';
import { turnDials } from '@plateau/files';
import { engineThreads } from '../apps/cli/src/engine-threads.ts';
import { goldenStrategy, mustRun, type Tell, timed } from './engine.ts';
import { type BenchMarket, benchMarket } from './market.ts';

const DAYS = 5000;
const CELLS = 81;
const WORKERS = 2;
const common = { name: '', notes: '', seed: 1, universe: 'all', benchmark: 'KIX' };
const byMar = { figure: 'mar', height: { percentile: 75 } } as const;

/** The ranked breakout with a dial for the highest and one for the volume. */
function dialled(): Strategy {
  const breakout = goldenStrategy('02-breakout-ranked-risk');
  const long = breakout.long as NonNullable<Strategy['long']>;
  const enter = long.enter
    .replace('40-day high', '{high}-day high')
    .replace('50-day average of volume', '{busy}-day average of volume');
  return { ...breakout, dials: { high: { value: 40 }, busy: { value: 50 } }, long: { ...long, enter } };
}

const grid = (high: number, busy: number) => [
  { dial: 'high', from: 20, to: 20 + 5 * (high - 1), step: 5 },
  { dial: 'busy', from: 20, to: 20 + 5 * (busy - 1), step: 5 },
];

const terrain = (high: number, busy: number): Study => ({
  ...common,
  ...byMar,
  kind: 'terrain',
  strategy: dialled(),
  axes: grid(high, busy),
});

const walk: Study = {
  ...common,
  ...byMar,
  kind: 'walk',
  strategy: dialled(),
  axes: grid(9, 9),
  train: 60,
  test: 12,
  anchored: false,
  choose: 'middle',
};

const edge: Study = {
  ...common,
  kind: 'edge',
  signals: [
    ['fallen', 'streak is at most -4'],
    ['risen', 'streak is at least 4'],
    ['new high', 'close is above prior 60-day high'],
    ['new low', 'close is below prior 60-day low'],
    ['stretched', '2-day RSI < 10'],
    ['run-up', '5-day return > 8%'],
    ['busy', 'volume > 2 * 50-day average of volume'],
    ['quiet', '20-day average crosses above 100-day average'],
  ].map(([name = '', rule = '']) => ({ name, rule, side: 'long' as const })),
  horizons: [1, 2, 3, 4, 5, 7, 10, 15, 20, 40],
  entry: 'next-open',
  cost: 0,
  once: false,
};

const turn = (strategy: Strategy, values: Readonly<Record<string, number>>) =>
  turnDials(strategy, values, '');
const symbolsOf = () => [];

/** On this thread, without a worker. */
function here({ market, universe }: BenchMarket): (study: Study) => Promise<void> {
  const handlers = doEngineWork(
    market,
    engineKeeper(market, () => universe),
  );
  return async (study) => {
    const desk: Parameters<typeof runStudy>[1]['desk'] = {
      expect: () => undefined,
      each: async (kind, asked, came) => {
        const all = [];
        for (const [place, one] of asked.entries()) {
          const how = { kind: 'done', out: await handlers[kind](one, () => true) } as const;
          came?.(how, place);
          all.push(how);
        }
        return all;
      },
    };
    mustRun(await runStudy(study, { desk, turn, symbolsOf }));
  };
}

/** Milliseconds on two worker threads that have started, when nothing is known of the study; and the same once more. */
async function onThreads(
  { market, universe }: BenchMarket,
  study: Study,
): Promise<{ readonly cold: number; readonly again: number }> {
  const pool = engineThreads(market, new Map([['all', universe]]), WORKERS);
  const { strategy } = study as Extract<Study, { kind: 'terrain' }>;
  const days = { universe: 'all', request: { strategy, benchmark: 'KIX' } };
  await pool.askEach(
    'days',
    Array.from({ length: WORKERS }, () => days),
  ).result;
  const once = async (): Promise<number> => {
    const started = performance.now();
    mustRun(await runStudy(study, { desk: poolDesk(pool, ''), turn, symbolsOf }));
    return performance.now() - started;
  };
  const cold = await once();
  const again = await once();
  pool.end();
  return { cold, again };
}

export async function studyBench(tell: Tell): Promise<void> {
  const few = benchMarket(45);
  const some = benchMarket(140);
  const many = benchMarket(500);
  const next = createRandom(3);
  const returns = Array.from({ length: CELLS }, () =>
    Float64Array.from({ length: DAYS }, () => (next() / 4294967296 - 0.499) * 0.02),
  );
  const luck = doEngineWork(
    few.market,
    engineKeeper(few.market, () => few.universe),
  ).luck;
  const still = new Float64Array(DAYS);
  tell(
    'terrain of 81 cells x 45, one thread',
    await timed(
      () => {
        const run = here(few);
        return () => run(terrain(9, 9));
      },
      3,
      1,
    ),
  );
  const small = await onThreads(few, terrain(9, 9));
  tell('terrain of 81 cells x 45, two workers, cold', small.cold);
  tell('the same again', small.again);
  tell('terrain of 1,000 cells x 140, two workers, cold', (await onThreads(some, terrain(40, 25))).cold);
  tell(
    'luck of 81 cells x 5,000 days',
    await timed(
      () => () => luck({ returns, benchmark: still, riskFree: still, peak: 0, seed: 1 }, () => true),
      3,
      1,
    ),
  );
  tell('walk of 15 windows x 81 cells x 45, two workers, cold', (await onThreads(few, walk)).cold);
  tell(
    'edge of 8 signals x 10 horizons x 500, one thread',
    await timed(
      () => {
        const run = here(many);
        return () => run(edge);
      },
      3,
      1,
    ),
  );
}

/** Peak memory of a process that surveys 1,000 cells on two workers, in MB. */
export async function terrainMemory(): Promise<number> {
  await onThreads(benchMarket(140), terrain(40, 25));
  return process.resourceUsage().maxRSS / 1024;
}
