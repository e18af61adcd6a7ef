// Helpers of an engine that do of its rounds what a test says, where threads would do what they come to.

import fc from 'fast-check';
import type { Engine, HelpAsked, Helpers } from '../src/engine.ts';
import { Turns } from '../src/parallel/turns.ts';

/** What the helpers do of a round: nothing at all, or the items that the numbers choose. */
type Doing = 'nothing' | readonly boolean[];

/** Helpers on an engine of their own that do of each round in turn what they are told to, before the leader begins. */
export function helpersThat(does: readonly Doing[], engine: Engine): Helpers {
  let rounds = 0;
  return {
    count: 2,
    post(asked) {
      const doing = does[rounds++ % does.length] ?? 'nothing';
      if (doing !== 'nothing') help(engine, asked, doing);
    },
  };
}

/** Does the chosen items of a round. */
function help(engine: Engine, asked: Omit<HelpAsked, 'member'>, chosen: readonly boolean[]): void {
  const real = new Turns(asked.turns);
  const mine = Turns.of(real.items);
  for (let item = 0; item < real.items; item++) {
    const isMine = chosen[item % chosen.length] === true && real.take(item);
    if (!isMine) mine.take(item);
  }
  engine.help({ ...asked, turns: mine.states, member: 1 });
  for (let item = 0; item < real.items; item++)
    if (mine.isDone(item)) asked.turns[item] = mine.states[item] ?? 0;
}

export const doing = fc.oneof(
  fc.constant('nothing' as const),
  fc.array(fc.boolean(), { minLength: 1, maxLength: 8 }),
);
