import { readFileSync } from 'node:fs';
import { createEngine } from '/work/main/packages/core/src/index.ts';
import { readStrategyFile } from '/work/main/packages/files/src/index.ts';
import { createSkerryMarket } from '/work/main/packages/skerry/src/index.ts';

const skerry = createSkerryMarket();
const universe = skerry.universes[0].members;
const g = '/work/main/apps/cli/test/golden/03-oversold-skip/strategy.json';
const read = readStrategyFile(readFileSync(g, 'utf8'), g);
const request = { strategy: read.value, benchmark: 'SK60' };
for (let k = 0; k < 10; k++) {
  const e = createEngine(skerry.bars, universe);
  const t = performance.now();
  e.run(request);
  const t1 = performance.now();
  e.run({ ...request, strategy: { ...read.value, limits: { ...read.value.limits, positions: 3 + k } } });
  console.log((t1 - t).toFixed(0), (performance.now() - t1).toFixed(0));
}
