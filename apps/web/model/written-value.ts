// Values with columns and undefined numbers as JSON can hold them, and back.

const COLUMNS = { $f64: Float64Array, $i32: Int32Array, $i8: Int8Array } as const;
type Mark = keyof typeof COLUMNS;

const isMark = (key: string | undefined): key is Mark => key !== undefined && Object.hasOwn(COLUMNS, key);
/** JSON has no word for these numbers, and one zero. */
const isPlain = (value: number): boolean => Number.isFinite(value) && !Object.is(value, -0);
const textOf = (value: number): string => (Object.is(value, -0) ? '-0' : String(value));
const written = (value: number): number | string => (isPlain(value) ? value : textOf(value));

/** Columns as marked lists; a number that JSON has no word for as a marked text. */
export function writableValue(value: unknown): unknown {
  if (typeof value === 'number') return isPlain(value) ? value : { $number: textOf(value) };
  if (typeof value !== 'object' || value === null) return value;
  for (const [mark, Column] of Object.entries(COLUMNS)) {
    if (value instanceof Column) return { [mark]: Array.from(value, written) };
  }
  if (Array.isArray(value)) return value.map(writableValue);
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, writableValue(inner)]));
}

/** What {@link writableValue} wrote; what bears no mark stays as it is. */
export function readValue(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map(readValue);
  const [[key, inner] = [], ...more] = Object.entries(value);
  if (more.length === 0 && key === '$number') return Number(inner);
  if (more.length === 0 && isMark(key) && Array.isArray(inner)) return COLUMNS[key].from(inner.map(Number));
  return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, readValue(one)]));
}
