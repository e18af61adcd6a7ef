'use client';

import { useState } from 'react';
import { removeSetAside, type SetAside, useSetAside } from '@/store/read.ts';
import { TABLES } from '@/store/rows.ts';
import { Button } from '@/ui/button';
import { saveFile } from '@/ui/save-file.ts';

const nameOf = ({ table, key }: SetAside): string => `${TABLES[table].one} “${key}”`;

/** Rows of the store that could not be read: named, to be saved and taken out. All else goes on without them. */
export function SetAsideRows() {
  const rows = [...useSetAside((s) => s.rows).values()];
  const [open, setOpen] = useState(false);
  const [first] = rows;
  if (!first) return null;
  const save = (one: SetAside): void =>
    saveFile(`${TABLES[one.table].one} ${one.key}.json`, 'application/json', written(one.row));
  return (
    <section
      role="alert"
      aria-label="Rows that cannot be read"
      className="border-b border-hairline bg-accent-paper px-4 py-1"
    >
      <p className="flex items-center gap-3">
        <span className="min-w-0 flex-1">
          {rows.length === 1
            ? `The ${nameOf(first)} in this browser’s store cannot be read and is left aside; everything else works.`
            : `${rows.length} rows of this browser’s store cannot be read and are left aside; everything else works.`}
        </span>
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Close' : 'What they are'}
        </Button>
      </p>
      {open && (
        <ul className="max-h-48 overflow-auto py-1">
          {rows.map((one) => (
            <li key={`${one.table} ${one.key}`} className="flex items-center gap-3 py-0.5">
              <span className="min-w-0 flex-1">
                {nameOf(one)}: {one.why}.
              </span>
              <Button onClick={() => save(one)}>Save as a file</Button>
              <Button
                onClick={() => {
                  // What is taken out of the store is in the downloads, so nothing is lost.
                  save(one);
                  void removeSetAside(one);
                }}
              >
                Save and take out
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** A row as text, columns as lists. */
function written(row: unknown): string {
  const plain = (_key: string, value: unknown): unknown => {
    if (ArrayBuffer.isView(value)) return [...(value as Float64Array)];
    return value instanceof ArrayBuffer ? [...new Uint8Array(value)] : value;
  };
  return JSON.stringify(row, plain, 2);
}
