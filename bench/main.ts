// npm run bench [-- --json FILE] [-- --node]: medians in milliseconds. --node leaves the browser out.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { createEngine } from '@plateau/core';
import { readStrategyFile } from '@plateau/files';
import { createSkerryMarket } from '@plateau/skerry';
import { browserBench } from './browser.ts';
import { median } from './median.ts';

const RUNS = 7;

const { values } = parseArgs({ options: { json: { type: 'string' }, node: { type: 'boolean' } } });
const results: Record<string, number> = {};

function measure(name: string, prepare: () => () => void): void {
  const times: number[] = [];
  for (let k = 0; k < RUNS; k++) {
    const work = prepare();
    const started = performance.now();
    work();
    times.push(performance.now() - started);
  }
  results[name] = median(times);
}

const skerry = createSkerryMarket();
const universe = skerry.universes[0]?.members ?? [];
const golden = join(import.meta.dirname, '../apps/cli/test/golden/03-oversold-skip/strategy.json');
const read = readStrategyFile(readFileSync(golden, 'utf8'), golden);
if (!read.ok) throw new Error(JSON.stringify(read.problems));
const request = { strategy: read.value, benchmark: 'SK60' };

measure('Skerry market from its seed', () => () => {
  createSkerryMarket();
});
measure("golden 03's rules over the Skerry stocks, 20 years, nothing computed before", () => {
  const engine = createEngine(skerry.bars, universe);
  return () => {
    engine.run(request);
  };
});
const warm = createEngine(skerry.bars, universe);
warm.run(request);
let slots = 3;
measure('the same again with another number of slots', () => {
  const strategy = { ...read.value, limits: { ...read.value.limits, positions: ++slots } };
  return () => {
    warm.run({ ...request, strategy });
  };
});

if (!values.node) Object.assign(results, await browserBench());

const width = Math.max(...Object.keys(results).map((name) => name.length));
for (const [name, ms] of Object.entries(results))
  console.log(`${name.padEnd(width)}  ${ms.toFixed(0).padStart(6)} ms`);
if (values.json) writeFileSync(values.json, `${JSON.stringify(results, null, 2)}\n`);
