'use client';

import { type RunFormat, summaryJson } from '@plateau/files';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { runFileOf } from '@/store/runs/run-files.ts';
import { Button } from '@/ui/button';
import { Menu } from '@/ui/menu.tsx';
import { saveFile, WORKBOOK } from '@/ui/save-file.ts';
import { tablesInWorker } from '@/workers/apart-client.ts';
import { paperHtml } from '../paper/paper-html.tsx';
import type { PaperProps } from '../paper/report-paper.tsx';

const TYPES: Readonly<Record<RunFormat, readonly [name: string, extension: string, type: string]>> = {
  csv: ['Data as CSV', 'csv.zip', 'application/zip'],
  xlsx: ['Data as XLSX', 'xlsx', WORKBOOK],
  parquet: ['Data as Parquet', 'parquet.zip', 'application/zip'],
};

/** The report and the run as files. */
export function OutMenu(props: PaperProps) {
  const { kept, run } = props;
  const [busy, setBusy] = useState(false);
  const name = kept.name || 'Run';
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
  const items: readonly (readonly [string, () => Promise<void>])[] = [
    ['Report as HTML', async () => saveFile(`${name} report.html`, 'text/html', await paperHtml(props))],
    ...(['csv', 'xlsx', 'parquet'] as const).map((format) => {
      const [words, extension, type] = TYPES[format];
      return [
        words,
        async () =>
          saveFile(
            `${name} data.${extension}`,
            type,
            await tablesInWorker({ universe: kept.universe, request: kept.request }, format),
          ),
      ] as const;
    }),
    ['Run as JSON', async () => saveFile(`${name} run.json`, 'application/json', await runFileOf(kept))],
    ['Figures as JSON', async () => saveFile(`${name} figures.json`, 'application/json', summaryJson(run))],
  ];
  return (
    <Menu
      trigger={
        <Button className="ml-auto" disabled={busy || props.bootstrap === undefined}>
          <Download size={14} aria-hidden /> {busy ? 'Making the file …' : 'Take out'}
        </Button>
      }
      items={items.map(([words, file]) => [words, () => void make(file)])}
    />
  );
}
