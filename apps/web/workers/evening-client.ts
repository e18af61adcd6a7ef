// The page's side of an evening: what is followed, gone on to the last bar by the page's engine.

import type { BlendEveningAsked, Evening, EveningAsked } from '@plateau/core';
import { onEngine } from './engine-pool.ts';

/** @throws with a sentence when the rules do not run on the bars that are here, or they cannot be read */
export async function eveningInWorker(asked: EveningAsked | BlendEveningAsked): Promise<Evening> {
  const outcome = await onEngine(asked.run, symbolsOf(asked), (pool) => pool.ask('evening', asked).result);
  if (outcome.kind === 'done') return outcome.evening;
  if (outcome.kind === 'stopped') throw new Error('it was called off');
  throw new Error(outcome.problems.map(({ message }) => message).join(' '));
}

/** Own fills and holdings may be of instruments that the universe has lost since. */
function symbolsOf({ account, fills }: EveningAsked | BlendEveningAsked): string[] {
  const held = account.kind === 'holdings' ? account.holdings.map(({ symbol }) => symbol) : [];
  return [...held, ...fills.map(({ symbol }) => symbol)];
}
