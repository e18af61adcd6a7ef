// The browser's own store: bars as binary columns, universes, sheets.

import type { Universe } from '@plateau/core';
import type { Listing } from '@plateau/skerry';
import Dexie, { type EntityTable } from 'dexie';
import type { Sheet } from '@/features/strategies/sheet/sheet.ts';

/** One instrument's bars, its columns behind one another in one block (see bar-block.ts). */
export interface StoredBars {
  readonly symbol: string;
  readonly block: ArrayBuffer;
}

interface StoredUniverse {
  readonly id: string;
  readonly name: string;
  readonly members: Universe;
}

interface Setting {
  readonly key: string;
  readonly value: unknown;
}

class PlateauDatabase extends Dexie {
  declare listings: EntityTable<Listing, 'symbol'>;
  declare bars: EntityTable<StoredBars, 'symbol'>;
  declare universes: EntityTable<StoredUniverse, 'id'>;
  declare sheets: EntityTable<Sheet, 'id'>;
  declare settings: EntityTable<Setting, 'key'>;

  constructor() {
    super('plateau');
    this.version(1).stores({
      listings: 'symbol, kind',
      bars: 'symbol',
      universes: 'id',
      sheets: 'id',
      settings: 'key',
    });
  }
}

export const database = new PlateauDatabase();
