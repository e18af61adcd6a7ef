// The lines of a table: sorted, grouped, folded.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { groupedPlaces, linesOf, sortedPlaces, type ValueOf } from '../ui/table-rows.ts';

interface Row {
  readonly name: string;
  readonly sum: number | undefined;
}
const valueOf = new Map<string, ValueOf<Row>>([
  ['name', (row) => row.name],
  ['sum', (row) => row.sum],
]);
const rows: readonly Row[] = [
  { name: 'I10', sum: 3 },
  { name: 'i2', sum: undefined },
  { name: 'I2', sum: -1 },
  { name: 'KELPK', sum: Number.NaN },
  { name: 'ABERK', sum: 3 },
];
const namesBy = (id: string, desc: boolean) =>
  sortedPlaces(rows, [{ id, desc }], valueOf).map((k) => rows[k]?.name);

describe('sorted', () => {
  it('words are in the order of a list, with the numbers in them as numbers', () => {
    expect(namesBy('name', false)).toEqual(['ABERK', 'i2', 'I2', 'I10', 'KELPK']);
    expect(namesBy('name', true)).toEqual(['KELPK', 'I10', 'I2', 'i2', 'ABERK']);
  });

  it('what has no value is last either way, and what is alike keeps its place', () => {
    expect(namesBy('sum', false)).toEqual(['I2', 'I10', 'ABERK', 'i2', 'KELPK']);
    expect(namesBy('sum', true)).toEqual(['I10', 'ABERK', 'I2', 'i2', 'KELPK']);
  });

  it('by nothing, or by a column that is not there, they stand as they were given', () => {
    expect(sortedPlaces(rows, [], valueOf)).toEqual([0, 1, 2, 3, 4]);
    expect(sortedPlaces(rows, [{ id: 'gone', desc: true }], valueOf)).toEqual([0, 1, 2, 3, 4]);
  });

  it('the second column decides where the first is alike', () => {
    const both = [
      { id: 'sum', desc: true },
      { id: 'name', desc: false },
    ];
    expect(sortedPlaces(rows, both, valueOf).map((k) => rows[k]?.name)).toEqual([
      'ABERK',
      'I10',
      'I2',
      'i2',
      'KELPK',
    ]);
  });

  it('every row is there once, and no neighbours stand the wrong way', () => {
    const any = fc.record({
      name: fc.string({ maxLength: 4 }),
      sum: fc.option(fc.double(), { nil: undefined }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 40 }), fc.boolean(), (many, desc) => {
        const order = sortedPlaces<Row>(many, [{ id: 'sum', desc }], valueOf);
        expect([...order].sort((a, b) => a - b)).toEqual(many.map((_row, k) => k));
        const sums = order.map((k) => many[k]?.sum).filter((sum) => sum !== undefined && !Number.isNaN(sum));
        sums.slice(1).forEach((sum, k) => {
          const before = sums[k] as number;
          expect(desc ? before >= (sum as number) : before <= (sum as number)).toBe(true);
        });
      }),
    );
  });
});

describe('grouped', () => {
  const groupOf = (row: Row): string => (row.name.startsWith('I') ? 'walks' : 'others');
  const groups = (desc: boolean) =>
    groupedPlaces(rows, [{ id: 'sum', desc }], valueOf, groupOf).map(({ name, places }) => [name, ...places]);

  it('each group is sorted by itself, and the groups by their sums', () => {
    expect(groups(true)).toEqual([
      ['others', 4, 1, 3],
      ['walks', 0, 2],
    ]);
    expect(groups(false)).toEqual([
      ['walks', 2, 0],
      ['others', 4, 1, 3],
    ]);
  });

  it('by a word where all rows of a group have the same; a group of several is last', () => {
    const byName = groupedPlaces(rows, [{ id: 'name', desc: true }], valueOf, (row) =>
      row.name.toLowerCase(),
    );
    expect(byName.map(({ name }) => name)).toEqual(['kelpk', 'i10', 'aberk', 'i2']);
  });

  it('as they come where what they are sorted by has no sum', () => {
    const byName = groupedPlaces(rows, [{ id: 'name', desc: true }], valueOf, groupOf);
    expect(byName.map(({ name, places }) => [name, ...places])).toEqual([
      ['walks', 0, 2],
      ['others', 3, 1, 4],
    ]);
  });

  it('a folded group is one line, an open one has its rows under it', () => {
    const found = groupedPlaces(rows, [], valueOf, groupOf);
    expect(linesOf(found, new Set())).toHaveLength(2);
    expect(
      linesOf(found, new Set(['walks'])).map((line) => (line.kind === 'group' ? line.name : line.place)),
    ).toEqual(['walks', 0, 2, 'others']);
  });
});
