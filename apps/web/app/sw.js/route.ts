// GET /sw.js: the service worker of the build that is served. It stands in the build's folder, so that no other build writes over it.

import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

export const dynamic = 'force-dynamic';

export async function GET(): Promise<Response> {
  const file = join(process.cwd(), process.env.BUILD_FOLDER ?? '', 'sw.js');
  return new Response(await readFile(file, 'utf8'), {
    headers: { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' },
  });
}
