// Files that others' writers made, of the same 30 bars as as.csv: each comes in as those.

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { readBarsCsv } from '../src/bars-csv.ts';
import { readBarsTable } from '../src/bars-table.ts';
import { Collector } from '../src/import/collect.ts';
import { gunzip, unpackedPath } from '../src/import/gunzip.ts';
import { guessLayout } from '../src/import/layout.ts';
import { readTable, type TableChoice, tableKind } from '../src/import/tables.ts';
import { sheetNames } from '../src/import/workbook-size.ts';
import { readUniverseCsv } from '../src/universe-csv.ts';

const folder = join(import.meta.dirname, 'others');
const bytesOf = (name: string): Uint8Array => new Uint8Array(readFileSync(join(folder, name)));
const text = readFileSync(join(folder, 'as.csv'), 'utf8');
const read = readBarsCsv(text, 'as.csv');
if (!read.ok) throw new Error('no bars');
const bars = read.value;

/** As the import does. */
async function imported(path: string, content: Uint8Array, choice?: TableChoice) {
  const table = await readTable(tableKind(path) ?? 'csv', content, choice);
  if (!table.ok) throw new Error(table.message);
  const collector = new Collector();
  const file = collector.file(path, guessLayout(table.rows.slice(0, 40)));
  for (const row of table.rows) file.row(row);
  return collector.finish();
}

describe('Parquet', () => {
  const files = readdirSync(folder).filter((name) => name.endsWith('.parquet'));

  it('comes with each kind of day and of packing', () => {
    expect(files.length).toBe(12);
  });

  it.each(files)('%s is imported', async (name) => {
    const { bars: found, refused } = await imported(name, bytesOf(name));
    expect(refused).toBe(0);
    expect(found.get(name.replace('.parquet', ''))).toEqual(bars);
  });

  it.each(files)('%s is read as one instrument’s bars', async (name) => {
    expect(await readBarsTable(bytesOf(name), name)).toEqual({ ok: true, value: bars });
  });
});

describe('a packed table', () => {
  const packed = bytesOf('packed.csv.gz');

  it('is unpacked', () => {
    expect(unpackedPath('a/KELP.csv.gz')).toBe('a/KELP.csv');
    expect(unpackedPath('KELP.csv')).toBeUndefined();
    expect(new TextDecoder().decode(gunzip(packed))).toBe(text);
  });

  it('may have several members, one after the other', () => {
    const twice = new Uint8Array([...packed, ...packed]);
    expect(new TextDecoder().decode(gunzip(twice))).toBe(text + text);
  });

  it('that is cut short or none is refused', () => {
    expect(() => gunzip(packed.slice(0, 200))).toThrow();
    expect(() => gunzip(new TextEncoder().encode('Date,Close'))).toThrow();
  });
});

describe('a workbook with several sheets', () => {
  const workbook = bytesOf('two-sheets.xlsx');

  it('names them, and the one that is asked for is read', async () => {
    expect(sheetNames(workbook)).toEqual(['Notes', 'Prices & more']);
    const { bars: found } = await imported('KELP.xlsx', workbook, { sheet: 'Prices & more' });
    expect(found.get('KELP')).toEqual(bars);
    expect(await readTable('xlsx', workbook)).toMatchObject({
      rows: [['made by hand'], ['nothing of prices']],
    });
    expect(await readTable('xlsx', workbook, { sheet: 'Gone' })).toMatchObject({ ok: false });
  });
});

describe('a symbol that is written otherwise', () => {
  const long = (symbols: readonly string[]): Uint8Array =>
    new TextEncoder().encode(
      `Symbol,Date,Close\n${symbols.map((symbol, k) => `${symbol},2021-03-0${k + 1},10`).join('\n')}\n`,
    );

  it('is told once', async () => {
    const { notes, bars: found } = await imported('ALL.csv', long(['KE LP', 'KE LP', 'REEF']));
    expect([...found.keys()]).toEqual(['KE-LP', 'REEF']);
    expect(notes.map(({ message }) => message)).toEqual(['“KE LP” is called KE-LP here']);
  });

  it('is told where two become one', async () => {
    const { notes } = await imported('ALL.csv', long(['KE-LP', 'KE LP']));
    expect(notes.map(({ line, message }) => [line, message])).toEqual([
      [3, '“KE-LP” and “KE LP” are both KE-LP here: one instrument'],
    ]);
  });

  it('is told of a file’s name too', async () => {
    const { notes, bars: found } = await imported('my kelp.csv', new TextEncoder().encode(text));
    expect([...found.keys()]).toEqual(['my-kelp']);
    expect(notes[0]?.message).toBe('“my kelp” is called my-kelp here');
  });
});

describe('a plain list of symbols', () => {
  it('is a universe', () => {
    expect(readUniverseCsv('KELP\nREEF\n\nSHOAL.B\n', 'list.txt')).toEqual({
      ok: true,
      value: [{ symbol: 'KELP' }, { symbol: 'REEF' }, { symbol: 'SHOAL.B' }],
    });
    expect(readUniverseCsv('Ticker\nKELP\n', 'list.csv')).toEqual({ ok: true, value: [{ symbol: 'KELP' }] });
    expect(readUniverseCsv('KELP, REEF, SHOAL\n', 'list.txt')).toMatchObject({
      ok: true,
      value: { length: 3 },
    });
  });

  it('is none where it has a header that lacks the symbol, or words', () => {
    for (const other of ['name,from\nKelp,2020-01-01\n', 'these are words\n', 'KELP\nKELP works\n']) {
      expect(readUniverseCsv(other, 'x.csv')).toMatchObject({ ok: false });
    }
  });
});
