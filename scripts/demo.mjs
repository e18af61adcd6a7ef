// npm run demo: installs, builds and starts Plateau with the demo market.

import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { buildWeb, ensurePackages, root } from './prepare.mjs';

const FIRST_PORT = Number(process.env.PORT ?? 3000);

function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, () => probe.close(() => resolve(true)));
  });
}

async function freePort() {
  for (let port = FIRST_PORT; port < FIRST_PORT + 50; port++) if (await isFree(port)) return port;
  throw new Error(`No free port from ${FIRST_PORT} on; set PORT.`);
}

async function answers(address) {
  try {
    return (await fetch(address)).ok;
  } catch {
    return false;
  }
}

ensurePackages();
if (!buildWeb()) process.exit(1);
const port = await freePort();
const address = `http://localhost:${port}`;
const server = spawn(
  process.execPath,
  [join(root, 'node_modules/next/dist/bin/next'), 'start', '-p', String(port)],
  {
    cwd: join(root, 'apps/web'),
    stdio: ['ignore', 'ignore', 'inherit'],
  },
);
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
while (!(await answers(`${address}/strategies`))) await new Promise((resolve) => setTimeout(resolve, 200));
console.log(`\nPlateau is at ${address}  (Ctrl+C ends it)\n`);
