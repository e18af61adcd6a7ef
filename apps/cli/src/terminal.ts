// What a terminal is told of what went wrong, and how a command ends that is not let come to its end.

import { styleText } from 'node:util';
import { STATUS } from './endings.ts';

/** A line, or several, on standard error; each says who tells it. */
export function failure(text: string): void {
  const { stderr } = process;
  const isColoured = stderr.isTTY === true && (process.env.NO_COLOR ?? '') === '';
  const who = isColoured ? styleText('red', 'plateau:') : 'plateau:';
  for (const line of text.split('\n')) stderr.write(`${who} ${line}\n`);
}

/**
 * Ends the process where nothing is left to do: who reads the output has gone, the disk behind it is full, or one has
 * interrupted it. Files are written whole between two of these, never through one.
 */
export function endWhenCut(): void {
  process.stdout.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EPIPE') process.exit(STATUS.pipeCut);
    failure(`standard output: cannot write there: ${error.message}`);
    process.exit(STATUS.cannotWrite);
  });
  process.stderr.on('error', () => process.exit(STATUS.pipeCut));
  const signals = { SIGINT: STATUS.interrupted, SIGTERM: STATUS.terminated } as const;
  for (const [signal, status] of Object.entries(signals)) {
    process.once(signal, () => {
      if (process.stderr.isTTY) process.stderr.write('\n');
      failure('interrupted');
      process.exit(status);
    });
  }
}
