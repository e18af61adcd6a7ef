// Typed columns that grow together: records without an object each.

type Column = Int32Array | Float64Array | Uint8Array | Int8Array;

/** Columns of a record, by name. */
type Columns = { [name: string]: Column };

const FIRST_ROOM = 256;
/** Rows up to which the room is quadrupled when it is full, and doubled beyond. */
const QUICK = 4096;

/**
 * Rows of typed columns under one length. A row is added with {@link add} and then written into the columns at the place it
 * gives; the columns are others after the next one.
 */
export class GrowingRows<C extends Columns> {
  columns: C;
  length = 0;
  #size: number;

  /**
   * @param kinds an empty column of each kind
   * @param room rows that it begins with room for
   */
  constructor(kinds: C, room = FIRST_ROOM) {
    this.#size = Math.max(1, room);
    this.columns = resized(kinds, this.#size);
  }

  /** Makes room for one more row. @returns its place */
  add(): number {
    if (this.length === this.#size) {
      this.#size *= this.#size < QUICK ? 4 : 2;
      this.columns = resized(this.columns, this.#size);
    }
    return this.length++;
  }

  /** Adds rows behind those that are there; the first are taken as they are. @param rows columns of one length, not used again */
  append(rows: C): void {
    const [first] = Object.values(rows);
    const needed = this.length + (first?.length ?? 0);
    if (needed === this.length) return;
    if (this.length === 0) {
      this.columns = rows;
      this.#size = this.length = needed;
      return;
    }
    if (needed > this.#size) {
      this.#size = needed;
      this.columns = resized(this.columns, needed);
    }
    for (const [name, column] of Object.entries(this.columns)) column.set(rows[name] ?? [], this.length);
    this.length = needed;
  }

  /** The rows so far, in columns of just their length. */
  done(): C {
    return mapped(this.columns, (column) => column.slice(0, this.length));
  }
}

function resized<C extends Columns>(columns: C, size: number): C {
  return mapped(columns, (column) => {
    const larger = new (column.constructor as new (length: number) => Column)(size);
    larger.set(column);
    return larger;
  });
}

function mapped<C extends Columns>(columns: C, change: (column: Column) => Column): C {
  return Object.fromEntries(Object.entries(columns).map(([name, column]) => [name, change(column)])) as C;
}
