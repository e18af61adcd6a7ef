// The speed of blends: 140 instruments of 20 years under four strategies.

import {
  type ApartBlend,
  blendApart,
  createEngine,
  createSharedEngine,
  readyParts,
  type Strategy,
  type TogetherBlend,
  type Universe,
} from '@plateau/core';
import { goldenStrategy, mustRun, type Tell, timed } from './engine.ts';
import { benchMarket } from './market.ts';

const INSTRUMENTS = 140;
const STRATEGIES = ['02-breakout-ranked-risk', '03-oversold-skip', '01-average-cross', '12-after-a-down-day'];

export async function blendBench(tell: Tell): Promise<void> {
  const { market, universe } = benchMarket(INSTRUMENTS);
  const strategies = STRATEGIES.map(goldenStrategy);
  const parts = strategies.map((strategy, k) => ({
    kind: 'strategy' as const,
    name: STRATEGIES[k] ?? '',
    share: 25,
    strategy,
    universe: 'all',
  }));
  const common = { name: '', notes: '', parts };
  const apart: ApartBlend = {
    ...common,
    form: 'apart',
    weights: 'shares',
    review: 'month-end',
    moveCost: 10,
    capital: 100_000,
  };
  const [first] = strategies as [Strategy];
  const together: TogetherBlend = {
    ...common,
    form: 'together',
    limits: { onePart: true, oppose: false, turn: 'listed' },
    account: { capital: 100_000, leverage: 1 },
    costs: first.costs,
  };
  const engine = createEngine(market, universe);
  const runs = strategies.map((strategy) => {
    const done = engine.run({ strategy, benchmark: 'KIX' });
    mustRun(done);
    return done.kind === 'done' ? done.run : undefined;
  });
  const outcome = readyParts({ parts, market, benchmark: 'KIX', runs });
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems));
  const { ready } = outcome;
  const shared = createSharedEngine();
  const universeOf = (): Universe => universe;
  const runTogether = (blend: TogetherBlend): void =>
    mustRun(shared.run(blend, { market, universeOf, benchmark: 'KIX' }));
  runTogether(together);
  const long = first.long as NonNullable<Strategy['long']>;
  tell(
    'blend apart, 4 of 140 x 20 years, other shares',
    await timed((k) => {
      const share = (n: number): number => (n === 0 ? 25 + k : 25 - k / 3);
      const blend = { ...apart, parts: parts.map((part, n) => ({ ...part, share: share(n) })) };
      return () => blendApart(blend, ready);
    }),
  );
  tell(
    'blend together, 4 of 140 x 20 years, other dial of a rule',
    await timed((k) => {
      const enter = long.enter.replace('40-day high', `${41 + k}-day high`);
      const edited = { ...first, long: { ...long, enter } };
      const [part, ...rest] = parts as [(typeof parts)[number]];
      const blend = { ...together, parts: [{ ...part, strategy: edited }, ...rest] };
      return () => runTogether(blend);
    }),
  );
}
