// Files made to break the readers, each by name, and damaged ones from a seed: every one is read or refused in
// words, within a time and a memory that are watched.

import { Worker } from 'node:worker_threads';
import { type Bars, createRandom, dayFromIso, isoFromDay } from '@plateau/core';
import { strToU8, zipSync } from 'fflate';
import { afterAll, describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { patience } from '../../../testing/patience.ts';
import { barsCsv } from '../src/bars-export.ts';
import { barsParquet } from '../src/bars-to-parquet.ts';
import { barsXlsx } from '../src/bars-to-xlsx.ts';
import { WorkspaceWriter } from '../src/workspace.ts';
import type { Reader } from './read-any.ts';

/** For what its library may read for ever once it is damaged; the page ends its worker then, and so does this. */
const PATIENCE_WITH_LIBRARIES = 2500;
/** Megabytes that a thread may hold; the page's own limits are of this size. */
const MEMORY = 700;

interface Answer {
  readonly said?: string;
  readonly thrown?: string;
}

/** A thread that is ended, and begun anew, when a file keeps it too long. */
class Bounded {
  #thread: Worker | undefined;

  async read(how: Reader, path: string, content: Uint8Array, wait: number): Promise<Answer> {
    this.#thread ??= await this.#begin();
    const thread = this.#thread;
    return new Promise((resolve) => {
      const end = (answer: Answer): void => {
        clearTimeout(timer);
        thread.off('message', end).off('error', failed);
        if (!answer.said) {
          void thread.terminate();
          this.#thread = undefined;
        }
        resolve(answer);
      };
      const failed = (error: Error): void => end({ thrown: `the thread ended: ${error.message}` });
      const timer = setTimeout(() => end({ thrown: 'it took too long' }), wait);
      thread.once('message', end);
      thread.once('error', failed);
      thread.postMessage({ how, path, content });
    });
  }

  #begin(): Promise<Worker> {
    const thread = new Worker(new URL('./hostile.thread.mjs', import.meta.url), {
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    });
    return new Promise((resolve, reject) => {
      thread.once('message', () => resolve(thread));
      thread.once('error', reject);
    });
  }

  async end(): Promise<void> {
    await this.#thread?.terminate();
  }
}

const bytes = strToU8;
const bounded = new Bounded();
afterAll(() => bounded.end());

const HEADER = 'Date,Open,High,Low,Close,Volume';
const row = (i: number): string => `${isoFromDay(18_000 + i)},10,11,9,10.5,100`;

