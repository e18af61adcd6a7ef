// The browser's own store: bars as binary columns, universes, sheets.
//
// A listing names the block that holds its bars. New bars are written as new blocks that nothing names yet, and come into
// being by one small transaction that names them: an import that is killed leaves the store as it was.

import { summaryOfBlock } from '@plateau/core';
import Dexie, { type EntityTable } from 'dexie';
import type { StoredFollowed } from '@/model/follow/followed.ts';
import type { LogEntry } from '@/model/logbook/entry.ts';
import type {
  KeptRun,
  Setting,
  StoredBlock,
  StoredLayout,
  StoredListing,
  StoredRepair,
  StoredUniverse,
} from '@/model/rows.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import type { StoredPiece, StoredStudy } from '@/model/studies/stored-study.ts';
import { upgradeRow } from '@/model/upgrade.ts';

/** The newest version of the store that this code knows. */
export const STORE_VERSION = 10;

/** The store of what may be computed again: the runs that were shown last. */
export const SHOWN_RUNS = 'plateau shown runs';

class PlateauDatabase extends Dexie {
  declare listings: EntityTable<StoredListing, 'symbol'>;
  declare blocks: EntityTable<StoredBlock, 'id'>;
  declare universes: EntityTable<StoredUniverse, 'id'>;
  declare sheets: EntityTable<Sheet, 'id'>;
  declare blends: EntityTable<Sheet, 'id'>;
  declare layouts: EntityTable<StoredLayout, 'shape'>;
  declare repairs: EntityTable<StoredRepair, 'id'>;
  declare logbook: EntityTable<LogEntry, 'id'>;
  declare runs: EntityTable<KeptRun, 'id'>;
  declare studies: EntityTable<StoredStudy, 'id'>;
  declare followed: EntityTable<StoredFollowed, 'id'>;
  declare pieces: EntityTable<StoredPiece, 'id'>;
  declare settings: EntityTable<Setting, 'key'>;

  constructor() {
    // What is answered as written is on the disk: a browser that is killed then has lost nothing.
    // What live queries answer is not copied for each of them, only kept from being written to.
    super('plateau', { chromeTransactionDurability: 'strict', cache: 'immutable' });
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
    this.version(7).upgrade(async (change) => {
      for (const table of ['sheets', 'logbook', 'runs']) {
        await change
          .table(table)
          .toCollection()
          .modify((row, place) => {
            place.value = upgradeRow(table, row);
          });
      }
    });
    this.version(8).stores({ blends: 'id' });
    this.version(9).stores({ studies: 'id', pieces: 'id, study' });
    this.version(10).stores({ followed: 'id' });
  }
}

/** The id that a block of a source's had where an update wrote over it; now each is written once, under an id of its own. */
function sourceBlock(source: string, symbol: string): string {
  return `${source}/${symbol}`;
}

export const database = new PlateauDatabase();
