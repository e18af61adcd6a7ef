// Answers a sweep's questions on a worker thread.

import { parentPort } from 'node:worker_threads';
import { doEngineWork, type EngineWork, engineKeeper, openMarket, serve } from '@plateau/core';
import type { SweepSetup } from './sweep.ts';

const port = parentPort;
if (!port) throw new Error('this file runs in a worker thread');
port.on(
  'message',
  serve<SweepSetup, EngineWork>(
    (setup) => {
      const market = openMarket(setup.market);
      return doEngineWork(
        market,
        engineKeeper(market, () => setup.universe),
      );
    },
    (message) => port.postMessage(message),
  ),
);
