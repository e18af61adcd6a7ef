// Reads tables on a thread, so that a test can give up on one that never ends, as the page does with its worker.
import { parentPort } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
// One column's fault is the answer; those that other columns meet after it have no one to tell.
process.on('unhandledRejection', () => {});
const { readTable } = await import('../src/import/tables.ts');
parentPort.on('message', async ({ kind, bytes }) => {
  parentPort.postMessage(await readTable(kind, bytes));
});
parentPort.postMessage('ready');
