// The sources as one bundle, made at install and made again when they have changed: a command starts at once.

import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  statSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { threadId } from 'node:worker_threads';

const cli = join(import.meta.dirname, '..');
const root = join(cli, '../..');
const built = join(cli, 'built');
const STAMP = join(built, 'stamp');
const SOURCES = ['apps/cli/src', 'apps/cli/bin', 'packages/core/src', 'packages/files/src'];
/** Pieces of an older bundle stay this long, for who still runs it. */
const KEPT_MS = 24 * 60 * 60 * 1000;

/** What the sources are: names, sizes and times. */
function stampOf() {
  const lines = [statSync(join(root, 'package-lock.json')).mtimeMs];
  for (const folder of SOURCES) {
    for (const name of readdirSync(join(root, folder), { recursive: true }).sort()) {
      const { size, mtimeMs } = statSync(join(root, folder, name));
      lines.push(`${folder}/${name} ${size} ${mtimeMs}`);
    }
  }
  return lines.join('\n');
}

/** In one piece or not at all: other processes, and threads of this one, may make it or start from it at the same time. */
function write(path, contents) {
  const draft = `${path}.${process.pid}.${threadId}`;
  writeFileSync(draft, contents);
  renameSync(draft, path);
}

async function bundle(stamp) {
  const { build } = await import('esbuild');
  const { outputFiles } = await build({
    absWorkingDir: root,
    entryPoints: ['apps/cli/src/main.ts', 'apps/cli/src/engine-worker.ts'],
    outdir: built,
    chunkNames: 'piece-[hash]',
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    // They bring scripts of their own, and only a queue needs them.
    external: ['bullmq', 'ioredis'],
    target: 'node20',
    // Packages in the older module format ask for the built-in ones.
    banner: {
      js: "import { createRequire as requireOf } from 'node:module'; const require = requireOf(import.meta.url);",
    },
    sourcemap: 'linked',
    sourcesContent: false,
    write: false,
    logLevel: 'error',
  });
  mkdirSync(built, { recursive: true });
  // Pieces before what leads to them; the stamp when all is there.
  const isEntry = ({ path }) => /(main|engine-worker)\.js$/.test(path);
  for (const file of [...outputFiles].sort((a, b) => isEntry(a) - isEntry(b)))
    write(file.path, file.contents);
  write(STAMP, stamp);
  const own = new Set([STAMP, ...outputFiles.map(({ path }) => path)]);
  for (const name of readdirSync(built)) {
    const path = join(built, name);
    if (!own.has(path) && Date.now() - statSync(path).mtimeMs > KEPT_MS) unlinkSync(path);
  }
}

/** The module of this name, built from sources as they are. */
export async function fromBundle(name) {
  const stamp = stampOf();
  if (!existsSync(STAMP) || readFileSync(STAMP, 'utf8') !== stamp) await bundle(stamp);
  return import(new URL(`../built/${name}.js`, import.meta.url));
}

if (process.argv[1] === import.meta.filename) await bundle(stampOf());
