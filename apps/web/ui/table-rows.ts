// The lines of a table: its rows in their order, in groups where there are any. A table of thousands makes an array of
// numbers of them and nothing else; only the lines in view become anything to be drawn.

import type { SortingState } from '@tanstack/react-table';
import { compareWords } from './format.ts';

type Value = number | string | undefined;

/** A column's value of a row, by which it is sorted. */
export type ValueOf<Row> = (row: Row) => Value;

export type TableLine =
  /** a row, by its place in what was given */
  | { readonly kind: 'row'; readonly place: number }
  /** a group with the places of its rows, in their order */
  | { readonly kind: 'group'; readonly name: string; readonly places: readonly number[] };

/** Whether it is nothing that could be put in order. */
const isNone = (value: Value): boolean => value === undefined || Number.isNaN(value);

interface Sort {
  readonly values: readonly Value[];
  readonly desc: boolean;
}

function compareValues(a: Value, b: Value): number {
  if (typeof a === 'string' && typeof b === 'string') return compareWords(a, b);
  if (a === b) return 0;
  return (a as number) < (b as number) ? -1 : 1;
}

/** Below 0 where row a comes first. What is none is last either way; rows that are alike keep their places. */
function compareBy(sorts: readonly Sort[], a: number, b: number): number {
  for (const { values, desc } of sorts) {
    const [x, y] = [values[a], values[b]];
    if (isNone(x) !== isNone(y)) return isNone(x) ? 1 : -1;
    if (isNone(x)) continue;
    const way = compareValues(x, y);
    if (way !== 0) return desc ? -way : way;
  }
  return a - b;
}

const places = (count: number): number[] => Array.from({ length: count }, (_none, k) => k);

/**
 * The places of the rows as they are sorted.
 * @param valueOf each column's value, by its id
 */
export function sortedPlaces<Row>(
  rows: readonly Row[],
  sorting: SortingState,
  valueOf: ReadonlyMap<string, ValueOf<Row>>,
): readonly number[] {
  const sorts = sorting.flatMap(({ id, desc }): Sort[] => {
    const of = valueOf.get(id);
    return of ? [{ values: rows.map(of), desc }] : [];
  });
  const order = places(rows.length);
  return sorts.length === 0 ? order : order.sort((a, b) => compareBy(sorts, a, b));
}

/**
 * The rows in groups, each sorted by itself; the groups by the sum of what their rows are sorted by, or by the word that all of
 * them have, and as they come where there is neither.
 */
export function groupedPlaces<Row>(
  rows: readonly Row[],
  sorting: SortingState,
  valueOf: ReadonlyMap<string, ValueOf<Row>>,
  groupOf: (row: Row) => string,
): readonly (TableLine & { readonly kind: 'group' })[] {
  const sorted = sortedPlaces(rows, sorting, valueOf);
  const named = rows.map(groupOf);
  // As they come, not as they are sorted.
  const groups = new Map(named.map((name): [string, number[]] => [name, []]));
  for (const place of sorted) groups.get(named[place] as string)?.push(place);
  const found = [...groups].map(([name, own]) => ({ kind: 'group', name, places: own }) as const);
  const sorts = sorting.flatMap(({ id, desc }): Sort[] => {
    const of = valueOf.get(id);
    return of
      ? [{ values: found.map((group) => valueOfGroup(group.places.map((k) => of(rows[k] as Row)))), desc }]
      : [];
  });
  return places(found.length)
    .sort((a, b) => compareBy(sorts, a, b))
    .flatMap((k) => found[k] ?? []);
}

function valueOfGroup(values: readonly Value[]): Value {
  const numbers = values.filter((value) => typeof value === 'number' && !Number.isNaN(value)) as number[];
  if (numbers.length > 0) return numbers.reduce((sum, one) => sum + one, 0);
  return values.every((value) => value === values[0]) ? values[0] : undefined;
}

/** The lines that are shown: of a folded group its own alone. */
export function linesOf(
  groups: readonly (TableLine & { readonly kind: 'group' })[],
  open: ReadonlySet<string>,
): readonly TableLine[] {
  return groups.flatMap((group): readonly TableLine[] =>
    open.has(group.name)
      ? [group, ...group.places.map((place) => ({ kind: 'row', place }) as const)]
      : [group],
  );
}
