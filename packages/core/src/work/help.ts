// A helper's side of an engine: it does its part of the rounds that the engine of its worker begins.

import type { HelpAsked, Helpers } from '../engine.ts';
import type { Port } from '../parallel/messages.ts';
import type { EngineFor } from './engine-for.ts';

/** What a worker posts to its helpers. */
interface HelpMessage extends HelpAsked {
  readonly universe: string;
}

/** The helpers of an engine on a universe, by their ports. */
export function helpersOf(universe: string, ports: readonly Port[]): Helpers {
  return {
    count: ports.length,
    post(asked) {
      for (const [k, port] of ports.entries()) {
        const message: HelpMessage = { universe, ...asked, member: k + 1 };
        port.postMessage(message);
      }
    },
  };
}

/** Answers a worker's messages, one after another. What fails is left to the worker, which tells of it. */
export function helpFrom(engineFor: EngineFor): (message: unknown) => void {
  let before: Promise<unknown> = Promise.resolve();
  return (message) => {
    const asked = message as HelpMessage;
    before = before.then(async () => (await engineFor(asked.universe)).engine.help(asked)).catch(() => {});
  };
}
