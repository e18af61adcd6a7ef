// Puts sheets into the store as they are typed, and takes in what other tabs put there. The store's sheet is the one truth: it
// has a revision, and who writes reads it first.

import { changedFields, type Merged, mergeSheets, revisionOf } from '@/model/sheet/merge.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { database } from '../database.ts';
import { readOne, soundRows } from '../read.ts';
import { tellTabs } from '../tabs.ts';
import { jot, settle } from './journal.ts';
import { type DraftTable, KINDS } from './tables.ts';

export interface KeeperOf {
  readonly table: DraftTable;
  /** the sheet as it is in this tab now */
  now(id: string): Sheet | undefined;
  /** puts what another tab made of it in its place */
  take(sheet: Sheet): void;
  /** what went wrong with the last writing; undefined when nothing did */
  problem(message: string | undefined): void;
  /** fields that two tabs changed at once */
  conflict(sheet: Sheet, fields: readonly string[]): void;
}

export class Keeper {
  readonly #tab: KeeperOf;
  /** each sheet as this tab last knew it in the store */
  readonly #known = new Map<string, Sheet>();
  readonly #underWay = new Set<string>();
  readonly #waiting = new Set<string>();

  constructor(tab: KeeperOf) {
    this.#tab = tab;
  }

  /** A sheet as it was read from the store. */
  knows(sheet: Sheet): void {
    this.#known.set(sheet.id, sheet);
  }

  /** Puts the sheet, as it is now, into the store; while one write is under way only the newest state waits for its turn. */
  keep(id: string): void {
    const sheet = this.#tab.now(id);
    if (!sheet) return;
    const known = this.#known.get(id);
    jot(this.#tab.table, id, known ? changedFields(known, sheet) : sheet.draft);
    if (this.#underWay.has(id)) {
      this.#waiting.add(id);
      return;
    }
    this.#underWay.add(id);
    this.#write(sheet).then(
      () => this.#written(id, true),
      (error: Error) => {
        this.#tab.problem(wordsFor(error));
        this.#written(id, false);
      },
    );
  }

  #written(id: string, well: boolean): void {
    this.#underWay.delete(id);
    if (well) this.#tab.problem(undefined);
    if (this.#waiting.delete(id)) this.keep(id);
    else if (well) settle(this.#tab.table, id);
  }

  async #write(mine: Sheet): Promise<void> {
    const { id } = mine;
    const { table } = this.#tab;
    const rows = database[table];
    const { merged, written } = await database.transaction('rw', rows, async () => {
      const [stored] = soundRows(table, (await rows.bulkGet([id])).filter(Boolean));
      const merged = this.#merge(this.#known.get(id), mine, stored);
      const written: Sheet = { ...merged.sheet, revision: (stored ? revisionOf(stored) : 0) + 1 };
      await rows.put(written);
      return { merged, written };
    });
    this.#known.set(id, written);
    if (merged.sheet !== mine) {
      const now = this.#tab.now(id);
      this.#tab.take(now && now !== mine ? this.#merge(mine, now, written).sheet : written);
      if (merged.conflicts.length > 0) this.#tab.conflict(written, merged.conflicts);
    }
    tellTabs({ kind: KINDS[table], id });
  }

  /** Takes in a sheet that another tab has written. */
  async hear(id: string): Promise<void> {
    const stored = await readOne(this.#tab.table, id);
    const known = this.#known.get(id);
    if (!stored || (known && revisionOf(known) >= revisionOf(stored))) return;
    this.#known.set(id, stored);
    const mine = this.#tab.now(id);
    if (!mine) return this.#tab.take(stored);
    const { sheet, conflicts } = this.#merge(known, mine, stored);
    this.#tab.take(sheet);
    if (conflicts.length > 0) this.#tab.conflict(sheet, conflicts);
    if (Object.keys(changedFields(stored, sheet)).length > 0) this.keep(id);
  }

  #merge(base: Sheet | undefined, mine: Sheet, theirs: Sheet | undefined): Merged {
    return mergeSheets(base, mine, theirs, Date.now(), crypto.randomUUID());
  }
}

/** Why something was not written, in words. */
function wordsFor(error: Error): string {
  return error.name === 'QuotaExceededError' || /quota/i.test(error.name)
    ? 'the disk or the browser’s share of it is full'
    : error.message;
}
