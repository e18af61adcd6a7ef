// Rows of the store, read as anything else from outside.

import { packBars } from '@plateau/core';
import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { readRow, type TableName } from '../store/rows.ts';

const read = readStrategy(
  { format: STRATEGY_FORMAT, name: 'kept', long: { enter: 'always', exit: 'never' } },
  'kept',
);
if (!read.ok) throw new Error('the strategy is one');
const strategy = read.value;

const run = {
  id: 'r',
  name: 'kept',
  at: 1,
  sheet: 's',
  universe: 'u',
  universeName: 'U',
  request: { strategy, benchmark: 'IX' },
  data: '',
  engine: '0.1.0',
  summary: '{"figures":{"cagr":0.1}}',
  tried: [Number.NaN, 1],
};
const sheet = { id: 's', draft: { name: 'x' }, past: [], future: [], created: 1 };
const entry = {
  id: 'e',
  sheet: 's',
  at: 1,
  key: 'k',
  draft: {},
  changed: '',
  benchmark: 'IX',
  figures: { trades: 1, cagr: Number.NaN, benchmark: { cagr: 0.1 } },
  curve: { days: new Int32Array(1), equity: new Float64Array(1), benchmark: new Float64Array(1) },
  pinned: false,
  name: '',
  note: '',
};
const column = Float64Array.of(1, 2);
const block = packBars({
  day: Int32Array.of(1, 2),
  open: column,
  high: column,
  low: column,
  close: column,
  volume: column,
});

describe('a row that is what it must be', () => {
  it.each<[TableName, unknown]>([
    ['runs', run],
    ['sheets', sheet],
    ['sheets', { ...sheet, deleted: 5, revision: 3, openings: [{ key: 'k', at: 1 }] }],
    ['logbook', entry],
    ['universes', { id: 'u', name: 'U', members: [{ symbol: 'A', from: 1, group: 'g' }] }],
    ['blocks', { id: 'b', block }],
    ['settings', { key: 'k', value: { any: 'thing' } }],
    ['repairs', { id: 'x', symbol: 'A', made: 1, day: 5, kind: 'split', close: 3, ratio: 0.5 }],
    ['repairs', { id: 'x', symbol: 'A', made: 1, day: 5, kind: 'accept', finding: 'gap' }],
  ])('of %s is read', (table, row) => {
    expect(readRow(table, row)).toEqual({ ok: true, row });
  });
});

describe('a row that is none', () => {
  it.each<[TableName, string, unknown, RegExp]>([
    ['runs', 'a summary that is no JSON', { ...run, summary: 'oops' }, /summary cannot be read/],
    ['runs', 'a summary without figures', { ...run, summary: 'null' }, /summary cannot be read/],
    [
      'runs',
      'a strategy that is none',
      { ...run, request: { ...run.request, strategy: { long: 5 } } },
      /strategy cannot be read/,
    ],
    ['sheets', 'a draft that is a number', { ...sheet, draft: 5 }, /“draft” must be of type object/],
    ['sheets', 'a draft of numbers', { ...sheet, draft: { name: 5 } }, /“draft.name” must be a string/],
    ['sheets', 'steps that are none', { ...sheet, past: [{ id: 'x' }] }, /past/],
    ['logbook', 'a curve of lists', { ...entry, curve: { days: [1], equity: [1], benchmark: [1] } }, /curve/],
    [
      'universes',
      'a member without a symbol',
      { id: 'u', name: 'U', members: [{}] },
      /a member has no symbol/,
    ],
    [
      'universes',
      'a day that is text',
      { id: 'u', name: 'U', members: [{ symbol: 'A', from: '2020' }] },
      /days that are none/,
    ],
    ['blocks', 'a block cut short', { id: 'b', block: block.slice(0, 40) }, /no block of bars/],
    [
      'repairs',
      'a split by nothing',
      { id: 'x', symbol: 'A', made: 1, day: 5, kind: 'split', close: 3, ratio: 0 },
      /repair/,
    ],
    [
      'listings',
      'an unknown kind',
      { symbol: 'A', name: '', kind: 'x', group: '', source: '', block: 'b', first: 1, last: 2, count: 1 },
      /kind/,
    ],
    ['settings', 'no key', { value: 1 }, /key/],
    ['runs', 'nothing', null, /./],
    ['sheets', 'text', 'sheet', /./],
  ])('of %s with %s says why', (table, _what, row, words) => {
    const read = readRow(table, row);
    expect(read.ok ? '' : read.why).toMatch(words);
  });
});
