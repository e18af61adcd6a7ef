// npm test: everything that must hold, in the order that fails fastest. Every part runs, so that one failure hides no other.

import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb, ensureChromium, ensurePackages, root, run } from './prepare.mjs';

ensurePackages();
process.env.CHROMIUM_PATH = ensureChromium();
process.env.PLATEAU_REPORTS = '1';
rmSync(join(root, '.reports'), { recursive: true, force: true });
mkdirSync(join(root, '.reports'));

const parts = [
  ['types', () => run('npm', ['run', '--silent', 'types'])],
  ['lint', () => run('npm', ['run', '--silent', 'lint'])],
  ['imports', () => run('npm', ['run', '--silent', 'imports'])],
  ['dead code', () => run('npm', ['run', '--silent', 'dead'])],
  ['unit', () => run('npm', ['run', '--silent', 'unit'])],
  ['build', buildWeb],
  ['browser', () => run('npm', ['run', '--silent', 'browser'])],
];
const failed = [];
for (const [name, part] of parts) {
  console.log(`\n== ${name}`);
  const started = Date.now();
  const ok = part();
  if (!ok) failed.push(name);
  console.log(`== ${name} ${ok ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`);
}
console.log(failed.length === 0 ? '\nAll parts passed.' : `\nFailed: ${failed.join(', ')}.`);
process.exit(failed.length === 0 ? 0 : 1);
