// Rows read where they stand in a text are what they are when they are cut into cells first.

import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { numberFromCell } from '../src/import/cells.ts';
import { type Collected, Collector } from '../src/import/collect.ts';
import { type Layout, ROLES, type Role } from '../src/import/layout.ts';
import { plainNumber } from '../src/import/plain-cells.ts';

describe('a number that stands in a text', () => {
  it('is the number of its digits to the last bit, or none', () => {
    const digits = fc.string({ unit: fc.constantFrom(...'00123456789'), maxLength: 15 });
    fc.assert(
      fc.property(
        digits,
        fc.nat(15),
        fc.constantFrom('', '.', ','),
        fc.string(),
        (all, place, mark, around) => {
          const cell = `${all.slice(0, place)}${mark}${all.slice(place)}`;
          const text = `${around}${cell}${around}`;
          const value = plainNumber(
            text,
            around.length,
            around.length + cell.length,
            (mark || '.').charCodeAt(0),
          );
          expect(value).toBe(all === '' ? Number.NaN : Number(cell.replace(',', '.')));
        },
      ),
    );
  });

  it('is left to others where it is anything but fifteen digits and a point', () => {
    for (const cell of [
      '',
      '.',
      '1.2.3',
      '-1',
      '+1',
      '1e3',
      ' 1',
      '1 ',
      '1,000',
      '1234567890123456',
      '0x1',
      '٣',
    ]) {
      expect(plainNumber(cell, 0, cell.length, '.'.charCodeAt(0))).toBeNaN();
    }
  });
});

const plainCell = fc.oneof(
  fc.integer({ min: 0, max: 99_999 }).map((cents) => (cents / 100).toFixed(2)),
  fc.constantFrom('10', '10.5', '0', '.5', '7.'),
);
const oddCell = fc.constantFrom(
  ...[
    '',
    ' 10 ',
    '-3',
    '$12.50',
    '1e2',
    '10%',
    '123456789012345678',
    '"10"',
    '"1,000"',
    '"a ""b"""',
    'n/a',
    '\u00a012',
    '1:2',
  ],
);
const cell = fc.oneof({ weight: 9, arbitrary: plainCell }, { weight: 1, arbitrary: oddCell });
const date = fc.oneof(
  { weight: 9, arbitrary: fc.nat(27).map((k) => `2020-02-${String(k + 1).padStart(2, '0')}`) },
  { weight: 1, arbitrary: fc.constantFrom('2020-02-30', '', 'Total', '20200203', '2020-02-04 16:00') },
);
const symbol = fc.constantFrom('KELP', 'TIDE', 'kelp ', '', 'GLASS SEA');
const sparse = (weight: number, other: fc.Arbitrary<string>, usual: fc.Arbitrary<string>) =>
  fc.oneof({ weight, arbitrary: usual }, { weight: 1, arbitrary: other });

const table = fc
  .record({
    shape: fc.constantFrom(...(['single', 'long', 'wide', 'events'] as const)),
    roles: fc.shuffledSubarray([...ROLES], { minLength: 3 }),
    header: fc.boolean(),
    skip: fc.nat(2),
    dates: fc.constantFrom('ymd', 'dmy'),
    decimal: fc.constantFrom('.', ','),
    separator: fc.constantFrom(',', ';', '\t', '|'),
    lineEnd: sparse(6, fc.constantFrom('\r', '\n\r'), fc.constantFrom('\n', '\r\n')),
    isEnded: fc.boolean(),
    lost: fc.nat(3),
  })
  .chain(({ roles, separator, lineEnd, isEnded, lost, ...rest }) => {
    const number = cell.map((text) => text.replace('.', rest.decimal));
    const ofRole = (role: Role) => (role === 'date' ? date : role === 'symbol' ? symbol : number);
    const row = fc.tuple(...roles.map(ofRole)).map((cells) => cells.join(separator));
    // A row may be blank, too short or too long.
    const odd = fc.constantFrom(
      '',
      ' ',
      roles.map(() => '').join(separator),
      '2020-02-03',
      `${roles.map(() => '1').join(separator)}${separator}9`,
    );
    return fc.array(sparse(12, odd, row), { minLength: 1, maxLength: 30 }).map((rows) => ({
      layout: { ...rest, roles } satisfies Layout,
      separator,
      // Rows end alike but for those that were lost, whose end is another's.
      text: rows
        .map(
          (one, k) =>
            `${one}${k === rows.length - 1 && !isEnded ? '' : k === 2 && lost === 3 ? '\n' : lineEnd}`,
        )
        .join(''),
    }));
  });

function collected(layout: Layout, read: (file: ReturnType<Collector['file']>) => void): Collected {
  const collector = new Collector();
  read(collector.file('SAND.csv', layout));
  return collector.finish();
}

describe('a text of rows', () => {
  it('gives the bars, events and notes of its rows cut into cells', () => {
    fc.assert(
      fc.property(table, ({ layout, separator, text }) => {
        const { data } = Papa.parse<string[]>(text, { delimiter: separator });
        const cut = collected(layout, (file) => {
          for (const row of data) file.row(row);
        });
        expect(collected(layout, (file) => file.text(text, separator))).toEqual(cut);
      }),
      { numRuns: cases(2000) },
    );
  });

  it('is the same in pieces', () => {
    const rows = Array.from(
      { length: 20 },
      (_x, k) => `2020-02-${k + 10},1${k},${k % 7 === 3 ? '"5"' : 5}\n`,
    );
    const layout: Layout = {
      shape: 'single',
      header: false,
      skip: 1,
      dates: 'ymd',
      decimal: '.',
      roles: ['date', 'close', 'volume'],
    };
    const whole = collected(layout, (file) => file.text(rows.join(''), ','));
    expect(whole.bars.get('SAND')?.day.length).toBe(19);
    expect(
      collected(layout, (file) => {
        for (const row of rows) file.text(row, ',');
      }),
    ).toEqual(whole);
  });

  it('reads an odd cell as numbers are read everywhere', () => {
    const layout: Layout = {
      shape: 'single',
      header: false,
      skip: 0,
      dates: 'ymd',
      decimal: '.',
      roles: ['date', 'close'],
    };
    const { bars } = collected(layout, (file) => file.text('2020-02-03,12\n2020-02-04,$12.50\n', ','));
    expect([...(bars.get('SAND')?.close ?? [])]).toEqual([12, numberFromCell('$12.50', '.')]);
  });
});
