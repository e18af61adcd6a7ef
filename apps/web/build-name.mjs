// A build's name comes from what it is made of, and its folder from its name: no build is written over another that is served.

import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';

const web = import.meta.dirname;
const root = join(web, '../..');

/** Files and folders that a build of the web app reads. */
const READ = ['package-lock.json', 'apps/web', 'docs', 'packages/core', 'packages/files', 'packages/skerry'];
/** Names of folders and files in them that it does not read, or writes itself. */
const PASSED_OVER = new Set(['node_modules', '.next', 'test', 'screenshots', 'next-env.d.ts', 'notices.txt']);

/** Sixteen letters, the same on every machine for the same content. */
function nameOfContent() {
  const hash = createHash('sha256');
  const add = (path) => {
    const full = join(root, path);
    if (statSync(full).isDirectory()) {
      for (const name of readdirSync(full).sort()) if (!PASSED_OVER.has(name)) add(`${path}/${name}`);
    } else hash.update(path).update('\0').update(readFileSync(full)).update('\0');
  };
  for (const path of READ) add(path);
  return hash.digest('hex').slice(0, 16);
}

export const buildName = nameOfContent();

/** The build's folder, within that of the web app. */
export const buildFolder = `.next/${buildName}`;

/** Written last of all. */
export const serviceWorkerFile = join(web, buildFolder, 'sw.js');

/** Whether the build is there, whole. */
export const isBuilt = () => existsSync(serviceWorkerFile);

/** So many builds stay: the newest, and those that may still be served. */
const KEPT = 3;

/** Deletes all builds but the newest. */
export function dropOldBuilds() {
  const folder = join(web, '.next');
  const builds = readdirSync(folder)
    .filter((name) => /^[0-9a-f]{16}$/.test(name))
    .map((name) => ({ path: join(folder, name), at: statSync(join(folder, name)).mtimeMs }))
    .sort((a, b) => b.at - a.at);
  for (const { path } of builds.slice(KEPT)) rmSync(path, { recursive: true });
}
