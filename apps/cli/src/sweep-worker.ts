// Serves a sweep's jobs on a worker thread.

import { parentPort } from 'node:worker_threads';
import { serve, sweepWork } from '@plateau/core';

const port = parentPort;
if (!port) throw new Error('this file runs in a worker thread');
port.on(
  'message',
  serve(sweepWork, (message) => port.postMessage(message)),
);
