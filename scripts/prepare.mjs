// What every command needs first: the packages, and for browser tests a Chromium.

import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { isBuilt } from '../apps/web/build-name.mjs';

export const root = join(import.meta.dirname, '..');

process.env.NEXT_TELEMETRY_DISABLED = '1';

/** Runs a command in the repository, its output shown; answers whether it succeeded. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) console.error(`${command}: ${error.message}`);
  return status === 0;
}

/** Installs the packages where they are not those of the lock file. */
export function ensurePackages() {
  const installed = join(root, 'node_modules/.package-lock.json');
  if (
    existsSync(installed) &&
    statSync(installed).mtimeMs >= statSync(join(root, 'package-lock.json')).mtimeMs
  )
    return;
  console.log('Installing packages, about a minute …');
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

/**
 * Builds the web app where this content has no build yet.
 * @param tell is given the streams of what the build says
 * @returns whether there is a build now
 */
export async function ensureBuild(tell) {
  if (isBuilt()) return true;
  const child = spawn(process.execPath, ['build.mjs'], { cwd: join(root, 'apps/web') });
  tell(child.stdout);
  tell(child.stderr);
  return new Promise((resolve) => child.on('close', (code) => resolve(code === 0)));
}
