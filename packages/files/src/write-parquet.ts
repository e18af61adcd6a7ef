// Columns as a Parquet file. Days are written as its DATE, so that other readers see dates and no text.

import type { DecodedArray, SchemaElement } from 'hyparquet';
import { parquetWriteBuffer } from 'hyparquet-writer';

export interface ParquetColumn {
  readonly name: string;
  /** days count from 1970 */
  readonly kind: 'day' | 'number' | 'text';
  readonly data: DecodedArray;
  /** whether cells may be null */
  readonly isNullable?: boolean;
}

const TYPES = {
  day: { type: 'INT32', converted_type: 'DATE', logical_type: { type: 'DATE' } },
  number: { type: 'DOUBLE' },
  text: { type: 'BYTE_ARRAY', converted_type: 'UTF8', logical_type: { type: 'STRING' } },
} as const;

/** @param columns equally long */
export function writeParquet(columns: readonly ParquetColumn[]): Uint8Array {
  const schema: SchemaElement[] = [
    { name: 'root', num_children: columns.length },
    ...columns.map(({ name, kind, isNullable }) => ({
      name,
      repetition_type: isNullable ? ('OPTIONAL' as const) : ('REQUIRED' as const),
      ...TYPES[kind],
    })),
  ];
  // Prices repeat too little for a dictionary, and no reader of ours looks at statistics.
  const columnData = columns.map(({ name, kind, data }) => ({
    name,
    data,
    ...(kind !== 'text' && { encoding: 'PLAIN' as const }),
  }));
  return new Uint8Array(parquetWriteBuffer({ columnData, schema, statistics: false }));
}
