// npm test: everything that must hold. Every part runs, so that one failure hides no other; what needs little of the machine
// runs beside the unit tests, the browser tests alone.

import { spawn } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium, ensurePackages, ensureRedis, root } from './prepare.mjs';

ensurePackages();
process.env.CHROMIUM_PATH = ensureChromium();
ensureRedis();
process.env.PLATEAU_REPORTS = '1';
rmSync(join(root, '.reports'), { recursive: true, force: true });
mkdirSync(join(root, '.reports'));

const failed = [];

/** Runs one of the scripts of package.json; its words come in one piece when it has ended. */
function part(name, script) {
  const started = Date.now();
  return new Promise((resolve) => {
    const child = spawn('npm', ['run', '--silent', script], { cwd: root });
    const words = [];
    child.stdout.on('data', (piece) => words.push(piece));
    child.stderr.on('data', (piece) => words.push(piece));
    const end = (ok) => {
      if (!ok) failed.push(name);
      const seconds = ((Date.now() - started) / 1000).toFixed(1);
      console.log(`\n== ${name}\n${Buffer.concat(words)}`);
      console.log(`== ${name} ${ok ? 'passed' : 'FAILED'} in ${seconds} s`);
      resolve();
    };
    child.on('error', (error) => {
      words.push(Buffer.from(`${error.message}\n`));
      end(false);
    });
    child.on('close', (code) => end(code === 0));
  });
}

async function light() {
  await part('types', 'types');
  await part('lint', 'lint');
  await part('imports', 'imports');
  await part('dead code', 'dead');
  await part('build', 'build');
}

console.log('Types, lint, imports, dead code, unit tests and the build …');
await Promise.all([light(), part('unit', 'unit')]);
console.log('\nBrowser tests …');
await part('browser', 'browser');
console.log(failed.length === 0 ? '\nAll parts passed.' : `\nFailed: ${failed.join(', ')}.`);
process.exit(failed.length === 0 ? 0 : 1);
