// plateau: the engine without a browser.

import { CommanderError } from 'commander';
import { BadInput, STATUS } from './endings.ts';
import { programOf } from './program.ts';
import { endWhenCut, failure } from './terminal.ts';

/** @returns the exit status, one of {@link STATUS}; what is wrong with what was given is told on standard error */
export async function main(args: readonly string[]): Promise<number> {
  endWhenCut();
  const told = { status: STATUS.done as number };
  try {
    const program = programOf(told);
    if (args.length === 0) {
      program.outputHelp();
      return STATUS.badInput;
    }
    await program.parseAsync(args, { from: 'user' });
    return told.status;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? STATUS.done : STATUS.badInput;
    if (!(error instanceof BadInput)) throw error;
    failure(error.message);
    return error.status;
  }
}
