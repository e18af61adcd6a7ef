// The rules of the open sheet tested on one instrument.

import { toast } from 'sonner';
import { alone } from '@/model/market/alone.ts';
import { textOf } from '@/model/sheet/sheet.ts';
import { beginSheet } from '@/store/sheets/actions.ts';
import { loadSheets } from '@/store/sheets/load.ts';
import { openedSheet } from '@/store/sheets/state.ts';

/** Begins a sheet that is the open one, or the one opened last, on this instrument alone. @returns its id */
export async function testOn(symbol: string): Promise<string> {
  await loadSheets(undefined);
  const sheet = openedSheet();
  const name = sheet ? textOf(sheet.draft, 'name') : 'Untitled';
  beginSheet({ ...sheet?.draft, name: `${name} on ${symbol}`, universe: alone(symbol) });
  toast(`“${name}” on ${symbol} alone, as a sheet of its own.`, { duration: 4000 });
  return openedSheet()?.id ?? '';
}
