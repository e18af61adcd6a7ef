// What a place weighs when it is first opened: the scripts its page names, packed as they are sent.

import { gzipSync } from 'node:zlib';
import { expect, test } from './kit/test.ts';

test.use({ seed: 'nothing' });

/** Thousands of bytes. */
const BUDGETS = { strategies: 350, market: 250, runs: 350, blends: 350, studies: 350 };

test('a place opens within its budget of scripts, and they are sent packed', async ({ request }) => {
  for (const [place, budget] of Object.entries(BUDGETS)) {
    const html = await (await request.get(`/${place}`)).text();
    let bytes = 0;
    for (const [tag, path = ''] of html.matchAll(/<script[^>]*src="(\/_next\/[^"]+)"[^>]*>/g)) {
      // For browsers of long ago only.
      if (/nomodule/i.test(tag)) continue;
      const script = await request.get(path);
      const body = await script.body();
      // What fits into one packet is sent as it is.
      if (body.length > 1024) expect(script.headers()['content-encoding']).toBe('gzip');
      bytes += gzipSync(body).length;
    }
    expect(bytes, place).toBeGreaterThan(50_000);
    expect(bytes, place).toBeLessThan(budget * 1000);
  }
});

test('a page asks for another only when one is about to follow its link', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (request) => {
    const { pathname, searchParams } = new URL(request.url());
    if (searchParams.has('_rsc')) asked.push(pathname);
  });
  await page.goto('/runs');
  const places = page.getByRole('navigation', { name: 'Places' });
  await page.getByRole('link', { name: 'To the sheets' }).waitFor();
  await places.getByRole('link', { name: 'Studies' }).hover();
  await expect.poll(() => asked).toContain('/studies');
  await places.getByRole('link', { name: 'Market' }).focus();
  await expect.poll(() => asked).toContain('/market');
  // All that were in view from the beginning would have been asked for before these two.
  expect(new Set(asked)).toEqual(new Set(['/studies', '/market']));
});
