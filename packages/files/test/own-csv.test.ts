// A trader's own fills, positions and events, and the dates to come as a calendar.

import { dayFromIso } from '@plateau/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  calendarFile,
  eventsCsv,
  fillsCsv,
  holdingsCsv,
  readEventsCsv,
  readFillsCsv,
  readHoldingsCsv,
} from '../src/index.ts';

const day = (iso: string): number => dayFromIso(iso) as number;

describe('own fills', () => {
  it('are read under the headings that brokers use, oldest first', () => {
    const text =
      'Trade Date,Ticker,Action,Quantity,Price,Commission\n05/01/2026,KELPK,Sold,10,101.5,-1.25\n02/01/2026,KELPK,Bought,"1,000",99,1.25\n30/12/2025,KELPK,buy,3,98,0\n';
    expect(readFillsCsv(text, 'fills.csv')).toEqual({
      rows: [
        { day: day('2025-12-30'), symbol: 'KELPK', action: 'buy', shares: 3, price: 98, costs: 0 },
        { day: day('2026-01-02'), symbol: 'KELPK', action: 'buy', shares: 1000, price: 99, costs: 1.25 },
        { day: day('2026-01-05'), symbol: 'KELPK', action: 'sell', shares: 10, price: 101.5, costs: 1.25 },
      ],
      problems: [],
    });
  });

  it('are read without a header, in the order that the field shows, and a bad row keeps its line', () => {
    const rows = '2026-01-02,A,buy,5,10,1\n2026-01-05,A,sell,5,11.5,1\nnever,A,buy,1,1,0\n';
    expect(readFillsCsv(rows, 'f')).toMatchObject({
      rows: [
        { day: day('2026-01-02'), symbol: 'A', action: 'buy', shares: 5, price: 10, costs: 1 },
        { day: day('2026-01-05'), action: 'sell', price: 11.5 },
      ],
      problems: [{ line: 3, message: expect.stringContaining('“never” is no date') }],
    });
    expect(readHoldingsCsv('A,short,7,2026-01-02,50\nB,long,3\n', 'f')).toMatchObject({
      rows: [
        { symbol: 'A', side: 'short', shares: 7, price: 50 },
        { symbol: 'B', side: 'long', shares: 3 },
      ],
      problems: [],
    });
    expect(readEventsCsv('2026-02-02,A,results\n', 'f')).toMatchObject({
      rows: [{ what: 'results' }],
      problems: [],
    });
    // Headings that none of ours are, are told as such.
    expect(readFillsCsv('when,which,how many\n2026-01-02,A,5\n', 'f').problems[0]?.message).toContain(
      'the header lacks',
    );
  });

  it('sell shares below nothing where no side is said', () => {
    const { rows } = readFillsCsv('date,symbol,shares,price\n2026-01-02,A,-5,10\n', 'f');
    expect(rows).toMatchObject([{ action: 'sell', shares: 5 }]);
  });

  it.each([
    ['2026-02-30,A,buy,1,1,0', /“2026-02-30” is no date/],
    ['2026-01-02,,buy,1,1,0', /is no symbol/],
    ['2026-01-02,A,hold,1,1,0', /“hold” is neither buy nor sell/],
    ['2026-01-02,A,buy,0,1,0', /the number of shares must be above 0/],
    ['2026-01-02,A,buy,1,-2,0', /the price must be above 0/],
    ['2026-01-02,A,buy,1,10%,0', /“10%” is a percentage; a price is an amount, as 12.50/],
    ['2026-01-02,A,buy,1,1,0.1%', /“0.1%” is a percentage; what it cost is an amount/],
    ['2026-01-02,A,buy,many,1,0', /“many” is not a number of shares/],
  ])('leave a bad row aside and name it: %s', (bad, why) => {
    const { rows, problems } = readFillsCsv(
      `date,symbol,side,shares,price,costs\n2026-01-02,B,buy,1,1,0\n${bad}\n`,
      'f.csv',
    );
    expect(rows).toHaveLength(1);
    expect(problems).toMatchObject([{ file: 'f.csv', line: 3, message: expect.stringMatching(why) }]);
  });

  it('say which columns are missing', () => {
    expect(readFillsCsv('date,symbol,shares\n', 'f').problems[0]?.message).toMatch(/the header lacks price/);
    expect(readFillsCsv('', 'f')).toEqual({ rows: [], problems: [] });
  });

  it('come back as they were written', () => {
    const fill = fc.record({
      day: fc.integer({ min: 10_000, max: 25_000 }),
      symbol: fc.stringMatching(/^[A-Z]{1,6}$/),
      action: fc.constantFrom('buy' as const, 'sell' as const),
      shares: fc.double({ min: 0.001, max: 1e6, noNaN: true }),
      price: fc.double({ min: 0.01, max: 1e5, noNaN: true }),
      costs: fc.integer({ min: 0, max: 1000 }),
    });
    fc.assert(
      fc.property(fc.array(fill, { minLength: 1, maxLength: 20 }), (fills) => {
        const sorted = [...fills].sort((a, b) => a.day - b.day);
        expect(readFillsCsv(fillsCsv(sorted), 'f')).toEqual({ rows: sorted, problems: [] });
      }),
    );
  });
});

it('positions need no more than a symbol and shares, and shares below nothing are short', () => {
  const { rows, problems } = readHoldingsCsv(
    'symbol,shares,date,price,side\nA,5,,,\nB,-2,2026-01-02,10.5,\nC,3,,,short\nD,1,,,sideways\n',
    'h',
  );
  expect(rows).toEqual([
    { symbol: 'A', side: 'long', shares: 5 },
    { symbol: 'B', side: 'short', shares: 2, day: day('2026-01-02'), price: 10.5 },
    { symbol: 'C', side: 'short', shares: 3 },
  ]);
  expect(problems).toMatchObject([{ line: 5, message: '“sideways” is neither long nor short' }]);
  expect(readHoldingsCsv(holdingsCsv(rows), 'h').rows).toEqual(rows);
});

it('events are dates with words', () => {
  const { rows } = readEventsCsv('date,symbol,event\n2026-02-03,KELPK,results\n2026-02-04,A,\n', 'e');
  expect(rows).toEqual([
    { day: day('2026-02-03'), symbol: 'KELPK', what: 'results' },
    { day: day('2026-02-04'), symbol: 'A', what: 'event' },
  ]);
  expect(readEventsCsv(eventsCsv(rows), 'e').rows).toEqual(rows);
});

it('a calendar has whole days, marks its signs and folds its long lines', () => {
  const about = `Commas, semicolons; and “quotes”: ${'a long line goes on '.repeat(8)}`;
  const text = calendarFile([{ id: 'one', day: day('2026-02-28'), title: 'Look, again', about }], 0);
  const lines = text.split('\r\n');
  expect(lines).toContain('DTSTART;VALUE=DATE:20260228');
  expect(lines).toContain('DTEND;VALUE=DATE:20260301');
  expect(lines).toContain('SUMMARY:Look\\, again');
  expect(lines).toContain('DTSTAMP:19700101T000000Z');
  for (const line of lines) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
  expect(text.replace(/\r\n /g, '')).toContain(`DESCRIPTION:${about.replace(/([,;])/g, '\\$1')}`);
});
