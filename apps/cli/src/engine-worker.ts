// Answers what is asked of an engine on a worker thread.

import { parentPort } from 'node:worker_threads';
import { doEngineWork, type EngineWork, engineKeeper, openMarket, serve, symbolAlone } from '@plateau/core';
import type { EngineSetup } from './engine-threads.ts';

const port = parentPort;
if (!port) throw new Error('this file runs in a worker thread');
port.on(
  'message',
  serve<EngineSetup, EngineWork>(
    ({ market: shared, universes }) => {
      const market = openMarket(shared);
      const members = (name: string) => {
        const symbol = symbolAlone(name);
        return symbol === undefined ? (universes.get(name) ?? []) : [{ symbol }];
      };
      return doEngineWork(market, engineKeeper(market, members));
    },
    (message) => port.postMessage(message),
  ),
);
