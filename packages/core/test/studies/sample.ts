// A market and a terrain on it that tests of terrains share.

import type { TerrainStudy } from '../../src/studies/study.ts';
import { randomMarket, strategyOf } from '../market.ts';

export const { market, universe } = randomMarket(3);
export const strategy = strategyOf({
  dials: { n: { value: 4 }, held: { value: 6 } },
  long: {
    enter: 'close is the lowest of {n} days and close > 2',
    exit: 'days held is at least {held}',
    stops: { trigger: 'touch' },
  },
});
export const study: TerrainStudy = {
  kind: 'terrain',
  name: '',
  notes: '',
  seed: 1,
  universe: 'u',
  benchmark: 'IX',
  strategy,
  axes: [
    { dial: 'n', from: 2, to: 6, step: 2 },
    { dial: 'held', from: 2, to: 6, step: 2 },
  ],
  figure: 'sharpe',
  height: { percentile: 75 },
};
