// The feed when it is slow or fails.

import { expect, test } from './kit/test.ts';

test.use({ seed: 'nothing' });

test('the feed answers since a date, and fails or waits when asked to', async ({ request }) => {
  const since = await request.get('/feed/history/SK60?since=2025-12-29');
  expect((await since.text()).trim().split('\n')).toHaveLength(4);
  expect((await request.get('/feed/history/NOPE')).status()).toBe(404);
  expect((await request.get('/feed/history/SK60?since=soon')).status()).toBe(400);
  expect((await request.get('/feed/catalogue?fail=503')).status()).toBe(503);
  const started = Date.now();
  await request.get('/feed/catalogue?slow=700');
  expect(Date.now() - started).toBeGreaterThan(650);
});

test('a first start that fails says so, keeps what came, and goes on when tried again', async ({ page }) => {
  let broken = true;
  await page.route('**/feed/history/*', (route) => {
    const symbol = new URL(route.request().url()).pathname.split('/').pop() ?? '';
    return broken && symbol === 'SWELL' ? route.fulfill({ status: 500, body: 'down' }) : route.continue();
  });
  await page.goto('/strategies');
  await expect(page.getByRole('alert').filter({ hasText: 'could not be brought in' })).toContainText(
    'the feed answered 500 for /feed/history/SWELL',
  );
  broken = false;
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
});
