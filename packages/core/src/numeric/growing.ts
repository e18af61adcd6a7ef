// Typed columns that grow: records without an object each.

type Column = Int32Array | Float64Array | Uint8Array | Int8Array;
type Kind<C extends Column> = new (length: number) => C;

export interface Growing<C extends Column> {
  push(value: number): void;
  /** the values so far, as a column of just their length */
  done(): C;
}

export function growing<C extends Column>(kind: Kind<C>): Growing<C> {
  let column = new kind(256);
  let length = 0;
  return {
    push(value) {
      if (length === column.length) {
        const larger = new kind(length * 2);
        larger.set(column);
        column = larger;
      }
      column[length++] = value;
    },
    done: () => column.slice(0, length) as C,
  };
}
