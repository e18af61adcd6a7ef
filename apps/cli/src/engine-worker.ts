// Answers what is asked of an engine on a worker thread.

import { parentPort } from 'node:worker_threads';
import {
  doEngineWork,
  type EngineWork,
  engineKeeper,
  helpFrom,
  openMarket,
  serve,
  symbolAlone,
} from '@plateau/core';
import type { EngineSetup } from './engine-threads.ts';

const port = parentPort;
if (!port) throw new Error('this file runs in a worker thread');
port.on(
  'message',
  serve<EngineSetup, EngineWork>(
    ({ market: shared, universes }, helpers) => {
      const market = openMarket(shared);
      const members = (name: string) => {
        const symbol = symbolAlone(name);
        return symbol === undefined ? (universes.get(name) ?? []) : [{ symbol }];
      };
      const engineFor = engineKeeper(market, members, helpers);
      return { handlers: doEngineWork(market, engineFor), help: helpFrom(engineFor) };
    },
    (message) => port.postMessage(message),
  ),
);
