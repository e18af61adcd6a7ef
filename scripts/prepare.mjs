// What every command needs first: the packages, and for browser tests a Chromium.

import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

process.env.NEXT_TELEMETRY_DISABLED = '1';

/** Runs a command in the repository, its output shown; answers whether it succeeded. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) console.error(`${command}: ${error.message}`);
  return status === 0;
}

export function ensurePackages() {
  if (existsSync(join(root, 'node_modules', '.package-lock.json'))) return;
  console.log('Installing packages …');
  if (!run('npm', ['ci', '--no-audit', '--no-fund'])) process.exit(1);
}

function aptInstall(name) {
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const apt = (...args) =>
    run([...sudo, 'apt-get'][0], [...sudo, 'apt-get', ...args].slice(1), { stdio: 'ignore' });
  apt('update');
  apt('install', '-y', '--no-install-recommends', name);
}

/** A redis-server for the tests of the queue; without one they fail and say so. */
export function ensureRedis() {
  const isThere = () => spawnSync('redis-server', ['--version'], { stdio: 'ignore' }).status === 0;
  if (isThere()) return;
  console.log("Installing redis-server from Debian's packages …");
  aptInstall('redis-server');
}

/** The path of a Chromium: CHROMIUM_PATH, or one on the PATH, installed from Debian's packages when there is none. */
export function ensureChromium() {
  const found = () => {
    for (const name of [process.env.CHROMIUM_PATH, 'chromium', 'chromium-browser', 'google-chrome']) {
      if (!name) continue;
      try {
        return execFileSync('sh', ['-c', 'command -v "$0"', name], { encoding: 'utf8' }).trim();
      } catch {
        // not this one
      }
    }
    return undefined;
  };
  const known = found();
  if (known) return known;
  console.log("Installing Chromium from Debian's packages …");
  aptInstall('chromium');
  const installed = found();
  if (!installed) {
    console.error(
      'The browser tests need Chromium. Install it (Debian: apt-get install chromium) or set CHROMIUM_PATH.',
    );
    process.exit(1);
  }
  return installed;
}

export function buildWeb() {
  return run('npm', ['run', 'build', '--silent']);
}
