// The browser's own store: bars as binary columns, universes, sheets.
//
// A listing names the block that holds its bars. New bars are written as new blocks that nothing names yet, and come into
// being by one small transaction that names them: an import that is killed leaves the store as it was.

import type { Repair, RunRequest, Universe } from '@plateau/core';
import type { Layout } from '@plateau/files';
import Dexie, { type EntityTable } from 'dexie';
import type { LogEntry } from '@/features/strategies/logbook/entry.ts';
import type { Sheet } from '@/features/strategies/sheet/sheet.ts';
import type { SourceListing } from '@/sources/source.ts';
import { summaryOfBlock } from './bar-block.ts';

/** An instrument, and where its bars are. */
export interface StoredListing extends Omit<SourceListing, 'kind'> {
  readonly kind: SourceListing['kind'] | 'imported';
  /** the feed or the file it came from */
  readonly source: string;
  readonly block: string;
  readonly first: number;
  readonly last: number;
  readonly count: number;
}

/** One instrument's bars, its columns behind one another in one block (see bar-block.ts). */
export interface StoredBlock {
  readonly id: string;
  readonly block: ArrayBuffer;
}

export interface StoredUniverse {
  readonly id: string;
  readonly name: string;
  readonly members: Universe;
  /** the source that keeps it; none once the trader has changed its members */
  readonly source?: string;
}

/** What the trader decided about a bar of an instrument; laid over its bars whenever they are read. */
export type StoredRepair = Repair & {
  readonly id: string;
  readonly symbol: string;
  /** milliseconds since 1970 */
  readonly made: number;
};

/** How a table of one shape was laid out the last time. */
export interface StoredLayout {
  readonly shape: string;
  readonly layout: Layout;
}

/** A run that was kept: what was run, on what, by which engine, and what came of it. */
export interface StoredRun {
  readonly id: string;
  readonly name: string;
  /** milliseconds since 1970 */
  readonly at: number;
  /** the sheet it came from */
  readonly sheet: string;
  readonly universe: string;
  readonly universeName: string;
  readonly request: RunRequest;
  /** fingerprint of the bars and memberships it read */
  readonly data: string;
  readonly engine: string;
  /** summary.json of the run, against which a repetition is held */
  readonly summary: string;
  /** the Sharpe ratios a year of the variants tried before it was kept */
  readonly tried: readonly number[];
}

export interface Setting {
  readonly key: string;
  readonly value: unknown;
}

/** The newest version of the store that this code knows. */
export const STORE_VERSION = 6;

class PlateauDatabase extends Dexie {
  declare listings: EntityTable<StoredListing, 'symbol'>;
  declare blocks: EntityTable<StoredBlock, 'id'>;
  declare universes: EntityTable<StoredUniverse, 'id'>;
  declare sheets: EntityTable<Sheet, 'id'>;
  declare layouts: EntityTable<StoredLayout, 'shape'>;
  declare repairs: EntityTable<StoredRepair, 'id'>;
  declare logbook: EntityTable<LogEntry, 'id'>;
  declare runs: EntityTable<StoredRun, 'id'>;
  declare settings: EntityTable<Setting, 'key'>;

  constructor() {
    // What is answered as written is on the disk: a browser that is killed then has lost nothing.
    super('plateau', { chromeTransactionDurability: 'strict' });
    this.version(1).stores({
      listings: 'symbol, kind',
      bars: 'symbol',
      universes: 'id',
      sheets: 'id',
      settings: 'key',
    });
    this.version(2)
      .stores({ blocks: 'id', layouts: 'shape' })
      .upgrade(async (change) => {
        const symbols: string[] = await change.table('bars').toCollection().primaryKeys();
        for (const symbol of symbols) {
          const { block } = await change.table('bars').get(symbol);
          await change.table('blocks').put({ id: sourceBlock('Skerry', symbol), block });
          await change.table('listings').update(symbol, {
            source: 'Skerry',
            block: sourceBlock('Skerry', symbol),
            ...summaryOfBlock(block),
          });
        }
      });
    this.version(3).stores({ bars: null });
    this.version(4).stores({ repairs: 'id, symbol' });
    this.version(5).stores({ logbook: 'id, sheet' });
    this.version(6).stores({ runs: 'id' });
  }
}

/** The id of the block that a source's history of an instrument is kept in. */
export function sourceBlock(source: string, symbol: string): string {
  return `${source}/${symbol}`;
}

export const database = new PlateauDatabase();
