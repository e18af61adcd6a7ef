// Runs strategies off the page's thread, on bars in shared memory.

import { doEngineWork, engineKeeper, openMarket, serve, type ToWorker } from '@plateau/core';
import { runTablesFile } from '@plateau/files';
import { readOne } from '@/store/read.ts';
import type { EngineSetup, PageWork } from './page-work.ts';

const hear = serve<EngineSetup, PageWork>(
  (setup) => {
    const market = openMarket(setup.market);
    const engineFor = engineKeeper(market, async (name) => (await readOne('universes', name))?.members ?? []);
    return {
      ...doEngineWork(market, engineFor),
      tables: async ({ universe, request, format }, goOn) => {
        const outcome = (await engineFor(universe)).engine.run(request, goOn);
        if (outcome.kind !== 'done') throw new Error('the run did not come to its end');
        return runTablesFile(outcome.run, format);
      },
    };
  },
  (message) => postMessage(message),
);
addEventListener('message', (event: MessageEvent<ToWorker<EngineSetup, PageWork>>) => {
  void hear(event.data);
});
