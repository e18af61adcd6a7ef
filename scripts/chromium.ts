// How the tests, the bench and the pictures start Debian's Chromium, and the built app beside it.

import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');

export const chromiumOptions = {
  executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** Serves the built app with the whole demo market and waits until it answers; the caller kills the process. */
export async function serveApp(port: number): Promise<{ address: string; server: ChildProcess }> {
  const next = join(root, 'node_modules/next/dist/bin/next');
  const server = spawn(process.execPath, [next, 'start', '-p', String(port)], {
    cwd: join(root, 'apps/web'),
    stdio: 'ignore',
  });
  const address = `http://localhost:${port}`;
  const answers = (): Promise<boolean> =>
    fetch(`${address}/strategies`).then(
      (response) => response.ok,
      () => false,
    );
  while (!(await answers())) await new Promise((resolve) => setTimeout(resolve, 200));
  return { address, server };
}
