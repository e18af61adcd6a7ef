// Files out, each whole or not at all: written under another name first, and called by its own once it is on the disk.

import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { CannotWrite } from './endings.ts';

/** @throws {CannotWrite} */
export function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw new CannotWrite(`${folder}: cannot write there: ${(error as Error).message}`);
  }
}

/** Writes files by their names into a folder, made where it is not there. @throws {CannotWrite} naming the file */
export function writeFolder(folder: string, files: Readonly<Record<string, string>>): void {
  makeFolder(folder);
  for (const [name, text] of Object.entries(files)) writeWhole(join(folder, name), text);
}

/** @throws {CannotWrite} */
export function writeWhole(file: string, text: string): void {
  const part = `${file}.part`;
  try {
    writeFileSync(part, text);
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw new CannotWrite(`${file}: cannot write there: ${(error as Error).message}`);
  }
}
