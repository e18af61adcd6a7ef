'use client';

import { type Table, tableCsv } from '@plateau/files';
import { Copy, Download } from 'lucide-react';
import { toast } from 'sonner';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { saveFile, WORKBOOK } from '@/ui/save-file.ts';
import { tableParquetFile, tablesWorkbook } from '@/workers/workbook-client.ts';

interface TableOutProps {
  /** the rows as they are shown, made when they are asked for */
  readonly table: () => Table;
  /** how many there are, and what one is called */
  readonly rows: number;
  readonly one: string;
  /** of the files, without their ending */
  readonly name: string;
}

/** A table out: to the clipboard as a sheet takes it, as CSV, as a workbook, as Parquet. */
export function TableOut({ table, rows, one, name }: TableOutProps) {
  const none = rows === 0;
  const copy = async (): Promise<void> => {
    const made = table();
    const lines = [made.columns.map((column) => column.name), ...made.rows];
    try {
      await navigator.clipboard.writeText(lines.map((line) => line.join('\t')).join('\n'));
      toast(`${count(rows, one)} are copied, as a sheet takes them.`);
    } catch {
      toast.error('The browser did not allow it to copy. Take the CSV instead.');
    }
  };
  const saved = (what: string, ending: string, type: string, made: Promise<Uint8Array>): void => {
    made.then(
      (bytes) => saveFile(`${name}.${ending}`, type, bytes),
      (error: Error) => toast.error(`The ${what} was not made: ${error.message}.`),
    );
  };
  return (
    <>
      <Button disabled={none} onClick={() => void copy()}>
        <Copy size={14} aria-hidden /> Copy
      </Button>
      <Button disabled={none} onClick={() => saveFile(`${name}.csv`, 'text/csv', tableCsv(table()))}>
        <Download size={14} aria-hidden /> CSV
      </Button>
      <Button disabled={none} onClick={() => saved('workbook', 'xlsx', WORKBOOK, tablesWorkbook([table()]))}>
        <Download size={14} aria-hidden /> XLSX
      </Button>
      <Button
        disabled={none}
        onClick={() =>
          saved('Parquet file', 'parquet', 'application/octet-stream', tableParquetFile(table()))
        }
      >
        <Download size={14} aria-hidden /> Parquet
      </Button>
    </>
  );
}
