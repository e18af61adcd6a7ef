// A sheet as the store has it, for what looks at it from another place.

import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect } from 'react';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { readOne } from '../read.ts';
import { readSheets } from './load.ts';

/** The sheet, deleted or not; undefined while it is read, where there is none, and of no id. */
export function useStoredSheet(id: string | undefined): Sheet | undefined {
  // The last letters of a tab that ended are the sheet's too: reading the sheets puts them into the store.
  useEffect(() => {
    if (id !== undefined) void readSheets();
  }, [id]);
  return useLiveQuery(async () => (id === undefined ? undefined : await readOne('sheets', id)), [id]);
}
