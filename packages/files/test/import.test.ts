// Bringing tables of bars in: every kind of file, layouts guessed, damage survived.

import { Worker } from 'node:worker_threads';
import { type Bars, createRandom, dayFromIso, isoFromDay } from '@plateau/core';
import { strToU8, zipSync } from 'fflate';
import { afterAll, describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { barsCsv } from '../src/bars-export.ts';
import { barsParquet } from '../src/bars-to-parquet.ts';
import { barsXlsx } from '../src/bars-to-xlsx.ts';
import { unpack } from '../src/import/archive.ts';
import { dayFromCell, guessDateOrder, guessDecimal, numberFromCell } from '../src/import/cells.ts';
import { type Collected, Collector } from '../src/import/collect.ts';
import { symbolOfFile } from '../src/import/file-rows.ts';
import { faultInLayout, guessLayout, type Layout, shapeOf } from '../src/import/layout.ts';
import { cleanSymbol } from '../src/import/symbol.ts';
import { readTable, type Table, type TableKind, tableKind } from '../src/import/tables.ts';
import { guessEncoding } from '../src/import/text.ts';

const day = (iso: string): number => dayFromIso(iso) as number;
const bytes = (text: string): Uint8Array => strToU8(text);

function barsOf(count: number, withFactor = false): Bars {
  const column = (offset: number) => Float64Array.from({ length: count }, (_x, i) => 10 + i / 4 + offset);
  return {
    day: Int32Array.from({ length: count }, (_x, i) => day('2020-01-06') + i),
    open: column(0),
    high: column(1),
    low: column(-1),
    close: column(0.5),
    volume: Float64Array.from({ length: count }, (_x, i) => 1000 + i),
    ...(withFactor ? { factor: new Float64Array(count).fill(0.5) } : {}),
  };
}

async function collect(
  files: readonly (readonly [string, Uint8Array])[],
  change: Partial<Layout> = {},
): Promise<Collected> {
  const collector = new Collector();
  const ofParts = new Collector();
  for (const [path, content] of files) {
    const table = await readTable(tableKind(path) as TableKind, content);
    if (!table.ok) throw new Error(table.message);
    const layout = { ...guessLayout(table.rows.slice(0, 50)), ...change };
    expect(faultInLayout(layout)).toBeUndefined();
    const apart = new Collector();
    for (const file of [collector.file(path, layout), apart.file(path, layout)]) {
      table.rows.forEach((row) => {
        file.row(row);
      });
    }
    ofParts.add(apart.part());
  }
  const collected = collector.finish();
  // Files read apart and put together are the same, but for the order in which things are told.
  const { notes, ...rest } = ofParts.finish();
  const { notes: told, ...same } = collected;
  expect(rest).toEqual(same);
  expect(sorted(notes)).toEqual(sorted(told));
  return collected;
}
const sorted = (notes: Collected['notes']): string[] => notes.map((note) => JSON.stringify(note)).sort();
const one = async (text: string, change?: Partial<Layout>): Promise<Bars> =>
  (await collect([['KELP.csv', bytes(text)]], change)).bars.get('KELP') as Bars;

describe('a cell', () => {
  it.each([
    ['2020-03-05', 'ymd', '2020-03-05'],
    ['2020/3/5', 'ymd', '2020-03-05'],
    ['20200305', 'ymd', '2020-03-05'],
    ['2020-03-05 16:30:00', 'ymd', '2020-03-05'],
    ['2020-03-05T16:30Z', 'ymd', '2020-03-05'],
    ['5.3.2020', 'dmy', '2020-03-05'],
    ['05/03/20', 'dmy', '2020-03-05'],
    ['3/5/2020', 'mdy', '2020-03-05'],
    ['5 Mar 2020', 'dmy', '2020-03-05'],
    ['Mar 5, 2020', 'mdy', '2020-03-05'],
    ['05-Mar-95', 'dmy', '1995-03-05'],
    ['43895', 'serial', '2020-03-05'],
    ['1583366400', 'seconds', '2020-03-05'],
    ['1583366400000', 'seconds', '2020-03-05'],
  ] as const)('%s as %s is the day %s', (cell, order, iso) => {
    expect(isoFromDay(dayFromCell(cell, order) as number)).toBe(iso);
  });

  it.each([
    ['2020-02-30', 'ymd'],
    ['31.04.2020', 'dmy'],
    ['13/13/2020', 'mdy'],
    ['soon', 'ymd'],
    ['', 'ymd'],
    ['1.5', 'dmy'],
    ['x43895', 'serial'],
  ] as const)('%s as %s is no day', (cell, order) => {
    expect(dayFromCell(cell, order)).toBeUndefined();
  });

  it('says its date order when a day past the twelfth does', () => {
    expect(guessDateOrder(['01/02/2020', '13/02/2020']).order).toBe('dmy');
    expect(guessDateOrder(['01/02/2020', '02/13/2020']).order).toBe('mdy');
    expect(guessDateOrder(['20200102']).order).toBe('ymd');
    expect(guessDateOrder(['43895', '43896']).order).toBe('serial');
  });

  it.each([
    ['1,234.5', '.', 1234.5],
    ['1.234,5', ',', 1234.5],
    ['1 234,5', ',', 1234.5],
    ['$12', '.', 12],
    ['3.5%', '.', 3.5],
    ['1e3', '.', 1000],
    ['-4', '.', -4],
    ['12a', '.', Number.NaN],
    ['', '.', Number.NaN],
    ['=1+1', '.', Number.NaN],
  ] as const)('%s with %s is the number %s', (cell, decimal, value) => {
    expect(numberFromCell(cell, decimal)).toBe(value);
  });

  it('shows whether commas are decimals', () => {
    expect(guessDecimal(['12,5', '3,25'])).toBe(',');
    expect(guessDecimal(['12.5', '1,234.5'])).toBe('.');
    expect(guessDecimal(['1,234', '5,678'])).toBe('.');
  });

  it.each([
    ['folder/ KELP.csv', 'KELP'],
    ['../../etc/pass wd.csv', 'pass-wd'],
    ['<img src=x>.csv', 'img-src-x'],
    ['C:\\data\\TIDE.V.CSV', 'TIDE.V'],
    ['=HYPERLINK().xlsx', 'HYPERLINK'],
  ])('file %s is the symbol %s', (path, symbol) => {
    expect(symbolOfFile(path)).toBe(symbol);
  });

  it('of a symbol keeps letters, digits and the signs that rules allow', () => {
    expect(cleanSymbol(' KLP.B ')).toBe('KLP.B');
    expect(cleanSymbol('a"b\'c;d')).toBe('a-b-c-d');
    expect(cleanSymbol('x'.repeat(99))).toHaveLength(32);
  });
});

describe('a layout is guessed', () => {
  it('for one instrument with a header in any order, case and language of numbers', async () => {
    const bars = await one(
      'Volume;CLOSE;Datum;Low;High;Open\n1.000;10,5;06.01.2020;9;11;10\n2.000;11,5;13.01.2020;10;12;11\n',
    );
    expect([...bars.day]).toEqual([day('2020-01-06'), day('2020-01-13')]);
    expect([...bars.close]).toEqual([10.5, 11.5]);
    expect([...bars.volume]).toEqual([1000, 2000]);
  });

  it.each([',', ';', '\t', '|'])('with cells between %j, whatever the decimals', async (mark) => {
    const decimal = mark === ',' ? '.' : ',';
    const rows = [
      ['Day', 'Open', 'High', 'Low', 'Close'],
      ['06.01.2020', '10_5', '11', '10', '10_75'],
      ['13.01.2020', '10_5', '11', '10', '10_25'],
    ];
    const bars = await one(rows.map((row) => row.join(mark).replace(/_/g, decimal)).join('\n'));
    expect([...bars.close]).toEqual([10.75, 10.25]);
  });

  it('without a header, by place', async () => {
    const bars = await one('20200106,10,11,9,10.5,100\n20200107,11,12,10,11.5,200\n');
    expect([...bars.high]).toEqual([11, 12]);
    expect([...bars.volume]).toEqual([100, 200]);
  });

  it('below titles and notes', async () => {
    const bars = await one(
      'Prices of the Isles\n\nDate,Open,High,Low,Close\n2020-01-06,10,11,9,10\n2020-01-07,10,11,9,10\n',
    );
    expect(bars.day.length).toBe(2);
  });

  it('for one long table with a symbol column', async () => {
    const { bars } = await collect([
      [
        'all.csv',
        bytes(
          'Ticker,Date,Open,High,Low,Close,Volume\nB,2020-01-06,1,2,1,2,5\nA,2020-01-06,3,4,3,4,6\nB,2020-01-07,2,2,1,1,7\n',
        ),
      ],
    ]);
    expect([...bars.keys()]).toEqual(['A', 'B']);
    expect([...(bars.get('B') as Bars).close]).toEqual([2, 1]);
  });

  it('for a long table without a header', async () => {
    const { bars } = await collect([['all.csv', bytes('A,2020-01-06,1,2,1,2,5\nB,2020-01-06,3,4,3,4,6\n')]]);
    expect([...bars.keys()]).toEqual(['A', 'B']);
  });

  it('for one wide table of closes, where an empty cell is no bar', async () => {
    const { bars } = await collect([['closes.csv', bytes('Date,A,B\n2020-01-06,10,\n2020-01-07,11,5\n')]]);
    expect([...(bars.get('A') as Bars).close]).toEqual([10, 11]);
    expect([...(bars.get('B') as Bars).day]).toEqual([day('2020-01-07')]);
  });

  it('for a gauge or a rate: one number a day', async () => {
    const bars = await one('date,value\n2020-01-06,1.5\n2020-01-07,1.6\n');
    expect([...bars.high]).toEqual([1.5, 1.6]);
    expect([...bars.volume]).toEqual([0, 0]);
  });

  it('and told apart from other shapes by its header', () => {
    const rows = [
      ['Date', 'Close'],
      ['2020-01-06', '1'],
    ];
    const layout = guessLayout(rows);
    expect(shapeOf(rows, layout)).toBe('date | close');
    expect(faultInLayout({ ...layout, roles: ['ignore', 'close'] })).toContain('date');
    expect(faultInLayout({ ...layout, roles: ['date', 'ignore'] })).toContain('close');
    expect(faultInLayout({ ...layout, roles: ['date', 'close', 'close'] })).toContain('Two columns');
    expect(faultInLayout({ ...layout, shape: 'long' })).toContain('symbol');
  });
});

describe('rows', () => {
  it('are sorted, repeated days replaced by the last, and the report says so', async () => {
    const { bars, notes } = await collect([
      ['KELP.csv', bytes('Date,Close\n2020-01-08,3\n2020-01-06,1\n2020-01-08,4\n')],
    ]);
    expect([...(bars.get('KELP') as Bars).close]).toEqual([1, 4]);
    expect(notes).toEqual([
      {
        file: '',
        symbol: 'KELP',
        kind: 'changed',
        message: 'sorted by day; 1 rows repeated a day, the last of each kept',
      },
    ]);
  });

  it('that are unsound are refused with line and reason, the others read', async () => {
    const { bars, rows, refused, notes } = await collect([
      [
        'KELP.csv',
        bytes(
          'Date,Open,High,Low,Close\n2020-01-06,10,11,9,10\nnever,1,1,1,1\n2020-01-07,10,8,9,10\n2020-01-08,10,11,9,x\n2020-01-09,10,11,9,10\n',
        ),
      ],
    ]);
    expect((bars.get('KELP') as Bars).day.length).toBe(2);
    expect([rows, refused]).toEqual([5, 3]);
    expect(notes.map(({ line, message }) => [line, message])).toEqual([
      [3, '“never” is no date'],
      [4, '2020-01-07: the high 8 is below the low 9'],
      [5, '2020-01-08: a price is missing, zero or negative'],
    ]);
  });

  it('are adjusted by an adjusted close, by splits and by dividends', async () => {
    const adjusted = await one(
      'Date,Open,High,Low,Close,Adj Close,Volume\n2020-01-06,100,110,90,100,50,10\n2020-01-07,50,55,45,50,50,20\n',
    );
    expect([...adjusted.open]).toEqual([50, 50]);
    expect([...adjusted.volume]).toEqual([20, 20]);
    expect([...(adjusted.factor as Float64Array)]).toEqual([0.5, 1]);
    const split = await one(
      'Date,Close,Volume,Split\n2020-01-06,100,10,\n2020-01-07,50,20,2\n2020-01-08,51,20,1\n',
    );
    expect([...split.close]).toEqual([50, 50, 51]);
    expect([...split.volume]).toEqual([20, 20, 20]);
    const dividend = await one('Date,Close,Volume,Dividends\n2020-01-06,100,10,0\n2020-01-07,99,20,1\n');
    expect([...dividend.close]).toEqual([99, 99]);
  });
});

describe('a list of splits and dividends', () => {
  const list = bytes(
    'Ticker,Date,Split,Dividend\nKELP,2020-01-08,2:1,\nKELP,2020-01-09,,0.5\nREEF,2020-01-08,1/4,\n',
  );

  it('is told by its columns, and adjusts the bars that come with it', async () => {
    const prices = bytes('Date,Close\n2020-01-07,20\n2020-01-08,10\n2020-01-10,9.5\n');
    const { bars, events, refused } = await collect([
      ['KELP.csv', prices],
      ['actions.csv', list],
    ]);
    // The dividend's day has no bar: it counts on the next, as a share of the close of the 8th.
    const share = 1 - 0.5 / 10;
    expect([...(bars.get('KELP')?.close ?? [])]).toEqual([20 * share * 0.5, 10 * share, 9.5]);
    expect(refused).toBe(0);
    expect(events).toEqual([{ symbol: 'REEF', day: day('2020-01-08'), split: 0.25, dividend: 0 }]);
  });

  it('refuses what is no ratio', async () => {
    const text = 'Symbol,Date,Split\nKELP,2020-01-08,two\nKELP,2020-01-09,1:2:3\nKELP,2020-01-10,-2\n';
    const { events, refused } = await collect([['splits.csv', bytes(text)]]);
    expect([events, refused]).toEqual([[], 3]);
  });

  it('needs a column that is one', () => {
    const layout: Layout = {
      shape: 'events',
      header: true,
      skip: 0,
      dates: 'ymd',
      decimal: '.',
      roles: ['symbol', 'date', 'ignore'],
    };
    expect(faultInLayout(layout)).toContain('split or the dividend');
    expect(faultInLayout({ ...layout, roles: ['symbol', 'date', 'split'] })).toBeUndefined();
  });
});

describe('the mark between cells', () => {
  it('is guessed, or the one that is asked for', async () => {
    const text = bytes('a b;c\n1 2;3\n');
    expect(await readTable('csv', text)).toMatchObject({ rows: [['a b', 'c'], ['1 2', '3'], ['']] });
    expect(await readTable('csv', text, { separator: ' ' })).toMatchObject({
      rows: [['a', 'b;c'], ['1', '2;3'], ['']],
    });
  });
});

describe('a file', () => {
  it.each([false, true])(
    'of every kind gives back what was written, bar for bar (with factor: %s)',
    async (factor) => {
      const bars = barsOf(40, factor);
      for (const [path, content] of [
        ['KELP.csv', bytes(barsCsv(bars))],
        ['KELP.xlsx', await barsXlsx(bars)],
        ['KELP.parquet', barsParquet(bars)],
      ] as const) {
        expect((await collect([[path, content]])).bars.get('KELP'), path).toEqual(bars);
      }
    },
  );

  it.each(['\n', '\r\n', '\r'])(
    'may be UTF-8, UTF-16 with its mark, or Windows text, its lines ended by %j',
    async (end) => {
      const text = ['Date,Close,Größe', '2020-01-06,1,x', '2020-01-07,2,y', ''].join(end);
      const codes = Uint16Array.from(text, (c) => c.charCodeAt(0));
      for (const content of [
        bytes(text),
        bytes(`\ufeff${text}`),
        new Uint8Array([0xff, 0xfe, ...new Uint8Array(codes.buffer)]),
        Uint8Array.from(codes),
      ]) {
        const { bars } = await collect([['KELP.csv', content]]);
        expect([...(bars.get('KELP') as Bars).close]).toEqual([1, 2]);
      }
    },
  );

  it('shows its encoding in its first bytes, also when they end within a letter', () => {
    expect(guessEncoding(bytes('Größe').slice(0, 3))).toBe('utf-8');
    expect(guessEncoding(Uint8Array.from('Größe,', (c) => c.charCodeAt(0)))).toBe('windows-1252');
    expect(guessEncoding(Uint8Array.of(0xfe, 0xff, 0, 65))).toBe('utf-16be');
  });

  it('that is empty, binary, or no workbook is refused in words', async () => {
    for (const [kind, content, why] of [
      ['csv', new Uint8Array(0), 'empty'],
      ['csv', bytes('a\u0000b'), 'binary'],
      ['csv', bytes(`Date,Close\n"${'x'.repeat(20_000)}`), 'quote'],
      ['xlsx', bytes('nonsense'), 'damaged'],
      ['parquet', bytes('nonsense'), 'damaged'],
    ] as const) {
      const table = await readTable(kind, content);
      expect(!table.ok && table.message).toContain(why);
    }
  });
});

describe('an archive', () => {
  const csv = bytes('Date,Close\n2020-01-06,1\n');

  it('gives its tables and names what it leaves', async () => {
    const zip = zipSync({ 'a/KELP.csv': csv, 'note.md': bytes('hello'), '.hidden/X.csv': csv });
    const found = unpack(zip, (path) => tableKind(path) !== undefined);
    expect(found.ok && found.entries.map(({ path }) => path)).toEqual(['a/KELP.csv']);
    expect(found.ok && found.skipped).toEqual(['note.md']);
  });

  it('has paths made harmless', async () => {
    const zip = zipSync({ '../../up/KELP.csv': csv, '/root/TIDE.csv': csv, 'C:\\x\\GLASS.csv': csv });
    const found = unpack(zip, () => true);
    expect(found.ok && found.entries.map(({ path }) => path)).toEqual([
      'up/KELP.csv',
      'root/TIDE.csv',
      'x/GLASS.csv',
    ]);
  });

  it('that would fill the memory is refused before it does', async () => {
    const bomb = zipSync({ 'BOMB.csv': new Uint8Array(30_000_000) }, { level: 9 });
    const found = unpack(bomb, () => true);
    expect(!found.ok && found.message).toContain('times its size');
  });

  it('that is damaged is refused', async () => {
    for (const damaged of [bytes('PK nonsense'), new Uint8Array(0), zipSync({ 'A.csv': csv }).slice(0, 40)]) {
      expect(unpack(damaged, () => true)).toMatchObject({ ok: false });
    }
  });
});

/** A damaged Parquet file may keep its reader busy for ever; the page ends such a worker, and so does this. */
class Patient {
  #thread: Promise<Worker> | undefined;

  async read(kind: TableKind, content: Uint8Array): Promise<Table> {
    if (kind !== 'parquet') return readTable(kind, content);
    this.#thread ??= this.#begin();
    // Its patience begins when the thread has: on a busy machine that alone takes seconds.
    const thread = await this.#thread;
    return new Promise((resolve) => {
      const giveUp = setTimeout(() => {
        void this.end();
        resolve({ ok: false, message: 'reading it never ended' });
      }, 4000);
      thread.once('message', (table: Table) => {
        clearTimeout(giveUp);
        resolve(table);
      });
      thread.postMessage({ kind, bytes: content });
    });
  }

  #begin(): Promise<Worker> {
    const thread = new Worker(new URL('./read-table.thread.mjs', import.meta.url));
    return new Promise((resolve) => thread.once('message', () => resolve(thread)));
  }

  async end(): Promise<void> {
    const thread = this.#thread;
    this.#thread = undefined;
    await (await thread)?.terminate();
  }
}

