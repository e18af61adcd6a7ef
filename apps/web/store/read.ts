// Rows out of the store: those that can be read, and the others named and set aside, where the trader can save and remove them.

import Dexie, { type Table } from 'dexie';
import { create } from 'zustand';
import { rowsByKey } from './by-key.ts';
import { database } from './database.ts';
import { type Rows, readRow, TABLES, type TableName } from './rows.ts';

export interface SetAside {
  readonly table: TableName;
  readonly key: string;
  readonly why: string;
  readonly row: unknown;
}

/** The rows that could not be read, by table and key. */
export const useSetAside = create<{ readonly rows: ReadonlyMap<string, SetAside> }>(() => ({
  rows: new Map(),
}));

const nameOf = (table: TableName, key: string): string => `${table} ${key}`;

function setAside(one: SetAside): void {
  const { rows } = useSetAside.getState();
  const name = nameOf(one.table, one.key);
  if (rows.get(name)?.why === one.why) return;
  useSetAside.setState({ rows: new Map(rows).set(name, one) });
}

/** Removes a row that could not be read from the store. */
export async function removeSetAside({ table, key }: SetAside): Promise<void> {
  await tableOf(table).delete(key);
  const rows = new Map(useSetAside.getState().rows);
  rows.delete(nameOf(table, key));
  useSetAside.setState({ rows });
}

function tableOf(table: TableName): Table<unknown, string> {
  return database.table(table);
}

/** The rows that are what they must be; each of the others is set aside. */
export function soundRows<K extends TableName>(table: K, rows: readonly unknown[]): Rows[K][] {
  return rows.flatMap((row) => {
    const read = readRow(table, row);
    if (read.ok) return [read.row];
    const key = String((row as Record<string, unknown> | null)?.[TABLES[table].key] ?? '');
    setAside({ table, key, why: read.why, row });
    return [];
  });
}

/** Rows that are held against their schema in one go: a few milliseconds of the page's thread. */
const SLICE = 256;

/** All rows of a table that can be read; of thousands a slice at a time, so that the page answers meanwhile. */
export async function readAll<K extends TableName>(table: K): Promise<Rows[K][]> {
  const rows = await tableOf(table).toArray();
  // A transaction ends where it is not asked anything.
  if (rows.length <= SLICE || Dexie.currentTransaction) return soundRows(table, rows);
  const sound: Rows[K][] = [];
  for (let from = 0; from < rows.length; from += SLICE) {
    if (from > 0) await new Promise((resolve) => setTimeout(resolve));
    sound.push(...soundRows(table, rows.slice(from, from + SLICE)));
  }
  return sound;
}

/** The rows whose index holds one of the values. */
export async function readWhere<K extends TableName>(
  table: K,
  index: string,
  values: readonly string[],
): Promise<Rows[K][]> {
  return soundRows(
    table,
    await tableOf(table)
      .where(index)
      .anyOf([...values])
      .toArray(),
  );
}

/** Rows by their keys; undefined where there is none that can be read. */
export async function readEach<K extends TableName>(
  table: K,
  keys: readonly string[],
): Promise<(Rows[K] | undefined)[]> {
  return (await rowsByKey(tableOf(table), keys)).map((row) =>
    row === undefined ? undefined : soundRows(table, [row])[0],
  );
}

/** One row by its key; undefined when there is none that can be read. */
export async function readOne<K extends TableName>(table: K, key: string): Promise<Rows[K] | undefined> {
  const [row] = await readEach(table, [key]);
  return row;
}
