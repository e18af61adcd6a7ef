// What is known of the market's instruments and universes without their bars.

import { useLiveQuery } from 'dexie-react-hooks';
import type { StoredListing, StoredUniverse } from '@/model/rows.ts';
import { readAll } from '../read.ts';

/** Every universe; undefined while they are read. */
export function useUniverses(): readonly StoredUniverse[] | undefined {
  return useLiveQuery(() => readAll('universes'), []);
}

/** Every instrument, A to Z; undefined while they are read. */
export function useInstruments(): readonly StoredListing[] | undefined {
  return useLiveQuery(() => readAll('listings'), []);
}
