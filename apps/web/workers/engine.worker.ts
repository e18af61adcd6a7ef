// Runs strategies off the page's thread, on bars in shared memory.

import {
  blendBench,
  doEngineWork,
  engineKeeper,
  type Handlers,
  helpFrom,
  openMarket,
  serve,
  type ToWorker,
} from '@plateau/core';
import { membersOf } from '@/model/market/alone.ts';
import type { EngineSetup, PageWork } from './page-work.ts';

const hear = serve<EngineSetup, PageWork>(
  ({ market: shared, universes }, ports) => {
    const market = new Map(shared.flatMap((part) => [...openMarket(part)]));
    const engineFor = engineKeeper(market, async (name) => membersOf(name, universes.get(name)), ports);
    const handlers: Handlers<PageWork> = {
      ...doEngineWork(market, engineFor),
      tables: async ({ universe, request, format }, goOn) => {
        const outcome = (await engineFor(universe)).engine.run(request, goOn);
        if (outcome.kind !== 'done') throw new Error('the run did not come to its end');
        // Its writers are larger than the engine, and seldom needed.
        const { runTablesFile } = await import('@plateau/files/run-export');
        return runTablesFile(outcome.run, format);
      },
      blendTables: async ({ format, ...asked }, goOn) => {
        const bench = blendBench(market, engineFor);
        const outcome = await bench.mix(asked, goOn);
        const beside = await bench.beside(asked, goOn);
        if (outcome.kind !== 'done' || !beside) throw new Error('the blend did not come to its end');
        const { blendTablesFile } = await import('@plateau/files/run-export');
        return blendTablesFile({ ...outcome.mixed, beside }, format);
      },
    };
    return { handlers, help: helpFrom(engineFor) };
  },
  (message) => postMessage(message),
);
addEventListener('message', (event: MessageEvent<ToWorker<EngineSetup, PageWork>>) => {
  void hear(event.data);
});
