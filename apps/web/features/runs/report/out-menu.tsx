'use client';

import { type RunFormat, summaryJson } from '@plateau/files';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { runFileOf } from '@/store/runs/run-files.ts';
import { Button } from '@/ui/button';
import { Menu } from '@/ui/menu.tsx';
import { printHtml } from '@/ui/print-page.ts';
import { saveFile, WORKBOOK } from '@/ui/save-file.ts';
import { tablesInWorker } from '@/workers/apart-client.ts';
import { paperHtml } from '../paper/paper-html.tsx';
import { type PaperProps, ReportPaper } from '../paper/report-paper.tsx';

const TYPES: Readonly<Record<RunFormat, readonly [name: string, extension: string, type: string]>> = {
  csv: ['Data as CSV', 'csv.zip', 'application/zip'],
  xlsx: ['Data as XLSX', 'xlsx', WORKBOOK],
  parquet: ['Data as Parquet', 'parquet.zip', 'application/zip'],
};

/** The report and the run as files. */
export function OutMenu(props: PaperProps) {
  const { kept, run, report } = props;
  const name = kept.name || 'Run';
  const asked = { universe: kept.universe, request: kept.request };
  return (
    <FilesMenu
      disabled={props.bootstrap === undefined}
      items={[
        ...reportItems(name, () => paperHtml(kept.name, <ReportPaper {...props} />, report.trades)),
        ...tableItems(name, (format) => tablesInWorker(asked, format)),
        ['Run as JSON', async () => saveFile(`${name} run.json`, 'application/json', await runFileOf(kept))],
        [
          'Figures as JSON',
          async () => saveFile(`${name} figures.json`, 'application/json', summaryJson(run)),
        ],
      ]}
    />
  );
}

type FileItem = readonly [words: string, make: () => Promise<void>];

/** The report as a file, and on paper. @param paper makes its HTML */
export function reportItems(name: string, paper: () => Promise<string>): FileItem[] {
  return [
    ['Report as HTML', async () => saveFile(`${name} report.html`, 'text/html', await paper())],
    ['Print the report …', async () => printHtml(await paper())],
  ];
}

/** The tables in each format. */
export function tableItems(name: string, make: (format: RunFormat) => Promise<Uint8Array>): FileItem[] {
  return (['csv', 'xlsx', 'parquet'] as const).map((format) => {
    const [words, extension, type] = TYPES[format];
    return [words, async () => saveFile(`${name} data.${extension}`, type, await make(format))];
  });
}

interface FilesMenuProps {
  readonly disabled: boolean;
  readonly items: readonly FileItem[];
}

/** Files that are made when they are asked for; one that is not made is told. */
export function FilesMenu({ disabled, items }: FilesMenuProps) {
  const [busy, setBusy] = useState(false);
  const make = async (file: () => Promise<void>): Promise<void> => {
    setBusy(true);
    try {
      await file();
    } catch (error) {
      toast.error(`The file was not made: ${(error as Error).message}.`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Menu
      trigger={
        <Button className="ml-auto" disabled={busy || disabled}>
          <Download size={14} aria-hidden /> {busy ? 'Making the file …' : 'Take out'}
        </Button>
      }
      items={items.map(([words, file]) => [words, () => void make(file)])}
    />
  );
}
