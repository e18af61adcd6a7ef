// What one types above a table, and which rows are left.

import { describe, expect, it } from 'vitest';
import { type Fields, readFilter } from '../ui/row-filter.ts';

const names = ['symbol', 'exit', 'return', 'bars', 'r'];
const rows: readonly Fields[] = [
  { symbol: 'KELP', exit: '2010-03-01', return: 0.12, bars: 8, r: 1.5 },
  { symbol: 'TIDE', exit: '2011-05-02', return: -0.06, bars: 21, r: undefined },
  { symbol: 'KELD', exit: 'open', return: 0, bars: 0, r: undefined },
];
const left = (text: string): unknown[] => {
  const read = readFilter(text, names);
  if (!read.ok) throw new Error(read.message);
  return rows.filter(read.test).map(({ symbol }) => symbol);
};

describe('a filter', () => {
  it.each([
    ['', ['KELP', 'TIDE', 'KELD']],
    ['kel', ['KELP', 'KELD']],
    ['kel open', ['KELD']],
    ['2011', ['TIDE']],
    ['return>5%', ['KELP']],
    ['return<=0', ['TIDE', 'KELD']],
    ['RETURN<-5% bars>20', ['TIDE']],
    ['bars=8', ['KELP']],
    ['exit>=2011-01-01 exit<2012', ['TIDE']],
    ['symbol=keld', ['KELD']],
    // A number that is not there meets no bound.
    ['r<99', ['KELP']],
    ['nobody', []],
    ['return>x', []],
  ])('“%s” leaves %j', (text, wanted) => {
    expect(left(text)).toEqual(wanted);
  });

  it('says which names there are when one is unknown', () => {
    expect(readFilter('profit>3', names)).toEqual({
      ok: false,
      message: 'There is no “profit” here; there are symbol, exit, return, bars, r.',
    });
  });
});
