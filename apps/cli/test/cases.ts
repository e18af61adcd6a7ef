// How results are held against cases of an independent program: every number to 1e-9 relative.

import { readFileSync } from 'node:fs';
import Papa from 'papaparse';

export type Row = Record<string, string>;
export const readJson = (file: string) => JSON.parse(readFileSync(file, 'utf8'));
export const readCsv = (file: string): Row[] =>
  Papa.parse<Row>(readFileSync(file, 'utf8'), { header: true, skipEmptyLines: true }).data;

/** Texts exactly, numbers to 1e-9 relative; an empty cell and a missing one are the same. */
export function differences(ours: Row, theirs: Row, where: string): string[] {
  return Object.entries(theirs).flatMap(([key, expected]) => {
    const actual = ours[key] ?? '';
    if (actual === expected) return [];
    const [x, y] = [Number(actual), Number(expected)];
    const near =
      actual !== '' && expected !== '' && Math.abs(x - y) <= 1e-9 * Math.max(Math.abs(x), Math.abs(y), 1e-6);
    return near ? [] : [`${where}: ${key} is ${actual}, expected ${expected}`];
  });
}

/** Every number of the expected tree, by path. */
export function leaves(value: unknown, path = ''): [string, unknown][] {
  if (typeof value !== 'object' || value === null) return [[path, value]];
  return Object.entries(value).flatMap(([key, child]) => leaves(child, path ? `${path}.${key}` : key));
}
