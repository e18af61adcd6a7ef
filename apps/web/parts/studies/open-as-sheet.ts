// A run's settings as a sheet of their own. Loaded with what offers it.

import { isoFromDay, type RunAsked } from '@plateau/core';
import { draftFrom } from '@/model/sheet/read.ts';
import { beginSheet } from '@/store/sheets/actions.ts';
import { readSheets } from '@/store/sheets/load.ts';

/** Makes the sheet and opens it in its place; it is an act there, and can be undone. */
export async function openAsSheet({ universe, request }: RunAsked, name: string): Promise<void> {
  await readSheets();
  const { strategy, benchmark, from, to } = request;
  beginSheet({
    ...draftFrom(strategy),
    name,
    universe,
    benchmark,
    from: from === undefined ? '' : isoFromDay(from),
    to: to === undefined ? '' : isoFromDay(to),
  });
}
