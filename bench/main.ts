// npm run bench [-- --json FILE] [-- --node]: medians in milliseconds. --node leaves the browser out.
// --dump FOLDER writes the 500-instrument market for compare.py instead.

import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { blendBench } from './blends.ts';
import { browserBench } from './browser.ts';
import { dumpMarket, engineBench, peakMemory } from './engine.ts';

const { values } = parseArgs({
  options: {
    json: { type: 'string' },
    node: { type: 'boolean' },
    memory: { type: 'boolean' },
    dump: { type: 'string' },
  },
});

if (values.dump !== undefined) {
  dumpMarket(values.dump);
  process.exit(0);
}
if (values.memory) {
  console.log(peakMemory());
  process.exit(0);
}

// A process of its own, so that no other market counts; and the first one, for it inherits the peak of its parent.
const memory = spawnSync(process.execPath, [...process.execArgv, import.meta.filename, '--memory'], {
  encoding: 'utf8',
});
const results = {
  ...(await engineBench()),
  ...(await blendBench()),
  ...(values.node ? {} : await browserBench()),
};
const width = Math.max(...Object.keys(results).map((name) => name.length));
for (const [name, ms] of Object.entries(results))
  console.log(`${name.padEnd(width)}  ${ms.toFixed(0).padStart(6)} ms`);
console.log(
  `${'peak memory, 500 x 20 years'.padEnd(width)}  ${Number(memory.stdout).toFixed(0).padStart(6)} MB`,
);
if (values.json) writeFileSync(values.json, `${JSON.stringify(results, null, 2)}\n`);