/** A sheet of a workbook as its own XML, for what no library would write. */
function workbook(sheet: string): Uint8Array {
  const xml = (text: string): Uint8Array => bytes(`<?xml version="1.0" encoding="UTF-8"?>${text}`);
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const rel = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const pack = 'http://schemas.openxmlformats.org/package/2006';
  return zipSync({
    '[Content_Types].xml': xml(
      `<Types xmlns="${pack}/content-types"><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>`,
    ),
    '_rels/.rels': xml(
      `<Relationships xmlns="${pack}/relationships"><Relationship Id="rId1" Type="${rel}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ),
    'xl/workbook.xml': xml(
      `<workbook xmlns="${main}" xmlns:r="${rel}"><sheets><sheet name="S" sheetId="1" r:id="rId1"/></sheets></workbook>`,
    ),
    'xl/_rels/workbook.xml.rels': xml(
      `<Relationships xmlns="${pack}/relationships"><Relationship Id="rId1" Type="${rel}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    ),
    'xl/worksheets/sheet1.xml': xml(`<worksheet xmlns="${main}"><sheetData>${sheet}</sheetData></worksheet>`),
  });
}

const cell = (name: string, text: string): string =>
  `<c r="${name}" t="inlineStr"><is><t>${text}</t></is></c>`;
const sheetRow = (n: number, cells: readonly string[]): string =>
  `<row r="${n}">${cells.map((text, k) => cell(`${String.fromCharCode(65 + k)}${n}`, text)).join('')}</row>`;
const sound = [HEADER, row(0), row(1)].map((line, k) => sheetRow(k + 1, line.split(','))).join('');

const runFile = (parts: object): Uint8Array =>
  bytes(
    JSON.stringify({
      format: 'plateau-run/1',
      name: 'kept',
      at: 1,
      strategy: { format: 'plateau-strategy/2', name: 'kept', long: { enter: 'always', exit: 'never' } },
      benchmark: 'IX',
      universe: { id: 'u', name: 'u', members: [] },
      data: '',
      engine: '',
      summary: { figures: {} },
      tried: [],
      ...parts,
    }),
  );
const nested = (depth: number): string => `${'['.repeat(depth)}1${']'.repeat(depth)}`;
const workspace = (json: string): Uint8Array => zipSync({ 'workspace.json': bytes(json) });

const crafted: readonly (readonly [string, Reader, string, () => Uint8Array, RegExp])[] = [
  [
    'a table of 100,000 columns',
    'import',
    'wide.csv',
    () => bytes(`Date,${'KELP,'.repeat(100_000)}\n2020-01-06,${'1,'.repeat(100_000)}\n`),
    /^refused: .*10,000 columns/,
  ],
  [
    'a table of 9,000 columns',
    'import',
    'wide.csv',
    () => {
      const names = Array.from({ length: 9000 }, (_x, k) => `S${k}`).join(',');
      const line = (i: number): string => `${isoFromDay(18_000 + i)}${',5.5'.repeat(9000)}`;
      return bytes(`Date,${names}\n${Array.from({ length: 30 }, (_x, i) => line(i)).join('\n')}\n`);
    },
    /^read: 9000 instruments/,
  ],
  [
    'half a million symbols, a row each',
    'import',
    'long.csv',
    () =>
      bytes(
        `Symbol,Date,Close\n${Array.from({ length: 500_000 }, (_x, k) => `S${k},2020-01-06,5`).join('\n')}\n`,
      ),
    /^(read: 50000 instruments; )?.*over 50,000 instruments/,
  ],
  [
    'twenty megabytes of quotes',
    'import',
    'q.csv',
    () => new Uint8Array(20e6).fill(0x22),
    /^refused: .*quote/,
  ],
  [
    'an open quote before twenty megabytes of rows',
    'import',
    'q.csv',
    () => bytes(`${HEADER}\n${row(0)}\n"${`${row(1)}\n`.repeat(500_000)}`),
    /quote left open/,
  ],
  [
    'ten megabytes of line ends',
    'import',
    'n.csv',
    () => new Uint8Array(10e6).fill(0x0a),
    /^refused: .*empty lines/,
  ],
  [
    'ten megabytes of line ends, as bars',
    'bars',
    'n.csv',
    () => new Uint8Array(10e6).fill(0x0a),
    /^refused: /,
  ],
  [
    'a workbook with a million empty rows',
    'import',
    'KELP.xlsx',
    () => workbook(sound + Array.from({ length: 1_000_000 }, (_x, k) => `<row r="${k + 4}"/>`).join('')),
    /^read: 1 instruments/,
  ],
  [
    'a workbook with 150,000 rows',
    'import',
    'KELP.xlsx',
    () => workbook(Array.from({ length: 150_000 }, (_x, k) => sheetRow(k + 1, ['1'])).join('')),
    /^refused: .*150,000 rows; 100,000 are read/,
  ],
  [
    'a workbook that unpacks to a thousandfold',
    'import',
    'KELP.xlsx',
    () => workbook(' '.repeat(60e6)),
    /^refused: .*unpacks to more/,
  ],
  [
    'a zip of 40,000 tables',
    'import',
    'all.zip',
    () => zipSync(Object.fromEntries(Array.from({ length: 40_000 }, (_x, k) => [`S${k}.csv`, bytes('a')]))),
    /^refused: .*20,000 tables/,
  ],
  [
    'a zip with an entry named __proto__.csv',
    'import',
    'all.zip',
    () => zipSync({ ['__proto__.csv' as string]: bytes(`${HEADER}\n${row(0)}\n`) }),
    /^read: 1 instruments/,
  ],
  [
    'columns named after parts of objects',
    'import',
    'o.csv',
    () => bytes(`Date,constructor,__proto__,toString\n2020-01-06,1,2,3\n2020-01-07,1,2,3\n`),
    /^read: 3 instruments/,
  ],
  [
    'a universe of a million rows',
    'universe',
    'u.csv',
    () => bytes(`symbol\n${Array.from({ length: 1_000_000 }, (_x, k) => `S${k}`).join('\n')}\n`),
    /^refused: .*100,000 rows; this one has 1,000,00/,
  ],
  [
    'a run file with a million members',
    'run',
    'r.json',
    () => {
      const members = Array.from({ length: 1_000_000 }, (_x, k) => ({ symbol: `S${k}` }));
      return runFile({ universe: { id: 'u', name: 'u', members } });
    },
    /^refused: /,
  ],
  [
    'a run file whose summary nests 100,000 deep',
    'run',
    'r.json',
    () =>
      bytes(
        new TextDecoder().decode(runFile({})).replace('"figures":{}', `"figures":{"a":${nested(100_000)}}`),
      ),
    /^refused: .*nests deeper/,
  ],
  [
    'a strategy that nests 100,000 deep',
    'strategy',
    's.json',
    () => bytes(nested(100_000)),
    /^refused: .*nests deeper/,
  ],
  [
    'a workspace that nests 100,000 deep',
    'workspace',
    'w.zip',
    () => workspace(nested(100_000)),
    /^refused: .*nests deeper/,
  ],
  [
    'a workspace of random bytes',
    'workspace',
    'w.zip',
    () => {
      const next = createRandom(7);
      return Uint8Array.from({ length: 100_000 }, () => next() % 256);
    },
    /^refused: The file is no zip/,
  ],
  [
    'a workspace that unpacks to a thousandfold',
    'workspace',
    'w.zip',
    () => workspace(' '.repeat(60e6)),
    /^refused: .*unpacks to more/,
  ],
  [
    'a workspace that promises four gigabytes',
    'workspace',
    'w.zip',
    () => {
      // The size that the zip's directory tells, 22 bytes into the entry before its name.
      const zip = workspace('{}');
      const at = zip.findLastIndex((_b, i) => zip[i] === 0x50 && zip[i + 1] === 0x4b && zip[i + 2] === 1);
      new DataView(zip.buffer, zip.byteOffset).setUint32(at + 24, 0xfffffff0, true);
      return zip;
    },
    /^refused: /,
  ],
  ...(
    [
      ['a split of 1:0', 'Date,Close,Split', '2020-01-07,10,1:0', /the split Infinity is none/],
      ['a split of 1e300', 'Date,Close,Split', '2020-01-07,10,1e300', /the split 1e\+300 is none/],
      ['an adjusted close of 1e300', 'Date,Close,Adj Close', '2020-01-07,10,1e300', /beyond any split/],
      ['an adjusted close of 1e-300', 'Date,Close,Adj Close', '2020-01-07,10,1e-300', /beyond any split/],
      [
        'a dividend above the price',
        'Date,Close,Dividends',
        '2020-01-07,10,50',
        /the dividend 50 is not below/,
      ],
      ['a price of 1e300', 'Date,Close', '2020-01-07,1e300', /1e\+300 is beyond any market/],
      ['a denormal price', 'Date,Close', '2020-01-07,5e-324', /5e-324 is beyond any market/],
      ['a volume of 1e300', 'Date,Close,Volume', '2020-01-07,10,1e300', /volume 1e\+300 is beyond/],
    ] as const
  ).map(
    ([name, header, line, words]) =>
      [
        name,
        'import' as const,
        'KELP.csv',
        () => bytes(`${header}\n2020-01-06,10,\n${line}\n2020-01-08,10,\n`),
        words,
      ] as const,
  ),
  [
    'splits that multiply to 1e-24',
    'import',
    'KELP.csv',
    () =>
      bytes(
        `Date,Close,Split\n${Array.from({ length: 6 }, (_x, i) => `${isoFromDay(18_000 + i)},10,10000:1`).join('\n')}\n`,
      ),
    /once adjusted: the price 1\S* is beyond any market/,
  ],
];

describe('a crafted file', () => {
  it.each(crafted)(
    'is read or refused in words: %s',
    async (_name, how, path, make, expected) => {
      const { said, thrown } = await bounded.read(how, path, make(), patience);
      expect(thrown).toBeUndefined();
      expect(said).toMatch(expected);
    },
    120_000,
  );
});

describe('damaged files of every kind', () => {
  it('are each read or refused in words', async () => {
    const next = createRandom(20_261_125);
    const pick = (n: number): number => next() % n;
    const count = 30;
    const column = (offset: number) => Float64Array.from({ length: count }, (_x, i) => 10 + i / 4 + offset);
    const bars: Bars = {
      day: Int32Array.from({ length: count }, (_x, i) => (dayFromIso('2020-01-06') as number) + i),
      open: column(0),
      high: column(1),
      low: column(-1),
      close: column(0.5),
      volume: Float64Array.from({ length: count }, (_x, i) => 1000 + i),
      factor: new Float64Array(count).fill(0.5),
    };
    const pieces: Uint8Array[] = [];
    const writer = new WorkspaceWriter((piece) => pieces.push(piece));
    writer.addBars('KELP', bars);
    writer.finish({
      listings: [{ symbol: 'KELP' }],
      universes: [],
      sheets: [],
      blends: [],
      studies: [],
      followed: [],
      logbook: [],
      runs: [],
      repairs: [],
      layouts: [],
      settings: [],
    });
    const zipped = new Uint8Array(await new Blob(pieces as BlobPart[]).arrayBuffer());
    const adjusted = `Date,Open,High,Low,Close,Adj Close,Volume,Split,Dividends\n${Array.from(
      { length: count },
      (_x, i) =>
        `${isoFromDay(18_000 + i)},10,11,9,10.5,5.25,100,${i === 9 ? '2:1' : ''},${i === 5 ? 0.5 : ''}`,
    ).join('\n')}\n`;
    const whole: readonly (readonly [Reader, string, Uint8Array])[] = [
      ['import', 'KELP.csv', bytes(adjusted)],
      ['bars', 'KELP.csv', bytes(barsCsv(bars))],
      ['import', 'KELP.xlsx', await barsXlsx(bars)],
      ['import', 'KELP.parquet', barsParquet(bars)],
      ['import', 'KELP.zip', zipSync({ 'KELP.csv': bytes(adjusted) })],
      ['universe', 'u.csv', bytes('symbol,from,to,group\nKELP,2020-01-06,,north\nTIDE,,2021-01-04,south\n')],
      ['run', 'r.json', runFile({})],
      ['workspace', 'w.zip', zipped],
    ];
    const inserted = [
      '"',
      ';',
      '\r',
      '\u0000',
      '1e300',
      '1e-300',
      '0:1',
      '-0',
      '[[[[',
      '{"__proto__":',
      ',,,,',
      '\n\n',
    ];
    const faults: string[] = [];
    for (let k = 0; k < cases(2000); k++) {
      const [how, path, original] = whole[k % whole.length] as (typeof whole)[number];
      let content = original.slice();
      const at = pick(content.length);
      if (k % 3 === 0) content = content.slice(0, at);
      else if (k % 3 === 1) for (let n = 0; n <= pick(6); n++) content[pick(content.length)] = pick(256);
      else {
        const piece = bytes(inserted[pick(inserted.length)] as string);
        content = Uint8Array.from([...content.slice(0, at), ...piece, ...content.slice(at)]);
      }
      const byLibrary = /xlsx|parquet|w\.zip/.test(path);
      const wait = byLibrary ? PATIENCE_WITH_LIBRARIES : patience;
      const { said, thrown } = await bounded.read(how, path, content, wait);
      const hangs = byLibrary && thrown === 'it took too long';
      if (!hangs && (thrown !== undefined || !said || said.length < 12))
        faults.push(`${k} ${path}: ${thrown ?? said}`);
    }
    expect(faults).toEqual([]);
  }, 900_000);
});
