// npm test: everything that must hold. npm test -- PART [WHAT …] runs one part of it, and of that only what is named.
// Every part runs, so that one failure hides no other; what needs little of the machine runs beside the unit tests.

import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { ensureBuild, ensureChromium, ensurePackages, ensureRedis, root } from './prepare.mjs';

/** What each part runs; `what` are the words behind its name. */
const PARTS = {
  types: () => npmScript('types'),
  lint: () => npmScript('lint'),
  imports: () => npmScript('imports'),
  dead: () => npmScript('dead'),
  build: () => ensureBuild(lines('build')),
  unit: (what) => npmScript('unit', what),
  browser: async (what) => (await ensureBuild(lines('browser'))) && npmScript('browser', what),
};

const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(0)} s`;

/** Prints each line of a part under its name as it comes. */
function lines(name) {
  return (stream) =>
    createInterface({ input: stream }).on('line', (line) => console.log(`${name.padEnd(9)} │ ${line}`));
}

function npmScript(script, what = []) {
  return new Promise((resolve) => {
    const child = spawn('npm', ['run', '--silent', script, '--', ...what], { cwd: root });
    lines(script)(child.stdout);
    lines(script)(child.stderr);
    child.on('error', (error) => {
      console.error(error.message);
      resolve(false);
    });
    child.on('close', (code) => resolve(code === 0));
  });
}

const failed = [];

async function run(name, what) {
  const started = Date.now();
  const ok = await PARTS[name](what);
  if (!ok) failed.push(name);
  console.log(`== ${name} ${ok ? 'passed' : 'FAILED'} in ${seconds(started)}`);
}

function report(name) {
  const file = join(root, '.reports', name);
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined;
}

/** Every test that the reports tell of, with how long it took. */
function* timesOfTests() {
  for (const { assertionResults } of report('unit.json')?.testResults ?? [])
    for (const { fullName, duration } of assertionResults) yield { name: fullName, ms: duration ?? 0 };
  const suites = [...(report('browser.json')?.suites ?? [])];
  for (let suite = suites.pop(); suite; suite = suites.pop()) {
    suites.push(...(suite.suites ?? []));
    for (const { title, tests } of suite.specs ?? [])
      for (const { results } of tests)
        yield { name: title, ms: results.reduce((sum, { duration }) => sum + duration, 0) };
  }
}

function tellSlowest() {
  const slowest = [...timesOfTests()].sort((a, b) => b.ms - a.ms).slice(0, 10);
  if (slowest.length > 0) console.log('\nThe slowest tests:');
  for (const { name, ms } of slowest) console.log(`${(ms / 1000).toFixed(1).padStart(7)} s  ${name}`);
}

const [part, ...what] = process.argv.slice(2);
if (part !== undefined && !(part in PARTS)) {
  console.error(`There is no part “${part}”; there are: ${Object.keys(PARTS).join(', ')}.`);
  process.exit(2);
}
const started = Date.now();
ensurePackages();
if (part === undefined || part === 'browser') process.env.CHROMIUM_PATH = ensureChromium();
if (part === undefined || part === 'unit') ensureRedis();
process.env.PLATEAU_REPORTS = '1';
rmSync(join(root, '.reports'), { recursive: true, force: true });
mkdirSync(join(root, '.reports'));

if (part !== undefined) await run(part, what);
else {
  const light = async () => {
    for (const name of ['types', 'lint', 'imports', 'dead', 'build']) await run(name);
  };
  await Promise.all([light(), run('unit')]);
  await run('browser');
}
tellSlowest();
console.log(
  failed.length === 0
    ? `\nAll passed in ${seconds(started)}.`
    : `\nFailed: ${failed.join(', ')}, in ${seconds(started)}.`,
);
process.exit(failed.length === 0 ? 0 : 1);
