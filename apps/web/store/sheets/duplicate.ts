// A copy of a sheet with its logbook.

import { copyVariants } from '../logbook.ts';
import { useSheets } from './sheets.ts';

/** Duplicates the open sheet. */
export async function duplicateSheet(): Promise<void> {
  const made = useSheets.getState().duplicate();
  if (made) await copyVariants(made.from, made.to);
}
