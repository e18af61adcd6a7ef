// What its users already have works with it: their files, their screens, their terminal; help, and the app installed.

import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { gzipSync, strToU8 } from 'fflate';
import { findingsOfSize, findingsWithTargets, seriousFindings } from './kit/axe.ts';
import { headless } from './kit/seeds.ts';
import { expect, test } from './kit/test.ts';

const others = (name: string): Buffer =>
  readFileSync(join(import.meta.dirname, '../packages/files/test/others', name));

async function openImport(page: Page): Promise<void> {
  await page.goto('/market?panel=import');
  await expect(page.getByRole('button', { name: 'Choose files' })).toBeVisible();
}
const read = (page: Page) => page.getByRole('button', { name: /^Read \d/ }).click();
const told = (page: Page, text: string | RegExp) =>
  expect(page.getByRole('status').filter({ hasText: text })).toBeVisible();

test('packed tables, Parquet of others’ writers, a sheet of a workbook and a pasted table come in', async ({
  page,
}) => {
  await openImport(page);
  const files = ['date-zstd', 'timestamp-brotli', 'text-lz4', 'rs-date-lz4'].map((name) => ({
    name: `${name}.parquet`,
    mimeType: 'application/octet-stream',
    buffer: others(`${name}.parquet`),
  }));
  const packed = Buffer.from(gzipSync(strToU8(others('as.csv').toString('utf8'))));
  await page
    .locator('input[type=file]')
    .setInputFiles([...files, { name: 'KELP.csv.gz', mimeType: 'application/gzip', buffer: packed }]);
  await read(page);
  await told(page, '5 instruments with 150 bars');
  await page.getByRole('button', { name: 'Import more' }).click();
  const workbook = { name: 'TWO.xlsx', mimeType: 'application/zip', buffer: others('two-sheets.xlsx') };
  await page.locator('input[type=file]').setInputFiles(workbook);
  await page.getByLabel('Sheet', { exact: true }).click();
  await page.getByRole('option', { name: 'Prices & more' }).click();
  await read(page);
  await told(page, '1 instrument with 30 bars');
  await page.getByRole('button', { name: 'Import more' }).click();
  const text = others('as.csv').toString('utf8').replaceAll(',', '\t');
  await page.evaluate((copied) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', copied);
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
  }, text);
  await page.getByLabel('Symbol', { exact: true }).fill('SHELL BANK');
  await read(page);
  await told(page, '1 instrument with 30 bars');
  await expect(page.getByRole('list', { name: 'Report' })).toContainText(
    '“SHELL BANK” is called SHELL-BANK here',
  );
});

test.describe('a kept run', () => {
  test.use({ seed: 'kept run' });

  test('repeats on a terminal from the bars of its universe, taken out as Parquet', async ({
    page,
    scratch,
  }) => {
    await page.goto('/market?panel=universes');
    await page.getByRole('list', { name: 'Universes' }).getByText('Skerry stocks').click();
    await expect(page.getByLabel('Name of the universe Skerry stocks')).toBeVisible();
    await page.getByRole('button', { name: 'Take out' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: 'Members and their bars, Parquet in a zip' }).click();
    const zip = join(scratch, 'bars.zip');
    await (await download).saveAs(zip);
    await page.goto('/runs');
    await expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
    await expect(page.getByText('Repeated to the last bit.')).toBeVisible();
    const run = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Take out', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Run as JSON' }).click();
    const file = join(scratch, 'run.json');
    await (await run).saveAs(file);
    const args = ['plateau', 'run', file, '--bars', zip, '--json'];
    const { stdout, stderr, status } = spawnSync('npx', args, { encoding: 'utf8', maxBuffer: 1e8 });
    expect(status, stderr).toBe(0);
    const again = JSON.parse(stdout);
    expect(again.inputs.data).toBe(JSON.parse(readFileSync(file, 'utf8')).data);
    expect(again.figures).toEqual(JSON.parse(headless('summary.json')).figures);
  });

  for (const place of ['strategies', 'market', 'runs', 'studies', 'blends', 'help']) {
    test(`nothing is cut off in ${place} on a screen, a tablet, a small window and a telephone`, async ({
      page,
    }) => {
      await page.goto(`/${place}`);
      await expect(page.getByRole('link', { name: 'Help' }).first()).toBeVisible();
      if (place === 'strategies')
        await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
      if (place === 'runs') await expect(page.getByTestId('report')).toHaveAttribute('data-ready', 'true');
      for (const [width, height] of [
        [1280, 800],
        [900, 800],
        [640, 400],
        [390, 800],
      ] as const) {
        await page.setViewportSize({ width, height });
        if (place === 'strategies')
          await page.getByRole('table', { name: 'Headline figures' }).scrollIntoViewIfNeeded();
        await expect
          .poll(() => page.evaluate(() => document.documentElement.scrollWidth))
          .toBeLessThanOrEqual(width);
        const findings = width === 1280 ? findingsWithTargets : findingsOfSize;
        expect(await findings(page), `${width}`).toEqual([]);
      }
    });
  }
});

