// Progress on standard error: in place on a terminal, else a line now and then.

import { type StudyProgress, timeLeft } from '@plateau/core';

/** Where it is told. */
export type Told = Pick<NodeJS.WriteStream, 'write' | 'isTTY'>;

/** Milliseconds between two lines. */
const BEAT = 1000;

/** Tells how far a work is until it ends. @param read is asked each time; nothing is told while it expects nothing */
export function tellProgress(read: () => StudyProgress, errors: Told): { end(): void } {
  const began = performance.now();
  const isTerminal = errors.isTTY === true;
  let told: number | undefined;
  const tell = (): void => {
    const progress = read();
    const { done, expected, found } = progress;
    // A log needs no line for a beat in which nothing was done.
    if (expected === 0 || (!isTerminal && done === (told ?? 0))) return;
    const left = timeLeft(performance.now() - began, progress);
    const words = [
      `${done} of ${expected} done`,
      ...(found > 0 ? [`${found} from before`] : []),
      ...(left !== undefined && done < expected ? [`about ${Math.ceil(left / 1000)} s left`] : []),
    ];
    errors.write(`${isTerminal ? '\r\x1b[K' : ''}plateau: ${words.join(', ')}${isTerminal ? '' : '\n'}`);
    told = done;
  };
  const timer = setInterval(tell, BEAT);
  return {
    end: () => {
      clearInterval(timer);
      if (told !== undefined) tell();
      if (told !== undefined && isTerminal) errors.write('\n');
    },
  };
}
