// What is known of the market's instruments and universes without their bars.

import { useLiveQuery } from 'dexie-react-hooks';
import type { StoredListing, StoredUniverse } from '@/model/rows.ts';
import { database } from '../database.ts';
import { readAll } from '../read.ts';

const NO_SYMBOLS: readonly string[] = [];

/** Every symbol of the market, A to Z; none while they are read. */
export function useSymbols(): readonly string[] {
  return useLiveQuery(() => database.listings.toCollection().primaryKeys(), []) ?? NO_SYMBOLS;
}

/** Every universe; undefined while they are read. */
export function useUniverses(): readonly StoredUniverse[] | undefined {
  return useLiveQuery(() => readAll('universes'), []);
}

/** Every instrument, A to Z; undefined while they are read. */
export function useInstruments(): readonly StoredListing[] | undefined {
  return useLiveQuery(() => readAll('listings'), []);
}