const tradeButton = (page: Page) =>
  page.getByRole('table', { name: 'Trades', exact: true }).getByRole('row').nth(1).getByRole('button');
const tab = (page: Page, name: string | RegExp) => page.getByRole('tab', { name }).click();

/** What is opened within two places, each from what was open before it. */
const OPENED: Readonly<
  Record<string, readonly (readonly [what: string, open: (page: Page) => Promise<void>])[]>
> = {
  '/strategies': [
    ['the logbook', (page) => tab(page, /^Logbook/)],
    ['the commands', (page) => page.keyboard.press('Control+.')],
    [
      'the keys',
      async (page) => {
        await page.keyboard.press('Escape');
        await page.keyboard.press('?');
      },
    ],
    [
      'a trade',
      async (page) => {
        await page.keyboard.press('Escape');
        await tab(page, 'Trades');
        await tradeButton(page).click();
        await expect(page.getByTestId('trade')).toHaveAttribute('data-ready', 'true');
      },
    ],
    [
      'the sheets',
      async (page) => {
        await page.keyboard.press('Escape');
        await page.getByRole('button', { name: 'All sheets (1)' }).click();
      },
    ],
    [
      'the shelf',
      async (page) => {
        await page.getByRole('button', { name: 'Back to the sheet' }).click();
        await page.getByRole('button', { name: 'Shelf of ready sheets' }).click();
      },
    ],
  ],
  '/market': (['Universes', 'Quality', 'Feed', 'Import', 'Workspace'] as const).map((name) => [
    name,
    (page) => tab(page, name),
  ]),
};

for (const [address, all] of Object.entries(OPENED)) {
  test(`what is opened within ${address} has targets of 24 pixels too, and nothing serious`, async ({
    page,
  }) => {
    await page.goto(address);
    if (address === '/strategies')
      await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
    else await expect(page.getByRole('table', { name: 'Instruments', exact: true })).toBeVisible();
    for (const [what, open] of all) {
      await open(page);
      expect(await findingsWithTargets(page), what).toEqual([]);
    }
  });
}

/** Stands before the server, makes its app a version newer when told to, and lacks a file. */
async function beforeServer(baseURL: string, lacking = 'nothing') {
  let version = 1;
  const server = createServer((asked, answer) => {
    if (asked.url?.endsWith(lacking)) return answer.writeHead(404).end();
    const isWorker = asked.url === '/sw.js';
    // Unpacked and whole, whatever the browser has of it.
    const headers = isWorker ? { host: asked.headers.host } : asked.headers;
    const passed = request(new URL(asked.url ?? '/', baseURL), { method: asked.method, headers }, (came) => {
      const { 'content-length': length, ...told } = came.headers;
      answer.writeHead(came.statusCode ?? 502, isWorker ? told : came.headers);
      if (!isWorker) return came.pipe(answer);
      came.on('data', (piece) => answer.write(piece));
      return came.on('end', () => answer.end(`\n// version ${version}, ${length} bytes before it`));
    });
    passed.on('error', () => answer.destroy());
    asked.pipe(passed);
  });
  await new Promise<void>((resolve) => server.listen(0, resolve));
  const { port } = server.address() as AddressInfo;
  return {
    address: `http://localhost:${port}`,
    release: () => {
      version++;
    },
    end: () => {
      server.closeAllConnections();
      server.close();
    },
  };
}