describe('damaged files', () => {
  const patient = new Patient();
  afterAll(() => patient.end());

  it('each give bars that are sound, or words, and never a crash', async () => {
    const next = createRandom(20_260_101);
    const pick = (n: number): number => next() % n;
    const bars = barsOf(30, true);
    const long = bytes(
      `Symbol,Date,Open,High,Low,Close\n${Array.from({ length: 30 }, (_x, i) => `"A${i % 3}",${isoFromDay(18_000 + i)},10,11,9,10.5`).join('\n')}`,
    );
    const sound: readonly (readonly [string, Uint8Array])[] = [
      ['KELP.csv', bytes(barsCsv(bars))],
      ['ALL.csv', long],
      ['KELP.xlsx', await barsXlsx(bars)],
      ['KELP.parquet', barsParquet(bars)],
      ['KELP.zip', zipSync({ 'KELP.csv': bytes(barsCsv(bars)) })],
    ];
    const inserted = [
      '"',
      ';',
      '\r',
      '\u0000',
      '=cmd()',
      '<script>',
      '\ufeff',
      '9'.repeat(400),
      ',,,,',
      'NaN',
      '-',
      '\n\n',
    ];
    let outcomes = 0;
    for (let k = 0; k < cases(2000); k++) {
      const [path, whole] = sound[k % sound.length] as (typeof sound)[number];
      let content = whole.slice();
      switch (pick(5)) {
        case 0:
          content = content.slice(0, pick(content.length));
          break;
        case 1:
          for (let n = 0; n <= pick(8); n++) content[pick(content.length)] = pick(256);
          break;
        case 2: {
          const at = pick(content.length);
          const piece = bytes(inserted[pick(inserted.length)] ?? '');
          content = Uint8Array.from([...content.slice(0, at), ...piece, ...content.slice(at)]);
          break;
        }
        case 3:
          content = Uint8Array.from([...content, ...content.slice(pick(content.length))]);
          break;
        default:
          content = content.slice(pick(content.length));
      }
      const files = path.endsWith('.zip')
        ? unpack(content, () => true)
        : { ok: true as const, entries: [{ path, bytes: content }] };
      if (!files.ok) {
        expect(files.message.length).toBeGreaterThan(5);
        outcomes++;
        continue;
      }
      for (const entry of files.entries) {
        const kind = tableKind(entry.path);
        const table = kind
          ? await patient.read(kind, entry.bytes)
          : { ok: false as const, message: 'no table' };
        if (!table.ok) {
          expect(table.message.length).toBeGreaterThan(5);
          continue;
        }
        const layout = guessLayout(table.rows.slice(0, 50));
        if (faultInLayout(layout) !== undefined) continue;
        const collector = new Collector();
        const file = collector.file(entry.path, layout);
        table.rows.forEach((row) => {
          file.row(row);
        });
        for (const [symbol, its] of collector.finish().bars) {
          expect(symbol).toMatch(/^[\p{L}\p{N}_^][\p{L}\p{N}_.&^-]*$/u);
          for (let i = 0; i < its.day.length; i++) {
            expect(i === 0 || (its.day[i] as number) > (its.day[i - 1] as number)).toBe(true);
            expect((its.low[i] as number) > 0 && (its.high[i] as number) >= (its.low[i] as number)).toBe(
              true,
            );
            expect(Number.isFinite(its.close[i])).toBe(true);
          }
        }
      }
      outcomes++;
    }
    expect(outcomes).toBe(cases(2000));
  }, 600_000);
});
