// The web build: the notices of what it is made of, the app, and last the service worker with the list of the app's files.

import { spawnSync } from 'node:child_process';
import { readdirSync, rmSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import { build } from 'esbuild';
import { buildFolder, dropOldBuilds, serviceWorkerFile } from './build-name.mjs';
import { writeNotices } from './notices.mjs';

const web = import.meta.dirname;

writeNotices();

rmSync(serviceWorkerFile, { force: true });
const next = join(web, '../../node_modules/next/dist/bin/next');
const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' };
const { status } = spawnSync(process.execPath, [next, 'build'], { cwd: web, stdio: 'inherit', env });
if (status !== 0) process.exit(status ?? 1);

const files = join(web, buildFolder, 'static');
const manifest = readdirSync(files, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile())
  .map((entry) => relative(files, join(entry.parentPath, entry.name)).split(sep).join('/'))
  // Their names hold a hash of their contents, so no revision is needed.
  .map((path) => ({ url: `/_next/static/${path}`, revision: null }));

await build({
  entryPoints: [join(web, 'service-worker', 'sw.ts')],
  outfile: serviceWorkerFile,
  bundle: true,
  minify: true,
  format: 'iife',
  define: { MANIFEST: JSON.stringify(manifest), 'process.env.NODE_ENV': '"production"' },
  logLevel: 'warning',
});
console.log(`The service worker keeps ${manifest.length} files.`);
dropOldBuilds();