test.describe('an app that is kept in the browser', () => {
  test.use({ seed: 'nothing', keepsApp: true });

  test('where one of its files cannot be had, the workspace says that it is not kept, and why', async ({
    page,
    baseURL,
  }) => {
    const app = await beforeServer(baseURL ?? '', '/_ssgManifest.js');
    try {
      await page.goto(`${app.address}/market?panel=workspace`);
      await expect(page.getByRole('region', { name: 'Without a network' }).getByRole('alert')).toContainText(
        /The app could not be kept in this browser: \S+_ssgManifest\.js answered 404\. It does not start/,
      );
    } finally {
      app.end();
    }
  });

  test('a new version is offered, not forced, and is there once it is taken', async ({ page, baseURL }) => {
    const app = await beforeServer(baseURL ?? '');
    const worker = () =>
      page.evaluate(async () => {
        const { active, waiting } = await navigator.serviceWorker.ready;
        return [active?.state, waiting?.state];
      });
    try {
      await page.goto(`${app.address}/strategies`);
      await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
      await expect.poll(worker).toEqual(['activated', undefined]);
      app.release();
      await page.evaluate(async () => (await navigator.serviceWorker.ready).update());
      const offer = page.getByRole('button', { name: 'Load it' });
      await expect(offer).toBeVisible();
      expect(await worker()).toEqual(['activated', 'installed']);
      await page.evaluate(() => Object.assign(window, { old: true }));
      await offer.click();
      await expect.poll(() => page.evaluate(() => 'old' in window).catch(() => true)).toBe(false);
      await expect(page.getByRole('region', { name: 'Result' })).toHaveAttribute('data-status', 'done');
      expect(await worker()).toEqual(['activated', undefined]);
      await expect(offer).toBeHidden();
    } finally {
      app.end();
    }
  });
});

test.describe('with nothing in the browser', () => {
  test.use({ seed: 'nothing' });

  test('the help is read, searched and walked by keys, before there is any market', async ({ page }) => {
    await page.goto('/help');
    await expect(page.getByRole('heading', { name: 'First walk', level: 1 })).toBeVisible();
    expect(await seriousFindings(page)).toEqual([]);
    await page.getByRole('searchbox', { name: 'Search the help' }).fill('profit factor');
    await page.keyboard.press('Tab');
    await expect(
      page.getByRole('list', { name: 'Found in the help' }).getByRole('link').first(),
    ).toBeFocused();
    await page
      .getByRole('list', { name: 'Found in the help' })
      .getByRole('link', { name: 'Statistics' })
      .press('Enter');
    await expect(page).toHaveURL(/help\/figures#statistics/);
    await expect(page.getByRole('cell', { name: 'profit factor', exact: true })).toBeVisible();
    await page.goto('/help/no-such-page');
    await expect(page.getByRole('heading', { name: 'There is no such place' })).toBeVisible();
    for (const { name, address } of [
      { name: 'Words', address: 'glossary' },
      { name: 'Strategy files', address: 'strategy-file' },
    ]) {
      await page.goto('/help');
      await page.getByRole('navigation', { name: 'Help' }).getByRole('link', { name }).click();
      await expect(page).toHaveURL(new RegExp(address));
    }
  });

  test('it can be installed: a manifest with icons that are there; the start leads to Strategies', async ({
    request,
  }) => {
    const answer = await request.get('/', { maxRedirects: 0 });
    expect([answer.status(), answer.headers().location]).toEqual([307, '/strategies']);
    const manifest = await (await request.get('/manifest.webmanifest')).json();
    expect(manifest).toMatchObject({ name: 'Plateau', start_url: '/strategies', display: 'standalone' });
    for (const { src, type } of manifest.icons) {
      const icon = await request.get(src);
      expect([src, icon.status(), icon.headers()['content-type']]).toEqual([src, 200, type]);
    }
    expect(await (await request.get('/notices.txt')).text()).toContain('next ');
  });
});
