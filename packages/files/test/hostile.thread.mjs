// Reads hostile files on a thread of its own: with so much memory and no more, and ended when it takes too long.
import { parentPort } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
process.on('unhandledRejection', () => {});
const { readAny } = await import('./read-any.ts');
parentPort.on('message', async ({ how, path, content }) => {
  try {
    parentPort.postMessage({ said: await readAny(how, path, content) });
  } catch (error) {
    parentPort.postMessage({ thrown: `${error?.name}: ${error?.message}` });
  }
});
parentPort.postMessage({ ready: true });
