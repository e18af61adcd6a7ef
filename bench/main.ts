// npm run bench [-- PART …] [--json FILE]: medians in milliseconds, each row as it is measured; peak memory in megabytes.
// --dump FOLDER writes the 500-instrument market for compare.py instead.

import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { blendBench } from './blends.ts';
import { browserBench } from './browser.ts';
import { coresBench } from './cores.ts';
import { dumpMarket, engineBench, peakMemory, type Tell } from './engine.ts';
import { studyBench, terrainMemory } from './studies.ts';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { json: { type: 'string' }, memory: { type: 'string' }, dump: { type: 'string' } },
});

if (values.dump !== undefined) {
  dumpMarket(values.dump);
  process.exit(0);
}
if (values.memory !== undefined) {
  console.log(values.memory === 'terrain' ? await terrainMemory() : peakMemory());
  process.exit(0);
}

const results: Record<string, number> = {};
const print = (row: string, value: number, unit: string): void =>
  console.log(`${value.toFixed(0).padStart(7)} ${unit}  ${row}`);
const tell: Tell = (row, ms) => {
  results[row] = ms;
  print(row, ms, 'ms');
};

/** Each in a process of its own, so that no other market counts. */
async function memoryBench(): Promise<void> {
  const memoryOf = (what: string): number =>
    Number(
      spawnSync(process.execPath, [...process.execArgv, import.meta.filename, '--memory', what], {
        encoding: 'utf8',
      }).stdout,
    );
  print('peak memory, 500 x 20 years', memoryOf('run'), 'MB');
  print('peak memory, 1,000 cells', memoryOf('terrain'), 'MB');
}

/** Memory comes first: a process inherits the peak of its parent. */
const PARTS: Readonly<Record<string, (tell: Tell) => Promise<void>>> = {
  memory: memoryBench,
  engine: engineBench,
  cores: coresBench,
  blends: blendBench,
  studies: studyBench,
  browser: browserBench,
};

const unknown = positionals.filter((part) => !(part in PARTS));
if (unknown.length > 0) {
  console.error(`There is no part ${unknown.join(', ')}; there are: ${Object.keys(PARTS).join(', ')}.`);
  process.exit(2);
}
for (const [part, bench] of Object.entries(PARTS)) {
  if (positionals.length > 0 && !positionals.includes(part)) continue;
  console.log(`\n${part}`);
  await bench(tell);
}
if (values.json) writeFileSync(values.json, `${JSON.stringify(results, null, 2)}\n`);
