// npm run demo: installs, builds and starts Plateau with the demo market; -- --small with a small part of it, for a quick look.

import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { parseArgs } from 'node:util';
import { ensureBuild, ensurePackages, root } from './prepare.mjs';

const FIRST_PORT = Number(process.env.PORT ?? 3000);

let options;
try {
  options = parseArgs({ options: { small: { type: 'boolean' } } }).values;
} catch {
  console.error('npm run demo takes one option: npm run demo -- --small');
  process.exit(2);
}

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

/** Tells a step, and how long it took. @returns what the step answers */
async function step(number, name, work) {
  console.log(`${number} of 3  ${name} …`);
  const started = Date.now();
  const answer = await work();
  console.log(`        done in ${((Date.now() - started) / 1000).toFixed(0)} s`);
  return answer;
}

const indented = (stream) =>
  createInterface({ input: stream }).on('line', (line) => {
    if (line.trim() !== '') console.log(`        ${line}`);
  });

await step(1, 'Packages', ensurePackages);
if (!(await step(2, 'Build, some two minutes the first time', () => ensureBuild(indented)))) process.exit(1);
const port = await freePort();
const address = `http://localhost:${port}`;
await step(3, 'Start', async () => {
  const server = spawn(
    process.execPath,
    [join(root, 'node_modules/next/dist/bin/next'), 'start', '-p', String(port)],
    {
      cwd: join(root, 'apps/web'),
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, ...(options.small && { PLATEAU_MARKET: 'small' }) },
    },
  );
  server.on('exit', (code) => process.exit(code ?? 0));
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  while (!(await answers(`${address}/strategies`))) await new Promise((resolve) => setTimeout(resolve, 200));
});
console.log(`\nPlateau is at ${address}  (Ctrl+C ends it)\n`);
