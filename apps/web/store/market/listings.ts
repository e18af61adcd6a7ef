// What is known of the market's instruments without their bars.

import { useLiveQuery } from 'dexie-react-hooks';
import { database } from '../database.ts';

const NO_SYMBOLS: readonly string[] = [];

/** Every symbol of the market, A to Z; none while they are read. */
export function useSymbols(): readonly string[] {
  return useLiveQuery(() => database.listings.toCollection().primaryKeys(), []) ?? NO_SYMBOLS;
}
