import { readFileSync } from 'node:fs';
import { createEngine } from '/work/main/packages/core/src/index.ts';
import { readStrategyFile } from '/work/main/packages/files/src/index.ts';
import { benchMarket } from './market.ts';

const { market, universe } = benchMarket(500);
const g = '/work/main/apps/cli/test/golden/02-breakout-ranked-risk/strategy.json';
const s = readStrategyFile(readFileSync(g, 'utf8'), g).value;
const request = { strategy: s, benchmark: 'KIX' };
let o;
for (let k = 0; k < 24; k++) {
  const e = createEngine(market, universe);
  const t = performance.now();
  o = e.run(request);
  const t1 = performance.now();
  o = e.run({ ...request, strategy: { ...s, limits: { ...s.limits, positions: 3 + k } } });
  const t2 = performance.now();
  e.run({
    ...request,
    strategy: { ...s, long: { ...s.long, enter: s.long.enter.replace('prior 40', 'prior ' + (41 + k)) } },
  });
  console.log((t1 - t).toFixed(0), (t2 - t1).toFixed(0), (performance.now() - t2).toFixed(0));
}
console.log(
  o.run.trades.length,
  o.run.decisions.day.length,
  o.run.figures.cagr,
  process.memoryUsage().rss / 1e6,
);
