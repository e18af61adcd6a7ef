// Own fills against the bars of the store.

import { type FarFill, fillsFarOff, type OwnFill } from '@plateau/core';
import { readBars } from '../bars.ts';
import { database } from '../database.ts';

/** The fills whose price is far from what traded on their day. */
export async function farOff(fills: readonly OwnFill[]): Promise<FarFill[]> {
  const symbols = [...new Set(fills.map(({ symbol }) => symbol))];
  const listings = (await database.listings.bulkGet(symbols)).filter((listing) => listing !== undefined);
  const bars = await readBars(listings);
  return fillsFarOff(fills, (symbol) => bars.get(symbol));
}
