// The runs that were shown last, so that a page which is loaded again has something to show while it reads bars. They have a
// store of their own: what is lost of it is computed again.

import type { ShownRun } from '@plateau/core';
import Dexie, { type EntityTable } from 'dexie';
import { SHOWN_RUNS } from './database.ts';
import { readShownRun } from './shown-run.ts';

/** Of the latest sheets that were looked at. */
const MOST = 4;

interface Row {
  /** names what was run, by which engine and on which bars */
  readonly key: string;
  /** milliseconds since 1970 */
  readonly at: number;
  readonly run: ShownRun;
}

class ShownRuns extends Dexie {
  declare runs: EntityTable<Row, 'key'>;

  constructor() {
    super(SHOWN_RUNS);
    this.version(1).stores({ runs: 'key, at' });
  }
}

const store = new ShownRuns();

/** @throws when the store cannot be read */
export async function shownRun(key: string): Promise<ShownRun | undefined> {
  const row: Partial<Row> | undefined = await store.runs.get(key);
  return readShownRun(row?.run);
}

/** @throws when the store cannot be written, as where the disk is full */
export async function putShownRun(key: string, run: ShownRun, at: number): Promise<void> {
  await store.transaction('rw', store.runs, async () => {
    await store.runs.put({ key, at, run });
    await store.runs.orderBy('at').reverse().offset(MOST).delete();
  });
}
