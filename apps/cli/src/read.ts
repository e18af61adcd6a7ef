// Single files in, and what is wrong with them.

import { readFileSync } from 'node:fs';
import { type Day, dayFromIso } from '@plateau/core';
import { describeProblem, type Result } from '@plateau/files';
import { BadInput } from './endings.ts';

/** Said in place of a file's name: what comes on standard input. */
export const STANDARD_INPUT = '-';

/** @throws {BadInput} */
export function readBytes(file: string): Uint8Array {
  try {
    return readFileSync(file === STANDARD_INPUT ? 0 : file);
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new BadInput(`${file}: ${missing ? 'there is no such file' : (error as Error).message}`);
  }
}

/** What a file is called in messages. */
export const calledAs = (file: string): string => (file === STANDARD_INPUT ? 'standard input' : file);

export const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

/** @throws {BadInput} */
export const readText = (file: string): string => textOf(readBytes(file));

/** @throws {BadInput} with a line for each problem */
export function valueOf<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new BadInput(result.problems.map(describeProblem).join('\n') || 'unreadable');
}

/** Problems that a run has found in what was asked of it, as {@link valueOf} tells those of a file. */
export function problemsIn(
  file: string,
  problems: readonly { readonly path: string; readonly message: string }[],
): BadInput {
  return new BadInput(problems.map(({ path, message }) => `${file}: ${path}: ${message}`).join('\n'));
}

/** @throws {BadInput} */
export function dayOption(name: string, text: string | undefined): Day | undefined {
  if (text === undefined) return undefined;
  const day = dayFromIso(text);
  if (day === undefined) throw new BadInput(`${name}: “${text}” is no date; write YYYY-MM-DD`);
  return day;
}
