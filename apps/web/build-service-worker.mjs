// After `next build`: bundles the service worker with the list of the app's files.

import { readdirSync } from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const here = dirname(fileURLToPath(import.meta.url));
const files = join(here, '.next', 'static');
const manifest = readdirSync(files, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile())
  .map((entry) => relative(files, join(entry.parentPath, entry.name)).split(sep).join('/'))
  // Their names hold a hash of their contents, so no revision is needed.
  .map((path) => ({ url: `/_next/static/${path}`, revision: null }));

await build({
  entryPoints: [join(here, 'service-worker', 'sw.ts')],
  outfile: join(here, 'public', 'sw.js'),
  bundle: true,
  minify: true,
  format: 'iife',
  define: { MANIFEST: JSON.stringify(manifest), 'process.env.NODE_ENV': '"production"' },
  logLevel: 'warning',
});
console.log(`The service worker keeps ${manifest.length} files.`);
