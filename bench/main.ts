// npm run bench [-- --json FILE] [-- --node]: medians in milliseconds. --node leaves the browser out.
// --dump FOLDER writes the 500-instrument market for compare.py instead.

import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { blendBench } from './blends.ts';
import { browserBench } from './browser.ts';
import { coresBench } from './cores.ts';
import { dumpMarket, engineBench, peakMemory } from './engine.ts';
import { studyBench, terrainMemory } from './studies.ts';

const { values } = parseArgs({
  options: {
    json: { type: 'string' },
    node: { type: 'boolean' },
    memory: { type: 'string' },
    dump: { type: 'string' },
  },
});

if (values.dump !== undefined) {
  dumpMarket(values.dump);
  process.exit(0);
}
if (values.memory !== undefined) {
  console.log(values.memory === 'terrain' ? await terrainMemory() : peakMemory());
  process.exit(0);
}

// A process of its own, so that no other market counts; and the first one, for it inherits the peak of its parent.
const memoryOf = (what: string): number =>
  Number(
    spawnSync(process.execPath, [...process.execArgv, import.meta.filename, '--memory', what], {
      encoding: 'utf8',
    }).stdout,
  );
const memory = {
  'peak memory, 500 x 20 years': memoryOf('run'),
  'peak memory, 1,000 cells': memoryOf('terrain'),
};
const results = {
  ...(await engineBench()),
  ...(await coresBench()),
  ...(await blendBench()),
  ...(await studyBench()),
  ...(values.node ? {} : await browserBench()),
};
const width = Math.max(...Object.keys(results).map((name) => name.length));
for (const [name, ms] of Object.entries(results))
  console.log(`${name.padEnd(width)}  ${ms.toFixed(0).padStart(6)} ms`);
for (const [name, size] of Object.entries(memory))
  console.log(`${name.padEnd(width)}  ${size.toFixed(0).padStart(6)} MB`);
if (values.json) writeFileSync(values.json, `${JSON.stringify(results, null, 2)}\n`);
