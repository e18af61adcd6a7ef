import { readFileSync } from 'node:fs';
import { createEngine } from '/work/main/packages/core/src/index.ts';
import { readStrategyFile } from '/work/main/packages/files/src/index.ts';
import { benchMarket } from './market.ts';

const { market, universe } = benchMarket(500);
const g = '/work/main/apps/cli/test/golden/02-breakout-ranked-risk/strategy.json';
const s = readStrategyFile(readFileSync(g, 'utf8'), g).value;
const request = { strategy: s, benchmark: 'KIX' };
const ts = [];
for (let k = 0; k < 20; k++) {
  const e = createEngine(market, universe);
  const t = performance.now();
  e.run(request);
  ts.push(performance.now() - t);
}
console.log(ts.map((t) => t.toFixed(0)).join(' '));
